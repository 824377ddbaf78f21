import {
  type Check,
  type FaultMode,
  type Library,
  type Links,
  type Measurement,
  type Outcome,
  type Symptom,
  type Repair,
  type Zone,
} from "../library/library.types";
import { type Tool } from "../library/tools";

/*
 * Short ways to write the entries of a family. A family is a file of the library: what can be wrong, what is seen, what is
 * asked, what is done. Probabilities are trade judgement unless an entry says otherwise.
 */

/** One family of the library, as it is written. */
export interface Family extends Omit<Library, "version"> {
  /** Links from symptoms of other families to faults of this one: symptom → fault → strength. */
  linksTo?: Readonly<Record<string, Links>>;
}

/** A repair that uses up the part it is about, or, with `parts`, others. */
export function replacing(id: string, name: string, part: string, minutes: number, parts: string[] = [part]): Repair {
  return { id, name, part, minutes, parts };
}

/** A repair that uses up nothing: a setting, an adjustment, a cleaning. */
export function adjusting(id: string, name: string, minutes: number, part = "settings"): Repair {
  return { id, name, part, minutes, parts: [] };
}

/** A fault mode, of trade judgement unless told otherwise. */
export function fault(
  id: string,
  part: string,
  repair: string,
  prior: number,
  name: string,
  looksLike: string,
  more: Partial<Pick<FaultMode, "when" | "craftKinds" | "grade">> = {},
): FaultMode {
  return { id, name, part, looksLike, repair, prior, grade: "judgement", ...more };
}

/** Something seen without a check: a complaint. */
export function seen(
  id: string,
  zone: Zone,
  leak: number,
  [whenTrue, whenFalse]: readonly [string, string],
  links: Links,
  synonyms: readonly string[] = [],
  more: Partial<Pick<Symptom, "grade" | "linkGrades">> = {},
): Symptom {
  return { id, whenTrue, whenFalse, complaint: true, zone, synonyms, leak, grade: "judgement", links, ...more };
}

/** A check that asks one question. It carries the symptom it settles. */
export interface Question extends Partial<Pick<Check, "cautions" | "needs" | "hazard" | "fitted" | "irreversible">> {
  title: string;
  steps: readonly string[];
  minutes: number;
  needs?: readonly Tool[];
  /** The answer that speaks for the linked faults, and the other one. */
  yes: string;
  no: string;
  leak: number;
  links: Links;
  grade?: Symptom["grade"];
  linkGrades?: Symptom["linkGrades"];
  /** A measured value answers it: "yes" below or above the limit. */
  limit?: { quantity: string; unit: string; yesBelow: number } | { quantity: string; unit: string; yesAbove: number };
}

/** A check with the symptom it settles, which has the check's id. */
export function ask(id: string, question: Question): { check: Check; symptom: Symptom } {
  const { yes, no, leak, links, grade = "judgement", linkGrades, limit, ...check } = question;
  return {
    symptom: { id, whenTrue: yes, whenFalse: no, leak, grade, links, ...(linkGrades && { linkGrades }) },
    check: {
      id,
      cautions: [],
      hazard: "unpowered",
      needs: [],
      ...check,
      outcomes: [
        { id: "yes", label: yes, sets: { [id]: true } },
        { id: "no", label: no, sets: { [id]: false } },
      ],
      ...(limit && { measure: toMeasure(limit) }),
    },
  };
}

/** Seen once a setting that was tried is back as it was: what had gone stays away. */
export const STAYS_AWAY = "fault-stays-away";

/**
 * A check that changes a setting and puts it back: only what goes with the change and comes back with the old setting speaks for it.
 * What stays away was moved by the handling, or comes and goes by itself.
 */
export function trySetting(id: string, question: Question): { check: Check; symptom: Symptom } {
  const { check, symptom } = ask(id, question);
  const [yes, no] = check.outcomes;
  return {
    symptom,
    check: {
      ...check,
      outcomes: [
        yes!,
        { ...no!, sets: { [id]: false, [STAYS_AWAY]: false } },
        {
          id: "stays-away",
          label: "Gone, and still gone with the old setting back",
          sets: { [id]: false, [STAYS_AWAY]: true },
        },
      ],
    },
  };
}

/** A check that looks again at symptoms that exist: each outcome sets some of them. */
export function lookAgain(
  id: string,
  check: Pick<Check, "title" | "steps" | "minutes"> &
    Partial<Pick<Check, "cautions" | "hazard" | "fitted" | "measure">> & { needs?: readonly Tool[] },
  outcomes: readonly (readonly [id: string, label: string, sets: Outcome["sets"]])[],
): Check {
  return {
    id,
    cautions: [],
    hazard: "unpowered",
    needs: [],
    ...check,
    outcomes: outcomes.map(([outcomeId, label, sets]) => ({ id: outcomeId, label, sets })),
  };
}

/** Puts a family together from questions, further symptoms and further checks. */
export function family(parts: {
  repairs: Repair[];
  faults: FaultMode[];
  seen: Symptom[];
  questions: { check: Check; symptom: Symptom }[];
  symptoms?: Symptom[];
  checks?: Check[];
  linksTo?: Family["linksTo"];
}): Family {
  return {
    repairs: parts.repairs,
    faults: parts.faults,
    symptoms: [...parts.seen, ...(parts.symptoms ?? []), ...parts.questions.map(({ symptom }) => symptom)],
    checks: [...parts.questions.map(({ check }) => check), ...(parts.checks ?? [])],
    ...(parts.linksTo && { linksTo: parts.linksTo }),
  };
}

/** Joins families to one library and adds the links between them. */
export function joinFamilies(version: string, families: readonly Family[]): Library {
  const added: Record<string, Record<string, number>> = {};
  for (const { linksTo = {} } of families) {
    for (const [symptom, links] of Object.entries(linksTo)) added[symptom] = { ...added[symptom], ...links };
  }
  return {
    version,
    repairs: families.flatMap(({ repairs }) => repairs),
    faults: families.flatMap(({ faults }) => faults.map(withLikeHistories)),
    symptoms: families
      .flatMap(({ symptoms }) => symptoms)
      .map((symptom) =>
        added[symptom.id] ? { ...symptom, links: { ...symptom.links, ...added[symptom.id] } } : symptom,
      ),
    checks: families.flatMap(({ checks }) => checks),
  };
}

function toMeasure(limit: NonNullable<Question["limit"]>): Measurement {
  const { quantity, unit } = limit;
  if ("yesBelow" in limit)
    return { quantity, unit, bands: [{ below: limit.yesBelow, outcomeId: "yes" }, { outcomeId: "no" }] };
  return { quantity, unit, bands: [{ below: limit.yesAbove, outcomeId: "no" }, { outcomeId: "yes" }] };
}

/** What holds after a repair holds after a modification: both are work on the craft. */
function withLikeHistories(one: FaultMode): FaultMode {
  if (!one.when) return one;
  return {
    ...one,
    when: one.when.map((factor) =>
      factor.history?.includes("repair") && !factor.history.includes("modification")
        ? { ...factor, history: [...factor.history, "modification"] }
        : factor,
    ),
  };
}
