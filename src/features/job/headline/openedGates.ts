import { symptomsOf } from "@/core/diagnosis/findings/caseFindings";
import { gatesOf } from "@/core/diagnosis/gates/shutGates";
import { weighedFindings } from "../events/findings";
import { gateOpened } from "../events/jobEvents";
import { type JobFacts } from "../bays/bayManifest";

/** Ids of the gates that a technician opened and that no later finding shut again: fresh soot is a fresh reason to stop. */
export function openedGates({
  events,
  findings,
  library,
}: Pick<JobFacts, "events" | "findings" | "library">): string[] {
  const counted = weighedFindings(findings, library);
  return gateOpened.in(events).flatMap(({ seq, payload: { gateId } }) => {
    const signs = new Set(
      gatesOf(library)
        .find(({ id }) => id === gateId)
        ?.when.flatMap(({ symptom }) => symptom ?? []),
    );
    const isShutAgain = counted.some(
      (each) =>
        each.seq > seq &&
        Object.entries(symptomsOf(library, each.finding)).some(([id, value]) => value && signs.has(id)),
    );
    return isShutAgain ? [] : [gateId];
  });
}
