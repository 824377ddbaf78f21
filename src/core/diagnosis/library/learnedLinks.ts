import { type Grade, type Library, type Symptom } from "./library.types";

/** How often checks looked at a symptom on crafts that turned out to have this one cause, and how often it was so. */
export interface SeenLink {
  faultId: string;
  symptomId: string;
  looked: number;
  shown: number;
}

/**
 * How many looks of its own a shop needs before they weigh as much as the library's figure: the better that is known, the more.
 * Trade judgement, no published source.
 */
export const LIBRARY_WORTH_LOOKS: Readonly<Record<Grade, number>> = { measured: 100, judgement: 20, guess: 8 };

/** The grade of a symptom's link from one fault. */
export function linkGrade({ grade, linkGrades }: Symptom, faultId: string): Grade {
  return linkGrades?.[faultId] ?? grade;
}

/**
 * The chance that a symptom is so with this fault alone: noisy-OR of the link and the leak.
 *
 * @param strength - Of the link; 0 where the library has none.
 */
export function chanceToShow(leak: number, strength: number): number {
  return 1 - (1 - leak) * (1 - strength);
}

/**
 * A chance drawn from the library's figure towards what was seen: the mean of a Beta prior of `weight` looks at that figure, after
 * `looked` more of which `shown` were so.
 *
 * @returns 0..1; the library's figure where nothing was looked at.
 * @see A. Gelman et al., Bayesian Data Analysis, 3rd ed., CRC 2013, section 2.4 (binomial with Beta prior).
 */
export function drawnTowards(
  chance: number,
  weight: number,
  { looked, shown }: Pick<SeenLink, "looked" | "shown">,
): number {
  return (weight * chance + shown) / (weight + looked);
}

/** What a shop's looks make of one link. */
export interface LearnedLink extends SeenLink {
  /** That the symptom is so with this fault alone: by the library, and now. */
  before: number;
  now: number;
  /** The link's strength that gives `now` beside the symptom's leak. */
  strength: number;
}

/**
 * What the looks make of each link that the library has; those of pairs that it does not link are left out, since the leak, not the
 * fault, is its account of them.
 */
export function learnedLinks(library: Library, seen: readonly SeenLink[]): LearnedLink[] {
  const symptoms = new Map(library.symptoms.map((symptom) => [symptom.id, symptom]));
  return seen.flatMap((one) => {
    const symptom = symptoms.get(one.symptomId);
    const strength = symptom?.links[one.faultId];
    if (!symptom || strength === undefined) return [];
    const before = chanceToShow(symptom.leak, strength);
    const now = drawnTowards(before, LIBRARY_WORTH_LOOKS[linkGrade(symptom, one.faultId)], one);
    // The fault cannot show it more seldom than crafts without it do.
    return [{ ...one, before, now, strength: Math.max(0, 1 - (1 - now) / (1 - symptom.leak)) }];
  });
}

/** The library with the strengths that the shop learned. Priors, checks and repairs stay as they are. */
export function withLearnedLinks(library: Library, seen: readonly SeenLink[]): Library {
  const strengths = new Map<string, Record<string, number>>();
  for (const { faultId, symptomId, strength } of learnedLinks(library, seen))
    strengths.set(symptomId, { ...strengths.get(symptomId), [faultId]: strength });
  if (strengths.size === 0) return library;
  return {
    ...library,
    symptoms: library.symptoms.map((symptom) => {
      const learned = strengths.get(symptom.id);
      return learned ? { ...symptom, links: { ...symptom.links, ...learned } } : symptom;
    }),
  };
}
