import { max, min } from "simple-statistics";
import { readFileSync } from "node:fs";
import net from "node:net";
import { join } from "node:path";
import { root } from "../lib/paths.mjs";
import { reportFigure } from "../lib/report.mjs";
import { say } from "../lib/say.mjs";
import { startMachineWatch } from "../lib/machineWatch.mjs";
import { signIn } from "./isolatePage.mjs";

/** Minutes that the run stands for, at a hundred samples a second, and how many times faster it is run. */
const MINUTES = Number(process.env.LONGRUN_MINUTES ?? 30);
const SPEED = Number(process.env.LONGRUN_SPEED ?? 5);
const RATE_HZ = 100 * SPEED;
const HALF_MS = (MINUTES * 60_000) / SPEED / 2;
const WARM_UP_MS = 20_000;
/** The heap is looked at in a run of its own, for a forced collection makes long frames; at first the page's code is still warming. */
const HEAP_FROM_MS = 60_000;
const HEAP_FOR_MS = 180_000;
const HEAP_EVERY_MS = 5000;
const LONG_FRAME_MS = 50;
/** The eight channels that were asked for: volts, amps, speed, thrust, both vibrations and both temperatures. */
const INSTRUMENTS = ["Throttle box", "Wattmeter", "Thrust stand", "Thermometer"];

/**
 * A long run of all channels, driven from a real page: its memory and frames, what is stored when the shop's door is shut in
 * the middle, and what is lost when the agent is killed at the end.
 */
export async function measureLongRun({ url, env, stack }) {
  say(
    `\n== A run of ${MINUTES} minutes at 100 samples a second${SPEED === 1 ? "" : `, run ${SPEED} times faster: ${(2 * HALF_MS) / 60_000} minutes at ${RATE_HZ} a second`}`,
  );
  const machine = startMachineWatch();
  const { chromium } = await import("@playwright/test");
  const { createConnection } = await import("mysql2/promise");
  const database = await createConnection({ uri: env.DATABASE_URL, timezone: "Z" });
  const ask = async (sql, values = []) => (await database.query(sql, values))[0];
  const browser = await chromium.launch(JSON.parse(readFileSync(join(root, "bin/lib/chromium.json"), "utf8")));
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await signIn(page, url);
    const [job] = await ask("SELECT id FROM job WHERE bay = 'bench' AND closed_at IS NULL ORDER BY id LIMIT 1");
    // The page asks for the kind's own rate; here the rig is to sample as fast as the figure asks.
    await page.route("**/api/rig/arm", (route) =>
      route.continue({ postData: JSON.stringify({ ...route.request().postDataJSON(), rateHz: RATE_HZ }) }),
    );
    await ask("UPDATE instrument SET is_used = name IN (?)", [INSTRUMENTS]);
    const bench = `${url}/jobs/${job.id}/bench`;
    await reportHeap(page, await page.context().newCDPSession(page), bench);
    const first = await runFor(page, bench, HALF_MS);
    const seenBefore = await seenSeconds(page);
    stack.children.door.removeAllListeners("exit");
    stack.children.door.kill("SIGKILL");
    await new Promise((resolve) => setTimeout(resolve, 2500));
    const afterDoor = await newestRun(ask);
    await stack.startDoor();
    const second = await runFor(page, bench, HALF_MS);
    const seen = await seenSeconds(page);
    stack.children.rig.removeAllListeners("exit");
    stack.children.rig.kill("SIGKILL");
    await new Promise((resolve) => setTimeout(resolve, 1500));
    const afterAgent = await newestRun(ask);

    const halfS = HALF_MS / 1000;
    for (const [name, { lastS, cutCause, cutDetail }] of [
      ["first", afterDoor],
      ["second", afterAgent],
    ])
      reportFigure(
        `the ${name} half lasted (ended by ${cutDetail || cutCause || "the agent's death"})`,
        lastS,
        "s",
        halfS - 2,
        {
          atLeast: true,
        },
      );
    say(`             samples kept in all: ${afterDoor.samples + afterAgent.samples}`);
    say(`             channels recorded: ${afterDoor.channels.length} (${afterDoor.channels.join(", ")})`);
    reportFigure("samples a second that were kept", afterDoor.samples / afterDoor.lastS, "", 0.97 * RATE_HZ, {
      atLeast: true,
    });
    reportFrames([first, second], machine);
    reportFigure(
      "door shut: samples missing before the cut",
      afterDoor.cutAtS - afterDoor.lastS,
      "s",
      1 / RATE_HZ + 0.02,
    );
    say(`             the page had seen ${seenBefore.toFixed(1)} s, stored are ${afterDoor.lastS.toFixed(2)} s`);
    reportFigure("agent killed: lost of what the page had seen", Math.max(0, seen - afterAgent.lastS), "s", 1);
    say(`             throttle after the agent's death: ${await throttleOf(env)}`);
  } finally {
    machine.stop();
    await browser.close();
    await database.end();
  }
}

