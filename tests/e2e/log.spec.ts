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
  await page.getByRole("button", { name: "Spectrum", exact: true }).click();
  await expect(page.getByRole("img", { name: /Spectrum of Acceleration/ })).toBeVisible();
  await page.getByRole("button", { name: "Over time" }).click();
  await page.getByRole("button", { name: "Last 5 s before the ground" }).click();
  const view = page.getByRole("group", { name: "The log over time" });
  await view.press("+");
  await expect(view.getByRole("img", { name: /from 1\d\.\d to/ })).toBeVisible();

  await page.getByRole("button", { name: "Keep it with the job" }).click();
  await expect(said(page).getByText(/Kept by Ines/)).toBeVisible();
  await page.reload();
  await expect(said(page).getByText("Rotor out of balance: 2")).toBeVisible();
  await expect(page.getByRole("img", { name: /Acceleration.* from/ })).toBeVisible();

  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save as CSV" }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe("sample04.csv");
  expect(readFileSync(await file.path(), "utf8")).toMatch(/^# pitstopa-log\/1\ntime \[s\],.*\n0,/);

  // A view that is kept is what the next one sees.
  await page.getByRole("button", { name: "Whole flight" }).click();
  await page.getByRole("button", { name: "Spectrum by motor speed" }).click();
  await expect(page.getByRole("img", { name: /Spectrum of Acceleration .* over motor speed/ })).toBeVisible();
  await page.getByRole("button", { name: "Keep this view with the log" }).click();
  await expect(page.getByRole("button", { name: "This view is kept" })).toBeDisabled();
  await page.reload();
  await expect(page.getByRole("img", { name: /Spectrum of Acceleration .* over motor speed/ })).toBeVisible();

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
  await page.getByText("3 columns understood").click();
  await page.getByLabel("Turn Wert 17 round").check();
  await page.getByRole("button", { name: "Read again with these" }).click();
  await page.getByText("3 columns understood").click();
  await expect(page.getByText("sign of “Wert 17”: turned round, for somebody said so")).toBeVisible();
  await expect(page.getByLabel("Turn Wert 17 round")).toBeChecked();
  await page.getByRole("button", { name: "Put it away" }).click();
  await give(page, file("second.csv"));
  await expect(page.getByText("3 columns understood")).toBeVisible();
});

test("a packed log is unpacked in the browser too, under the page's rules on scripts", async ({ page }) => {
  await signIn(page, "ines");
  await receiveQuad(page, "log-packed");
  await openLab(page);
  for (const name of ["zstd.mcap", "lz4.mcap", "zstd.parquet"]) {
    await page.locator('input[type="file"]').setInputFiles(path.join(__dirname, "../fixtures/packed", name));
    await expect(page.getByRole("heading", { name })).toBeVisible({ timeout: 20_000 });
    await expect(page.getByText("4 columns understood")).toBeVisible();
  }
});

