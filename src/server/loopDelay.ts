import "server-only";
import { monitorEventLoopDelay } from "node:perf_hooks";
import { log } from "./log";

/** No request may hold the web process longer: it carries the dead man's beat. */
export const LONGEST_HOLD_MS = 50;
const WINDOW_MS = 10_000;
const RESOLUTION_MS = 5;

/** How long the process was held, over the last whole window. */
export interface LoopDelay {
  p99Ms: number;
  maxMs: number;
  /** The longest since the process began. */
  longestMs: number;
}

const SLOT = Symbol.for("pitstopa.loopDelay");
const slots = globalThis as { [SLOT]?: LoopDelay };

/** Begins to watch how long this process is held; each window in which it was held too long goes into the log. */
export function watchLoopDelay(): void {
  if (slots[SLOT]) return;
  const own: LoopDelay = (slots[SLOT] = { p99Ms: 0, maxMs: 0, longestMs: 0 });
  const histogram = monitorEventLoopDelay({ resolution: RESOLUTION_MS });
  histogram.enable();
  setInterval(() => {
    // The histogram counts the timer's own 5 ms as well; what is over that is what held the loop.
    own.p99Ms = Math.max(0, histogram.percentile(99) / 1e6 - RESOLUTION_MS);
    own.maxMs = Math.max(0, histogram.max / 1e6 - RESOLUTION_MS);
    own.longestMs = Math.max(own.longestMs, own.maxMs);
    histogram.reset();
    if (own.maxMs > LONGEST_HOLD_MS) log.warn({ ...own }, "the web process was held");
  }, WINDOW_MS).unref();
}

/** What was seen of it; null where nobody watches. */
export function loopDelay(): LoopDelay | null {
  return slots[SLOT] ?? null;
}
