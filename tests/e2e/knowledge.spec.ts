import { readFileSync } from "node:fs";
import { type Page } from "@playwright/test";
import { expect, query, receiveQuad, signIn, test } from "./shop";

// What is changed here all jobs share; put back after each test, so that the other files find the shop as it was.
test.afterEach(async () => {
  await query("DELETE FROM library_revision");
  await query("DELETE FROM workshop");
});

const entry = (page: Page) => page.getByRole("region", { name: "Entry, history and files" });

test("a lead edits an entry, sees what it changed, and goes back to the shipped library", async ({ page }) => {
  await signIn(page, "orrin");
  await page.goto("/library");
  await page.getByLabel("Search the library").fill("camera dead");
  await page.getByRole("button", { name: /^Camera dead/ }).click();
  await entry(page).getByRole("button", { name: "Change this entry" }).click();
  await page.getByLabel("Name", { exact: true }).fill("Camera gave up");
  await page.getByLabel("Usual rate among complaints").fill("12");
  await page.getByLabel("Why it is changed").fill("a bad batch");
  await page.getByRole("button", { name: "Save as a new revision" }).click();
  await expect(page.getByRole("heading", { name: /revision \d+/ })).toBeVisible();

  await page.getByRole("button", { name: "History · 1" }).click();
  await expect(entry(page).getByText("a bad batch")).toBeVisible();
  await entry(page).getByRole("button", { name: "what changed" }).click();
  await expect(entry(page).getByText("0.12")).toBeVisible();
  await expect(entry(page).getByText("Camera gave up").first()).toBeVisible();
  await entry(page).getByRole("button", { name: "Back to the shipped library" }).click();
  await expect(page.getByRole("button", { name: "History · 2" })).toBeVisible();
});

test("an entry that makes no sense is refused beside the form, and what was typed stays", async ({ page }) => {
  await signIn(page, "orrin");
  await page.goto("/library");
  await page.getByLabel("Search the library").fill("camera dead");
  await page.getByRole("button", { name: /^Camera dead/ }).click();
  await entry(page).getByRole("button", { name: "Change this entry" }).click();
  await page.getByLabel("Name", { exact: true }).fill("");
  await page.getByRole("button", { name: "Save as a new revision" }).click();
  await expect(
    entry(page)
      .getByRole("alert")
      .getByText(/faults\/camera-dead name/),
  ).toBeVisible();
  await expect(page.getByLabel("What it looks like")).toHaveValue(/camera's own menu/);
  expect(Number((await query("SELECT COUNT(*) AS n FROM library_revision"))[0]!.n)).toBe(0);
});

test("the library is exported, and a spoilt file is refused whole with each place", async ({ page }) => {
  await signIn(page, "orrin");
  await page.goto("/library");
  await page.getByRole("button", { name: "Export and import" }).click();
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "Export as JSON" }).click();
  const library = JSON.parse(readFileSync(await (await download).path(), "utf8")) as {
    faults: { name: string }[];
    checks: { id: string; minutes: unknown }[];
  };
  const give = (content: unknown) =>
    page.getByLabel("Import a library file").setInputFiles({
      name: "library.json",
      mimeType: "application/json",
      buffer: Buffer.from(JSON.stringify(content)),
    });
  await give({
    ...library,
    checks: library.checks.map((check, at) => (at < 2 ? { ...check, minutes: "ten" } : check)),
  });
  await expect(page.getByText("Not saved: 2 things are wrong.")).toBeVisible();
  await expect(page.getByText(`checks/${library.checks[0]!.id} minutes`)).toBeVisible();

  library.faults[0]!.name = "Renamed by a file";
  await give(library);
  await expect(page.getByRole("heading", { name: "library.json would change:" })).toBeVisible();
  await page.getByRole("button", { name: "Take it in as a new revision" }).click();
  await expect(page.getByRole("heading", { name: /Saved as revision/ })).toBeVisible();
});

