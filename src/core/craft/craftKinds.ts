/**
 * The kinds of craft the shop takes in. `hovers`: a hover is among its proofs; `winged`: straight passes are; `servos`: it has surfaces or a head to move;
 * `motors` and `cells`: what a sheet of this kind usually begins with (common practice, no published source).
 */
export const CRAFT_KINDS = {
  quad: { name: "Quad", hovers: true, winged: false, servos: false, motors: 4, cells: 6 },
  "ducted quad": { name: "Ducted quad", hovers: true, winged: false, servos: false, motors: 4, cells: 4 },
  hexa: { name: "Hexa", hovers: true, winged: false, servos: false, motors: 6, cells: 6 },
  octo: { name: "Lifting octo", hovers: true, winged: false, servos: false, motors: 8, cells: 12 },
  tricopter: { name: "Tricopter", hovers: true, winged: false, servos: true, motors: 3, cells: 4 },
  "camera drone": { name: "Camera drone", hovers: true, winged: false, servos: false, motors: 4, cells: 4 },
  "fixed wing": { name: "Fixed wing", hovers: false, winged: true, servos: true, motors: 1, cells: 4 },
  "flying wing": { name: "Flying wing", hovers: false, winged: true, servos: true, motors: 1, cells: 4 },
  "vertical take-off": {
    name: "Vertical take-off wing",
    hovers: true,
    winged: true,
    servos: true,
    motors: 5,
    cells: 6,
  },
  helicopter: { name: "Helicopter", hovers: true, winged: false, servos: true, motors: 1, cells: 6 },
} as const;

/** A kind of craft. */
export type CraftKind = keyof typeof CRAFT_KINDS;

/** All kinds, in the order they are listed. */
export const CRAFT_KIND_LIST = Object.keys(CRAFT_KINDS) as CraftKind[];
