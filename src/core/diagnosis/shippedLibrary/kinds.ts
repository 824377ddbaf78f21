import { type CraftKind } from "../../craft/craftKinds";

/** Craft that fly on fixed rotors alone. */
export const MULTIROTORS: readonly CraftKind[] = ["quad", "ducted quad", "hexa", "octo", "tricopter", "camera drone"];
/** Craft that fly on wings. */
export const WINGS: readonly CraftKind[] = ["fixed wing", "flying wing", "vertical take-off"];
/** Craft with fixed-pitch props. */
export const WITH_PROPS: readonly CraftKind[] = [...MULTIROTORS, ...WINGS];
/** Craft whose lifting motors stand on arms. */
export const WITH_ARMS: readonly CraftKind[] = [...MULTIROTORS, "vertical take-off"];
/** Craft with servos. */
export const WITH_SERVOS: readonly CraftKind[] = [...WINGS, "helicopter", "tricopter"];
/** Craft with a rotor head and a tail rotor. */
export const HELICOPTERS: readonly CraftKind[] = ["helicopter"];

/** The usual caution at a check with props on. */
export const PROPS_ON = "Props on: clear ground, eye protection, one person has the cut-off. Local rules come first.";
/** The usual caution at a check that turns motors with props off. */
export const MOTORS_TURN = "Props off. Motors will turn: keep leads and fingers out.";