/**
 * Frames of the page. A frame that came late because the machine under this one took the processor away says nothing of the page,
 * so such time is taken off it; both are told.
 */
function reportFrames(halves, machine) {
  const longFrames = halves.flatMap(({ longFrames: those }) => those);
  const count = halves.reduce((sum, { frames }) => sum + frames, 0);
  const longestMs = max(halves.map(({ longestFrameMs }) => longestFrameMs));
  say(`             frames over ${LONG_FRAME_MS} ms: ${longFrames.length} of ${count}`);
  const own = longFrames.map(({ atMs, tookMs }) => ({ tookMs, takenMs: machine.takenBetween(atMs - tookMs, atMs) }));
  for (const { tookMs, takenMs } of own.slice(0, 20))
    say(
      `               ${tookMs.toFixed(0)} ms, ${takenMs.toFixed(0)} ms of them taken away by the machine under this one`,
    );
  const { takenMs, forMs, pauses } = machine.sum();
  say(
    `             the machine under this one took ${takenMs.toFixed(0)} ms of ${(forMs / 1000).toFixed(0)} s away; a process that did nothing waited over 40 ms ${pauses.length} times, at most ${Math.max(0, ...pauses).toFixed(0)} ms`,
  );
  reportFigure("longest frame of the page", longestMs, "ms", LONG_FRAME_MS);
  if (own.length > 0)
    reportFigure(
      "longest of those over 50 ms, less what was taken away",
      max(own.map((frame) => frame.tookMs - frame.takenMs)),
      "ms",
      LONG_FRAME_MS,
    );
}

/** Arms and starts a run that would last an hour. */
async function startRun(page, address) {
  await page.goto(address);
  await page.getByRole("button", { name: "Power draw", exact: true }).first().click();
  await page.getByLabel("Profile").click();
  await page.getByText("One written by hand", { exact: true }).click();
  await page.getByLabel("One step a line").fill("hold 40 % 3600 s");
  await page
    .getByText(/connected/)
    .first()
    .waitFor();
  await page.getByLabel("All of that is so").check();
  await page.getByRole("button", { name: "Hold for a second to arm" }).hover();
  await page.mouse.down();
  await page.getByText(/^Armed\./).waitFor();
  await page.mouse.up();
  await page.getByRole("button", { name: /^Run: / }).click();
}

async function runFor(page, address, forMs) {
  await startRun(page, address);
  await page.waitForTimeout(WARM_UP_MS);
  await page.evaluate((longMs) => {
    const seen = (window.seenFrames = { last: performance.now(), longest: 0, long: [], count: 0 });
    const frame = (now) => {
      const tookMs = now - seen.last;
      seen.last = now;
      seen.count++;
      seen.longest = Math.max(seen.longest, tookMs);
      if (tookMs > longMs) seen.long.push({ atMs: performance.timeOrigin + now, tookMs });
      requestAnimationFrame(frame);
    };
    requestAnimationFrame((now) => {
      seen.last = now;
      requestAnimationFrame(frame);
    });
  }, LONG_FRAME_MS);
  await page.waitForTimeout(forMs - WARM_UP_MS);
  const { long, longest, count } = await page.evaluate(() => window.seenFrames);
  return { longestFrameMs: longest, longFrames: long, frames: count };
}

