import { type CraftKind } from "./craftKinds";
import { type PartKind } from "./partKinds";

/** A spot of a craft where a part of several alike can sit, seen from above with the nose up. */
export interface Spot {
  id: string;
  /** "rear left" */
  words: string;
  /** On the craft's drawing, in its 200 × 140 units; the middle of the craft is (100, 73). */
  x: number;
  y: number;
}

/** As much of a craft as its spots depend on. */
export interface Shape {
  kind: CraftKind;
  motorCount: number;
}

/** Names of a ring of rotors, counter-clockwise from the front right, as the shop counts them. */
const RINGS: Readonly<Record<number, readonly string[]>> = {
  3: ["front right", "front left", "tail"],
  4: ["front right", "front left", "rear left", "rear right"],
  6: ["front right", "front left", "left", "rear left", "rear right", "right"],
  8: ["front right", "front left", "left front", "left rear", "rear left", "rear right", "right rear", "right front"],
};
const MIDDLE = { x: 100, y: 73 };
const RING_RADIUS = 52;

const spot = (words: string, x: number, y: number): Spot => ({ id: words.replaceAll(" ", "-"), words, x, y });

const WINGS: readonly Spot[] = [spot("left wing", 42, 64), spot("right wing", 158, 64)];

/**
 * Where the rotors of a craft sit, in the order of their numbers: the shop counts counter-clockwise from the front right, seen
 * from above. A craft that is numbered otherwise says so in the names of its positions ("ESC 1, rear right").
 *
 * @returns None where the craft's count of motors fits no ring of its kind.
 */
export function rotorSpots({ kind, motorCount }: Shape): Spot[] {
  if (kind === "helicopter") return [spot("main rotor", 84, 48), spot("tail rotor", 174, 58)].slice(0, motorCount);
  if (kind === "fixed wing" || kind === "flying wing") {
    if (motorCount === 1) return [spot(kind === "fixed wing" ? "nose" : "rear", 100, kind === "fixed wing" ? 20 : 88)];
    return motorCount === 2 ? [spot("right wing", 134, 46), spot("left wing", 66, 46)] : [];
  }
  if (kind === "vertical take-off") {
    const lifters = ringSpots(4, { x: 34, y: 34 });
    return motorCount === 5 ? [...lifters, spot("tail", 100, 116)] : motorCount === 4 ? lifters : [];
  }
  return ringSpots(motorCount, { x: RING_RADIUS, y: RING_RADIUS });
}

/** @param radius - Of the ring across and along, in the drawing's units. */
function ringSpots(count: number, radius: { x: number; y: number }): Spot[] {
  const names = RINGS[count];
  if (!names) return [];
  return names.map((words, index) => {
    const angle = ((index - 0.5) * 2 * Math.PI) / count; // from the nose, counter-clockwise
    const round = (value: number) => Math.round(value * 10) / 10; // server and browser write the same digits
    return spot(words, round(MIDDLE.x - radius.x * Math.sin(angle)), round(MIDDLE.y - radius.y * Math.cos(angle)));
  });
}

/** Every spot that can be named on a craft: its rotors, its wings and tail, and the ends and the middle of its body. */
export function spotsOf(shape: Shape): Spot[] {
  const { kind } = shape;
  const rotors = rotorSpots(shape);
  const isWinged = kind === "fixed wing" || kind === "flying wing" || kind === "vertical take-off";
  const body = [
    ...(isWinged ? WINGS : []),
    spot("nose", 100, 26),
    spot("middle", MIDDLE.x, MIDDLE.y),
    ...(kind === "flying wing"
      ? []
      : [spot("tail", kind === "helicopter" ? 174 : 100, kind === "helicopter" ? 58 : 118)]),
  ];
  return [...rotors, ...body.filter(({ id }) => rotors.every((rotor) => rotor.id !== id))];
}

/** Parts of which each rotor has one. */
const PER_ROTOR: ReadonlySet<PartKind> = new Set<PartKind>(["esc", "motor", "prop", "frame"]);
const ROTOR_WORDS = /\b(esc|motor|prop|arm|rotor|duct|corner)\b/i;

