import { readFile } from "node:fs/promises";
import { type Page } from "@playwright/test";
import { expect, pick, query, openBench, receiveQuad, signIn, startSweep, test, throttleNow } from "./shop";

async function toBench(page: Page, tag: string, kind: string): Promise<string> {
  await signIn(page, "ines");
  const number = await receiveQuad(page, tag);
  await openBench(page, number);
  await page.getByRole("button", { name: kind, exact: true }).first().click();
  return number;
}

const verdict = (page: Page) => page.getByRole("region", { name: "Verdict" });
const writeProfile = async (page: Page, text: string) => {
  await pick(page, "Profile", "One written by hand");
  await page.getByLabel("One step a line").fill(text);
};

test("a craft's own meter is measured on the rig, kept, and checked again after its scale was changed", async ({
  page,
}) => {
  const number = await toBench(page, "RG-100", "Craft's own meter");
  await page.getByText("this craft, healthy").click();
  await page.getByText("with a current sensor off", { exact: true }).click();
  await page.getByLabel("Scale set now").fill("100");
  await startSweep(page);
  await expect(page.getByText(/Run \d+: Ran to its end/)).toBeVisible({ timeout: 40_000 });
  await expect(verdict(page).getByText(/It shows 1\.(4[6-9]|5[0-4]) times too little/)).toBeVisible();
  await expect(
    page.getByRole("region", { name: "Figures" }).getByText("New scale, if the firmware multiplies by it"),
  ).toBeVisible();
  await verdict(page).getByRole("button", { name: "Keep as evidence" }).click();
  await expect(verdict(page).getByText("Kept on the job.")).toBeVisible();
  await page.goto(`/jobs/${number}/isolate`);
  await expect(page.getByText(/bench run \d+/).first()).toBeVisible();

  await page.goto(`/jobs/${number}/bench`);
  // The sensor of the simulated craft shows two thirds; the meters scatter.
  await expect(page.getByLabel("Gain before the change").first()).toHaveValue(/^1\.(4[6-9]|5[0-4]|5$)/);
});

test("a profile written by hand names the line it does not understand, and a limit on any channel cuts", async ({
  page,
}) => {
  await toBench(page, "RG-200", "Power draw");
  await writeProfile(page, "hold 20 % 2 s\nfly away");
  await expect(page.getByText(/Line 2, “fly away”, is not understood/)).toBeVisible();
  await expect(page.getByRole("button", { name: "Hold for a second to arm" })).toBeDisabled();
  await writeProfile(page, "ramp 0 to 60 % 4 s\nhold 60 % 20 s");
  await page.getByText("More limits, air and the like").click();
  await pick(page, "Guard another channel", "Speed, rpm");
  await page.getByLabel("at most").last().fill("12000");
  await startSweep(page);
  await expect(page.getByText(/Cut on a limit/).first()).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText(/speed over the limit: 12\d\d\d\.\d+ rpm, limit 12000 rpm/).first()).toBeVisible();
  expect(await throttleNow()).toBe(0);
});

