import { SETTING_KINDS, SETTING_PROOFS, type SettingKind } from "./settingProofs";
import { PART_KIND_LIST, PART_KINDS, type PartKind } from "../craft/partKinds";

/** What can be mended or set without a new part, besides the parts themselves. */
const OTHERS = {
  settings: "Settings: others, or several",
  firmware: "Firmware, or all settings anew",
  wiring: "Wiring between parts",
  linkage: "Linkage or hinge",
  rigging: "Balance and rigging",
  ground: "Transmitter or ground gear",
  airspeed: "Pitot and airspeed",
} as const;

type SettingMend = `set_${SettingKind}`;

/** Settings of one kind: mendable → name. */
const SETTINGS = Object.fromEntries(
  SETTING_KINDS.map((kind) => [`set_${kind}`, SETTING_PROOFS[kind].name]),
) as Readonly<Record<SettingMend, string>>;

/** What a mend was done on: it decides which proofs are owed. */
export type Mendable = PartKind | keyof typeof OTHERS | SettingMend;

/** Its name in a list: mendable → name. */
export const MENDABLE: Readonly<Record<Mendable, string>> = { ...SETTINGS, ...OTHERS, ...PART_KINDS };

/** All, in the order they are listed. */
export const MENDABLE_LIST = Object.keys(MENDABLE) as Mendable[];

/** True for a part of the craft. */
export function isPartKind(mended: string): mended is PartKind {
  return (PART_KIND_LIST as readonly string[]).includes(mended);
}

/** True for anything that can be mended. */
export function isMendable(id: string): id is Mendable {
  return id in MENDABLE;
}

/** The kind of settings that a mend was of; null where it was none of one kind. */
export function settingKindOf(mended: Mendable): SettingKind | null {
  return SETTING_KINDS.find((kind) => `set_${kind}` === mended) ?? null;
}
