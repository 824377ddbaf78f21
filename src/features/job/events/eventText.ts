import { type Library } from "@/core/diagnosis/library/library.types";
import { bayName, findEventKind } from "../bays/bayRegistry";
import { type NewJobEvent } from "./eventKind";

/**
 * One event in a technician's words, for the history, the report and the conflict notice.
 *
 * @param library - For the names of checks and symptoms.
 */
export function eventText({ kind, payload }: NewJobEvent, library: Library): string {
  return findEventKind(kind)?.sentence(payload, { library, bayName }) ?? kind.replaceAll("_", " ");
}
