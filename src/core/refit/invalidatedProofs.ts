import { type ProofKindId } from "../prove/proofKinds";
import { CRAFT_KINDS, type CraftKind } from "../craft/craftKinds";
import { type PartKind } from "../craft/partKinds";
import { isPartKind, type Mendable } from "./mendable";

/*
 * What a swap invalidates. Common practice of the trade, no published source: nothing that depends on the part is
 * "probably fine" after it was changed.
 */
const ALWAYS: readonly ProofKindId[] = ["continuity", "mounting", "first-power"];
const FLY_AGAIN: readonly ProofKindId[] = ["arm-at-distance", "low-hover", "low-pass"];

const BY_PART: Readonly<Record<PartKind, readonly ProofKindId[]>> = {
  pack: ["cells-under-load", "balance-point", ...FLY_AGAIN],
  power_lead: [...ALWAYS, "power-draw", "motor-map", ...FLY_AGAIN, "full-throttle"],
  current_sensor: [...ALWAYS, "current-scale", "power-draw", ...FLY_AGAIN, "full-throttle"],
  board_lead: [...ALWAYS, "voltage-scale", ...FLY_AGAIN],
  regulator: [...ALWAYS, "receiver-map", "failsafe-bench", "picture-bench", ...FLY_AGAIN, "full-throttle"],
  esc: [...ALWAYS, "motor-map", "esc-settings", "power-draw", "current-scale", ...FLY_AGAIN, "full-throttle"],
  motor: [...ALWAYS, "motor-map", "esc-settings", "prop-balance", "power-draw", ...FLY_AGAIN, "full-throttle"],
  prop: ["prop-balance", ...FLY_AGAIN, "full-throttle"],
  frame: ["mounting", "balance-point", "prop-balance", "compass", ...FLY_AGAIN, "full-throttle"],
  flight_controller: [
    ...ALWAYS,
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
    "self-level",
    "position-hold",
  ],
  receiver: [...ALWAYS, "receiver-map", "failsafe-bench", "range-check", ...FLY_AGAIN],
  antenna: ["mounting", "failsafe-bench", "range-check", ...FLY_AGAIN],
  satellite: ["mounting", "first-power", "compass", ...FLY_AGAIN, "position-hold", "come-home"],
  camera: ["continuity", "mounting", "first-power", "picture-bench", "picture-range", ...FLY_AGAIN, "picture-flight"],
  camera_lead: ["continuity", "mounting", "first-power", "picture-bench", ...FLY_AGAIN, "picture-flight"],
  video_transmitter: [...ALWAYS, "picture-bench", "picture-range", ...FLY_AGAIN, "picture-flight"],
  video_antenna: ["mounting", "picture-bench", "picture-range", ...FLY_AGAIN, "picture-flight"],
  servo: [...ALWAYS, "servo-setup", "surfaces-stick", "surfaces-stabilised", ...FLY_AGAIN],
  gimbal: ["mounting", "first-power", "gimbal-level", "balance-point", ...FLY_AGAIN],
  rotor_head: ["mounting", "balance-point", "prop-balance", "servo-setup", ...FLY_AGAIN, "full-throttle"],
};

/** What belongs to a part as it was made, set or weighed: soldering a wire of it anew leaves that alone. */
const KEPT_BY_A_MEND: readonly ProofKindId[] = [
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
const WITHOUT_WIRES: readonly PartKind[] = ["pack", "prop", "frame", "rotor_head"];

/** What a mend touched where it touched no one part of the craft. */
const BY_MEND: Readonly<Record<Exclude<Mendable, PartKind>, readonly ProofKindId[]>> = {
  // It must still be seen to have helped.
  settings: ["settings", "failsafe-bench", ...FLY_AGAIN],
  wiring: [...ALWAYS, "motor-map", "receiver-map", "failsafe-bench", ...FLY_AGAIN],
  linkage: ["mounting", "servo-setup", "surfaces-stick", "surfaces-stabilised", ...FLY_AGAIN],
  rigging: ["mounting", "balance-point", ...FLY_AGAIN],
  ground: ["receiver-map", "failsafe-bench", "range-check", ...FLY_AGAIN],
};

function invalidatedByMend(mended: Mendable): readonly ProofKindId[] {
  if (!isPartKind(mended)) return BY_MEND[mended];
  const ofPart = BY_PART[mended];
  if (WITHOUT_WIRES.includes(mended)) return ofPart;
  return [...ALWAYS, ...ofPart.filter((id) => !KEPT_BY_A_MEND.includes(id))];
}

/** What a repair was, as far as its proofs depend on it. */
export interface RepairFacts {
  /** Kinds of the parts that were replaced. */
  replaced: readonly PartKind[];
  /** What was mended or set without a new part. */
  mended?: Mendable | null;
  craftKind: CraftKind;
  /** True when the fault came and went: then clean time must be flown. */
  intermittent: boolean;
}

/**
 * Works out the proofs a repair invalidated on this kind of craft.
 *
 * A craft that hovers proves itself in a low hover, one with wings in straight passes, one that does both in both; surfaces are asked for only where
 * there are servos; a satellite unit's proofs only when one was touched or the board was.
 *
 * @returns Proof ids without doubles, not yet in working order (see `orderProofs`). With nothing replaced or mended: those
 *   of a changed setting.
 */
export function invalidatedProofs({ replaced, mended, craftKind, intermittent }: RepairFacts): ProofKindId[] {
  const asked = replaced.flatMap((part) => BY_PART[part]);
  if (mended || replaced.length === 0) asked.push(...invalidatedByMend(mended ?? "settings"));
  if (intermittent) asked.push("clean-time");
  return provableOn(craftKind, asked);
}

/** Those of some proofs that can be done on a kind of craft, without doubles. */
export function provableOn(craftKind: CraftKind, asked: readonly ProofKindId[]): ProofKindId[] {
  const { hovers, winged, servos } = CRAFT_KINDS[craftKind];
  const notHere = new Set<ProofKindId>();
  if (!winged) notHere.add("low-pass");
  if (!hovers) for (const id of ["low-hover", "bump-sticks", "position-hold"] as const) notHere.add(id);
  if (!servos) for (const id of ["surfaces-stick", "surfaces-stabilised", "servo-setup"] as const) notHere.add(id);
  return [...new Set(asked)].filter((id) => !notHere.has(id));
}
