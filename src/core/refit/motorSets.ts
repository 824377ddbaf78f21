import { compareEscs, type EscMatrix } from "../bench/escSettings";
import { type PartKind } from "../craft/partKinds";
import { rotorSpots, type Shape, spotOfPosition } from "../craft/spots";

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

function mixedTypes(parts: readonly SetPart[], kind: PartKind, set: string): string[] {
  const byType = new Map<string, string[]>();
  for (const { position, name, continuousA } of parts.filter((part) => part.kind === kind)) {
    const type = continuousA === null ? name : `${name}, ${continuousA} A`;
    byType.set(type, [...(byType.get(type) ?? []), position]);
  }
  if (byType.size < 2) return [];
  const types = [...byType].sort(([, a], [, b]) => b.length - a.length);
  return [
    `The ${set} are not of one type: ${types.map(([type, positions]) => `${type} on ${positions.join(", ")}`).join("; ")}.`,
  ];
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
