import { type Zone } from "@/core/diagnosis/library/library.types";
import { type CraftKind } from "@/core/craft/craftKinds";

/** What each zone is called beside the picture. */
export const ZONE_NAMES: Readonly<Record<Zone, string>> = {
  flight: "How it flew",
  power: "Pack and power",
  motors: "Motors",
  props: "Props",
  frame: "Frame",
  board: "Flight controller",
  radio: "Radio link",
  satellite: "Satellite and compass",
  video: "Picture",
  servos: "Surfaces and servos",
  tail: "Tail",
  head: "Rotor head",
  gimbal: "Gimbal and camera",
  ground: "Transmitter in hand",
};

/** A place on the picture: centre and radius in its 200 × 140 units. */
export interface ZoneSpot {
  x: number;
  y: number;
  r: number;
}

type Spots = Partial<Record<Zone, ZoneSpot>>;

const ALWAYS: Spots = { flight: { x: 24, y: 20, r: 13 }, ground: { x: 176, y: 120, r: 13 } };
const ROTORCRAFT: Spots = {
  ...ALWAYS,
  motors: { x: 62, y: 36, r: 9 },
  props: { x: 138, y: 36, r: 15 },
  frame: { x: 78, y: 52, r: 9 },
  board: { x: 100, y: 70, r: 11 },
  power: { x: 100, y: 96, r: 11 },
  radio: { x: 122, y: 104, r: 9 },
  satellite: { x: 124, y: 62, r: 8 },
  video: { x: 100, y: 46, r: 9 },
};
const WINGED: Spots = {
  ...ALWAYS,
  motors: { x: 100, y: 30, r: 8 },
  props: { x: 100, y: 15, r: 9 },
  frame: { x: 60, y: 54, r: 10 },
  servos: { x: 148, y: 66, r: 10 },
  board: { x: 100, y: 62, r: 9 },
  power: { x: 100, y: 45, r: 8 },
  radio: { x: 100, y: 96, r: 8 },
  satellite: { x: 100, y: 80, r: 7 },
  video: { x: 118, y: 40, r: 8 },
};

/** Where each zone lies on the picture of each kind of craft. */
export const ZONE_SPOTS: Readonly<Record<CraftKind, Spots>> = {
  quad: ROTORCRAFT,
  "ducted quad": ROTORCRAFT,
  hexa: { ...ROTORCRAFT, gimbal: { x: 100, y: 120, r: 10 } },
  tricopter: { ...ROTORCRAFT, tail: { x: 100, y: 122, r: 9 }, servos: { x: 118, y: 118, r: 8 } },
  octo: { ...ROTORCRAFT, gimbal: { x: 100, y: 120, r: 10 } },
  "camera drone": { ...ROTORCRAFT, gimbal: { x: 100, y: 24, r: 10 }, video: { x: 76, y: 88, r: 8 } },
  "fixed wing": { ...WINGED, tail: { x: 100, y: 120, r: 11 } },
  "flying wing": {
    ...WINGED,
    power: { x: 88, y: 50, r: 8 },
    radio: { x: 84, y: 70, r: 7 },
    satellite: { x: 114, y: 62, r: 7 },
  },
  "vertical take-off": { ...WINGED, tail: { x: 100, y: 120, r: 11 }, gimbal: { x: 84, y: 28, r: 8 } },
  helicopter: {
    ...ALWAYS,
    head: { x: 84, y: 32, r: 11 },
    motors: { x: 86, y: 62, r: 9 },
    frame: { x: 122, y: 66, r: 8 },
    board: { x: 68, y: 76, r: 9 },
    power: { x: 46, y: 78, r: 10 },
    servos: { x: 100, y: 46, r: 8 },
    radio: { x: 92, y: 96, r: 8 },
    satellite: { x: 142, y: 58, r: 7 },
    video: { x: 34, y: 58, r: 8 },
    tail: { x: 174, y: 58, r: 12 },
  },
};

/** Where a complaint is shown on the picture of a kind of craft: its zone, or "how it flew" where the kind has no such part. */
export function placeOf(zone: Zone | null, kind: CraftKind | null): Zone | null {
  return zone === null || ZONE_SPOTS[kind ?? "quad"][zone] || kind === null ? zone : "flight";
}

/** Zones that are a part of the craft: where it lacks the part, nothing is seen on it. */
const PARTS: readonly Zone[] = ["servos", "tail", "head"];

/** Says whether a kind of craft has no such part as the zone is, so that nothing can have been seen there. */
export function lacksZone(kind: CraftKind, zone: Zone | undefined): boolean {
  return zone !== undefined && PARTS.includes(zone) && !ZONE_SPOTS[kind][zone];
}
