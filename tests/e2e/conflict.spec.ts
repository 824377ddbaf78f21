import { expect, keysWork, receiveQuad, signIn, test } from "./shop";

test("two browsers on one job: the second is shown what the first did, and loses nothing it typed", async ({
  page,
  browser,
}) => {
  await signIn(page, "ines");
  const number = await receiveQuad(page, "C-100");
  await page.goto(`/jobs/${number}/receive`);
  await page.getByLabel("Waits for (empty: nothing)").fill("a camera, due Thursday");

  const other = await (await browser.newContext({ baseURL: process.env.SHOP_URL })).newPage();
  await signIn(other, "tamsin");
  await other.goto(`/jobs/${number}/receive`);
  await other.getByLabel("Changed last").fill("a new canopy");
  await other.getByRole("button", { name: "Save details" }).click();
  await expect(other.getByText("Saved.")).toBeVisible();

  await page.getByRole("button", { name: "Save details" }).click();
  const notice = page.getByRole("alert").filter({ hasText: "Changed by somebody else." });
  await expect(notice.getByText(/Tamsin Oake: changed last change from .* to “a new canopy”/)).toBeVisible();
  await expect(page.getByLabel("Waits for (empty: nothing)")).toHaveValue("a camera, due Thursday");

  await notice.getByRole("button", { name: "Load the newest, keep what I typed" }).click();
  await expect(notice).toHaveCount(0);
  await expect(page.getByLabel("Changed last")).toHaveValue("a new canopy");
  await expect(page.getByLabel("Waits for (empty: nothing)")).toHaveValue("a camera, due Thursday");
  await page.getByRole("button", { name: "Save details" }).click();
  await expect(page.getByText("Saved.")).toBeVisible();
  await other.reload();
  await expect(other.getByLabel("Waits for (empty: nothing)")).toHaveValue("a camera, due Thursday");
  await expect(other.getByLabel("Changed last")).toHaveValue("a new canopy");
  await other.context().close();
});

test("an answer given on a stale page is not stored twice", async ({ page, context }) => {
  await signIn(page, "ines");
  const number = await receiveQuad(page, "C-200");
  const second = await context.newPage();
  await second.goto(`/jobs/${number}/isolate`);
  await expect(
    second
      .getByRole("region", { name: "Suspects" })
      .getByText(/^Camera( dead)?$/)
      .first(),
  ).toBeVisible();
  const title = await page.getByRole("heading", { level: 1 }).innerText();
  await page.keyboard.press("a");
  await expect(page.getByRole("heading", { level: 1 })).not.toHaveText(title);
  await second.bringToFront();
  await keysWork(second);
  await second.keyboard.press("s");
  await expect(second.getByRole("alert").filter({ hasText: "Changed by somebody else." })).toContainText(title);
});
