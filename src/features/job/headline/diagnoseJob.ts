import "server-only";
import { type Diagnosis } from "@/core/diagnosis/diagnoseCase";
import { type Knowledge, getKnowledge } from "@/features/faultLibrary/getKnowledge";
import { type Db } from "@/server/db";
import { type JobFacts } from "../bays/bayManifest";
import { diagnosisOf } from "./diagnosisOf";

/** Weighs a job's findings with what the shop knows now. */
export async function diagnoseJob(
  db: Db,
  { job, craft, findings }: Pick<JobFacts, "job" | "craft" | "findings">,
  known?: Knowledge,
): Promise<Diagnosis> {
  return diagnosisOf(job, craft.kind, findings, known ?? (await getKnowledge(db, craft)));
}
