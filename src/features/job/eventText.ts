import { findingText } from "@/core/diagnosis/findings/findingText";
import { type Library } from "@/core/diagnosis/library/library.types";
import { findProofKind } from "@/core/prove/proofKinds";
import { formatClock } from "@/shared/format";
import { BAY_NAMES } from "./bays";
import { type EventPayload, type NewJobEvent } from "./jobEvent.schema";

/**
 * One event in a technician's words, for the history, the report and the conflict notice.
 *
 * @param library - For the names of checks and symptoms.
 */
export function eventText(event: NewJobEvent, library: Library): string {
  switch (event.kind) {
    case "received":
      return `received: ${event.payload.complaint}`;
    case "details_changed":
      return `changed ${Object.entries(event.payload.changed)
        .map(([field, { from, to }]) => `${field} from “${from || "nothing"}” to “${to || "nothing"}”`)
        .join(", ")}`;
    case "note_added":
      return event.payload.text;
    case "photo_added":
      return `added photo ${event.payload.fileName}`;
    case "bay_entered":
      return `went from ${BAY_NAMES[event.payload.from]} to ${BAY_NAMES[event.payload.to]}${withReason(event.payload.reason)}`;
    case "check_answered": {
      const { title, detail } = findingText(library, { ...event.payload, kind: "check" });
      return `${detail}: ${title}${withReason(event.payload.note)}`;
    }
    case "finding_added":
      return `found: ${findingText(library, { ...event.payload, kind: "symptom" }).title}${withReason(event.payload.note)}`;
    case "evidence_given": {
      const { symptoms, source, note } = event.payload;
      const found = Object.entries(symptoms).map(
        ([symptomId, value]) => findingText(library, { kind: "symptom", symptomId, value }).title,
      );
      return `${source} says: ${found.join("; ")}${withReason(note)}`;
    }
    case "finding_doubted":
      return event.payload.doubtful ? "marked a finding as doubtful" : "marked a finding as sure";
    case "finding_confirmed":
      return "looked again: a finding from before the repair is still so";
    case "experiment_step": {
      const { changes, faultShows, note } = event.payload;
      const what = changes.map(({ name, to }) => `${name} ${to}`).join(" and ");
      return `tried: ${what}, fault ${faultShows ? "still there" : "gone"}${withReason(note)}`;
    }
    case "finding_withdrawn":
      return `took a finding back${withReason(event.payload.reason)}`;
    case "cause_named":
      return `named the cause: ${causeNames(event.payload).join(" and ")}${withReason(event.payload.note)}`;
    case "run_kept":
      return `kept bench run ${event.payload.runId} as evidence: ${event.payload.word}. ${event.payload.reasons[0] ?? ""}`;
    case "measurement_kept":
      return `measured: ${event.payload.title}, ${event.payload.word}. ${event.payload.reasons[0] ?? ""}`;
    case "calculation_kept": {
      const { title, given, results, remarks } = event.payload;
      const list = (entries: readonly { label: string; text: string }[]) =>
        entries.map(({ label, text }) => `${label} ${text}`).join(", ");
      return `${title}: ${list(results)}; from ${list(given)}${withReason(remarks.join(" "))}`;
    }
    case "part_replaced": {
      const { position, removed, fitted, reason } = event.payload;
      return `replaced ${position}: ${removed.name} (${removed.serial || "no serial"}) by ${fitted.name} (${fitted.serial || "no serial"})${withReason(reason)}`;
    }
    case "setting_changed":
      return `set ${event.payload.what} from ${event.payload.before || "unknown"} to ${event.payload.after}`;
    case "proofs_asked":
      return `${event.payload.kinds.length} proofs asked for by ${event.payload.because}`;
    case "proof_decided":
      return `${findProofKind(event.payload.kind)?.title ?? event.payload.kind}: ${event.payload.state}${withReason(event.payload.note)}`;
    case "sortie_logged": {
      const { seconds, failures, note } = event.payload;
      const failed = failures === 0 ? "clean" : failures === 1 ? "1 failure" : `${failures} failures`;
      return `flew ${formatClock(seconds)}, ${failed}${withReason(note)}`;
    }
    case "handed_back":
      return `handed back to ${event.payload.to}${withReason(event.payload.note)}`;
  }
}

/** The causes that were named, those outside the library among them. */
export function causeNames({ faults, other }: EventPayload<"cause_named">): string[] {
  return [...faults.map(({ name }) => name), ...(other ? [other] : [])];
}

function withReason(reason: string): string {
  return reason ? ` (${reason})` : "";
}
