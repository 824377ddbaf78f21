import { type Finding } from "../core/diagnosis/findings/caseFindings";
import { canHave, priorInContext } from "../core/diagnosis/library/compileLibrary";
import {
  type CaseContext,
  type Check,
  HISTORIES,
  type Library,
  PHASES,
  type Symptom,
} from "../core/diagnosis/library/library.types";
import { CRAFT_KIND_LIST } from "../core/craft/craftKinds";
import { type Random } from "./random";

/** A craft with faults that nobody sees; it answers every check as the library says such a craft would. */
export interface HiddenCraft {
  context: CaseContext;
  faults: readonly string[];
  /** Whether a symptom is true on it: drawn when first asked, the same ever after. */
  shows(symptomId: string): boolean;
}

/** One craft in so many comes with a second fault that has nothing to do with the first. Trade judgement. */
const SECOND_FAULT_SHARE = 0.15;
/** The owner mentions what the fault makes show with this chance; what is not mentioned stays open. Trade judgement. */
const MENTIONED = 0.6;
/** The same for what shows without the fault's doing: a red herring. Trade judgement. */
const RED_HERRING = 0.1;

/**
 * Makes a craft with these faults.
 *
 * @param fixed - Symptoms that are known beforehand, as in a story; the others are drawn by the noisy-OR of the library.
 */
export function hiddenCraft(
  { symptoms }: Library,
  context: CaseContext,
  faults: readonly string[],
  random: Random,
  fixed: ReadonlyMap<string, boolean> = new Map(),
): HiddenCraft {
  const byId = new Map(symptoms.map((symptom) => [symptom.id, symptom]));
  const drawn = new Map(fixed);
  return {
    context,
    faults,
    shows(symptomId) {
      let value = drawn.get(symptomId);
      if (value === undefined) {
        const { leak, links } = byId.get(symptomId)!;
        const isFalse = faults.reduce((product, fault) => product * (1 - (links[fault] ?? 0)), 1 - leak);
        drawn.set(symptomId, (value = random() >= isFalse));
      }
      return value;
    },
  };
}

/**
 * Draws a craft from the priors: its circumstances evenly, its fault in proportion to the library's rate for them, and now
 * and then a second one. At least one of its faults shows in a complaint that is mentioned.
 *
 * @returns The craft and what its owner mentions: things that are so, the fault's doing or not.
 */
export function drawCraft(library: Library, random: Random): { craft: HiddenCraft; complaints: Finding[] } {
  const context: CaseContext = {
    craftKind: pick(CRAFT_KIND_LIST, random),
    phase: pick(PHASES, random),
    history: pick(HISTORIES, random),
  };
  const rates = library.faults.map((fault) => priorInContext(fault, context));
  for (;;) {
    const first = library.faults[drawIndex(rates, random)]!;
    const second = random() < SECOND_FAULT_SHARE ? library.faults[drawIndex(rates, random)]! : first;
    const faults = [...new Set([first.id, second.id])];
    const craft = hiddenCraft(library, context, faults, random);
    const complaints = mentioned(library, craft, random);
    if (complaints.some(({ links }) => faults.some((fault) => fault in links))) {
      return { craft, complaints: complaints.map(asFinding) };
    }
  }
}

/** What the owner mentions of a craft. */
export function mentioned(library: Library, craft: HiddenCraft, random: Random): Symptom[] {
  const possible = new Set(
    library.faults.filter((fault) => canHave(craft.context.craftKind, fault)).map(({ id }) => id),
  );
  return library.symptoms.filter(
    ({ id, complaint, links }) =>
      complaint === true &&
      Object.keys(links).some((fault) => possible.has(fault)) &&
      craft.shows(id) &&
      random() < (craft.faults.some((fault) => fault in links) ? MENTIONED : RED_HERRING),
  );
}

/** A complaint as a finding. */
export function asFinding({ id }: Symptom): Finding {
  return { kind: "symptom", symptomId: id, value: true };
}

/** What the craft answers to a check: the one outcome that fits what it shows. */
export function answerOf(craft: HiddenCraft, check: Check): string {
  return check.outcomes.find(({ sets }) => Object.entries(sets).every(([id, value]) => craft.shows(id) === value))!.id;
}

function pick<T>(list: readonly T[], random: Random): T {
  return list[Math.floor(random() * list.length)]!;
}

/** An index drawn in proportion to the weights. */
function drawIndex(weights: readonly number[], random: Random): number {
  let left = random() * weights.reduce((sum, weight) => sum + weight, 0);
  const index = weights.findIndex((weight) => (left -= weight) < 0);
  return index < 0 ? weights.length - 1 : index;
}
