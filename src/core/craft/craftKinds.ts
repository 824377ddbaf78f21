/** The kinds of craft the shop takes in. `rotors` says whether it hovers: then a hover is among its proofs. */
export const CRAFT_KINDS = {
  quad: { name: "Quad", hovers: true, servos: false },
  "ducted quad": { name: "Ducted quad", hovers: true, servos: false },
  octo: { name: "Lifting octo", hovers: true, servos: false },
  "fixed wing": { name: "Fixed wing", hovers: false, servos: true },
  "flying wing": { name: "Flying wing", hovers: false, servos: true },
  helicopter: { name: "Helicopter", hovers: true, servos: true },
  "camera drone": { name: "Camera drone", hovers: true, servos: false },
} as const;

/** A kind of craft. */
export type CraftKind = keyof typeof CRAFT_KINDS;

/** All kinds, in the order they are listed. */
export const CRAFT_KIND_LIST = Object.keys(CRAFT_KINDS) as CraftKind[];
