import { compareEscs, type EscMatrix } from "../bench/escSettings";
import { type PartKind } from "../craft/partKinds";
import { rotorSpots, type Shape, spotOfPosition } from "../craft/spots";
import { typeName } from "../craft/typeName";

/** A part of a set, as it is fitted. */
export interface SetPart {
  kind: PartKind;
  position: string;
  name: string;
  continuousA: number | null;
}

/** Parts that pull together: unlike ones among them pull unlike. */
const SETS: readonly (readonly [kind: PartKind, name: string])[] = [
  ["esc", "ESCs"],
  ["motor", "motors"],
  ["prop", "props"],
];
/** Where one that differs is an alarm whatever else holds. Common practice, no published source. */
const ALARMS = ["Firmware", "Timing"];

/**
 * What is wrong with a craft's sets of ESCs, motors and props, each as a sentence: types mixed within a set, and an ESC whose settings are not those of
 * its peers; firmware and timing first.
 *
 * @param matrix - The settings side by side; null where nobody read them.
 */
export function setAlarms(parts: readonly SetPart[], matrix: EscMatrix | null): string[] {
  const mixed = SETS.flatMap(([kind, name]) => mixedTypes(parts, kind, name));
  if (!matrix) return mixed;
  const rows = compareEscs(matrix);
  const odd = rows
    .filter(({ state }) => state === "differs")
    .sort((a, b) => Number(ALARMS.includes(b.setting)) - Number(ALARMS.includes(a.setting)))
    .map(({ setting, odd: places, usual }) => {
      const { values } = matrix.rows.find((row) => row.setting === setting)!;
      const said = places.map((place) => `ESC ${place + 1} has ${values[place]}`).join(", ");
      const why = ALARMS.includes(setting)
        ? " One corner will answer unlike the others: set it alike before anything turns, or say why."
        : "";
      return `${setting}: ${said}, the others ${usual}.${why}`;
    });
  return [...mixed, ...odd];
}

/** Mixed types among the parts of one role; a part that nobody named says nothing. */
function mixedTypes(parts: readonly SetPart[], kind: PartKind, set: string): string[] {
  const named = parts.filter((part) => part.kind === kind && part.name.trim() !== "");
  return groups(named, ({ position }) => roleOf(position)).flatMap((role) => {
    const types = groups(role, (part) => typeOf(part, role)).sort((a, b) => b.length - a.length);
    if (types.length < 2) return [];
    const said = types.map((same) => `${nameOf(same[0]!)} on ${same.map(({ position }) => position).join(", ")}`);
    return [`The ${set} are not of one type: ${said.join("; ")}.`];
  });
}

function groups(parts: readonly SetPart[], keyOf: (part: SetPart) => string): SetPart[][] {
  const byKey = new Map<string, SetPart[]>();
  for (const part of parts) byKey.set(keyOf(part), [...(byKey.get(keyOf(part)) ?? []), part]);
  return [...byKey.values()];
}

function nameOf({ name, continuousA }: SetPart): string {
  return continuousA === null ? name.trim() : `${name.trim()}, ${continuousA} A`;
}

/** "Motor 3, rear left" is a motor as "Motor 1" is; a pusher is something else by design. */
function roleOf(position: string): string {
  return position
    .toLowerCase()
    .replace(/[\d,].*$/, "")
    .trim();
}

/** What makes two parts one type: the name as any hand writes it, without its hand, and the rating where it is known of both. */
function typeOf({ name, continuousA }: SetPart, role: readonly SetPart[]): string {
  const bare = typeName(name);
  const rated = role.find((other) => other.continuousA !== null && typeName(other.name) === bare)?.continuousA;
  return `${bare} ${continuousA ?? rated ?? ""}`;
}

/** Which ESC of the settings sits at a position, from 0: its number, or else its place; null where the position names neither. */
export function escPlace(position: string, shape: Shape): number | null {
  const number = /\b(\d{1,2})\b/.exec(position)?.[1];
  if (number !== undefined) return Number(number) - 1;
  const spot = spotOfPosition(position, shape);
  const at = spot ? rotorSpots(shape).findIndex(({ id }) => id === spot.id) : -1;
  return at < 0 ? null : at;
}

/** Settings that belong to the corner, not to the set. */
const OF_THE_CORNER = ["Direction", "Low end point, µs", "High end point, µs"];

/**
 * What a new ESC at a place must be set to, and the settings with its column empty: nothing was read off it yet. What most of its peers have counts, for the
 * old one may have been the odd one; direction and end points are the corner's own.
 *
 * @param place - From 0.
 */
export function carryEscSettings(matrix: EscMatrix, place: number): { lines: string[]; matrix: EscMatrix } {
  const without = (values: readonly string[]) => values.map((value, at) => (at === place ? "" : value));
  const lines = matrix.rows.flatMap(({ setting, values, reason }) => {
    if (setting === "Calibrated on") return ["Calibrate its end points with the others, and write down the day."];
    const own = values[place]?.trim() ?? "";
    const [peers] = compareEscs({ rows: [{ setting, values: without(values), reason }] });
    const wanted = OF_THE_CORNER.includes(setting) ? own || peers!.usual : peers!.usual || own;
    return wanted === "" ? [] : [`${setting} ${wanted}.`];
  });
  return { lines, matrix: { rows: matrix.rows.map((row) => ({ ...row, values: without(row.values) })) } };
}
