import { type Measured } from "@/core/bench/measure/measured.types";
import { type NewJobEvent } from "@/features/job/jobEvent.schema";
import { estimateText } from "../tables/measureText";

/** What keeping a measurement writes into a job's history: the verdict with its figures, and what it proves for Isolate. */
export function measurementEvents(
  title: string,
  { word, reasons, figures, evidence, carried }: Measured,
  { source, runId }: { source: string; runId?: number },
): NewJobEvent[] {
  const kept: NewJobEvent = {
    kind: "measurement_kept",
    payload: {
      title,
      word,
      reasons: reasons.slice(0, 12),
      figures: figures.slice(0, 120).map((figure) => ({ label: figure.label, text: estimateText(figure) })),
      ...(carried && { carried: { ...carried } }),
      ...(runId !== undefined && { runId }),
    },
  };
  if (Object.keys(evidence).length === 0 || word === "cannot say") return [kept];
  return [kept, { kind: "evidence_given", payload: { symptoms: { ...evidence }, source, note: reasons[0] ?? "" } }];
}
