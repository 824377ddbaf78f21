import "server-only";
import { type WiringCase } from "@/core/refit/wiring/wiringCase";
import { rememberAnswers } from "@/server/rememberAnswers";
import { runTask } from "@/server/workers/workerPool";
import { type DrawnAnswer } from "@/workers/server/planTask";

/** As many jobs as are rewired at a time, and some. */
const KEPT = 50;
/** Where time ran out, a quieter moment may find better. */
const isSettled = ({ optimal, conflict, otherConflicts }: DrawnAnswer) =>
  optimal && [conflict, ...otherConflicts].every((each) => each?.smallest ?? true);
const remembered = rememberAnswers(KEPT, isSettled);

/** Works a case out in the worker pool; one that was worked out before is not looked for again. @throws {AppError} `busy` */
export function plannedWiring(wiring: WiringCase): Promise<DrawnAnswer> {
  return remembered(JSON.stringify(wiring), () => runTask("planWiring", wiring));
}
