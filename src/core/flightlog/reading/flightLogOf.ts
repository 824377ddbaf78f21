import { columnUses } from "../channels/ownColumns";
import { type ColumnUse } from "../channels/recogniseColumns";
import { withElevons } from "../channels/elevons";
import { alignNose } from "../channels/noseUp";
import { alignCurrent, alignSigns, turnRound } from "../channels/signs";
import { type Assumption, type ClockBreak, type FlightLog } from "../FlightLog";
import { LogError } from "./LogError";
import { type RawLog } from "./LogReader";

/** A 32-bit count of microseconds is full after this many seconds. */
const FULL_COUNT_S = 2 ** 32 / 1e6;
/** A pause of more lines than this is a gap. */
const GAP_LINES = 8;
const SHORTEST_GAP_S = 0.15;

/**
 * Makes a flight log of what was read: each column in its unit, one clock that goes on over gaps and restarts, signs looked at.
 * The figures are converted where they stand: the raw log is used up.
 *
 * @param uses - What the columns are, when somebody has said it; else it is recognised.
 * @throws {LogError} Without a clock, or with nothing beside it.
 */
export function flightLogOf(raw: RawLog, uses: readonly ColumnUse[] = columnUses(raw)): FlightLog {
  const clock = uses.find(({ role }) => role === "time");
  if (!clock) throw new LogError("No column is a clock. Name one “time [s]”, or say which it is.");
  if (uses.length < 2) throw new LogError("Beside the time no column was understood. Say what the columns are.");
  const channels = new Map<string, Float64Array>();
  for (const { column, role, scale, offset } of uses) {
    const { values } = raw.columns[column]!;
    if (scale !== 1 || offset !== 0)
      for (let row = 0; row < values.length; row++) values[row] = (values[row]! + offset) * scale;
    if (role !== "time") channels.set(role, values);
    if (SHARES.has(role)) sharesOf(values);
  }
  const { timeS, breaks, notes, stepS } = steadyClock(raw.columns[clock.column]!.values);
  const mode = uses.find(({ role }) => role === "mode");
  const modeColumn = mode && raw.columns[mode.column]!;
  const used = new Set(uses.map(({ column }) => column));
  const unused = raw.columns.flatMap(({ heading }, column) => (used.has(column) ? [] : [heading]));
  const isBareCurrent = uses.some(({ role, isGuessed }) => role === "current" && isGuessed);
  const assumptions = [
    ...alignSigns(channels, 1 / stepS),
    ...alignNose(channels, 1 / stepS),
    ...turnedByHand(channels, uses),
    ...(isBareCurrent ? alignCurrent(channels, timeS) : []),
  ];
  const whole = withElevons(channels, 1 / stepS);
  return {
    timeS,
    rateHz: 1 / stepS,
    channels: whole.channels,
    modes: modeColumn?.codes ? { codes: modeColumn.codes, words: modeColumn.words } : null,
    uses,
    unused,
    breaks,
    assumptions: [...assumptions, ...whole.assumptions, ...guessedUnits(uses)],
    notes: [...raw.notes, ...notes],
  };
}

/** Turns round what somebody said is the other way. */
function turnedByHand(channels: ReadonlyMap<string, Float64Array>, uses: readonly ColumnUse[]): Assumption[] {
  return uses.flatMap(({ role, heading, isTurned }) => {
    const values = isTurned ? channels.get(role) : undefined;
    if (!values) return [];
    turnRound(values);
    return [{ about: `sign of “${heading}”`, assumed: "turned round", evidence: "somebody said so" }];
  });
}

/** What is written in percent by most, and by some as a share. */
const SHARES: ReadonlySet<string> = new Set(["link_quality", "cpu_load"]);

function sharesOf(values: Float64Array): void {
  let most = 0;
  for (const value of values) if (value > most) most = value;
  if (most > 1.5) for (let row = 0; row < values.length; row++) values[row] = values[row]! / 100;
}

function guessedUnits(uses: readonly ColumnUse[]) {
  return uses
    .filter(({ isGuessed, unit, role }) => isGuessed && unit !== "" && role !== "mode")
    .map(({ heading, unit }) => ({
      about: `unit of “${heading}”`,
      assumed: unit,
      evidence: "its heading names no unit; this one fits its figures",
    }));
}

/** A clock that only goes on: restarts are put behind what was before, a full counter is carried over, blanks are filled. */
function steadyClock(clock: Float64Array): {
  timeS: Float64Array;
  breaks: ClockBreak[];
  notes: string[];
  stepS: number;
} {
  const stepS = middleStep(clock);
  if (!(stepS > 0)) throw new LogError("The clock stands still: it has one value in all lines.");
  const timeS = clock;
  const breaks: ClockBreak[] = [];
  let backwards = 0;
  const first = clock.find(Number.isFinite) ?? 0;
  let shift = -first;
  let lastRaw = first;
  let last = 0;
  for (let row = 0; row < clock.length; row++) {
    const now = clock[row]!;
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
  const notes = backwards > 0 ? [`The clock goes back a little in ${backwards} places; there it was held.`] : [];
  return { timeS, breaks, notes, stepS };
}

function middleStep(clock: Float64Array): number {
  const steps: number[] = [];
  const stride = Math.max(1, Math.floor(clock.length / 50_000));
  for (let row = 1; row < clock.length; row += stride) {
    const step = clock[row]! - clock[row - 1]!;
    if (step > 0) steps.push(step);
  }
  steps.sort((a, b) => a - b);
  return steps[Math.floor(steps.length / 2)] ?? NaN;
}
