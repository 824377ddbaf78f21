import { quantityOfRole } from "../channels/roles";
import { reachOf } from "../channels/wild";
import { someSorted } from "../signal/rows";

/** A bump, a crash or a stall shows for a line or two what the flight does not: below this nothing is an error; deg/s, g, degrees, A. */
const LEAST_WILD: Readonly<Record<string, number>> = { rate: 500, acceleration: 64, angle: 360, current: 300 };
/** So many lines in a row at most: more are no error of writing. */
const LONGEST = 3;
const QUANTITIES: ReadonlySet<string> = new Set([
  "rate",
  "angle",
  "acceleration",
  "voltage",
  "current",
  "share",
  "rotation",
  "length",
  "speed",
  "field",
  "temperature",
]);

/**
 * Blanks single figures that are out of all proportion to the others of their channel: bits that fell over in writing or on the way.
 * One of them is enough to spoil every mean, spread and largest figure of a channel.
 *
 * @param values - A channel in its role's unit; changed in place, NaN where a figure was dropped.
 * @returns How many were dropped.
 */
export function dropWildFigures(values: Float64Array, role: string): number {
  const quantity = quantityOfRole(role) ?? "none";
  if (!QUANTITIES.has(quantity)) return 0;
  const reach = Math.max(reachOf(someSorted(values)), LEAST_WILD[quantity] ?? 0);
  let dropped = 0;
  for (let row = 0; row < values.length; row++) {
    if (!(Math.abs(values[row]!) > reach)) continue;
    const from = row;
    while (row < values.length && Math.abs(values[row]!) > reach) row++;
    if (row - from > LONGEST) continue;
    values.fill(NaN, from, row);
    dropped += row - from;
  }
  return dropped;
}
