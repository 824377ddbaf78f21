import { PART_KINDS } from "../../craft/partKinds";

/** What a fault can lie in besides the parts that are fitted by serial. */
const OTHER_PARTS = {
  settings: "Settings",
  wiring: "Wiring and joints",
  linkage: "Linkages and hinges",
  rigging: "Balance and rigging",
  ground: "Ground side",
} as const;

/** Everything a fault can lie in, with its name. */
export const SUSPECT_PARTS: Readonly<Record<string, string>> = { ...PART_KINDS, ...OTHER_PARTS };

/** The name of a part as suspects are grouped by; an unknown one keeps its id. */
export function suspectPartName(part: string): string {
  return SUSPECT_PARTS[part] ?? part;
}
