import { max } from "simple-statistics";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { root } from "../lib/paths.mjs";
import { reportFigure } from "../lib/report.mjs";
import { say } from "../lib/say.mjs";

const READINGS = 12;
const ANSWERS_TIMED = 6;

/** Opens a job in Isolate, answers checks by key until twelve readings are in, and times the frames of the next answers. */
export async function measureIsolatePage({ url, env }) {
  const { chromium } = await import("@playwright/test");
  const browser = await chromium.launch(JSON.parse(readFileSync(join(root, "bin/lib/chromium.json"), "utf8")));
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await signIn(page, url);
    await page.goto(`${url}/jobs/${await jobInIsolate(env)}/isolate`);
    await page.getByRole("region", { name: "Do this next" }).getByRole("heading", { level: 1 }).waitFor();
    const readings = async () =>
      Number(/(\d+) finding/i.exec(await page.getByRole("region", { name: "What we know" }).innerText())?.[1] ?? 0);
    while ((await readings()) < READINGS) await answer(page);
    await page.evaluate(watchFrames);
    const answersMs = [];
    for (let i = 0; i < ANSWERS_TIMED; i++) answersMs.push(await answer(page));
    const frames = await page.evaluate(() => window.frameTimes.slice(1));
    answersMs.sort((a, b) => a - b);
    say(`\n== Isolate page with ${await readings()} findings, ${ANSWERS_TIMED} answers, ${frames.length} frames`);
    say(`             key to new check on screen: median ${answersMs[ANSWERS_TIMED >> 1].toFixed(0)} ms`);
    reportFigure("longest frame", max(frames), "ms", 50);
  } finally {
    await browser.close();
  }
}

/** Runs in the page: keeps the times of its frames from now on in `window.frameTimes`, ms. */
export function watchFrames() {
  const frames = (window.frameTimes = []);
  let last = performance.now();
  requestAnimationFrame(function tick(now) {
    frames.push(now - last);
    last = now;
    requestAnimationFrame(tick);
  });
}

/** Signs in as the demo's technician. */
export async function signIn(page, url) {
  await page.goto(`${url}/sign-in`);
  await page.getByLabel("Sign-in name").fill("ines");
  await page.getByLabel("Password", { exact: true }).fill("bench-light-7");
  await page.getByRole("button", { name: "Sign in" }).click();
  await page.getByRole("heading", { name: /board$/ }).waitFor();
}

/** The number of the first open job that stands in Isolate. */
export async function jobInIsolate(env) {
  const { createConnection } = await import("mysql2/promise");
  const db = await createConnection({ uri: env.DATABASE_URL });
  const [[job]] = await db.query("SELECT id FROM job WHERE is_open = 1 AND bay = 'isolate' ORDER BY id LIMIT 1");
  await db.end();
  return String(job.id).padStart(4, "0");
}

/** Gives the second answer to the check in hand; milliseconds until another check is in hand. */
async function answer(page) {
  const heading = page.getByRole("region", { name: "Do this next" }).getByRole("heading", { level: 1 });
  const title = await heading.innerText();
  // While the last answer is at work, keys are not taken.
  const isFree = () => page.getByRole("button", { name: /Could not do it/ }).isEnabled();
  while (!(await isFree())) await page.waitForTimeout(20);
  const begunMs = performance.now();
  await page.keyboard.press("s");
  await page.waitForFunction(
    (before) => document.querySelector('[aria-label="Do this next"] h1')?.textContent !== before,
    title,
  );
  return performance.now() - begunMs;
}
