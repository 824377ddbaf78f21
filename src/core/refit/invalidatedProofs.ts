import { type ProofKindId } from "../prove/proofKinds";
import { CRAFT_KINDS, type CraftKind } from "../craft/craftKinds";
import { type PartKind } from "../craft/partKinds";
import { isPartKind, type Mendable, settingKindOf } from "./mendable";
import { FLY_AGAIN, SETTING_PROOFS } from "./settingProofs";

/*
 * What a swap invalidates. Common practice of the trade, no published source: nothing that depends on the part is
 * "probably fine" after it was changed.
 */
const ALWAYS: readonly ProofKindId[] = ["continuity", "mounting", "first-power"];

/** What only a board knows: calibrations, directions, scales. New firmware forgets it as a new board does. */
const OF_THE_BOARD: readonly ProofKindId[] = [
  "settings",
  "accelerometer",
  "alignment",
  "motor-map",
  "receiver-map",
  "surfaces-stick",
  "surfaces-stabilised",
  "failsafe-bench",
  "voltage-scale",
  "current-scale",
  "compass",
  ...FLY_AGAIN,
  "bump-sticks",
  "tail-hold",
  "self-level",
  "position-hold",
];

const BY_PART: Readonly<Record<PartKind, readonly ProofKindId[]>> = {
  pack: ["cells-under-load", "balance-point", ...FLY_AGAIN],
  power_lead: [...ALWAYS, "power-draw", ...FLY_AGAIN, "full-throttle"],
  current_sensor: [...ALWAYS, "current-scale", "power-draw", ...FLY_AGAIN, "full-throttle"],
  board_lead: [...ALWAYS, "voltage-scale", ...FLY_AGAIN],
  regulator: [
    ...ALWAYS,
    "rail-volts",
    "receiver-map",
    "failsafe-bench",
    "picture-bench",
    ...FLY_AGAIN,
    "full-throttle",
  ],
  esc: [
    ...ALWAYS,
    "motor-map",
    "esc-settings",
    "power-draw",
    "current-scale",
    ...FLY_AGAIN,
    "full-throttle",
    "payload",
  ],
  motor: [
    ...ALWAYS,
    "motor-map",
    "esc-settings",
    "prop-balance",
    "power-draw",
    ...FLY_AGAIN,
    "full-throttle",
    "payload",
  ],
  prop: ["prop-balance", ...FLY_AGAIN, "full-throttle", "payload"],
  // Motors come off an arm and boards off a frame: what was laid, turned and plugged is laid, turned and plugged anew.
  frame: [
    ...ALWAYS,
    "accelerometer",
    "motor-map",
    "balance-point",
    "prop-balance",
    "compass",
    ...FLY_AGAIN,
    "full-throttle",
    "payload",
  ],
  flight_controller: [...ALWAYS, ...OF_THE_BOARD],
  receiver: [...ALWAYS, "rail-volts", "receiver-map", "surfaces-stick", "failsafe-bench", "range-check", ...FLY_AGAIN],
  antenna: ["mounting", "failsafe-bench", "range-check", ...FLY_AGAIN],
  satellite: [...ALWAYS, "rail-volts", "compass", ...FLY_AGAIN, "position-hold", "come-home"],
  camera: [...ALWAYS, "rail-volts", "picture-bench", "picture-range", ...FLY_AGAIN, "picture-flight"],
  camera_lead: [...ALWAYS, "picture-bench", ...FLY_AGAIN, "picture-flight"],
  video_transmitter: [...ALWAYS, "rail-volts", "picture-bench", "picture-range", ...FLY_AGAIN, "picture-flight"],
  video_antenna: ["mounting", "picture-bench", "picture-range", ...FLY_AGAIN, "picture-flight"],
  servo: [...ALWAYS, "servo-setup", "surfaces-stick", "surfaces-stabilised", ...FLY_AGAIN, "tail-hold"],
  gimbal: [...ALWAYS, "rail-volts", "gimbal-level", "picture-bench", "balance-point", ...FLY_AGAIN],
  rotor_head: [
    "mounting",
    "balance-point",
    "prop-balance",
    "servo-setup",
    "blade-tracking",
    ...FLY_AGAIN,
    "tail-hold",
    "full-throttle",
  ],
};

/** What another kind of part than the one before invalidates besides: what the old one had shown says nothing of it. */
const BY_OTHER_TYPE: Readonly<Partial<Record<PartKind, readonly ProofKindId[]>>> = {
  pack: ["endurance"],
  motor: ["endurance"],
  prop: ["power-draw", "endurance"],
};

/** What belongs to a part as it was made, set or weighed: soldering a wire of it anew leaves that alone. */
const KEPT_BY_A_MEND: readonly ProofKindId[] = [
  "rail-volts",
  "settings",
  "accelerometer",
  "alignment",
  "esc-settings",
  "prop-balance",
  "power-draw",
  "balance-point",
  "picture-range",
  "bump-sticks",
  "self-level",
];

/** Parts without a wire: a mend of one changes what a new one would. */
const WITHOUT_WIRES: readonly PartKind[] = ["pack", "prop", "rotor_head"];

