import { type FaultMode, type Library, type Links } from "../core/diagnosis/library/library.types";
import { type Random } from "./random";

/** Crafts in so many come with a fault that the library does not have. */
const UNKNOWN_SHARE = 0.03;
/** So many different ones of them. */
const UNKNOWN_FAULTS = 8;
/** An unknown fault shows in this many complaints, each this strongly. */
const SHOWS_IN = 3;
const SHOWS = 0.7;

/**
 * A world that does not believe the library: the log-odds of every link moved by up to 1 either way, every prior multiplied by
 * 0.3 to 3, and faults that the library has no entry for. The engine goes on believing the library.
 *
 * @returns A library to draw crafts and answers from.
 */
export function otherWorld(library: Library, random: Random): Library {
  const faults = library.faults.map((fault) => ({
    ...fault,
    prior: Math.min(0.9, fault.prior * Math.exp(between(Math.log(0.3), Math.log(3), random))),
  }));
  const known = faults.reduce((sum, { prior }) => sum + prior, 0);
  const unknown = Array.from({ length: UNKNOWN_FAULTS }, (_, index): FaultMode => ({
    id: `unknown-${index}`,
    name: "Not in the library",
    part: "wiring",
    looksLike: "",
    repair: `unknown-${index}`,
    prior: (known * UNKNOWN_SHARE) / (1 - UNKNOWN_SHARE) / UNKNOWN_FAULTS,
    grade: "guess",
  }));
  const complaints = library.symptoms.filter(({ complaint }) => complaint);
  const shownBy = new Map<string, Links>();
  for (const { id } of unknown) {
    for (let shown = 0; shown < SHOWS_IN; shown++) {
      const symptom = complaints[Math.floor(random() * complaints.length)]!;
      shownBy.set(symptom.id, { ...shownBy.get(symptom.id), [id]: SHOWS });
    }
  }
  return {
    ...library,
    faults: [...faults, ...unknown],
    symptoms: library.symptoms.map((symptom) => ({
      ...symptom,
      leak: moved(symptom.leak, random),
      links: {
        ...Object.fromEntries(Object.entries(symptom.links).map(([id, strength]) => [id, moved(strength, random)])),
        ...shownBy.get(symptom.id),
      },
    })),
  };
}

/** A probability whose log-odds were moved by up to 1 either way. */
function moved(probability: number, random: Random): number {
  const odds = (probability / (1 - probability)) * Math.exp(between(-1, 1, random));
  return odds / (1 + odds);
}

function between(low: number, high: number, random: Random): number {
  return low + (high - low) * random();
}
