import { availableChecks, type AvailableChecks, type Workshop } from "./checks/availableChecks";
import { type CaseSymptoms, type Finding, gatherSymptoms } from "./findings/caseFindings";
import { bearsOnCraft, type CompiledLibrary, compileLibrary, toEvidence } from "./library/compileLibrary";
import { type CandidateDiagnoses, candidateDiagnoses } from "./inference/candidateDiagnoses";
import { type LearnedCauses } from "./library/learnedRate";
import { type CaseContext, type Check, type Library } from "./library/library.types";
import { type NetworkEvidence } from "./inference/network";
import { type Posteriors, posteriors } from "./inference/posteriors";
import { rankChecks, type Ranking } from "./checks/rankChecks";

/** What bears on the weighing of a case. */
export interface WeighedWith {
  /** What there is to check with; without it, all is at hand. */
  workshop?: Workshop | null;
  /** What this shop's closed jobs taught; without it, the library alone counts. */
  learned?: LearnedCauses | null;
}

/** The numbers of a case, before they are explained. */
export interface WeighedCase {
  compiled: CompiledLibrary;
  symptoms: CaseSymptoms;
  evidence: NetworkEvidence;
  now: Posteriors;
  likely: CandidateDiagnoses;
  available: AvailableChecks;
  ranking: Ranking;
}

/**
 * Posteriors of all faults and the order of all open checks: the engine's answer without its explanations.
 *
 * @param findings - Oldest first.
 * @param maxExact - Largest group of symptoms weighed exactly.
 * @throws {CoreInputError} `unknown_id` or `impossible_evidence`.
 */
export function weighCase(
  library: Library,
  context: CaseContext,
  findings: readonly Finding[],
  { workshop = null, learned = null }: WeighedWith = {},
  maxExact?: number,
): WeighedCase {
  const compiled = compileLibrary(library, context, learned);
  const symptoms = gatherSymptoms(library, findings);
  const evidence = toEvidence(compiled, symptoms);
  const now = posteriors(compiled.network, evidence, maxExact);
  const likely = candidateDiagnoses(compiled.network, evidence, now);
  const available = availableChecks(openChecks(compiled, findings), workshop);
  const ranking = rankChecks(compiled, symptoms, likely, available.open);
  return { compiled, symptoms, evidence, now, likely, available, ranking };
}

/** Checks with no answer yet; one answered "unclear" or "could not do" is not offered again by itself. */
function openChecks(compiled: CompiledLibrary, findings: readonly Finding[]): Check[] {
  const answered = new Set(findings.map((finding) => (finding.kind === "check" ? finding.checkId : "")));
  return compiled.library.checks.filter((check) => !answered.has(check.id) && bearsOnCraft(compiled, check));
}
