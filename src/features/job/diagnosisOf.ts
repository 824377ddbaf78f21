import { type Diagnosis, diagnoseCase } from "@/core/diagnosis/diagnoseCase";
import { formatPercent } from "@/shared/format";
import { type Knowledge } from "@/features/faultLibrary/getKnowledge";
import { countedFindings, type JobFinding } from "./findings";
import { type Job } from "./job";

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

/** What the ticket says of a job, and what its technician shall do next. */
export type Headline = Pick<Job, "headline" | "detail" | "nextStep" | "nextWorth">;

/** What the ticket says of a job in Isolate: the leading suspects, the work so far, and the next best check. */
export function diagnosisHeadline(diagnosis: Diagnosis, findings: readonly JobFinding[]): Headline {
  const checks = findings.filter(({ finding, state }) => finding.kind === "check" && state === "counted");
  const minutes = checks.reduce((sum, check) => sum + check.minutes, 0);
  const count = checks.length === 1 ? "1 check" : `${checks.length} checks`;
  const detail = checks.length === 0 ? "no check done yet" : `${count} done, ${Math.round(minutes)} min`;
  const { suspects, nextChecks, advice } = diagnosis;
  const [next] = nextChecks;
  const headline = suspects
    .slice(0, 2)
    .map(({ fault, probability }) => `${fault.name} ${formatPercent(probability)}`)
    .join(" · ");
  if (!next || next.bits < WORTH_ASKING_BITS) {
    return { headline, detail, nextStep: "Name the cause", nextWorth: "no check left would change what to repair" };
  }
  if (advice?.advice === "repair" && suspects[0] && suspects[0].probability >= NAMED_FROM) {
    return { headline, detail, nextStep: "Name the cause", nextWorth: "repairing now costs less than another check" };
  }
  const splits = next.splits.length === 2 ? `: splits ${next.splits.map(({ name }) => name).join(" from ")}` : "";
  return {
    headline,
    detail,
    nextStep: next.check.title,
    nextWorth: `worth ${next.bits.toFixed(2)} bit for ${next.check.minutes} min${splits}`,
  };
}

/** The advice to repair is only put on the ticket when somebody can be named with this much. Trade judgement. */
const NAMED_FROM = 0.5;

/** A check below this tells practically nothing. Trade judgement. */
const WORTH_ASKING_BITS = 0.01;
