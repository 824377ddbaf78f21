import { type PartKind } from "../craft/partKinds";

/** True when a reason for taking a part out says that it burnt. */
export function isBurnt(reason: string): boolean {
  return /\b(burnt|burned|burn|smok(ed|e|ing)|scorch\w*|charr?ed|melt(ed)?|fried|blown|went up)\b/i.test(reason);
}

/** A part that was on the craft once. */
export interface FormerPart {
  position: string;
  /** Why it came out. */
  reason: string;
}

/** How many parts burnt at a position before. Twice at one place, and the craft's power is the suspect: the third will burn as well. */
export function burntBefore(former: readonly FormerPart[], position: string): number {
  return former.filter((part) => part.position === position && isBurnt(part.reason)).length;
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
  look: "ESCs: power to ground and each phase to both, by the meter",
  noGo: "A beep that goes on: that ESC comes out.",
};
const RAIL: Neighbour = {
  look: "The rail it hung on: volts behind the limiter with the burnt part off",
  noGo: "Other than its volts: the regulator comes out before anything else goes in.",
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
const MOTORS: Neighbour = {
  look: "The motor behind it: turns freely, three phases alike, none to the frame",
  noGo: "Rough, or a phase to the frame: it comes out with its ESC.",
};

const BY_PART: Partial<Record<PartKind, readonly Neighbour[]>> = {
  esc: [PACK, LEADS, BOARD, MOTORS, RAIL],
  motor: [PACK, ESCS, LEADS],
  regulator: [PACK, BOARD, RAIL, ON_RAIL],
  flight_controller: [PACK, LEADS, ESCS, RAIL, ON_RAIL],
  video_transmitter: [BOARD, RAIL, ON_RAIL],
  camera: [BOARD, RAIL, ON_RAIL],
  power_lead: [PACK, BOARD, ESCS],
  current_sensor: [PACK, LEADS, BOARD, ESCS],
};

/** The go / no-go list beside a burnt part, in the order of danger: eyes, then the meter, then power behind a limiter. Common practice of the trade, no published source. */
export function neighboursOf(burnt: PartKind): readonly Neighbour[] {
  return BY_PART[burnt] ?? [PACK, LEADS, RAIL, ON_RAIL];
}
