import { expect, pick, receiveQuad, signIn, test } from "./shop";

test("findings are doubted, undone to any depth, and found again by a second technician", async ({ page, browser }) => {
  await signIn(page, "ines");
  const number = await receiveQuad(page, "I-100");
  const known = page.getByRole("region", { name: "What we know" });
  const suspects = page.getByRole("region", { name: "Suspects" });
  const title = page.getByRole("region", { name: "Do this next" }).getByRole("heading", { level: 1 });
  const first = await title.innerText();
  const before = await suspects.locator("details").first().innerText();
  for (let answers = 1; answers <= 3; answers++) {
    const now = await title.innerText();
    await page.keyboard.press("a");
    await expect(title).not.toHaveText(now);
  }
  await expect(known.getByText(/^What we know · 4 findings$/i)).toBeVisible();

  const sure = await suspects.locator("details").first().innerText();
  await known.getByRole("button", { name: "doubtful" }).nth(1).click();
  await expect(known.getByText("doubtful", { exact: true }).first()).toBeVisible();
  await expect.poll(() => suspects.locator("details").first().innerText()).not.toBe(sure);

  const second = await (await browser.newContext({ baseURL: process.env.SHOP_URL })).newPage();
  await signIn(second, "tamsin");
  await second.goto(`/jobs/${number}/isolate`);
  await expect(second.getByRole("region", { name: "What we know" }).getByText(/4 findings/i)).toBeVisible();
  await second.getByRole("button", { name: "undo to here" }).nth(1).click();
  await expect(second.getByText("taken back, does not count")).toHaveCount(3);
  await second.context().close();

  await page.reload();
  await expect(title).toHaveText(first);
  expect(await suspects.locator("details").first().innerText()).toBe(before);
});

test("the check in hand is timed, doubted and noted by keys, and another one can be chosen", async ({ page }) => {
  await signIn(page, "ines");
  await receiveQuad(page, "I-200");
  const next = page.getByRole("region", { name: "Do this next" });
  await page.keyboard.press("t");
  await expect(next.getByRole("button", { name: /stop/ })).toBeVisible();
  await page.keyboard.press("q");
  await expect(next.getByRole("checkbox", { name: /Not sure/ })).toBeChecked();
  await next.locator("details").first().click();
  const other = (await next.locator("details summary > span").first().innerText()).split("\n")[0]!;
  await next.getByRole("button", { name: "do this one instead" }).first().click();
  await expect(next.getByText("Chosen by you")).toBeVisible();
  await expect(next.getByRole("heading", { level: 1 })).toHaveText(other.replace(/ then in front: .*/, ""));
});

test("a measured value is typed and turned into the answer by the check's limits", async ({ page }) => {
  await signIn(page, "ines");
  await receiveQuad(page, "I-300", ["Flights are shorter than they were"]);
  const next = page.getByRole("region", { name: "Do this next" });
  const value = next.getByRole("spinbutton");
  // Pass over what is looked at until something is measured.
  for (let i = 0; i < 8 && (await value.count()) === 0; i++) {
    const now = await next.getByRole("heading", { level: 1 }).innerText();
    await page.keyboard.press("x");
    await expect(next.getByRole("heading", { level: 1 })).not.toHaveText(now);
  }
  await value.fill("3.37");
  await next.getByRole("button", { name: "Take the value" }).click();
  await expect(page.getByRole("region", { name: "What we know" }).getByText(/\(3\.37\)/)).toBeVisible();
});

test("one change at a time: what cured it and brought it back is proven", async ({ page }) => {
  await signIn(page, "ines");
  await receiveQuad(page, "I-400");
  await page.getByText("Change one thing at a time").click();
  const panel = page.locator("details", { hasText: "Change one thing at a time" });
  await panel.getByLabel("What is changed").fill("camera plug");
  await panel.getByRole("radio", { name: "Fault gone" }).check();
  await panel.getByRole("button", { name: "Write it down" }).click();
  await expect(panel.getByText("suspected", { exact: true })).toBeVisible();
  await panel.getByRole("checkbox", { name: "Restore: camera plug" }).check();
  await panel.getByRole("radio", { name: "Fault still there" }).check();
  await panel.getByRole("button", { name: "Write it down" }).click();
  await expect(panel.getByText("proven", { exact: true })).toBeVisible();
});

test("a complaint is picked on the picture of the craft, and a cause outside the library is named", async ({
  page,
}) => {
  await signIn(page, "ines");
  await page.goto("/receive");
  await page.getByLabel("Battery is out").check();
  await page.getByLabel("Props are off").check();
  const seen = page.getByRole("group", { name: "What was seen" });
  const all = await seen.getByRole("button").count();
  await page
    .getByRole("group", { name: "Where it was seen" })
    .getByRole("button", { name: /^Props/ })
    .click();
  expect(await seen.getByRole("button").count()).toBeLessThan(all);
  await page
    .getByRole("group", { name: "Where it was seen" })
    .getByRole("button", { name: /^Props/ })
    .click();
  await pick(page, "When did it show?", "hover");

  const number = await receiveQuad(page, "I-500");
  await page.getByRole("button", { name: "Name the cause" }).first().click();
  const dialog = page.getByRole("dialog");
  for (const box of await dialog.getByRole("checkbox").all()) if (await box.isChecked()) await box.uncheck();
  await dialog.getByLabel("A cause that the library does not have").fill("ants in the housing");
  await dialog.getByRole("button", { name: "Name it and go on" }).click();
  await page.waitForURL(/\/refit$/);
  await page.goto(`/jobs/${number}/isolate`);
  await page.getByText(/^History/).click();
  await expect(page.getByText(/ants in the housing/).first()).toBeVisible();
});

test("an answer is one call, which brings the page along: nothing is asked for twice", async ({ page }) => {
  await signIn(page, "ines");
  await receiveQuad(page, "I-900");
  const before = await page.getByRole("heading", { level: 1 }).textContent();
  const calls: string[] = [];
  page.on("request", (request) => {
    if (request.url().includes("/jobs/")) calls.push(request.method());
  });
  await page.keyboard.press("a");
  await expect(page.getByRole("heading", { level: 1 })).not.toHaveText(before!);
  await page.waitForTimeout(1500);
  expect(calls).toEqual(["POST"]);
});