test("a reader that never comes is said so, and begun again", async ({ page }) => {
  await page.clock.install();
  await page.addInitScript(() => {
    window.Worker = class extends EventTarget {
      onerror = null;
      postMessage() {}
      terminate() {}
    } as unknown as typeof Worker;
  });
  await signIn(page, "ines");
  await receiveQuad(page, "log-silent");
  await openLab(page);
  await give(page, { name: "a.csv", mimeType: "text/csv", buffer: Buffer.from("time [s],volts [V]\n0,12\n1,12\n") });
  await expect(page.getByText(/Reading a.csv/)).toBeVisible();
  await page.clock.fastForward(31_000);
  await expect(page.getByRole("alert").filter({ hasText: "The reader gave up" })).toBeVisible();
  await page.getByRole("button", { name: "Begin again" }).click();
  await expect(page.getByText(/The reader gave up/)).toHaveCount(0);
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

/** Brightness of a picture's corner, 0 to 255. */
function brightnessOf(image: Element): number {
  const canvas = document.createElement("canvas");
  const context = canvas.getContext("2d")!;
  context.drawImage(image as HTMLImageElement, 0, 0);
  const [red, green, blue] = context.getImageData(2, 2, 1, 1).data;
  return (red! + green! + blue!) / 3;
}

test("where a craft flew is drawn over ground, and a chart goes into the report that the owner gets", async ({
  page,
}) => {
  await signIn(page, "ines");
  const number = await receiveQuad(page, "log-4");
  await openLab(page);
  // A round of 300 m at 10 m/s, ten lines a second.
  const rows = Array.from({ length: 600 }, (_, row) => {
    const turn = (row / 300) * 2 * Math.PI;
    const place = [45 + 4.3e-4 * Math.sin(turn), 7 + 6.1e-4 * Math.cos(turn)].map((each) => each.toFixed(7));
    return [row / 10, ...place, (12 * Math.sin(turn)).toFixed(2), (16 - row / 900).toFixed(3)].join(",");
  });
  const buffer = Buffer.from(`time [s],latitude,longitude,roll [deg],pack [V]\n${rows.join("\n")}\n`);
  await give(page, { name: "round.csv", mimeType: "text/csv", buffer });
  const moment = page.getByRole("group", { name: "At this moment" });
  await expect(moment.getByRole("img", { name: "Track over ground, north up" })).toBeVisible();
  await expect(moment.getByText(/^\d+ m$/)).toBeVisible();
  await page.getByRole("button", { name: "Keep it with the job" }).click();
  await expect(said(page).getByText(/Kept by Ines/)).toBeVisible();

  await page.emulateMedia({ colorScheme: "dark" });
  const kept = page.waitForResponse(/\/api\/jobs\/\d+\/pictures$/);
  await page.getByRole("button", { name: /^Into the report: round\.csv/ }).click();
  expect((await kept).status()).toBe(201);
  await page.keyboard.press("6");
  const picture = page.getByRole("img", { name: /^round\.csv: .* from 0\.0 to/ });
  await expect(picture).toBeVisible();
  await expect.poll(() => picture.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBe(2 * 760);
  expect(await picture.evaluate(brightnessOf)).toBeGreaterThan(200); // for paper, on a dark screen too
  const pdf = await (await page.request.get(`/api/jobs/${number}/report`)).body();
  expect(pdf.toString("latin1").match(/\/Type \/Page\b(?!s)/g)).toHaveLength(2);
  await page.getByRole("button", { name: /^Leave out: round\.csv/ }).click();
  await expect(picture).toHaveCount(0);
});

test("how the craft lay and where it was is shown of the moment under the pointer", async ({ page }) => {
  await signIn(page, "ines");
  await page.goto("/jobs/0027/log");
  const moment = page.getByRole("group", { name: "At this moment" });
  await expect(moment.getByText("middle of the view")).toBeVisible();
  await expect(moment.getByRole("img", { name: /The craft from behind: -?\d+°/ })).toBeVisible();
  await expect(moment.getByRole("img", { name: /The craft from the left/ })).toBeVisible();
  const middle = await moment.getByText(/^\d+\.\d\d s$/).textContent();
  // Moved until it is heard, as a hand does: the chart's own program comes after the frame that holds its place.
  const chart = page.getByRole("img", { name: /Motor outputs.* from/ });
  await expect(async () => {
    await chart.hover({ position: { x: 120, y: 90 } });
    await chart.hover({ position: { x: 140, y: 90 } });
    await expect(moment.getByText("under the pointer")).toBeVisible({ timeout: 500 });
  }).toPass({ timeout: 15_000 });
  expect(await moment.getByText(/^\d+\.\d\d s$/).textContent()).not.toBe(middle);
});

test("a flight is held against the one after the last repair", async ({ page }) => {
  await signIn(page, "ines");
  await page.goto("/jobs/0027/log");
  await said(page).getByText("Against another flight").click();
  await page.getByLabel("The other flight").click();
  await page.getByTitle(/^after-the-repair\.csv, job 0005/).click();
  await expect(said(page).getByRole("row", { name: /^amps/ })).toContainText("alike");
  await expect(said(page).getByRole("img", { name: /amps and vibration over output/ })).toBeVisible();
  await expect(said(page).getByRole("row", { name: /^mAh\/km/ })).toBeVisible();
});

/** What a ground station might have written of a sample: later, more seldom, fewer things, in words of its own. */
function groundStationOf(name: string, { laterS, every }: { laterS: number; every: number }) {
  const [heading, ...lines] = sample(name).buffer.toString().trim().split("\n");
  const at = (title: string) => heading!.split(",").findIndex((each) => each.includes(title));
  const columns = ["Battery / mV", "Battery / mA", "Altitude / cm", "Throttle / us"].map(at);
  const rows = lines
    .filter((_, row) => row % every === 0)
    .map((line) => line.split(",").map(Number))
    .filter(([timeS]) => timeS! >= laterS)
    .map((cells) =>
      [cells[0]! - laterS, ...columns.map((column) => cells[column]! / [1000, 1000, 100, 1][columns.indexOf(column)]!)]
        .map((value) => value.toFixed(3))
        .join(";"),
    );
  const text = ["Time [s];Pack [V];Pack [A];Height [m];Throttle [us]", ...rows].join("\n");
  return { name: "ground.csv", mimeType: "text/csv", buffer: Buffer.from(text) };
}

test("a ground station's log is put on the clock of the board's, drawn beside it, and kept so", async ({ page }) => {
  await signIn(page, "ines");
  await receiveQuad(page, "log-clock");
  await openLab(page);
  const keep = async (file: ReturnType<typeof sample>) => {
    await give(page, file);
    await page.getByRole("button", { name: "Keep it with the job" }).click();
    await expect(
      said(page)
        .filter({ hasText: file.name })
        .getByText(/Kept by Ines/),
    ).toBeVisible();
  };
  await keep(groundStationOf("sample06.csv", { laterS: 6.4, every: 10 }));
  await keep(sample("sample06.csv"));
  await page.getByText("Another log of the same flight").click();
  await page.getByRole("combobox", { name: "The other log" }).click();
  await page.getByTitle("ground.csv").click();
  await expect(
    said(page).getByText(/^Begins 6\.(39|40|41) s later, ± 0\.05, by voltage, current and 2 more/),
  ).toBeVisible();
  const channels = page.getByRole("group", { name: "Channels" });
  if (await channels.getByRole("button", { name: /more$/ }).isVisible())
    await channels.getByRole("button", { name: /more$/ }).click();
  await channels.getByRole("button", { name: "Height, other log" }).click();
  await expect(page.getByRole("img", { name: /Height, other log/ })).toBeVisible();
  await page.getByRole("button", { name: "Keep this view with the log" }).click();
  await expect(page.getByRole("button", { name: "This view is kept" })).toBeDisabled();
  await page.reload();
  await page.getByRole("button", { name: "sample06.csv" }).click();
  await expect(page.getByRole("img", { name: /Height, other log/ })).toBeVisible();
  await expect(page.getByLabel("Its first line comes after this one’s, s")).toHaveValue(/^6\.(39|40|41)/);
  // By hand: the offset is what is said, and what was found is no longer claimed.
  await page.getByLabel("Its first line comes after this one’s, s").fill("7");
  await expect(said(page).getByText(/^Begins /)).toHaveCount(0);
});