test("a run is cut to a stretch, given a remark, taken away as a file, brought back, and laid behind another", async ({
  page,
}) => {
  await toBench(page, "RG-300", "Power draw");
  await writeProfile(page, "hold 0 % 1.5 s\nhold 40 % 2 s\nhold 100 % 2.5 s");
  await startSweep(page);
  await expect(page.getByText(/Run \d+: Ran to its end/)).toBeVisible({ timeout: 20_000 });
  await expect(verdict(page).getByText(/Weakest in line: Tam lead 12/)).toBeVisible();

  await page.getByLabel("Second of the remark").fill("2.5");
  await page.getByLabel("Remark", { exact: true }).fill("a squeal");
  await page.getByRole("button", { name: "Note", exact: true }).click();
  await expect(page.getByRole("listitem").filter({ hasText: "a squeal" })).toContainText("2.5 s");

  await page.getByLabel("Stretch to").fill("3.4");
  await page.keyboard.press("Tab");
  await expect(verdict(page).getByText(/never settled at full throttle/)).toBeVisible();
  await page.getByLabel("Stretch to").fill("");
  await page.keyboard.press("Tab");
  await expect(verdict(page).getByText(/Weakest in line/)).toBeVisible();

  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "CSV" }).click();
  const file = await (await download).path();
  expect(await readFile(file, "utf8")).toMatch(/^# pitstopa-run\/1\n[\s\S]*\ntime \[s\],step \[1\]/);
  await page.getByLabel("Take a run from a CSV file").setInputFiles(file);
  await expect(page.getByText(/Run \d+: Taken from a file/)).toBeVisible();
  await expect(verdict(page).getByText(/Weakest in line: Tam lead 12/)).toBeVisible();
  await page.getByLabel(/^Compare with run/).check();
  await expect(page.getByLabel(/^Compare with run/)).toBeChecked();

  await page.getByRole("button", { name: "Replay" }).click();
  await expect(page.getByText(/^Replay, \d/)).toBeVisible();
  await page.getByRole("button", { name: "Stop the replay" }).click();
  await expect(page.getByText(/Run \d+: Taken from a file/)).toBeVisible();

  await page.getByLabel("Take a run from a CSV file").setInputFiles({
    name: "odd.csv",
    mimeType: "text/csv",
    buffer: Buffer.from("time,current [A]\n0,1\n1,1"),
  });
  await expect(page.getByRole("alert").filter({ hasText: "“time” has no unit" })).toBeVisible();
});

