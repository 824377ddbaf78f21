import { type ProofKindId } from "../../prove/proofKinds";
import { type CraftFacts, provableOn } from "../invalidatedProofs";
import { FLY_AGAIN, SETTING_KINDS, SETTING_PROOFS, type SettingKind } from "../settingProofs";
import { type SettingLine } from "./snapshot";

/** The words in a setting's name and its group's that say what it has to do with. The first that fits counts. */
const WORDS: Readonly<Record<SettingKind, RegExp>> = {
  failsafe: /(^|_)(failsafe|fs|fail|lost|lostlink|signal_?loss)(_|$)/,
  meters: /(^|_)(vbat|volt|voltage|batt?|battery|amp|amps|amperage|curr|current|cell)(_|$)/,
  lie: /(^|_)(align\w*|orient\w*|acc|accel\w*|level|boardalign|ahrs|imu|board_?tilt|mount_?(angle|roll|pitch|yaw))(_|$)/,
  compass: /(^|_)(mag|compass|declination|heading)(_|$)/,
  picture: /(^|_)(vtx|osd|overlay|video|cam|camera|picture|leds?|beeper|buzzer)(_|$)/,
  gimbal: /(^|_)(gimbal|mnt|mount)(_|$)/,
  surfaces: /(^|_)(servos?|aileron|elevator|elevon|rudder|flaps?|surface|swash\w*|tail|collective|trim)\d*(_|$)/,
  motors: /(^|_)(motors?|mot|esc|mixer|mix|idle|throttle|thr|spin|rpm|poles|output|dyn_?idle|governor|props?)\d*(_|$)/,
  position:
    /(^|_)(gps|satellites?|sats?|nav|rth|rtl|home|rescue|poshold|loiter|wp|waypoint|fence|alt|altitude|baro)\d*(_|$)/,
  modes: /(^|_)(modes?|flightmode|aux\d*|arm|arming|disarm|disarming|switch|switches|box|adjustment|adjrange)\d*(_|$)/,
  receiver: /(^|_)(rx|rc|serialrx|receiver|channels?|chan|map|channelmap|rssi|link|bind|deadband|sticks?)\d*(_|$)/,
  tune: /(^|_)(pids?|p|i|d|f|ff|feed_?forward|rates?|rat|gain|expo|filter|lowpass|lpf|notch|tpa|gyro|loop|iterm|dterm|atc|rc_?expo)\d*(_|$)/,
};

/** What a setting has to do with; `other` where its name says nothing. */
export type SettingGroup = SettingKind | "other";

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
  return SETTING_KINDS.find((kind) => WORDS[kind].test(name)) ?? "other";
}

/** The proofs that changed settings invalidate on a kind of craft: that they were saved and read back, and those of what they have to do with. */
export function proofsOfSettings(
  changed: readonly Pick<SettingLine, "group" | "key">[],
  craft: CraftFacts,
): ProofKindId[] {
  if (changed.length === 0) return [];
  const groups = new Set(changed.map(settingGroup));
  const asked = [...groups].flatMap((group) => (group === "other" ? OTHER : SETTING_PROOFS[group].proofs));
  return provableOn(craft, ["settings", ...asked]);
}
