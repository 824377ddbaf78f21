import { type WhereKind } from "../../../craft/spots";
import { type Symptom } from "../../library/library.types";

/** Symptoms that are seen at one of several places alike, and what "where?" is about. Common practice, no published source. */
const WHERE: Readonly<Record<WhereKind, readonly string[]>> = {
  corner: ["burnt-trace", "one-corner", "blow-test", "twist-arms", "arm-screws", "wing-flex", "motors-sighted"],
  esc: ["esc-phase-off", "esc-silent", "esc-settings-read", "esc-beeps", "esc-heat", "phase-joints-looked-at"],
  motor: [
    "motor-wont-start",
    "motor-hot",
    "motor-noise",
    "stutters-on-jab",
    "winding-off",
    "signal-wire-moves",
    "spin-by-hand",
    "bell-wobble",
    "bell-lifts",
    "bell-gap",
    "no-load-amps",
    "rpm-per-volt",
    "winding-to-frame",
    "motor-directions",
    "phase-wires",
    "motor-heat",
  ],
  prop: ["prop-slips", "prop-faces", "prop-sides", "prop-edges", "prop-hubs", "prop-balance", "prop-marks"],
  servo: [
    "servo-jumps",
    "surface-limp",
    "surface-buzz",
    "servo-at-rest",
    "jumps-at-throttle",
    "horn-slips",
    "push-surface",
    "surface-play",
    "servo-moves",
    "horn-at-centre",
    "stick-directions",
    "hinge-by-hand",
    "servo-hum-at-ends",
    "servo-amps",
    "rods-looked-at",
  ],
  cell: ["cell-spread", "cell-missing"],
};

/** Writes into each symptom of a library what "where?" is about, for those that it is asked of. */
export function withWhere(symptoms: readonly Symptom[]): Symptom[] {
  const whereOf = new Map(
    Object.entries(WHERE).flatMap(([where, ids]) => ids.map((id) => [id, where as WhereKind] as const)),
  );
  return symptoms.map((symptom) => {
    const where = whereOf.get(symptom.id);
    return where ? { ...symptom, where } : symptom;
  });
}