/** What a mend invalidates where that is not what a new part would: of no one part, or of one that is mended otherwise than by soldering. */
const BY_MEND: Readonly<
  Record<Exclude<Mendable, PartKind | `set_${string}`>, readonly ProofKindId[]> &
    Partial<Record<Mendable, readonly ProofKindId[]>>
> = {
  frame: ["mounting", "balance-point", ...FLY_AGAIN, "full-throttle"],
  regulator: BY_PART.regulator,
  firmware: [...OF_THE_BOARD, "esc-settings", "servo-setup", "picture-bench", "full-throttle"],
  airspeed: ["mounting", "airspeed", ...FLY_AGAIN],
  // It must still be seen to have helped.
  settings: ["settings", "failsafe-bench", ...FLY_AGAIN],
  wiring: [...ALWAYS, "motor-map", "receiver-map", "failsafe-bench", ...FLY_AGAIN],
  linkage: ["mounting", "servo-setup", "surfaces-stick", "surfaces-stabilised", ...FLY_AGAIN],
  rigging: ["mounting", "balance-point", ...FLY_AGAIN],
  ground: ["receiver-map", "surfaces-stick", "failsafe-bench", "range-check", ...FLY_AGAIN],
};

function invalidatedByMend(mended: Mendable): readonly ProofKindId[] {
  const setting = settingKindOf(mended);
  if (setting) return ["settings", ...SETTING_PROOFS[setting].proofs];
  const own = BY_MEND[mended];
  if (own || !isPartKind(mended)) return own ?? BY_MEND.settings;
  const ofPart = BY_PART[mended];
  if (WITHOUT_WIRES.includes(mended)) return ofPart;
  return [...ALWAYS, ...ofPart.filter((id) => !KEPT_BY_A_MEND.includes(id))];
}

/** What is known of a craft that decides which proofs can be done on it. */
export interface CraftFacts {
  kind: CraftKind;
  /** Kinds of the parts on its list; a list without board and receiver is not written yet, and says nothing. */
  fitted?: readonly PartKind[];
}

/** What a repair was, as far as its proofs depend on it. */
export interface RepairFacts {
  /** Kinds of the parts that were replaced. */
  replaced: readonly PartKind[];
  /** Those of them that are of another type than the part before. */
  otherType?: readonly PartKind[];
  /** What was mended or set without a new part. */
  mended?: Mendable | null;
  craft: CraftFacts;
  /** True when the fault came and went: then clean time must be flown. */
  intermittent: boolean;
}

/**
 * Works out the proofs a repair invalidated on this craft.
 *
 * A craft that hovers proves itself in a low hover, one with wings in straight passes, one that does both in both; surfaces are asked for only where
 * there are servos, and what a part shows only where the craft's list has the part.
 *
 * @returns Proof ids without doubles, not yet in working order (see `orderProofs`). With nothing replaced or mended: those
 *   of a changed setting.
 */
export function invalidatedProofs({
  replaced,
  otherType = [],
  mended,
  craft,
  intermittent,
}: RepairFacts): ProofKindId[] {
  const asked = replaced.flatMap((part) => BY_PART[part]);
  asked.push(...otherType.flatMap((part) => BY_OTHER_TYPE[part] ?? []));
  if (mended || replaced.length === 0) asked.push(...invalidatedByMend(mended ?? "settings"));
  if (intermittent) asked.push("clean-time");
  const fitted = craft.fitted && [...craft.fitted, ...replaced];
  return provableOn({ ...craft, fitted }, asked);
}

/** Proofs of what one of these parts shows: without the part there is nothing to see. */
const SHOWN_BY: readonly { parts: readonly PartKind[]; proofs: readonly ProofKindId[] }[] = [
  { parts: ["satellite"], proofs: ["compass", "position-hold", "come-home"] },
  { parts: ["camera", "video_transmitter"], proofs: ["picture-bench", "picture-range", "picture-flight"] },
  { parts: ["gimbal"], proofs: ["gimbal-level"] },
];
const WRITTEN_LIST: readonly PartKind[] = ["flight_controller", "receiver"];

/** Those of some proofs that can be done on a craft, without doubles. */
export function provableOn({ kind, fitted = [] }: CraftFacts, asked: readonly ProofKindId[]): ProofKindId[] {
  const { hovers, winged, servos } = CRAFT_KINDS[kind];
  const notHere = new Set<ProofKindId>();
  const leaveOut = (...ids: readonly ProofKindId[]) => ids.forEach((id) => notHere.add(id));
  if (!winged) leaveOut("low-pass", "airspeed");
  if (!hovers) leaveOut("low-hover", "bump-sticks", "position-hold");
  if (!servos) leaveOut("surfaces-stick", "surfaces-stabilised", "servo-setup");
  if (kind !== "helicopter") leaveOut("tail-hold", "blade-tracking");
  // One motor has no order, and only its ESC or its leads turn it round.
  if (kind === "helicopter" && !asked.includes("esc-settings")) leaveOut("motor-map");
  if (kind !== "octo") leaveOut("payload");
  if (WRITTEN_LIST.every((part) => fitted.includes(part)))
    for (const { parts, proofs } of SHOWN_BY) if (!parts.some((part) => fitted.includes(part))) leaveOut(...proofs);
  return [...new Set(asked)].filter((id) => !notHere.has(id));
}
