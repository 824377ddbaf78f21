import { CoreInputError } from "@/core/CoreInputError";
import { type Isolation, isolateCase } from "@/core/isolate/isolateCase";
import { compileLibrary } from "@/core/isolate/compileLibrary";
import { type Finding } from "@/core/isolate/caseFindings";
import { findingText } from "@/core/isolate/findingText";
import { smallestClash } from "@/core/isolate/smallestClash";
import { formatPercent } from "@/shared/format";
import { type Knowledge } from "@/features/knowledge/getKnowledge";
import { countedFindings, type JobFinding } from "./findings";
import { type Job } from "./job";

/** What the engine says of a job, or why it cannot say anything and which findings cannot stand together. */
export type JobIsolation = { ok: true; isolation: Isolation } | { ok: false; reason: string; clash: string[] };

/** Weighs a job's counted findings with what the shop knows. */
export function isolationOf(
  job: Pick<Job, "phase" | "history">,
  craftKind: string,
  findings: readonly JobFinding[],
  knowledge: Knowledge,
): JobIsolation {
  const { library, workshop, learned, prices } = knowledge;
  const context = { craftKind, phase: job.phase, history: job.history };
  const counted = countedFindings(findings, library);
  try {
    return { ok: true, isolation: isolateCase(library, { context, findings: counted, workshop, learned, prices }) };
  } catch (error) {
    if (!(error instanceof CoreInputError)) throw error;
    return { ok: false, reason: error.message, clash: clashTexts(error, context, counted, knowledge) };
  }
}

function clashTexts(
  { code }: CoreInputError,
  context: Parameters<typeof compileLibrary>[1],
  counted: readonly Finding[],
  { library, learned }: Knowledge,
): string[] {
  if (code !== "impossible_evidence") return [];
  return smallestClash(compileLibrary(library, context, learned), counted).map((place) => {
    const { title, detail } = findingText(library, counted[place]!);
    return `${title} (${detail})`;
  });
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
  const { suspects, nextChecks, advice } = result.isolation;
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

/** The advice to repair is only put on the strip when somebody can be named with this much. Trade judgement. */
const NAMED_FROM = 0.5;

/** A check below this tells practically nothing. Trade judgement. */
const WORTH_ASKING_BITS = 0.01;
