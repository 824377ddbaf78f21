import * as v from "valibot";
import { type BayManifest, type Headline, type JobFacts, type ReportSection } from "@/features/job/bays/bayManifest";
import { defineEvent, eventText as text } from "@/features/job/events/eventKind";
import { formatChange, formatQuantity } from "@/shared/format";

const draw = v.object({ voltageV: v.number(), currentA: v.number(), powerW: v.number() });

/** A power-draw run, or a rung of the over-voltage ladder, kept with its steps. */
export const runKept = defineEvent(
  "run_kept",
  v.object({
    runId: v.number(),
    /** What was run; runs kept before this was written down were power draws. */
    title: v.optional(text, "Power draw"),
    word: text,
    reasons: v.array(text),
    steps: v.array(
      v.object({
        name: text,
        throttle: v.number(),
        measured: draw,
        baseline: v.nullable(draw),
        change: v.nullable(v.number()),
      }),
    ),
  }),
  {
    sentence: ({ runId, word, reasons }) => `kept bench run ${runId} as evidence: ${word}. ${reasons[0] ?? ""}`,
  },
);

/** A table of readings that was judged on the bench, typed, from a file or made of a run. */
export const measurementKept = defineEvent(
  "measurement_kept",
  v.object({
    title: text,
    word: text,
    reasons: v.array(text),
    figures: v.array(v.object({ label: text, text })),
    /** Figures that other parts of the shop go on with, by name. */
    carried: v.optional(v.record(v.string(), v.number())),
    /** The run it was read off; absent for readings that were typed or came in a file. */
    runId: v.optional(v.number()),
  }),
  { sentence: ({ title, word, reasons }) => `measured: ${title}, ${word}. ${reasons[0] ?? ""}` },
);

/** Bench: measure, compare, judge. */
export const benchBay: BayManifest = {
  id: "bench",
  name: "Bench",
  keys: [["Space", "stop, throttle to zero"]],
  events: [runKept, measurementKept],
  headline: benchHeadline,
  report: (facts) => [measuredSection(facts)],
};

/** What was kept last on the bench, whichever kind of measurement it was. */
function lastVerdict({ events }: Pick<JobFacts, "events">): { title: string; word: string; reasons: string[] } | null {
  const run = runKept.last(events);
  const table = measurementKept.last(events);
  if (run && (!table || run.seq > table.seq)) return run.payload;
  return table?.payload ?? null;
}

function benchHeadline(facts: JobFacts): Headline {
  const last = lastVerdict(facts);
  if (!last)
    return {
      headline: "To be measured",
      detail: "nothing kept from the bench yet",
      nextStep: "Run the power-draw sweep",
      nextWorth: "against its baseline and the weakest part in line",
    };
  return {
    headline: `${last.title}: ${last.word}`,
    detail: last.reasons[0] ?? "",
    nextStep: "Go on to Refit",
    nextWorth: "what was measured is kept as evidence",
  };
}

/** Every verdict that was kept, the newest of each title, with the steps of the newest run as a table. */
function measuredSection({ events }: JobFacts): ReportSection {
  const kept = [...runKept.in(events), ...measurementKept.in(events)].sort((a, b) => a.seq - b.seq);
  const newest = new Map(kept.map(({ payload }) => [payload.title, payload]));
  const steps = runKept.last(events)?.payload.steps ?? [];
  return {
    title: "Measured",
    lines: [...newest.values()].map(({ title, word, reasons }) => `${title}: ${word}. ${reasons.join(" ")}`),
    none: "Nothing was kept from the bench.",
    ...(steps.length > 0 && {
      table: {
        head: ["", "measured", "baseline", "amps, at one voltage"],
        rows: steps.map(({ name, measured, baseline, change }) => [
          name,
          drawText(measured),
          baseline ? drawText(baseline) : "–",
          change === null ? "–" : formatChange(change),
        ]),
      },
    }),
  };
}

function drawText({ voltageV, currentA, powerW }: v.InferOutput<typeof draw>): string {
  return [formatQuantity(voltageV, "V", 2), formatQuantity(currentA, "A", 1), formatQuantity(powerW, "W", 0)].join(
    ", ",
  );
}