test("an instrument is put on the list, with what is wrong said at its place, and its calibration watched", async ({
  page,
}) => {
  // Where an instrument is reached is a lead's to say.
  await signIn(page, "orrin");
  await page.getByRole("link", { name: "Rig" }).click();
  await expect(page.getByText("calibration ran out on")).toBeVisible();
  await page.getByRole("button", { name: "Add an instrument" }).click();
  const form = page.getByRole("region", { name: "A new instrument", exact: true });
  await form.getByLabel("Name").fill("Second wattmeter");
  await form.getByLabel("Port").fill("9");
  await form.getByText("The map as a file").click();
  await form.getByLabel("The map as text").fill("{ not json");
  await expect(form.getByText(/is no JSON/)).toBeVisible();
  const map = { format: "pitstopa-command-map/1", channels: [{ channel: "cell13", query: "" }] };
  await form.getByLabel("The map as text").fill(JSON.stringify(map));
  await expect(form.getByText(/A command is missing/)).toBeVisible();
  // The same map as fields: each change stands in the file's text at once.
  await pick(page, "Channel 1", "Cell 14");
  await form.getByLabel("Asked for channel 1").fill("MEAS:VOLT?");
  await expect(form.getByLabel("The map as text")).toHaveValue(/"channel": "cell14",\s+"query": "MEAS:VOLT\?"/);
  await form.getByRole("button", { name: "Try it" }).click();
  await expect(
    form.getByText(/■ No instrument answers at 127\.0\.0\.1:9 \(nothing listens on that port/),
  ).toBeVisible();
  await form.getByLabel("In use at the rig").check();
  await form.getByRole("button", { name: "Save" }).click();
  const line = page.getByRole("button", { name: /^Second wattmeter/ });
  await page.getByRole("button", { name: "Ask them who they are" }).click();
  await expect(line).toContainText("No instrument answers at 127.0.0.1:9");
  await page.getByRole("button", { name: "Change it" }).click();
  await page.getByRole("region", { name: "Second wattmeter" }).getByLabel("In use at the rig").uncheck();
  await page.getByRole("button", { name: "Save" }).click();
  await expect(line).toContainText("put away");
});

test("a stand on the page's own serial port feeds the same run", async ({ page }) => {
  await page.addInitScript(() => {
    const encoder = new TextEncoder();
    const readable = new ReadableStream({
      start(controller) {
        controller.enqueue(encoder.encode("# Home-made,Page stand,P-1,0.1\n"));
        let half = "";
        setInterval(() => {
          const line = `${half}grams ${(400 + 10 * Math.random()).toFixed(1)}, mood 3\ngra`;
          half = "ms 405\n";
          controller.enqueue(encoder.encode(line));
        }, 40);
      },
    });
    const port = { readable, open: () => Promise.resolve(), close: () => Promise.resolve() };
    Object.defineProperty(navigator, "serial", { value: { requestPort: () => Promise.resolve(port) } });
  });
  const map = {
    format: "pitstopa-command-map/1",
    channels: [{ channel: "cell13", query: "grams", factor: 0.01 }],
    output: null,
  };
  await query(
    "INSERT INTO instrument (name, transport, host, port, command_map) VALUES ('Stand at the page', 'serial', '', 0, ?)",
    [JSON.stringify(map)],
  );
  try {
    await toBench(page, "RG-400", "Power draw");
    await page.getByRole("button", { name: "open the port" }).click();
    await expect(page.getByText("8 of 8 connected")).toBeVisible();
    await writeProfile(page, "hold 10 % 2 s");
    await startSweep(page);
    await expect(page.getByText(/Run \d+: Ran to its end/)).toBeVisible({ timeout: 20_000 });
    const [chunk] = await query("SELECT columns_json FROM bench_run_chunk ORDER BY run_id DESC, seq LIMIT 1");
    expect(JSON.stringify(chunk!.columns_json)).toContain("cell13");
    const run = await page.request.get("/api/runs/" + (await query("SELECT MAX(id) AS id FROM bench_run"))[0]!.id);
    const { points } = (await run.json()) as { points: Record<string, [number, number][]> };
    for (const [, value] of points.cell13!) expect(Math.abs(value - 4.05)).toBeLessThan(0.1);
  } finally {
    await query("DELETE FROM instrument WHERE name = 'Stand at the page'");
  }
});

test("ESC settings side by side: what differs is marked, copied, and kept", async ({ page }) => {
  const number = await toBench(page, "RG-500", "ESC heat");
  await page.getByText("ESC settings side by side").click();
  for (const [place, value] of ["15°", "15°", "22°", "15°"].entries())
    await page.getByLabel(`Timing, ESC ${place + 1}`).fill(value);
  await expect(page.getByText("■ 1 differ")).toBeVisible();
  await page.getByRole("button", { name: "Save, and keep on the job" }).click();
  await expect.poll(async () => (await query("SELECT COUNT(*) AS n FROM esc_settings"))[0]!.n).toBeGreaterThan(0);
  await page.reload();
  await page.getByText("ESC settings side by side").click();
  const row = page.getByRole("row", { name: /^Timing/ });
  await row.getByRole("button", { name: "ESC 1 to all" }).click();
  await expect(row.getByText("● alike")).toBeVisible();
  await page.getByText(/^History/).click();
  await expect(page.getByText(/Timing: ESC 3 has 22°, the others 15°/).first()).toBeVisible();
  expect(number).toMatch(/^\d+$/);
});

test("a pack's log advises when to retire it", async ({ page }) => {
  await signIn(page, "tamsin");
  await page.getByRole("link", { name: "Packs" }).click();
  await page.getByRole("button", { name: "Add a pack" }).click();
  await page.getByRole("textbox", { name: "Label", exact: true }).fill("Browser pack");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("Give the capacity.").first()).toBeVisible();
  await page.getByLabel("Capacity").fill("1300");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("○ Cannot say", { exact: true })).toBeVisible();
  for (const ohms of ["4.2", "9.1"]) {
    await page.getByRole("button", { name: "Write down a measurement" }).click();
    await page.getByLabel("Or mean per cell").fill(ohms);
    await page.getByRole("button", { name: "Write it down" }).click();
    await expect(page.getByRole("cell", { name: ohms })).toBeVisible();
  }
  const own = page.getByRole("region", { name: "Browser pack" });
  await expect(own.getByText("■ Retire it")).toBeVisible();
  await expect(page.getByText(/2\.17 times that of its first entry/).first()).toBeVisible();
  await page.getByRole("button", { name: "Write down a measurement" }).click();
  for (const [index, ohms] of ["9", "9.1", "19.4", "9.2"].entries())
    await page.getByLabel(`Cell ${index + 1}, resistance`).fill(ohms);
  await page.getByRole("button", { name: "Write it down" }).click();
  await expect(page.getByText(/Cell 3 has 2\.1 times the resistance of the others/).first()).toBeVisible();
  await expect(page.getByRole("img", { name: /cell 3 19\.4 mΩ/ })).toBeVisible();
});
