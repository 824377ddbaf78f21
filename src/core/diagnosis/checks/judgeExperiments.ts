/** One step of a series of experiments: what was changed or put back, and whether the fault showed afterwards. */
export interface ExperimentStep {
  /** Changes made in this step; more than one at once proves nothing about either. */
  changes: readonly { name: string; to: "changed" | "restored" }[];
  faultShows: boolean;
}

/** What the series says of a change. */
export type ChangeVerdict =
  | "proven" // gone when changed, back when restored, nothing else touched
  | "suspected" // one of the two was seen
  | "no difference" // changed or restored alone, the fault stayed as it was
  | "open"; // never looked at alone

/** A change with its verdict and why. */
export interface JudgedChange {
  name: string;
  verdict: ChangeVerdict;
  why: string;
  /** As the craft stands now. */
  isChanged: boolean;
}

/**
 * Judges a series of one-change-at-a-time experiments: which change cured the fault, and which only stood by.
 *
 * The fault is taken to show before the first step, with nothing changed. A step that touches one thing is compared with the
 * state before it; a fault that goes when something is changed and comes back when that alone is restored is proven.
 *
 * @returns One entry for each change, in order of first mention.
 */
export function judgeExperiments(steps: readonly ExperimentStep[]): JudgedChange[] {
  const seen = new Map<string, { gone: boolean; back: boolean; none: boolean; mixed: boolean; isChanged: boolean }>();
  let showed = true;
  for (const { changes, faultShows } of steps) {
    for (const { name, to } of changes) {
      const change = seen.get(name) ?? { gone: false, back: false, none: false, mixed: false, isChanged: false };
      change.isChanged = to === "changed";
      if (changes.length > 1) change.mixed ||= faultShows !== showed;
      else if (faultShows === showed) change.none = true;
      else if (to === "changed" && !faultShows) change.gone = true;
      else if (to === "restored" && faultShows) change.back = true;
      seen.set(name, change);
    }
    showed = faultShows;
  }
  return [...seen].map(([name, change]) => ({ name, isChanged: change.isChanged, ...verdictOf(change) }));
}

function verdictOf(change: { gone: boolean; back: boolean; none: boolean; mixed: boolean }) {
  const { gone, back, none, mixed } = change;
  if (gone && back) return { verdict: "proven", why: "gone when changed, back when restored" } as const;
  if (gone && none)
    return { verdict: "suspected", why: "gone when changed, but the same change once made no difference" } as const;
  if (gone) return { verdict: "suspected", why: "gone when changed; restore it to prove it" } as const;
  if (back) return { verdict: "suspected", why: "back when restored; change it alone to prove it" } as const;
  if (none) return { verdict: "no difference", why: "the fault stayed as it was" } as const;
  return {
    verdict: "open",
    why: mixed ? "changed together with something else: proves nothing about either" : "not tried alone",
  } as const;
}
