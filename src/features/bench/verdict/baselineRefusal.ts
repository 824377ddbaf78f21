import { type BenchRun } from "../runs/benchRun";
import { type AssessedRun } from "./assessRun";

/** True for a run that was not cut: it went to its end, or came whole from a file. */
export function isWholeRun({ cutCause }: Pick<BenchRun, "cutCause">): boolean {
  return cutCause === "end_of_profile" || cutCause === "imported";
}

/**
 * Why a run must not become a baseline, or null when it may. What a baseline has, every later run is forgiven: so a fault in it
 * would be hidden from then on. A first run, which has nothing to be held against, may be one.
 */
export function baselineRefusal(assessed: Pick<AssessedRun, "run" | "verdict" | "measured">): string | null {
  const { run, verdict, measured } = assessed;
  if (run.cutCause !== "end_of_profile") return "Only a run that went to its end can be a baseline.";
  const said = verdict ?? measured;
  const reason = said?.reasons[0] ?? "";
  if (said?.word === "bad") return `Not as a baseline: every later run would be forgiven this. ${reason}`;
  if (said?.word === "cannot say" && !isFirst(assessed))
    return `Not as a baseline: nobody can say yet whether it is good. ${reason}`;
  return null;
}

/** "Cannot say" for want of something to compare with is what a first run says. */
function isFirst({ run, verdict, measured }: Pick<AssessedRun, "run" | "verdict" | "measured">): boolean {
  if (run.kind === "power-draw") return verdict !== null && verdict.comparisons.length === 0;
  return measured !== null && Object.keys(measured.evidence).length === 0;
}
