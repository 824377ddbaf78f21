import { expect, pick, query, receiveQuad, signIn, test } from "./shop";

test("a calculation is worked out as it is typed, in any unit, and kept on a job", async ({ page }) => {
  await signIn(page, "ines");
  const number = await receiveQuad(page, "U-100");
  await page.getByRole("link", { name: "Calculators" }).click();
  const result = page.getByRole("region", { name: "Result" });
  await expect(result.getByText(/^8\.43\s?A/)).toBeVisible();
  await page.getByLabel("Time flown", { exact: true }).fill("11,2");
  await expect(result.getByText(/^5\.57\s?A/)).toBeVisible();
  await pick(page, "Unit of Time flown", "s");
  await expect(page.getByLabel("Time flown", { exact: true })).toHaveValue("672");
  await expect(result.getByText(/^5\.57\s?A/)).toBeVisible();
  await page.getByLabel("Time flown", { exact: true }).fill("soon");
  await expect(page.getByText("Time flown: a number is needed.")).toBeVisible();
  await expect(page.getByRole("region", { name: "Keep on a job" })).toHaveCount(0);
  await page.getByRole("button", { name: "back to the example" }).click();
  await page.getByText("How it is worked out").click();
  await expect(result.getByText("I = Q / t")).toBeVisible();

  await page.getByRole("combobox", { name: "Job", exact: true }).fill(number);
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Keep it" }).click();
  await expect(page.getByText(/^Kept in the history of \d{4}\.$/)).toBeVisible();
  await page.goto(`/jobs/${number}/isolate`);
  await page.getByText(/^History/).click();
  await expect(page.getByText(/Mean amps: Mean current 8\.43/)).toBeVisible();
});

test("every calculator opens, and one that is not there is a page with a way back", async ({ page }) => {
  await signIn(page, "wim");
  await page.goto("/calculators");
  await expect(page.getByRole("navigation", { name: "Calculators" })).toBeVisible();
  const links = await page.getByRole("navigation", { name: "Calculators" }).getByRole("link").all();
  expect(links.length).toBeGreaterThanOrEqual(10);
  for (const link of links) {
    await link.click();
    await expect(link).toHaveAttribute("aria-current", "page");
    await expect(page.getByRole("region", { name: "Result" }).getByRole("table")).toBeVisible();
  }
  await page.goto("/calculators/horoscope");
  await expect(page.getByRole("heading", { name: "There is no such page" })).toBeVisible();
});

test("readings of four motors name the one with the dragging bearing, and Isolate hears of it", async ({ page }) => {
  await signIn(page, "ines");
  const number = await receiveQuad(page, "U-200", ["A motor grinds, rattles or squeals"]);
  await page.goto(`/jobs/${number}/bench`);
  await page.getByText("From readings: typed, pasted or in a file").click();
  const panel = page.locator("details.panel", { hasText: "From readings: typed" });
  await panel.getByLabel("Readings").fill("voltage,current [A]\n1,2");
  await expect(panel.getByRole("alert")).toContainText("“voltage” has no unit");
  // A file for each motor: they become one table, and what each column is read as stands above its first lines.
  const sweep = (drag: number) =>
    Buffer.from(["thr (%);U (V);I (A);RPM", ...[20, 40, 60, 80, 100].flatMap((at) => sweepLines(at, drag))].join("\n"));
  await panel
    .getByLabel("Take files")
    .setInputFiles(
      [1, 2, 3].map((at) => ({ name: `m${at}.csv`, mimeType: "text/csv", buffer: sweep(at === 2 ? 3 : 1) })),
    );
  const look = panel.getByRole("region", { name: "How the table is read" });
  await expect(look.getByRole("cell", { name: "read as throttle, %" })).toBeVisible();
  await expect(panel.getByText(/^Motor 2: no-load current .* bearing or shaft/)).toBeVisible();
  await panel.getByRole("button", { name: "an example" }).click();
  await expect(panel.getByText(/^Motor 1: no-load current .* bearing or shaft/)).toBeVisible();
  await panel.getByRole("button", { name: "Keep on the job as evidence" }).click();
  await expect(panel.getByRole("button", { name: "Kept on the job" })).toBeDisabled();
  const events = await query("SELECT kind FROM job_event WHERE job_id = ? ORDER BY seq DESC LIMIT 2", [Number(number)]);
  expect(events.map(({ kind }) => String(kind)).sort()).toEqual(["evidence_given", "measurement_kept"]);
  await page.goto(`/jobs/${number}/isolate`);
  await expect(
    page
      .getByRole("region", { name: "What we know" })
      .getByText(/bench, motors/)
      .first(),
  ).toBeVisible();

  // Dropped on the page, a file opens the panel and is judged as what its columns fit.
  await page.goto(`/jobs/${number}/bench`);
  // The page listens once its own program has taken it over.
  await expect(async () => {
    await page.evaluate(() => {
      const dataTransfer = new DataTransfer();
      dataTransfer.items.add(new File(["shown [A],reference [A]\n1,4\n2,8\n3,12\n5,20\n"], "meter.csv"));
      document.dispatchEvent(new DragEvent("drop", { dataTransfer, bubbles: true, cancelable: true }));
    });
    await expect(panel.getByText(/It shows 4\.00 times too little/)).toBeVisible({ timeout: 1000 });
  }).toPass();
  await panel.getByRole("button", { name: "Craft's own meter" }).click();
  await panel.getByRole("button", { name: "an example" }).click();
  await expect(panel.getByRole("img", { name: /True, A over Shown by the craft/ })).toBeVisible();
  await expect(panel.getByText(/It shows 4\.10 times too little/)).toBeVisible();
});

/** Two readings of a drive by the textbook: duty·V = rpm/Kv + R·i, i = I0 + c·rpm². */
function sweepLines(throttle: number, noLoadA: number): string[] {
  const [kv, ohm, c, volts] = [1750, 0.078, 5.3e-8, 24.4];
  const a = ohm * c;
  const rpm = (-1 / kv + Math.sqrt(kv ** -2 - 4 * a * (ohm * noLoadA - (throttle / 100) * volts))) / (2 * a);
  const amps = (throttle / 100) * (noLoadA + c * rpm ** 2);
  return [0.02, -0.02].map((off) => `${throttle};${volts};${(amps + off).toFixed(2)};${Math.round(rpm + 200 * off)}`);
}