/**
 * What the page holds on to after everything that can go has gone, looked at again and again. The picture of a run fills up and is
 * halved, so that it saws up and down: what counts is the slope of the line through all looks.
 */
async function reportHeap(page, devtools, address) {
  await startRun(page, address);
  await page.waitForTimeout(HEAP_FROM_MS);
  const looks = [];
  for (let atMs = 0; atMs < HEAP_FOR_MS; atMs += HEAP_EVERY_MS) {
    await page.waitForTimeout(HEAP_EVERY_MS);
    await devtools.send("HeapProfiler.collectGarbage");
    looks.push((await devtools.send("Runtime.getHeapUsage")).usedSize / 1e6);
  }
  // A picture that grew no more because the run was cut would prove nothing.
  if ((await page.locator('[data-live="true"]').count()) === 0) {
    const state = await page.locator('[aria-live="assertive"]').first().textContent();
    return say(`NOT REACHED  growth of the page's heap: the run was cut meanwhile (${state})`);
  }
  await page.keyboard.press("Space");
  const { mean, slope, slopeError } = lineThrough(looks);
  const growth = slope * (looks.length - 1);
  const samples = Math.round((HEAP_FOR_MS / 1000) * RATE_HZ);
  say(
    `             heap over ${samples} samples: ${mean.toFixed(1)} MB, from ${min(looks).toFixed(1)} to ${max(looks).toFixed(1)}, growing by ${growth.toFixed(2)} ± ${(2 * slopeError * (looks.length - 1)).toFixed(2)} MB`,
  );
  reportFigure("growth of the page's heap", (100 * growth) / mean, "%", 5);
}

/** Least squares of values over their places: the slope for each place, with its standard error. */
function lineThrough(values) {
  const count = values.length;
  const mean = values.reduce((sum, value) => sum + value, 0) / count;
  const middle = (count - 1) / 2;
  const spread = values.reduce((sum, _, at) => sum + (at - middle) ** 2, 0);
  const slope = values.reduce((sum, value, at) => sum + (at - middle) * (value - mean), 0) / spread;
  const left = values.reduce((sum, value, at) => sum + (value - mean - slope * (at - middle)) ** 2, 0);
  return { mean, slope, slopeError: Math.sqrt(left / (count - 2) / spread) };
}

/** Seconds of the run that the page has seen, as it says itself. */
function seenSeconds(page) {
  return page.evaluate(() => Number(document.querySelector("[data-seen-s]")?.getAttribute("data-seen-s") ?? NaN));
}

async function newestRun(ask) {
  const [run] = await ask("SELECT id, cut_at_s, cut_cause, cut_detail FROM bench_run ORDER BY id DESC LIMIT 1");
  const chunks = await ask(
    "SELECT sample_count, from_s, columns_json FROM bench_run_chunk WHERE run_id = ? ORDER BY seq",
    [run.id],
  );
  const last = chunks.at(-1);
  const columns = typeof last.columns_json === "string" ? JSON.parse(last.columns_json) : last.columns_json;
  return {
    samples: chunks.reduce((sum, { sample_count: count }) => sum + count, 0),
    lastS: last.from_s + last.sample_count / RATE_HZ,
    cutAtS: run.cut_at_s,
    cutCause: run.cut_cause,
    cutDetail: run.cut_detail,
    channels: columns.map(({ name }) => name).filter((name) => !["time", "step", "throttle", "output"].includes(name)),
  };
}

function throttleOf(env) {
  const port = Number(env.RIG_SIMULATED.split(",")[0]);
  return new Promise((resolve, reject) => {
    const socket = net.createConnection({ host: "127.0.0.1", port }, () => socket.write("OUTP?;:SOUR:THR?\n"));
    socket.setEncoding("utf8");
    socket.once("error", reject);
    socket.once("data", (answer) => {
      socket.destroy();
      const [isOn, throttle] = answer.trim().split(";");
      resolve(isOn === "1" ? throttle : "zero");
    });
  });
}