test("a technician reads the library and the workshop, and changes neither", async ({ page }) => {
  await signIn(page, "ines");
  await page.goto("/library");
  await page.getByRole("button", { name: /^Camera dead/ }).click();
  await expect(entry(page).getByRole("heading", { name: "Camera dead" })).toBeVisible();
  await expect(entry(page).getByText(/handed back/)).toBeVisible();
  await expect(entry(page).getByRole("button", { name: "Change this entry" })).toHaveCount(0);
  // From a fault to what it shows, and to a check that tells it.
  await entry(page).getByRole("button", { name: "Black picture, no static" }).click();
  await expect(entry(page).getByRole("heading", { name: "Black picture, no static" })).toBeVisible();
  await expect(entry(page).getByRole("button", { name: "Camera dead" })).toBeVisible();
  await page.goto("/workshop");
  await expect(page.getByRole("region", { name: "Tools at hand" }).getByText("meter", { exact: true })).toBeVisible();
  await expect(page.getByText("A lead can change it.")).toBeVisible();
  await expect(page.getByRole("button", { name: "Change the workshop" })).toHaveCount(0);
});

test("what was learned is shown with its jobs, and a lead takes a link back", async ({ page }) => {
  await signIn(page, "orrin");
  await page.goto("/library");
  await page.getByRole("link", { name: "What the shop learned" }).click();
  await expect(page.getByRole("heading", { level: 1, name: "What the shop learned" })).toBeVisible();
  const row = page.getByRole("row", { name: /Processor load above 60 %/ });
  await expect(row.getByRole("link", { name: "Job 0005" })).toBeVisible();
  const [before, now] = [row.getByRole("cell").nth(1), row.getByRole("cell").nth(2)];
  await expect(now).not.toHaveText((await before.textContent())!);
  await row.getByRole("button", { name: /^Take back/ }).click();
  await row.getByRole("textbox").fill("the sensor lied");
  await row.getByRole("textbox").press("Enter");
  await expect(row.getByText(/Taken back by Orrin.*: the sensor lied/)).toBeVisible();
  await expect(now).toHaveText((await before.textContent())!);
  await row.getByRole("button", { name: /^Learn of it again/ }).click();
  await expect(row.getByRole("button", { name: /^Take back/ })).toBeVisible();
});

test("a tool that is not there takes its checks off the list, and the bay says what is missing", async ({ page }) => {
  await signIn(page, "orrin");
  const number = await receiveQuad(page, "K-100");
  const next = page.getByRole("region", { name: "Do this next" });
  // After a crash nothing is powered before somebody looked all over.
  await page
    .getByRole("region", { name: "Not yet" })
    .getByRole("button", { name: /^Look, smell and feel/ })
    .first()
    .click();
  await next.getByRole("button", { name: /Nothing burnt, broken or wet/ }).click();
  await expect(next.getByText(/^Try a known-good camera( then in front|$)/).first()).toBeVisible();
  await page.goto("/workshop");
  await page.getByRole("button", { name: "Change the workshop" }).click();
  await page.getByRole("checkbox", { name: /^Camera 1 check/ }).uncheck();
  // What is not saved is not left without a word.
  page.once("dialog", (dialog) => void dialog.dismiss());
  await page.getByRole("link", { name: "Library" }).click();
  await expect(page.getByText("Not saved yet.")).toBeVisible();
  await page.getByLabel("An hour of work").fill("");
  await page.getByRole("button", { name: "Save the workshop" }).click();
  await expect(page.getByText("A price is a number.").first()).toBeVisible();
  await page.getByLabel("An hour of work").fill("60");
  await page.getByRole("button", { name: "Save the workshop" }).click();
  await expect(page.getByRole("region", { name: "Prices" }).getByText("60.00 cr")).toBeVisible();
  await page.goto(`/jobs/${number}/isolate`);
  await expect(next.getByText(/cannot be done here: .*known-good camera \(no spare camera\)/)).toBeVisible();
});
