import { SETTLES, type SettlingMeasurement } from "../../bench/measure/settles";
import { type CaseSymptoms } from "../findings/caseFindings";
import { type CandidateDiagnoses } from "../inference/candidateDiagnoses";
import { type CompiledLibrary } from "../library/compileLibrary";
import { type Check } from "../library/library.types";
import { rankChecks } from "./rankChecks";

/** A measurement of the bench with what it is worth to this case. */
export interface RankedMeasurement {
  of: SettlingMeasurement;
  /**
   * Mutual information between the symptom that tells most and the repairs needed, in bits: a lower bound of what the whole
   * measurement tells.
   */
  bits: number;
  /** That symptom. */
  symptomId: string;
}

/** Each symptom that a measurement settles as a question of its own. */
const QUESTIONS: readonly { of: SettlingMeasurement; symptomId: string; check: Check }[] = Object.entries(
  SETTLES,
).flatMap(([of, symptoms]) =>
  symptoms.map((symptomId) => ({
    of: of as SettlingMeasurement,
    symptomId,
    check: {
      id: `${of}: ${symptomId}`,
      title: "",
      steps: [],
      cautions: [],
      minutes: 1,
      hazard: "powered, props off" as const,
      needs: [],
      outcomes: [
        { id: "yes", label: "", sets: { [symptomId]: true } },
        { id: "no", label: "", sets: { [symptomId]: false } },
      ],
    },
  })),
);

/**
 * Ranks the bench's measurements by what they would tell about what to repair.
 *
 * @param symptoms - What is known already: a measurement that would only say it again is worth nothing.
 * @param likely - Likely fault sets with their probabilities.
 * @returns Those that tell something, the most telling first.
 */
export function rankMeasurements(
  compiled: CompiledLibrary,
  symptoms: Pick<CaseSymptoms, "known" | "doubtful">,
  likely: Pick<CandidateDiagnoses, "sets" | "background">,
): RankedMeasurement[] {
  const open = QUESTIONS.filter(
    ({ symptomId }) => compiled.symptomIndex.has(symptomId) && !symptoms.known.has(symptomId),
  );
  const bitsOf = new Map(
    rankChecks(
      compiled,
      symptoms,
      likely,
      open.map(({ check }) => check),
    ).checks.map(({ check, bits }) => [check.id, bits]),
  );
  const best = new Map<SettlingMeasurement, RankedMeasurement>();
  for (const { of, symptomId, check } of open) {
    const bits = bitsOf.get(check.id) ?? 0;
    if (bits > (best.get(of)?.bits ?? 0)) best.set(of, { of, bits, symptomId });
  }
  return [...best.values()].sort((a, b) => b.bits - a.bits);
}
