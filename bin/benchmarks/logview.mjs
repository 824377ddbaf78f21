import { max, median } from "simple-statistics";
import { closeSync, mkdtempSync, openSync, readFileSync, rmSync, writeSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { root } from "../lib/paths.mjs";
import { reportFigure } from "../lib/report.mjs";
import { say } from "../lib/say.mjs";
import { jobInIsolate, signIn, watchFrames } from "./isolatePage.mjs";

const HEADING =
  "time [s],gyro roll [deg/s],gyro pitch [deg/s],gyro yaw [deg/s],roll [deg],pitch [deg],acc x [g],acc y [g],acc z [g]," +
  "motor 1 [%],motor 2 [%],motor 3 [%],motor 4 [%],throttle [%],pack [V],current [A]";
const SIZES = [60, 60, 40, 20, 20, 0.3, 0.3, 1, 40, 40, 40, 40, 40, 16, 12];
const ZOOMS = 8;
/** Nothing is drawn any more for so long: the picture stands. */
const STILL_MS = 400;

/** Reads a log of 300 MB in the browser and zooms in it: how long the page stands still, and how fast a picture is there. */
export async function measureLogView({ url, env }) {
  const { chromium } = await import("@playwright/test");
  const folder = mkdtempSync(join(tmpdir(), "pitstopa-log-"));
  const browser = await chromium.launch(JSON.parse(readFileSync(join(root, "bin/lib/chromium.json"), "utf8")));
  try {
    const { path, rows } = writeLog(join(folder, "long.csv"), 300e6);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.addInitScript(watchDrawing);
    await signIn(page, url);
    await page.goto(`${url}/jobs/${await jobInIsolate(env)}/log`);
    await page.getByText(/Any table with a clock will do/).waitFor();
    await page.evaluate(watchFrames);
    const begunMs = performance.now();
    await page.locator('input[type="file"]').setInputFiles(path);
    await page.getByRole("group", { name: "The log over time" }).waitFor({ timeout: 300_000 });
    const readS = (performance.now() - begunMs) / 1000;
    const frames = await page.evaluate(() => window.frameTimes.splice(0));
    await page.evaluate((still) => window.drawn(performance.now(), still), STILL_MS);
    const whileDrawn = await page.evaluate(() => window.frameTimes);
    say(`\n== A log of 300 MB, ${rows} lines, read and judged in the browser in ${readS.toFixed(1)} s`);
    const long = frames.filter((each) => each > 50);
    say(
      `             ${frames.length} frames, ${long.length} of them over 50 ms: ${long.map((ms) => ms.toFixed(0)).join(", ")}`,
    );
    reportFigure("longest frame while it is read", max(frames), "ms", 50);
    say(`             longest frame while its first picture is drawn: ${max(whileDrawn).toFixed(0)} ms`);
    const show = (name) => page.evaluate(([button, still]) => window.drawnAfter(button, still), [name, STILL_MS]);
    await show("Whole flight");
    const closer = [];
    for (let at = 0; at < ZOOMS; at++) closer.push(await show("Closer"));
    const firstPicture = async () => {
      const times = [];
      for (let at = 0; at < 7; at++) {
        await show("Spectrum");
        times.push(await show("Over time"));
      }
      return median(times);
    };
    for (let at = 0; at < 12; at++) await show("Closer"); // to a few samples
    const few = await firstPicture();
    await show("Whole flight");
    const whole = await firstPicture();
    say(
      `             first picture of the whole, ${((rows * 3) / 1e6).toFixed(1)} million points: ${whole.toFixed(0)} ms; of a few samples: ${few.toFixed(0)} ms`,
    );
    reportFigure("first picture of the whole, times one of a few points", whole / few, "×", 1.4);
    say(`             zoom by half, click to the last line drawn: ${closer.map((ms) => ms.toFixed(0)).join(", ")} ms`);
    reportFigure("zoom by half, median", median(closer), "ms", 60);
  } finally {
    await browser.close();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** A hover at 1 kHz with noise on every channel, written until it has so many bytes. */
function writeLog(path, bytes) {
  const file = openSync(path, "w");
  let [rows, written] = [0, writeSync(file, `${HEADING}\n`)];
  while (written < bytes) {
    const lines = [];
    for (let at = 0; at < 10_000; at++, rows++)
      lines.push(
        `${(rows / 1000).toFixed(4)},${SIZES.map((size) => (size * (0.8 + 0.4 * Math.random())).toFixed(3)).join(",")}\n`,
      );
    written += writeSync(file, lines.join(""));
  }
  closeSync(file);
  return { path, rows };
}

/** Runs in the page: keeps when a canvas was last drawn on. */
function watchDrawing() {
  window.lastDrawnMs = 0;
  const { stroke } = CanvasRenderingContext2D.prototype;
  CanvasRenderingContext2D.prototype.stroke = function (...args) {
    window.lastDrawnMs = performance.now();
    return stroke.apply(this, args);
  };
  window.drawnAfter = async (button, stillMs) => {
    const begunMs = performance.now();
    const wanted = [...document.querySelectorAll("button")].find(
      (each) => each.getAttribute("aria-label") === button || each.textContent.trim() === button,
    );
    wanted.click();
    return window.drawn(begunMs, stillMs);
  };
  window.drawn = async (begunMs, stillMs) => {
    do await new Promise((resolve) => setTimeout(resolve, 20));
    while (performance.now() - Math.max(window.lastDrawnMs, begunMs) < stillMs);
    return Math.max(0, window.lastDrawnMs - begunMs);
  };
}
