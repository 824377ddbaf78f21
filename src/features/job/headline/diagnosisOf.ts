import { type Diagnosis, diagnoseCase } from "@/core/diagnosis/diagnoseCase";
import { type Knowledge } from "@/features/faultLibrary/getKnowledge";
import { countedFindings } from "../events/findings";
import { type JobFinding } from "../events/jobFinding";
import { type Job } from "../job";

/** Weighs a job's counted findings with what the shop knows. */
export function diagnosisOf(
  job: Pick<Job, "phase" | "history">,
  craftKind: string,
  findings: readonly JobFinding[],
  { library, workshop, learned, prices }: Knowledge,
): Diagnosis {
  const context = { craftKind, phase: job.phase, history: job.history };
  return diagnoseCase(library, { context, findings: countedFindings(findings, library), workshop, learned, prices });
}
