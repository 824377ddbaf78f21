import { columnUses } from "../channels/ownColumns";
import { type ColumnUse } from "../channels/columnUse";
import { withElevons } from "../channels/elevons";
import { alignNose } from "../channels/noseUp";
import { alignCurrent, alignSigns, turnRound } from "../channels/signs";
import { type Assumption, type FlightLog } from "../FlightLog";
import { LogError } from "./LogError";
import { type RawLog } from "./LogReader";
import { steadyClock } from "./steadyClock";
import { dropWildFigures } from "./wildFigures";

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
  const wild: string[] = [];
  for (const { column, role, heading, scale, offset } of uses) {
    const { values } = raw.columns[column]!;
    if (scale !== 1 || offset !== 0)
      for (let row = 0; row < values.length; row++) values[row] = (values[row]! + offset) * scale;
    if (role !== "time") {
      channels.set(role, values);
      const dropped = dropWildFigures(values, role);
      if (dropped > 0) wild.push(`${dropped} of “${heading}”`);
    }
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
    notes: [...raw.notes, ...notes, ...(wild.length > 0 ? [wildNote(wild)] : [])],
  };
}

/** So many columns are named in a note; of the others their number. */
const NAMED = 5;

function wildNote(wild: readonly string[]): string {
  const rest = wild.length - NAMED;
  return `Single figures out of all proportion to those around them were left out as errors of writing: ${wild.slice(0, NAMED).join(", ")}${rest > 0 ? `, and of ${rest} more columns` : ""}.`;
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
