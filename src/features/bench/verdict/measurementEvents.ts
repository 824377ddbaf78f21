import { type Measured } from "@/core/bench/measure/measured.types";
import { type NewJobEvent } from "@/features/job/events/eventKind";
import { evidenceGiven } from "@/features/job/events/jobEvents";
import { measurementKept } from "../bench.manifest";
import { placeText, type Shape } from "@/core/craft/spots";
import { estimateText } from "../tables/measureText";

/** What keeping a measurement writes into a job's history: the verdict with its figures, and what it proves for Isolate. */
export function measurementEvents(
  title: string,
  { word, reasons, figures, evidence, carried, places = {} }: Measured,
  { source, runId, of, isWhole = true, shape, position }: MeasuredOn,
): NewJobEvent[] {
  const kept = measurementKept.of({
    title,
    of,
    isWhole,
    // A measurement that was held against nothing proves nothing, so it hands nothing on.
    isCompared: Object.keys(evidence).length > 0,
    word,
    reasons: reasons.slice(0, 12),
    figures: figures.slice(0, 120).map((figure) => ({ label: figure.label, text: estimateText(figure) })),
    ...(carried && { carried: { ...carried } }),
    ...(runId !== undefined && { runId }),
  });
  if (Object.keys(evidence).length === 0 || word === "cannot say") return [kept];
  // What is so has a place; what is not so is so nowhere.
  const placed = Object.entries(evidence).flatMap(([symptom, isSo]) => {
    const place = places[symptom] ?? position;
    return isSo && place ? [[symptom, placeText(place, shape)] as const] : [];
  });
  return [
    kept,
    evidenceGiven.of({
      symptoms: { ...evidence },
      source,
      note: reasons[0] ?? "",
      places: Object.fromEntries(placed),
    }),
  ];
}

/** Where a measurement comes from, and on which craft. */
interface MeasuredOn {
  source: string;
  runId?: number;
  of: string;
  isWhole?: boolean;
  shape: Shape;
  /** The one part that was measured, by its position. */
  position?: string | null | undefined;
}
