import { type Story } from "./stories";

/**
 * Ten repairs whose causes the library lacks, told as prose before their faults were written. Their author had read the library by
 * then, so that they judge what is added and not what stood there. Common practice, no published source.
 */
export const LACKING_STORIES: readonly Story[] = [
  {
    id: "picture-for-ten-metres",
    craft: "quad, racer",
    told: "A clear picture on the bench, snow beyond ten metres. Antenna and plug are whole, another antenna makes no difference. The transmitter stands in the low output that is used in the pits.",
    cause: "the video transmitter is left at its lowest output",
    byHand: 2,
    never: null,
  },
  {
    id: "all-his-craft",
    craft: "flying wing",
    told: "Signal warnings at two hundred metres, and with his other craft too. The antenna of the transmitter turns loosely on its stub, the thread is stripped and the middle pin bent.",
    cause: "the transmitter's antenna is loose and broken",
    byHand: 1,
    never: null,
  },
  {
    id: "other-computer",
    craft: "quad",
    told: "The board is not seen by his computer since he installed another program; its lamp is lit from the lead, another lead makes no difference. On the shop's computer it appears at once.",
    cause: "the computer's driver, or a program that holds the port",
    byHand: 2,
    never: null,
  },
  {
    id: "alarm-from-the-start",
    craft: "quad, packs of six cells since this week",
    told: "The low-voltage warning sounds from the first minute with every pack; the pack comes down two thirds full, its cells alike. Shown volts agree with the meter. The warning is set for the cells of the old packs.",
    cause: "the low-voltage warning is set wrongly",
    byHand: 2,
    never: null,
  },
  {
    id: "soft-since-the-knock",
    craft: "quad with an analogue camera",
    told: "The picture is unsharp all over since a knock, near and far. The lens is clean and whole, its ring turns freely and its drop of lacquer is broken. Turned back by a hair, the picture is sharp.",
    cause: "the lens has turned out of focus",
    byHand: 1,
    never: null,
  },
  {
    id: "elevator-hangs",
    craft: "fixed wing",
    told: "The elevator hangs down and does not follow. Its servo runs and its arm turns; the rod's clevis has come off the horn.",
    cause: "a clevis came off",
    byHand: 1,
    never: null,
  },
  {
    id: "motor-hangs-by-two-screws",
    craft: "fixed wing, pusher",
    told: "It shakes with power and pulls to one side. The motor can be rocked on its mount, two of four screws have gone and the plywood is crushed.",
    cause: "the motor's mount on the fuselage is loose",
    byHand: 1,
    never: null,
  },
  {
    id: "figures-gone",
    craft: "quad with an analogue camera",
    told: "The picture is there, and no text over it, since the settings were put in anew. The board is fine, battery and mode reach it. The overlay's places are all switched off.",
    cause: "the overlay is switched off in the settings",
    byHand: 1,
    never: null,
  },
  {
    id: "first-fix-after-winter",
    craft: "camera drone, five months in a cupboard",
    told: "No position after two minutes under open sky, so he brought it in. Left on the lawn it has twelve satellites after six minutes and two minutes the next day.",
    cause: "nothing wrong: the first fix after storage takes longer",
    byHand: 1,
    never: null,
  },
  {
    id: "camera-on-the-wrong-rates",
    craft: "quad, pilot used to another's",
    told: "It bounces and spools up by itself on the ground after landing until he disarms. In the air all is well. It stands with throttle at idle on soft grass, and the stabiliser keeps working at idle.",
    cause: "nothing wrong: the stabiliser works on the ground at idle; disarm on landing",
    byHand: 1,
    never: null,
  },
];
