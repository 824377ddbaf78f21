import { CoreInputError } from "@/core/CoreInputError";
import { type Isolation, isolateCase } from "@/core/isolate/isolateCase";
import { shippedLibrary } from "@/core/isolate/library";
import { formatPercent } from "@/shared/format";
import { countedFindings, type JobFinding } from "./findings";
import { type Job } from "./job";

/** What the engine says of a job, or why it cannot say anything. */
export type JobIsolation = { ok: true; isolation: Isolation } | { ok: false; reason: string };

/** Weighs a job's counted findings. */
export function isolationOf(
  job: Pick<Job, "phase" | "history">,
  craftKind: string,
  findings: readonly JobFinding[],
): JobIsolation {
  try {
    const context = { craftKind, phase: job.phase, history: job.history };
    return { ok: true, isolation: isolateCase(shippedLibrary, { context, findings: countedFindings(findings) }) };
  } catch (error) {
    if (error instanceof CoreInputError) return { ok: false, reason: error.message };
    throw error;
  }
}

/** What the strip says of a job, and what its technician shall do next. */
export type Headline = Pick<Job, "headline" | "detail" | "nextStep" | "nextWorth">;

/** What the strip says of a job in Isolate: the leading suspects, the work so far, and the next best check. */
export function isolationHeadline(result: JobIsolation, findings: readonly JobFinding[]): Headline {
  const checks = findings.filter(({ finding, state }) => finding.kind === "check" && state === "counted");
  const minutes = checks.reduce((sum, check) => sum + check.minutes, 0);
  const count = checks.length === 1 ? "1 check" : `${checks.length} checks`;
  const detail = checks.length === 0 ? "no check done yet" : `${count} done, ${Math.round(minutes)} min`;
  if (!result.ok) {
    return {
      headline: "Findings contradict each other",
      detail,
      nextStep: "Take a finding back",
      nextWorth: result.reason,
    };
  }
  const { suspects, nextChecks } = result.isolation;
  const [next] = nextChecks;
  const headline = suspects
    .slice(0, 2)
    .map(({ fault, probability }) => `${fault.name} ${formatPercent(probability)}`)
    .join(" · ");
  if (!next || next.bits < WORTH_ASKING_BITS) {
    return { headline, detail, nextStep: "Name the cause", nextWorth: "no check left would change what to repair" };
  }
  const splits = next.splits.length === 2 ? `: splits ${next.splits.map(({ name }) => name).join(" from ")}` : "";
  return {
    headline,
    detail,
    nextStep: next.check.title,
    nextWorth: `worth ${next.bits.toFixed(2)} bit for ${next.check.minutes} min${splits}`,
  };
}

/** A check below this tells practically nothing. Trade judgement. */
const WORTH_ASKING_BITS = 0.01;
