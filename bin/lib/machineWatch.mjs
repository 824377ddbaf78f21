import { readFileSync } from "node:fs";
import { isMainThread, parentPort, Worker } from "node:worker_threads";
import { fileURLToPath } from "node:url";

const LOOK_EVERY_MS = 5;
/** What a timer of a process that does nothing else may be late by. */
const PAUSE_MS = 40;
/** The kernel counts stolen time in hundredths of a second. */
const TICK_MS = 10;
const STEAL_COLUMN = 8;

/**
 * Watches the machine beside a measurement, in a thread of its own: how much processor time the machine under this one took away
 * ("steal" in /proc/stat), and when a timer that does nothing was late all the same.
 *
 * @returns `takenBetween(fromMs, toMs)` and `sum()`, in milliseconds of the wall clock, and `stop()`.
 */
export function startMachineWatch() {
  const startMs = Date.now();
  const taken = [];
  const pauses = [];
  const worker = new Worker(fileURLToPath(import.meta.url));
  worker.unref();
  worker.on("message", (seen) => {
    if (seen.takenMs > 0) taken.push(seen);
    if (seen.sinceMs > PAUSE_MS) pauses.push(seen.sinceMs);
  });
  return {
    // Taken time is booked when the processor comes back, at the next look: one tick of slack on each side.
    takenBetween: (fromMs, toMs) =>
      taken
        .filter(({ atMs, sinceMs }) => atMs >= fromMs && atMs - sinceMs <= toMs + TICK_MS)
        .reduce((sum, { takenMs }) => sum + takenMs, 0),
    sum: () => ({ takenMs: taken.reduce((sum, { takenMs }) => sum + takenMs, 0), forMs: Date.now() - startMs, pauses }),
    stop: () => void worker.terminate(),
  };
}

/** Processor time that the machine under this one took away since it started, over all processors, in milliseconds. */
export function stolenMs() {
  return readFileSync("/proc/stat", "utf8")
    .split("\n")
    .filter((line) => /^cpu\d/.test(line))
    .reduce((sum, line) => sum + Number(line.split(/\s+/)[STEAL_COLUMN]) * TICK_MS, 0);
}

if (!isMainThread) {
  let before = stolenMs();
  let lastMs = performance.now();
  setInterval(() => {
    const now = performance.now();
    const after = stolenMs();
    if (after > before || now - lastMs > PAUSE_MS)
      parentPort.postMessage({ atMs: performance.timeOrigin + now, sinceMs: now - lastMs, takenMs: after - before });
    before = after;
    lastMs = now;
  }, LOOK_EVERY_MS);
}
