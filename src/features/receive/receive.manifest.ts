import * as v from "valibot";
import { type BayManifest } from "@/features/job/bays/bayManifest";
import { defineEvent, eventText } from "@/features/job/events/eventKind";

/** The craft was taken in, safe. */
export const received = defineEvent("received", v.object({ complaint: eventText, makeSafe: v.array(eventText) }), {
  sentence: ({ complaint }) => `received: ${complaint}`,
});

/** Details of the intake were corrected, each with what it was. */
export const detailsChanged = defineEvent(
  "details_changed",
  v.object({ changed: v.record(v.string(), v.object({ from: eventText, to: eventText })) }),
  {
    sentence: ({ changed }) =>
      `changed ${Object.entries(changed)
        .map(([field, { from, to }]) => `${field} from “${from || "nothing"}” to “${to || "nothing"}”`)
        .join(", ")}`,
  },
);

/** A photo was put to the job. */
export const photoAdded = defineEvent("photo_added", v.object({ photoId: v.number(), fileName: eventText }), {
  sentence: ({ fileName }) => `added photo ${fileName}`,
});

/** Receive: make safe, and write down what will be forgotten. */
export const receiveBay: BayManifest = {
  id: "receive",
  name: "Receive",
  keys: [],
  events: [received, detailsChanged, photoAdded],
  headline: () => ({
    headline: "To be made safe",
    detail: "battery out, props off",
    nextStep: "Make it safe and complete the intake",
    nextWorth: "battery out first, then the props",
  }),
  report: ({ job }) => [{ title: "Complaint", lines: [job.complaint] }],
};
