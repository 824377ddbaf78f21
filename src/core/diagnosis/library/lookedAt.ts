import { type Finding, gatherSymptoms } from "../findings/caseFindings";
import { type Library } from "./library.types";

/**
 * What checks of one job looked at: symptom → whether it was so.
 *
 * Complaints teach nothing, since an owner names what is so and never what is not; nor does a doubtful answer. Where two
 * answers speak of one symptom the later one counts.
 *
 * @throws {CoreInputError} `unknown_id`.
 */
export function lookedAt(library: Library, findings: readonly Finding[]): ReadonlyMap<string, boolean> {
  return gatherSymptoms(
    library,
    findings.filter(({ kind, doubtful }) => kind === "check" && !doubtful),
  ).known;
}
