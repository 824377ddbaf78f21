import { type CraftKind } from "./craftKinds";
import { PART_KINDS, type PartKind } from "./partKinds";

/** A position that a craft of a kind usually has. */
export interface UsualPart {
  kind: PartKind;
  position: string;
}

const POWER: readonly PartKind[] = ["pack", "power_lead"];
const FLIGHT: readonly PartKind[] = ["flight_controller", "regulator", "receiver", "antenna"];
const VIDEO: readonly PartKind[] = ["camera", "camera_lead", "video_transmitter", "video_antenna"];

/** What each kind of craft usually carries once, besides its rotors and servos. Common practice, no published source. */
const ONCE: Readonly<Record<CraftKind, readonly PartKind[]>> = {
  quad: [...POWER, ...FLIGHT, ...VIDEO],
  "ducted quad": [...POWER, ...FLIGHT, ...VIDEO],
  hexa: [...POWER, ...FLIGHT, "satellite", "gimbal"],
  octo: [...POWER, ...FLIGHT, "satellite", "gimbal"],
  tricopter: [...POWER, ...FLIGHT, ...VIDEO],
  "camera drone": [...POWER, ...FLIGHT, "satellite", "camera", "gimbal"],
  "fixed wing": [...POWER, ...FLIGHT, "satellite", ...VIDEO],
  "flying wing": [...POWER, ...FLIGHT, "satellite", ...VIDEO],
  "vertical take-off": [...POWER, ...FLIGHT, "satellite", "camera"],
  helicopter: [...POWER, ...FLIGHT, "rotor_head"],
};
const SERVOS: Readonly<Partial<Record<CraftKind, readonly string[]>>> = {
  tricopter: ["Tail servo"],
  "fixed wing": ["Left aileron servo", "Right aileron servo", "Elevator servo", "Rudder servo"],
  "flying wing": ["Left elevon servo", "Right elevon servo"],
  "vertical take-off": ["Left aileron servo", "Right aileron servo", "Elevator servo"],
  helicopter: ["Roll servo", "Pitch servo", "Tail servo"],
};

/** Parts of which a craft may carry several alike: only they need a position of their own. */
export const SEVERAL: ReadonlySet<PartKind> = new Set<PartKind>(["esc", "motor", "prop", "servo", "frame", "pack"]);

/** The positions a craft of this kind usually has: ESCs, motors and props by number, servos by surface, the rest once. */
export function usualParts(kind: CraftKind, motorCount: number): UsualPart[] {
  const rotors = (["esc", "motor", "prop"] as const).flatMap((part) => numbered(part, motorCount));
  const servos = (SERVOS[kind] ?? []).map((position) => ({ kind: "servo" as const, position }));
  const once = ONCE[kind].map((part) => ({ kind: part, position: PART_KINDS[part] }));
  return [...once.slice(0, POWER.length), ...rotors, ...servos, ...once.slice(POWER.length)];
}

/** "ESC 1" to "ESC 4"; a single one has no number. */
export function numbered(part: PartKind, count: number): UsualPart[] {
  if (count === 1) return [{ kind: part, position: PART_KINDS[part] }];
  return Array.from({ length: count }, (_, index) => ({ kind: part, position: `${PART_KINDS[part]} ${index + 1}` }));
}

/**
 * A position for one more part of a kind: its name, numbered where there is one already.
 *
 * @param taken - Positions on the sheet.
 */
export function nextPosition(part: PartKind, taken: readonly string[]): string {
  const name = PART_KINDS[part];
  if (!taken.includes(name) && !taken.some((position) => position.startsWith(`${name} `))) return name;
  for (let number = 2; ; number++) if (!taken.includes(`${name} ${number}`)) return `${name} ${number}`;
}