/**
 * The spot that a position names: by the words in it ("Motor, rear left"), else by its number ("ESC 3"). A place as a person
 * said it is read the same way.
 *
 * @param position - "ESC 3", "ESC 3, rear left", "rear left", "Left aileron servo".
 * @returns Undefined where it names none: "Camera", "Cell 2".
 */
export function spotOfPosition(position: string, shape: Shape): Spot | undefined {
  const spots = spotsOf(shape);
  const text = ` ${position
    .toLowerCase()
    .replaceAll(/[,;()–-]+/g, " ")
    .replaceAll(/\s+/g, " ")} `;
  // The longest name first: "left rear" holds "rear" and "left" as well.
  const named = [...spots]
    .sort((a, b) => b.words.length - a.words.length)
    .find(({ words }) => text.includes(` ${words} `));
  if (named) return named;
  const surface = spots.find(({ id }) => id === surfaceSpot(text));
  if (surface) return surface;
  const number = /\b(\d{1,2})\b/.exec(text)?.[1];
  return number !== undefined && ROTOR_WORDS.test(text) ? rotorSpots(shape)[Number(number) - 1] : undefined;
}

function surfaceSpot(text: string): string | undefined {
  if (/\b(elevator|rudder|v servo|tail)\b/.test(text)) return "tail";
  if (/\b(aileron|elevon|flap)\b/.test(text)) return /\bleft\b/.test(text) ? "left-wing" : "right-wing";
  return undefined;
}

/** A position with where it is: "ESC 3, rear left"; only its name where the name says it, or where nobody knows. */
export function placeText(position: string, shape: Shape): string {
  const spotAt = spotOfPosition(position, shape);
  if (!spotAt || position.toLowerCase().includes(spotAt.words) || surfaceSpot(position.toLowerCase())) return position;
  return `${position}, ${spotAt.words}`;
}

/** A fitted position, as far as places depend on it. */
export interface PlacedPart {
  kind: PartKind;
  position: string;
}

/**
 * True when a position is at a place: it is the one that the place names, or the place names its spot ("rear left": ESC 3,
 * motor 3 and prop 3). A place that names a part is at that part alone.
 */
export function isAtPlace(part: PlacedPart, place: string, shape: Shape, fitted: readonly PlacedPart[]): boolean {
  const named = fitted.find(({ position }) => place === position || place.startsWith(`${position},`));
  if (named) return named.position === part.position;
  const spotAt = spotOfPosition(place, shape);
  return spotAt !== undefined && PER_ROTOR.has(part.kind) && spotOfPosition(part.position, shape)?.id === spotAt.id;
}

/** What a question "where?" is about. */
export const WHERE_KINDS = ["corner", "esc", "motor", "prop", "servo", "cell"] as const;
export type WhereKind = (typeof WHERE_KINDS)[number];

/**
 * The places that answer "where?", in the craft's own words.
 *
 * @param cellCount - Of the pack.
 * @param fitted - What is on the craft now.
 * @returns Fewer than two where there is nothing to ask: then the one is meant, or nobody can tell.
 */
export function placesFor(
  where: WhereKind,
  shape: Shape & { cellCount: number },
  fitted: readonly PlacedPart[],
): string[] {
  if (where === "cell") return Array.from({ length: shape.cellCount }, (_, index) => `Cell ${index + 1}`);
  if (where === "corner") return spotsOf(shape).map(({ words }) => words);
  const own = fitted.filter(({ kind }) => kind === where).map(({ position }) => placeText(position, shape));
  if (own.length > 0 || where === "servo") return own;
  return rotorSpots(shape).map(({ words }) => words);
}

/** The same for every question. */
export function placesByWhere(
  shape: Shape & { cellCount: number },
  fitted: readonly PlacedPart[],
): Record<WhereKind, string[]> {
  return Object.fromEntries(WHERE_KINDS.map((where) => [where, placesFor(where, shape, fitted)])) as Record<
    WhereKind,
    string[]
  >;
}
