import { type CraftKind } from "../../craft/craftKinds";
import { type ProofKindId } from "../../prove/proofKinds";
import { provableOn } from "../invalidatedProofs";
import { type SettingLine } from "./snapshot";

const FLY_AGAIN: readonly ProofKindId[] = ["arm-at-distance", "low-hover", "low-pass"];

/*
 * What a setting has to do with, by the words in its name and its group's, and what a change of it invalidates. The first that fits counts: what keeps
 * people whole stands before what is nice to have. Common practice, no published source.
 */
const GROUPS = {
  failsafe: {
    words: /(^|_)(failsafe|fs|fail|lost|lostlink|signal_?loss)(_|$)/,
    proofs: ["failsafe-bench", "range-check", ...FLY_AGAIN],
  },
  meters: {
    words: /(^|_)(vbat|volt|voltage|batt?|battery|amp|amps|amperage|curr|current|cell)(_|$)/,
    proofs: ["voltage-scale", "current-scale", ...FLY_AGAIN],
  },
  lie: {
    words:
      /(^|_)(align\w*|orient\w*|acc|accel\w*|level|boardalign|ahrs|imu|board_?tilt|mount_?(angle|roll|pitch|yaw))(_|$)/,
    proofs: ["accelerometer", "alignment", ...FLY_AGAIN, "self-level"],
  },
  compass: { words: /(^|_)(mag|compass|declination|heading)(_|$)/, proofs: ["compass", ...FLY_AGAIN, "position-hold"] },
  picture: {
    words: /(^|_)(vtx|osd|overlay|video|cam|camera|picture|leds?|beeper|buzzer)(_|$)/,
    proofs: ["picture-bench"],
  },
  gimbal: { words: /(^|_)(gimbal|mnt|mount)(_|$)/, proofs: ["gimbal-level"] },
  surfaces: {
    words: /(^|_)(servos?|aileron|elevator|elevon|rudder|flaps?|surface|swash\w*|tail|collective|trim)\d*(_|$)/,
    proofs: ["servo-setup", "surfaces-stick", "surfaces-stabilised", ...FLY_AGAIN],
  },
  motors: {
    words: /(^|_)(motors?|mot|esc|mixer|mix|idle|throttle|thr|spin|rpm|poles|output|dyn_?idle|governor|props?)\d*(_|$)/,
    proofs: ["motor-map", "esc-settings", ...FLY_AGAIN, "full-throttle"],
  },
  position: {
    words:
      /(^|_)(gps|satellites?|sats?|nav|rth|rtl|home|rescue|poshold|loiter|wp|waypoint|fence|alt|altitude|baro)\d*(_|$)/,
    proofs: ["failsafe-bench", ...FLY_AGAIN, "position-hold", "come-home"],
  },
  modes: {
    words:
      /(^|_)(modes?|flightmode|aux\d*|arm|arming|disarm|disarming|switch|switches|box|adjustment|adjrange)\d*(_|$)/,
    proofs: ["receiver-map", "failsafe-bench", ...FLY_AGAIN],
  },
  receiver: {
    words: /(^|_)(rx|rc|serialrx|receiver|channels?|chan|map|channelmap|rssi|link|bind|deadband|sticks?)\d*(_|$)/,
    proofs: ["receiver-map", "failsafe-bench", "range-check", ...FLY_AGAIN],
  },
  tune: {
    words:
      /(^|_)(pids?|p|i|d|f|ff|feed_?forward|rates?|rat|gain|expo|filter|lowpass|lpf|notch|tpa|gyro|loop|iterm|dterm|atc|rc_?expo)\d*(_|$)/,
    proofs: [...FLY_AGAIN, "bump-sticks", "self-level"],
  },
} as const satisfies Record<string, { words: RegExp; proofs: readonly ProofKindId[] }>;

/** What a setting has to do with; `other` where its name says nothing. */
export type SettingGroup = keyof typeof GROUPS | "other";

/** A recorder's rate is no rate of turning. */
const OF_RECORDER = /(^|_)(log|logging|recorder|card)(_|$)/;

/** Everything that a changed setting may have touched. */
const OTHER: readonly ProofKindId[] = ["failsafe-bench", ...FLY_AGAIN];

/** What a setting has to do with, by the words in its name and its group's. */
export function settingGroup({ group, key }: Pick<SettingLine, "group" | "key">): SettingGroup {
  const name = `${group}_${key}`
    .replace(/([a-z])([A-Z])/g, "$1_$2")
    .replace(/[^A-Za-z0-9]+/g, "_")
    .toLowerCase();
  if (OF_RECORDER.test(name)) return "other";
  const found = Object.entries(GROUPS).find(([, { words }]) => words.test(name));
  return found ? (found[0] as SettingGroup) : "other";
}

/** The proofs that changed settings invalidate on a kind of craft: that they were saved and read back, and those of what they have to do with. */
export function proofsOfSettings(
  changed: readonly Pick<SettingLine, "group" | "key">[],
  craftKind: CraftKind,
): ProofKindId[] {
  if (changed.length === 0) return [];
  const groups = new Set(changed.map(settingGroup));
  const asked = [...groups].flatMap((group) => (group === "other" ? OTHER : GROUPS[group].proofs));
  return provableOn(craftKind, ["settings", ...asked]);
}
