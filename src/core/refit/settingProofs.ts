import { type ProofKindId } from "../prove/proofKinds";

/** Seen to fly as before, whatever was done. */
export const FLY_AGAIN: readonly ProofKindId[] = ["arm-at-distance", "low-hover", "low-pass"];

/**
 * What settings have to do with, what that is called, and what a change of one invalidates. In the order in which they count where a setting's name
 * fits several: what keeps people whole stands before what is nice to have. Common practice, no published source.
 */
export const SETTING_PROOFS = {
  failsafe: {
    name: "Settings: what happens at link loss",
    proofs: ["failsafe-bench", "range-check", ...FLY_AGAIN],
  },
  meters: {
    name: "Settings: volts and amps that are shown",
    proofs: ["voltage-scale", "current-scale", ...FLY_AGAIN],
  },
  lie: {
    name: "Settings: how the board lies, what is level",
    proofs: ["accelerometer", "alignment", ...FLY_AGAIN, "self-level"],
  },
  compass: { name: "Settings: compass", proofs: ["compass", ...FLY_AGAIN, "position-hold"] },
  picture: { name: "Settings: picture and overlay", proofs: ["picture-bench"] },
  gimbal: { name: "Settings: gimbal", proofs: ["gimbal-level"] },
  surfaces: {
    name: "Settings: servos, mixing, governor of a head",
    proofs: ["servo-setup", "surfaces-stick", "surfaces-stabilised", ...FLY_AGAIN, "tail-hold"],
  },
  motors: {
    name: "Settings: ESCs, motors, their order",
    proofs: ["motor-map", "esc-settings", ...FLY_AGAIN, "full-throttle"],
  },
  position: {
    name: "Settings: position hold and come-home",
    proofs: ["failsafe-bench", ...FLY_AGAIN, "position-hold", "come-home"],
  },
  modes: {
    name: "Settings: modes, arming and switches",
    proofs: ["receiver-map", "failsafe-bench", ...FLY_AGAIN],
  },
  receiver: {
    name: "Settings: receiver, channels, end points",
    proofs: ["receiver-map", "surfaces-stick", "failsafe-bench", "range-check", ...FLY_AGAIN],
  },
  tune: {
    name: "Settings: gains, rates and filters",
    proofs: [...FLY_AGAIN, "bump-sticks", "self-level", "tail-hold"],
  },
} as const satisfies Record<string, { name: string; proofs: readonly ProofKindId[] }>;

/** What a setting has to do with. */
export type SettingKind = keyof typeof SETTING_PROOFS;

/** All, in the order in which they count. */
export const SETTING_KINDS = Object.keys(SETTING_PROOFS) as SettingKind[];
