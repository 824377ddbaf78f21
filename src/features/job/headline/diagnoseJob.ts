import "server-only";
import { type Diagnosis, type DiagnosisCase } from "@/core/diagnosis/diagnoseCase";
import { getLibraryRevision } from "@/features/faultLibrary/currentLibrary";
import { type Knowledge, getKnowledge } from "@/features/faultLibrary/getKnowledge";
import { type Db } from "@/server/db";
import { rememberAnswers } from "@/server/rememberAnswers";
import { OverBudgetError, runTask } from "@/server/workers/workerPool";
import { type DiagnoseInput } from "@/workers/server/diagnoseTask";
import { type JobFacts } from "../bays/bayManifest";
import { countedFindings } from "../events/findings";
import { openedGates } from "./openedGates";

/** The newest answers, by all that went into them: the headline of a verb and the page after it weigh a case once. */
const KEPT = 100;
const remembered = rememberAnswers<Diagnosis>(KEPT);

/**
 * Weighs a job's findings with what the shop knows now, in the worker pool. Beyond its time the approximation answers.
 *
 * @throws {AppError} `busy`
 */
export async function diagnoseJob(
  db: Db,
  { job, craft, events, findings, library }: Pick<JobFacts, "job" | "craft" | "events" | "findings" | "library">,
  known?: Knowledge,
): Promise<Diagnosis> {
  const { revision, seenLinks, workshop, learned, prices } = known ?? (await getKnowledge(db, craft));
  const diagnosisCase: DiagnosisCase = {
    context: { craftKind: craft.kind, phase: job.phase, history: job.history },
    findings: countedFindings(findings, library),
    openedGates: openedGates({ events, findings, library }),
    workshop,
    learned,
    prices,
    craft: { shape: { kind: craft.kind, motorCount: craft.motorCount }, fitted: workshop.fitted },
  };
  const key = JSON.stringify([revision, seenLinks, diagnosisCase, [...workshop.tools], [...workshop.spares]]);
  return remembered(key, () => diagnose(db, { revision, seenLinks, diagnosisCase }));
}

/** Largest group of symptoms weighed exactly once the usual way took too long, and what a machine that busy is given for it. */
const HURRIED = 6;
const HURRIED_MS = 12_000;

async function diagnose(
  db: Db,
  asked: Pick<DiagnoseInput, "revision" | "seenLinks" | "diagnosisCase">,
): Promise<Diagnosis> {
  const { revision } = asked;
  const ask = async (maxExact?: number, budgetMs?: number): Promise<Diagnosis> => {
    const quick = await runTask("diagnose", { ...asked, edited: null, maxExact }, { budgetMs });
    if (quick.isKnown) return quick.diagnosis;
    const { edited } = await getLibraryRevision(db, revision);
    const answer = await runTask("diagnose", { ...asked, edited, maxExact }, { budgetMs });
    if (!answer.isKnown) throw new Error(`The worker did not take revision ${revision} of the library.`);
    return answer.diagnosis;
  };
  try {
    return await ask();
  } catch (error) {
    if (error instanceof OverBudgetError) return ask(HURRIED, HURRIED_MS);
    throw error;
  }
}
