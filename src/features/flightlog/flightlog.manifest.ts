import * as v from "valibot";
import { type RoomManifest, type ReportSection, type JobFacts } from "@/features/job/bays/bayManifest";
import { defineEvent, eventText as text } from "@/features/job/events/eventKind";

/** A flight log was read, judged and kept. */
export const logKept = defineEvent(
  "log_kept",
  v.object({
    logId: v.number(),
    fileName: text,
    durationS: v.number(),
    faults: v.array(text),
    notes: v.array(text),
  }),
  {
    sentence: ({ fileName, faults }) =>
      `kept the flight log ${fileName}: ${faults.length === 0 ? "no fault found in it" : faults.join(" ")}`,
  },
);

/** A remark at a moment of a log. */
export const logNoted = defineEvent(
  "log_noted",
  v.object({ logId: v.number(), fileName: text, atS: v.number(), note: text }),
  { sentence: ({ fileName, atS, note }) => `remarked at ${atS.toFixed(2)} s of ${fileName}: ${note}` },
);

/** The log lab: what a flight log says. A job goes there from any bay. */
export const flightlogRoom: RoomManifest = {
  id: "log",
  name: "Log lab",
  keys: [
    ["← →", "a fifth of the view earlier, later"],
    ["+ −", "closer, wider"],
  ],
  events: [logKept, logNoted],
  report: (facts) => [logSection(facts)].filter(({ lines }) => lines.length > 0),
};

function logSection({ events }: JobFacts): ReportSection {
  const remarks = logNoted.in(events).map(({ payload }) => payload);
  return {
    title: "Flight logs",
    isList: true,
    lines: logKept
      .in(events)
      .flatMap(({ payload: { logId, fileName, durationS, faults, notes } }) => [
        `${fileName}, ${durationS.toFixed(0)} s: ${faults.length === 0 ? "no fault found." : faults.join(" ")} ${notes.join(" ")}`.trim(),
        ...remarks
          .filter((remark) => remark.logId === logId)
          .map(({ atS, note }) => `${fileName} at ${atS.toFixed(2)} s: ${note}`),
      ]),
  };
}
