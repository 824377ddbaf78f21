import { type JobFacts } from "@/features/job/bays/bayManifest";
import { proofDecided } from "@/features/job/events/jobEvents";

/** Signs that something burnt, shorted or got wet: after them nothing is powered in full before the steps below. */
const BURNT = ["burnt-trace", "wet-seen", "sparks-or-trips", "limiter-trips", "power-to-ground"] as const;

/** What comes between a burnt part and full power. Common practice, no published source. */
export const STEPS_BEFORE_POWER = {
  "power-to-ground": {
    does: "Looked and smelled all over, battery out; power to ground beeps once at most, then is silent.",
    proof: "continuity",
  },
  "limiter-trips": {
    does: "First power through a current limiter: it did not trip or glow, and nothing got warm.",
    proof: "first-power",
  },
} as const;
type StepId = keyof typeof STEPS_BEFORE_POWER;

/** What stands before full power on this job. */
export interface BeforePower {
  /** What was found, in the library's words; empty where nothing was. */
  because: string;
  /** Steps that are not done yet. */
  missing: StepId[];
  /** A short that was found and is not gone: nothing is powered. */
  isShort: boolean;
}

/**
 * Works out what must be done before a run may power the craft in full: after burning, a look, power against ground, and first
 * power through a limiter, each since the newest sign of it.
 */
export function beforePowerOf({
  events,
  findings,
  proofs,
  library,
}: Pick<JobFacts, "events" | "findings" | "proofs" | "library">): BeforePower {
  const said = findings
    .filter(({ state }) => state !== "taken back")
    .flatMap(({ seq, state, finding }) => {
      // Only a sure finding of the craft as it is now says that a step is done; a sign counts whatever became of it.
      const isSure = state === "counted" && !finding.doubtful;
      return finding.kind === "symptom"
        ? [{ seq, isSure, symptomId: finding.symptomId, value: finding.value }]
        : Object.entries(
            library.checks.find(({ id }) => id === finding.checkId)?.outcomes.find(({ id }) => id === finding.outcomeId)
              ?.sets ?? {},
          ).map(([symptomId, value]) => ({ seq, isSure, symptomId, value }));
    });
  const sign = said.findLast(({ symptomId, value }) => value && (BURNT as readonly string[]).includes(symptomId));
  if (!sign) return { because: "", missing: [], isShort: false };
  const metAfter = (kind: string) =>
    proofs.some((proof) => proof.kind === kind && proof.state === "met") &&
    (proofDecided.in(events).findLast(({ payload }) => payload.kind === kind)?.seq ?? 0) > sign.seq;
  const ids = Object.keys(STEPS_BEFORE_POWER) as StepId[];
  const newest = (id: string) => said.findLast(({ symptomId }) => symptomId === id);
  return {
    because: library.symptoms.find(({ id }) => id === sign.symptomId)?.whenTrue ?? sign.symptomId,
    missing: ids.filter((id) => {
      const last = newest(id);
      const isSeen = last !== undefined && !last.value && last.isSure && last.seq > sign.seq;
      return !isSeen && !metAfter(STEPS_BEFORE_POWER[id].proof);
    }),
    isShort: newest("power-to-ground")?.value === true && !metAfter("continuity"),
  };
}
