import { readFileSync } from "node:fs";
import path from "node:path";
import { type Page } from "@playwright/test";
import { gunzipSync } from "fflate";
import { expect, receiveQuad, signIn, test } from "./shop";

/** A sample log that was made outside the project. */
function sample(name: string) {
  const packed = readFileSync(path.join(__dirname, "../fixtures/sampleLogs", `${name}.gz`));
  return { name, mimeType: "text/csv", buffer: Buffer.from(gunzipSync(packed)) };
}

/** Goes from the bay in hand to the log lab by its key. */
async function openLab(page: Page) {
  await page.keyboard.press("7");
  await expect(page.getByText(/Any table with a clock will do/)).toBeVisible();
}
const give = (page: Page, file: { name: string; mimeType: string; buffer: Buffer }) =>
  page.locator('input[type="file"]').setInputFiles(file);
const said = (page: Page) => page.getByRole("region", { name: "What the log says" });

test("a flight log is given, read, looked at, kept and handed to Isolate", async ({ page }) => {
  await signIn(page, "ines");
  await receiveQuad(page, "log-1", ["Shakes or vibrates in flight"]);
  await openLab(page);

  await give(page, sample("sample04.csv"));
  await expect(said(page).getByText("Rotor out of balance: 2")).toBeVisible();
  await expect(said(page).getByText(/^78\.5\sHz$/)).toBeVisible();
  await page.getByRole("button", { name: "Spectrum" }).click();
  await expect(page.getByRole("img", { name: /Spectrum of Acceleration/ })).toBeVisible();
  await page.getByRole("button", { name: "Spectrum" }).click();
  await page.getByRole("button", { name: "Last 5 s before the ground" }).click();
  const view = page.getByRole("group", { name: "The log over time" });
  await view.press("+");
  await expect(view.getByRole("img", { name: /from 1\d\.\d to/ })).toBeVisible();

  await page.getByRole("button", { name: "Keep it with the job" }).click();
  await expect(said(page).getByText(/Kept by Ines/)).toBeVisible();
  await page.reload();
  await expect(said(page).getByText("Rotor out of balance: 2")).toBeVisible();
  await expect(page.getByRole("img", { name: /Acceleration.* from/ })).toBeVisible();

  await page.getByLabel(/Remark at/).fill("the first wobble");
  await page.getByRole("button", { name: "Keep the remark" }).click();
  await expect(said(page).getByText(/the first wobble/)).toBeVisible();
  await page.getByRole("button", { name: "Hand to Isolate as findings" }).click();
  await expect(page.getByRole("button", { name: "Handed to Isolate" })).toBeDisabled();
  await page.keyboard.press("2");
  await expect(page.getByText(/flight log sample04\.csv/).first()).toBeVisible();
});

test("a column that nobody understood is named by hand, and remembered for the next file", async ({ page }) => {
  await signIn(page, "ines");
  await receiveQuad(page, "log-2");
  await openLab(page);
  const rows = Array.from({ length: 400 }, (_, row) => `${row * 10},${(16 - row / 400).toFixed(3)},${row % 7}`);
  const file = (name: string) => ({
    name,
    mimeType: "text/csv",
    buffer: Buffer.from(`Zeit [ms],Akku [V],Wert 17\n${rows.join("\n")}\n`),
  });
  await give(page, file("first.csv"));
  await page.getByText("2 columns understood, 1 not used").click();
  await page.getByLabel("Wert 17 is").selectOption("current");
  await page.getByRole("button", { name: "Read again with these" }).click();
  await expect(page.getByText("3 columns understood")).toBeVisible();
  await page.getByRole("button", { name: "Put it away" }).click();
  await give(page, file("second.csv"));
  await expect(page.getByText("3 columns understood")).toBeVisible();
});

test("what is no log is refused with a sentence, and nothing is kept", async ({ page }) => {
  await signIn(page, "ines");
  await receiveQuad(page, "log-3");
  await openLab(page);
  await give(page, { name: "packed.csv", mimeType: "text/csv", buffer: Buffer.from([0x50, 0x4b, 3, 4, 0, 0]) });
  await expect(page.getByText(/This is a zip archive/)).toBeVisible();
  await give(page, { name: "letter.txt", mimeType: "text/plain", buffer: Buffer.from("Dear shop,\nit fell.\n") });
  await expect(page.getByText(/This is no table/)).toBeVisible();
  await expect(page.getByRole("button", { name: "Keep it with the job" })).toHaveCount(0);
});

test("a flight is held against the one after the last repair", async ({ page }) => {
  await signIn(page, "ines");
  await page.goto("/jobs/0027/log");
  await said(page).getByText("Against another flight").click();
  await page.getByLabel("The other flight").click();
  await page.getByTitle(/^after-the-repair\.csv, job 0005/).click();
  await expect(said(page).getByRole("row", { name: /^amps/ })).toContainText(/more|less|alike|cannot tell/);
  await expect(said(page).getByRole("row", { name: /^mAh\/km/ })).toBeVisible();
});
