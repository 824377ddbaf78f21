import { type Page } from "@playwright/test";
import { expect, pick, receiveQuad, signIn, test } from "./shop";

/** Receives a quad, records a mend and takes it to Prove. */
async function toProve(page: Page, tag: string): Promise<string> {
  const number = await receiveQuad(page, tag);
  await page.getByRole("button", { name: "Name the cause" }).first().click();
  await page.getByRole("button", { name: "Name it and go on" }).click();
  await page.waitForURL(/\/refit$/);
  await page.getByRole("button", { name: "Record a setting or a mend" }).click();
  await page.getByLabel("What was set or mended?").fill("camera plug");
  await pick(page, "On what?", "Settings: others, or several");
  await page.getByLabel("Now", { exact: true }).fill("re-seated and glued");
  await page.getByRole("button", { name: "Record it" }).click();
  await expect(page.getByText("Long low hover by eye")).toBeVisible();
  await page.getByRole("button", { name: "Go on to Prove" }).click();
  await page.waitForURL(/\/prove$/);
  return number;
}

test("a failed proof goes back to Isolate with what was seen, and the ticket shows where it came from", async ({
  page,
}) => {
  await signIn(page, "ines");
  const number = await toProve(page, "P-100");
  const proofs = page.getByRole("region", { name: "Proofs", exact: true });
  await proofs.getByRole("button", { name: /Long low hover/ }).click();
  await expect(page.getByText(/^First: Settings restored/)).toBeVisible();
  await expect(page.getByRole("button", { name: /^Met/ })).toBeDisabled();
  await page.getByRole("button", { name: /^Failed/ }).click();
  await page.getByLabel("What was seen", { exact: true }).fill("fell after forty seconds");
  await pick(page, "As a finding", "Dropped out of the air, motors stopped");
  await page.getByRole("button", { name: "Failed: back to Isolate" }).click();
  await expect(page.getByText("Proofs are decided while the job is in Prove.")).toBeVisible();
  await page.goto(`/jobs/${number}/isolate`);
  const known = page.getByRole("region", { name: "What we know" });
  await expect(known.getByText("Dropped out of the air, motors stopped")).toBeVisible();
  await expect(known.getByText("before the repair, does not count").first()).toBeVisible();
  await expect(page.getByRole("list", { name: /Prove came back from here/ })).toBeVisible();
});

test("only a lead may waive, with a reason, and the name stays", async ({ page, browser }) => {
  await signIn(page, "ines");
  const number = await toProve(page, "P-200");
  await expect(page.getByText("Only a lead may waive it.")).toBeVisible();

  const lead = await (await browser.newContext({ baseURL: process.env.SHOP_URL })).newPage();
  await signIn(lead, "orrin");
  await lead.goto(`/jobs/${number}/prove`);
  const title = await lead.getByRole("region", { name: "Proof in hand" }).getByRole("heading").innerText();
  await lead.getByRole("button", { name: /^Waive/ }).click();
  await lead.getByRole("button", { name: "Waive, in my name" }).click();
  await expect(lead.getByText("Say what was seen, or why it is waived.")).toBeVisible();
  await lead.getByLabel("Why it is waived").fill("nothing was touched there");
  await lead.getByRole("button", { name: "Waive, in my name" }).click();
  await lead
    .getByRole("region", { name: "Proofs", exact: true })
    .getByRole("button", { name: new RegExp(title) })
    .click();
  await expect(lead.getByText(/waived by Orrin Heyl, .*: nothing was touched there/)).toBeVisible();
  await lead.context().close();
});

test("on a phone nothing lies outside the screen", async ({ browser }) => {
  const context = await browser.newContext({
    baseURL: process.env.SHOP_URL,
    viewport: { width: 390, height: 844 },
    hasTouch: true,
  });
  const page = await context.newPage();
  await signIn(page, "ines");
  for (const path of [
    "/",
    "/receive",
    "/craft",
    "/craft/1",
    "/library",
    "/workshop",
    "/calculators/endurance",
    "/jobs/0025/isolate",
    "/jobs/0001/handback",
    "/jobs/0001/bench",
    "/jobs/0001/prove",
  ]) {
    await page.goto(path);
    await page.waitForLoadState("networkidle");
    const overflow = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    );
    expect(overflow, path).toBeLessThanOrEqual(0);
  }
  await context.close();
});

test("the theme goes round by a button and is remembered", async ({ page }) => {
  await signIn(page, "ines");
  const ground = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  await page.getByRole("button", { name: "As this computer" }).click();
  const light = await ground();
  await page.getByRole("button", { name: "Light" }).click();
  await expect.poll(ground).not.toBe(light);
  const dark = await ground();
  await page.reload();
  expect(await ground()).toBe(dark);
});
