import { CoreInputError } from "../../CoreInputError";
import { type Columns } from "../../series/columns";

/** A stretch in which the current stayed level: one throttle, held. */
export interface Stretch {
  fromS: number;
  toS: number;
  /** Means over the stretch. */
  currentA: number;
  voltageV: number;
}

/** A stretch with the throttle that was held, 0 to 1. */
export interface MarkedStretch extends Pick<Stretch, "fromS" | "toS"> {
  throttle: number;
}

/** What a held throttle may move by: a meter's last digits, and the sag of a pack under load. Trade judgement, no published source. */
const LEVEL_A = 0.6;
const LEVEL_SHARE = 0.06;
/** A stick that is pushed slowly moves the amps by more than this in a second; a sagging pack does not. Trade judgement. */
const DRIFT_A_S = 0.4;
const DRIFT_SHARE_S = 0.03;
const SHORTEST_S = 1;
const FEWEST = 3;

/**
 * Finds the held throttles in the log of a wattmeter that knows none: stretches of at least a second in which the current stays
 * about its own mean.
 *
 * @param columns - time s, voltage V, current A.
 * @returns In order of time; none where nothing was held.
 * @throws {CoreInputError} `missing_column`
 */
export function levelStretches(columns: Columns): Stretch[] {
  const [time, voltage, current] = [need(columns, "time"), need(columns, "voltage"), need(columns, "current")];
  const stretches: Stretch[] = [];
  let first = 0;
  let sum = 0;
  const close = (end: number) => {
    const count = end - first;
    const lengthS = time[end - 1]! - time[first]!;
    const driftS =
      Math.abs(meanOf(current, end - count / 3, end) - meanOf(current, first, first + count / 3)) / lengthS;
    const isHeld = driftS * 1.5 <= Math.max(DRIFT_A_S, DRIFT_SHARE_S * (sum / count)); // the thirds' middles lie 2/3 apart
    if (count >= FEWEST && lengthS >= SHORTEST_S && isHeld) {
      const voltageV = meanOf(voltage, first, end);
      stretches.push({ fromS: time[first]!, toS: time[end - 1]!, currentA: sum / count, voltageV });
    }
  };
  current.forEach((amps, row) => {
    const mean = row > first ? sum / (row - first) : amps;
    if (Math.abs(amps - mean) > Math.max(LEVEL_A, LEVEL_SHARE * Math.abs(mean))) {
      close(row);
      first = row;
      sum = 0;
    }
    sum += amps;
  });
  close(current.length);
  return stretches;
}

/**
 * The readings of the marked stretches as a table with their throttle, to be judged like any other.
 *
 * @param columns - time s, voltage V, current A.
 */
export function markedTable(columns: Columns, marks: readonly MarkedStretch[]): string {
  const [time, voltage, current] = [need(columns, "time"), need(columns, "voltage"), need(columns, "current")];
  const lines = time.flatMap((at, row) => {
    const mark = marks.find(({ fromS, toS }) => at >= fromS && at <= toS);
    return mark ? [`${at},${mark.throttle * 100},${voltage[row]},${current[row]}`] : [];
  });
  return ["time [s],throttle [%],voltage [V],current [A]", ...lines].join("\n");
}

/** Mean of some rows; places between rows are rounded to the next. */
function meanOf(values: readonly number[], from: number, to: number): number {
  const part = values.slice(Math.round(from), Math.max(Math.round(to), Math.round(from) + 1));
  return part.reduce((total, each) => total + each, 0) / part.length;
}

function need({ values }: Columns, name: string): readonly number[] {
  const column = values.get(name);
  if (!column)
    throw new CoreInputError(
      "missing_column",
      `Without a throttle column the table needs time, volts and amps: “${name}” is missing.`,
    );
  return column;
}
