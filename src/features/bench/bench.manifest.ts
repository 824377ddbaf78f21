import * as v from "valibot";
import { type VerdictWord } from "@/core/bench/judgePowerDraw";
import { RUN_PLANS } from "@/core/bench/run/runKinds";
import { type BayManifest, type Headline, type JobFacts, type ReportSection } from "@/features/job/bays/bayManifest";
import { defineEvent, eventId, eventText as text } from "@/features/job/events/eventKind";
import { formatChange, formatQuantity } from "@/shared/format";

const LADDER_NAME = RUN_PLANS.ladder.name;
const WORDS: readonly string[] = ["good", "watch", "bad"] satisfies VerdictWord[];

/** A stored word as a verdict; one that is not known proves nothing. */
function toVerdictWord(word: string): VerdictWord {
  return WORDS.includes(word) ? (word as VerdictWord) : "cannot say";
}

/** What a measurement of before was of, by the title that was kept with it: "Servo, run 12". */
function ofTitle(title: string): string {
  const [name] = title.split(", run ");
  return (
    Object.entries(RUN_PLANS).find(([, plan]) => plan.name === name)?.[0] ?? name!.toLowerCase().replaceAll(" ", "-")
  );
}

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
    /** False when it was cut before its end. */
    isWhole: v.optional(v.boolean(), true),
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
    measured: ({ runId, title, word, reasons, steps, isWhole }) => ({
      isWhole,
      of: title === LADDER_NAME ? "ladder" : "power-draw",
      title: `${title}, run ${runId}`,
      word: toVerdictWord(word),
      reason: reasons[0] ?? "",
      runId,
      isCompared: steps.some(({ baseline }) => baseline !== null),
    }),
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
    /** What was measured; absent in what was kept before this was written down. */
    of: v.optional(eventId),
    isWhole: v.optional(v.boolean(), true),
    /** Whether it was held against something from before; absent in what was kept before this was written down. */
    isCompared: v.optional(v.boolean()),
  }),
  {
    sentence: ({ title, word, reasons }) => `measured: ${title}, ${word}. ${reasons[0] ?? ""}`,
    measured: ({ title, word, reasons, runId, of, isWhole, isCompared }) => ({
      isWhole,
      of: of ?? ofTitle(title),
      title,
      word: toVerdictWord(word),
      reason: reasons[0] ?? "",
      runId: runId ?? null,
      isCompared: isCompared ?? false,
    }),
  },
);

/** Bench: measure, compare, judge. */
export const benchBay: BayManifest = {
  id: "bench",
  name: "Bench",
  keys: [["Space", "stop, throttle to zero"]],
  events: [runKept, measurementKept],
  isWorkedIn: ({ events }) => runKept.last(events) !== undefined || measurementKept.last(events) !== undefined,
  headline: benchHeadline,
  report: (facts) => [measuredSection(facts)],
};

/** Everything kept on the bench that still tells something, oldest first: a cut run does not take the place of a whole one. */
function telling({ events }: Pick<JobFacts, "events">) {
  const kept = [...runKept.in(events), ...measurementKept.in(events)].sort((a, b) => a.seq - b.seq);
  const newest = new Map<string, (typeof kept)[number]>();
  for (const one of kept) newest.set(`${one.payload.title}${one.payload.isWhole ? "" : " cut"}`, one);
  return [...newest.values()].filter(
    (one) => one.payload.isWhole || one.seq > (newest.get(one.payload.title)?.seq ?? 0) || one.payload.word === "bad",
  );
}

function benchHeadline(facts: JobFacts): Headline {
  const kept = telling(facts).map(({ payload }) => payload);
  const last = kept.findLast(({ isWhole }) => isWhole) ?? kept.at(-1);
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

/** Every verdict that was kept, the newest of each title, with the steps of the newest whole run as a table. */
function measuredSection({ events }: JobFacts): ReportSection {
  const runs = runKept.in(events).map(({ payload }) => payload);
  const steps = (runs.findLast(({ isWhole }) => isWhole) ?? runs.at(-1))?.steps ?? [];
  return {
    title: "Measured",
    lines: telling({ events }).map(
      ({ payload: { title, word, reasons, isWhole } }) =>
        `${title}${isWhole ? "" : ", cut before its end"}: ${word}. ${reasons.join(" ")}`,
    ),
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
