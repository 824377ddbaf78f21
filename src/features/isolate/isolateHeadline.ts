import { type Diagnosis } from "@/core/diagnosis/diagnoseCase";
import { type Headline } from "@/features/job/bays/bayManifest";
import { worthWords } from "./evidenceWords";
import { isOpenAnswer } from "@/features/job/events/findings";
import { type JobFinding } from "@/features/job/events/jobFinding";
import { formatPercent } from "@/shared/format";

/** The advice to repair is only put on the ticket when somebody can be named with this much. Trade judgement. */
const NAMED_FROM = 0.5;
/** A check below this tells practically nothing. Trade judgement. */
const WORTH_ASKING_BITS = 0.01;

/** What the ticket says of a job in Isolate: the leading suspects, the work so far, and the next best check. */
export function isolateHeadline(
  { suspects, nextChecks, advice }: Diagnosis,
  findings: readonly JobFinding[],
): Headline {
  const checks = findings.filter(
    ({ finding, state }) => finding.kind === "check" && state === "counted" && !isOpenAnswer(finding),
  );
  const minutes = checks.reduce((sum, check) => sum + check.minutes, 0);
  const count = checks.length === 1 ? "1 check" : `${checks.length} checks`;
  const detail = checks.length === 0 ? "no check done yet" : `${count} done, ${Math.round(minutes)} min`;
  const [next] = nextChecks;
  const headline = suspects
    .slice(0, 2)
    .map(({ fault, probability }) => `${fault.name} ${formatPercent(probability)}`)
    .join(" · ");
  if (!next || Math.max(next.bits, next.opensBits) < WORTH_ASKING_BITS) {
    return { headline, detail, nextStep: "Name the cause", nextWorth: "no check left would change what to repair" };
  }
  if (advice?.advice === "repair" && suspects[0] && suspects[0].probability >= NAMED_FROM) {
    return { headline, detail, nextStep: "Name the cause", nextWorth: "repairing now costs less than another check" };
  }
  const splits = next.splits.length === 2 ? `: ${next.splits.map(({ name }) => name).join(" or ")}` : "";
  return {
    headline,
    detail,
    nextStep: next.check.title,
    nextWorth: `${worthWords(next.bits)}, ${next.check.minutes} min${splits}`,
  };
}
