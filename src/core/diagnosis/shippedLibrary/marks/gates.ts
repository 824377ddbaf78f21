import { type Gate } from "../../library/library.types";

/*
 * Eyes before power: what stays shut, whatever the odds say, until something else was done. Common practice, no published
 * source.
 */

/** Kinds of history after which nobody knows yet what a look would find. */
const UNSEEN_DAMAGE = [{ "burnt-trace": false, "damage-seen": false, "wet-seen": false }];

/** The gates that ship. */
export const GATES: readonly Gate[] = [
  {
    id: "bad-pack",
    because: "A swollen, punctured or hot pack is near.",
    shuts: "powered, props off",
    shutsTools: ["charged pack", "USB lead"],
    comesFirst: true,
    when: [{ symptom: "pack-swollen" }],
    opens: { "pack-away": true },
  },
  {
    id: "short-found",
    because: "Power beeps against ground: there is a short. Find it, mend it, then beep again.",
    shuts: "powered, props off",
    shutsTools: ["charged pack", "USB lead"],
    when: [{ symptom: "power-to-ground" }],
    opens: { "power-to-ground": false },
  },
  {
    id: "short-not-ruled-out",
    because: "A short is not ruled out.",
    shuts: "powered, props off",
    shutsTools: ["charged pack", "USB lead"],
    when: [
      { symptom: "burnt-trace" },
      { symptom: "damage-seen" },
      { symptom: "wet-seen" },
      { symptom: "sparks-or-trips" },
      { symptom: "device-dead" },
      { symptom: "limiter-trips" },
      { symptom: "failed-so-before" },
      { history: ["crash"], unless: UNSEEN_DAMAGE },
      { history: ["water"] },
      // Work on the wiring that has not been under power since; what flew, or was armed, has.
      { history: ["repair", "modification", "first-flight"], phase: ["bench"] },
    ],
    opens: { "power-to-ground": false },
  },
  {
    id: "limiter-first",
    because: "After burning, water or a spark the first power goes through a current limiter.",
    shuts: "powered, props off",
    shutsTools: ["charged pack", "USB lead"],
    except: ["current limiter"],
    when: [
      { symptom: "burnt-trace" },
      { symptom: "wet-seen" },
      { symptom: "sparks-or-trips" },
      { symptom: "limiter-trips" },
      { history: ["water"] },
    ],
    opens: { "limiter-trips": false },
  },
  {
    id: "rungs-before-props",
    because: "Something was touched or hit: first unpowered, then powered with props off.",
    shuts: "props on",
    when: [{ history: ["crash", "water", "repair", "modification", "first-flight"] }, { symptom: "damage-seen" }],
    rungs: ["unpowered", "powered, props off"],
  },
];
