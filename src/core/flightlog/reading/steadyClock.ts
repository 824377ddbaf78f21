import { type ClockBreak } from "../FlightLog";
import { LogError } from "./LogError";

/** A 32-bit count of microseconds is full after this many seconds. */
const FULL_COUNT_S = 2 ** 32 / 1e6;
/** A pause of more lines than this is a gap. */
const GAP_LINES = 8;
const SHORTEST_GAP_S = 0.15;
/** A clock of which this share of lines repeats the stamp before it is coarser than the lines. */
const COARSE_SHARE = 0.2;

interface SteadyClock {
  /** Seconds from the first line on, never going back. */
  timeS: Float64Array;
  breaks: ClockBreak[];
  /** What had to be mended, in sentences. */
  notes: string[];
  /** From one line to the next, as most of them follow each other, s. */
  stepS: number;
}

/**
 * A clock that only goes on: restarts are put behind what was before, a full counter is carried over, blanks are filled, lines under one
 * stamp of a coarse clock are spread over its step.
 *
 * @param clock - Seconds by line as they were written; NaN where none was. It is used up.
 * @throws {LogError} Where it has one value in all lines.
 */
export function steadyClock(clock: Float64Array): SteadyClock {
  const middle = middleStep(clock);
  if (!(middle.stepS > 0)) throw new LogError("The clock stands still: it has one value in all lines.");
  const isCoarse = middle.repeats > COARSE_SHARE;
  const stepS = isCoarse ? middle.stepS * (1 - middle.repeats) : middle.stepS;
  const timeS = clock;
  const breaks: ClockBreak[] = [];
  let backwards = 0;
  let wild = 0;
  const first = clock.find(Number.isFinite) ?? 0;
  let shift = -first;
  let lastRaw = first;
  let last = 0;
  for (let row = 0; row < clock.length; row++) {
    let now = clock[row]!;
    if (isWild(lastRaw, now, clock[row + 1]!, stepS)) {
      now = NaN;
      wild++;
    }
    if (!Number.isFinite(now)) {
      timeS[row] = last + (row > 0 ? stepS : 0);
      last = timeS[row]!;
      continue;
    }
    const step = now - lastRaw;
    if (step < -0.5 * FULL_COUNT_S && Math.abs(step + FULL_COUNT_S) < 5) shift += FULL_COUNT_S;
    else if (step < -Math.max(0.5, 20 * stepS)) {
      shift = last + stepS - now;
      breaks.push({ row, atS: last + stepS, lastedS: NaN, kind: "began again" });
    } else if (step < 0) backwards++;
    else if (step > Math.max(SHORTEST_GAP_S, GAP_LINES * stepS))
      breaks.push({ row, atS: now + shift, lastedS: step, kind: "gap" });
    lastRaw = now;
    last = Math.max(last, now + shift);
    timeS[row] = last;
  }
  const notes: string[] = [];
  if (backwards > 0) notes.push(`The clock goes back a little in ${backwards} places; there it was held.`);
  if (wild > 0) notes.push(`${wild} lines have a time far from those before and behind them; theirs was put between.`);
  if (isCoarse) {
    spread(timeS, stepS);
    notes.push(
      `${Math.round(100 * middle.repeats)} of 100 lines repeat the time before them; they were spread over the clock's step.`,
    );
  }
  return { timeS, breaks, notes, stepS };
}

/** A stamp far off, where the one behind it goes on from the one before it. */
function isWild(before: number, now: number, next: number, stepS: number): boolean {
  const far = Math.max(0.5, 20 * stepS);
  return Math.abs(now - before) > far && Math.abs(next - now) > far && Math.abs(next - before) <= 4 * stepS;
}

/** The middle step between lines whose stamps differ, and the share of lines that repeat the stamp before them. */
function middleStep(clock: Float64Array): { stepS: number; repeats: number } {
  const steps: number[] = [];
  let [repeats, goesOn] = [0, 0];
  const stride = Math.max(1, Math.floor(clock.length / 50_000));
  for (let row = 1; row < clock.length; row++) {
    const step = clock[row]! - clock[row - 1]!;
    if (step === 0) repeats++;
    else if (step > 0 && goesOn++ % stride === 0) steps.push(step);
  }
  steps.sort((a, b) => a - b);
  return { stepS: steps[Math.floor(steps.length / 2)] ?? NaN, repeats: repeats / Math.max(1, repeats + goesOn) };
}

/** Puts lines under one stamp evenly between it and the next. */
function spread(timeS: Float64Array, stepS: number): void {
  for (let from = 0; from < timeS.length;) {
    let to = from + 1;
    while (to < timeS.length && timeS[to] === timeS[from]) to++;
    const start = timeS[from]!;
    const lines = to - from;
    // Before a gap, and at the end, they follow each other as lines do everywhere.
    const step = Math.min(stepS, to < timeS.length ? (timeS[to]! - start) / lines : stepS);
    for (let row = from + 1; row < to; row++) timeS[row] = start + (row - from) * step;
    from = to;
  }
}
