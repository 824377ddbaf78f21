import { type PartKind } from "../craft/partKinds";
import { isBurnt } from "./burntReason";
import { type RemovedAs } from "./removedAs";

/** A part that was on the craft once. */
export interface FormerPart {
  position: string;
  /** Why it came out, in words. */
  reason: string;
  /** As whoever took it out said; null where nobody was asked, and the words have to tell. */
  removedAs: RemovedAs | null;
}

/** Says whether a part burnt: by what a person said, else by the words of the reason. */
export function hasBurnt({ reason, removedAs }: Pick<FormerPart, "reason" | "removedAs">): boolean {
  return removedAs === null ? isBurnt(reason) : removedAs === "burnt";
}

/** How many parts burnt at a position before. Twice at one place, and the craft's power is the suspect: the third will burn as well. */
export function burntBefore(former: readonly FormerPart[], position: string): number {
  return former.filter((part) => part.position === position && hasBurnt(part)).length;
}

/** What is looked at beside a burnt part before anything is powered, and what forbids it. */
export interface Neighbour {
  look: string;
  noGo: string;
  /** Wants power, behind a limiter: never before all that eyes and the meter can tell. */
  isPowered?: boolean;
}

const PACK: Neighbour = {
  look: "The pack: whether puffed, warm, or a cell low",
  noGo: "Puffed or warm: outside, and never on this craft again.",
};
const LEADS: Neighbour = {
  look: "Main lead, connector, capacitor: soot, melted insulation, a bulged can",
  noGo: "Any of it: new lead and capacitor before power.",
};
const ESCS: Neighbour = {
  look: "ESCs, its neighbours first: power to ground and each phase to both, by the meter",
  noGo: "A beep that goes on: that ESC comes out.",
};
const RAIL: Neighbour = {
  look: "The rail it hung on: volts behind the limiter with the burnt part off",
  noGo: "Other than its volts: the regulator comes out before anything else goes in.",
  isPowered: true,
};
const RAIL_ALONE: Neighbour = {
  look: "Its rail by itself: volts behind the limiter with the new one in and nothing on it",
  noGo: "Other than its volts: nothing is hung on it.",
  isPowered: true,
};
const BOARD: Neighbour = {
  look: "The board beside it: traces, chips, the underside under a glass",
  noGo: "A burnt trace or chip: the board comes out.",
};
const ON_RAIL: Neighbour = {
  look: "All that hangs on the same rail: each by itself behind the limiter",
  noGo: "More than its amps: it comes out.",
  isPowered: true,
};
const MOTOR: Neighbour = {
  look: "The motor behind it: turns freely, three phases alike, none to the frame",
  noGo: "It brakes, is rough, or a phase beeps to the frame: it comes out with its ESC.",
};
const MOTORS: Neighbour = {
  look: "Motors: each turns freely, three phases alike, none to the frame",
  noGo: MOTOR.noGo,
};
const DEVICES: Neighbour = {
  look: "Receiver, buzzer, gyro and camera: each by itself behind the limiter",
  noGo: "Silent, or more than its amps: it goes on the list before anything is ordered.",
  isPowered: true,
};
const WHAT_STOPPED_IT: Neighbour = {
  look: "What stopped it: a screw too long into the winding, a bent bell, a prop that jams",
  noGo: "Any of it left: the next motor burns as well.",
};
const VIDEO_ANTENNA: Neighbour = {
  look: "Its antenna and the plug of it: fitted, whole, tight",
  noGo: "Missing or broken: a transmitter without one cooks itself, the next as well.",
};
const JUMPER: Neighbour = {
  look: "The jumper and the wires that feed it, by eye against the diagram: set to which volts, and which it bears",
  noGo: "More than it bears, or a wire in the wrong row: put right before any power.",
};
const LINKAGE: Neighbour = {
  look: "Its linkage and surface: free over the whole way, no stop before the servo's own",
  noGo: "It jams or hits a stop: the next servo burns as well.",
};
const FREE_AXES: Neighbour = {
  look: "Its axes and clamp: turn freely by hand, no stop, the camera in balance",
  noGo: "A clamp left on, or an axis that jams: freed first.",
};
const OUTSIDE: Neighbour = {
  look: "The burnt pack itself: outside, on stone or sand, before anything is looked at",
  noGo: "Warm, hissing or swelling: keep away from it.",
};
const FRAME_WIRES: Neighbour = {
  look: "Every wire that lies on the frame: main lead, motor wires, antennas; carbon conducts",
  noGo: "Insulation chafed through: a new lead, and something soft under it.",
};

/** What a rail feeds burns by the rail's volts or by its own load. */
const FED = [JUMPER, BOARD, RAIL, ON_RAIL];

const BY_PART: Partial<Record<PartKind, readonly Neighbour[]>> = {
  pack: [OUTSIDE, LEADS, ESCS, MOTORS],
  esc: [PACK, LEADS, MOTOR, ESCS, BOARD, RAIL, DEVICES],
  motor: [PACK, LEADS, WHAT_STOPPED_IT, ESCS],
  regulator: [PACK, BOARD, RAIL_ALONE, ON_RAIL],
  flight_controller: [PACK, LEADS, ESCS, RAIL, ON_RAIL],
  board_lead: [PACK, LEADS, BOARD, RAIL],
  power_lead: [PACK, MOTORS, BOARD, ESCS],
  current_sensor: [PACK, LEADS, BOARD, ESCS],
  frame: [PACK, FRAME_WIRES, MOTORS, ESCS],
  video_transmitter: [VIDEO_ANTENNA, ...FED],
  camera: FED,
  receiver: FED,
  satellite: FED,
  servo: [LINKAGE, ...FED],
  gimbal: [FREE_AXES, ...FED],
};

/** The go / no-go list beside a burnt part, in the order of danger: eyes, then the meter, then power behind a limiter. Common practice of the trade, no published source. */
export function neighboursOf(burnt: PartKind): readonly Neighbour[] {
  return BY_PART[burnt] ?? [PACK, LEADS, RAIL, ON_RAIL];
}
