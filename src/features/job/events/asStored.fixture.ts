import * as v from "valibot";
import { findEventKind } from "../bays/bayRegistry";
import { type NewJobEvent } from "./eventKind";

/** An event as it comes back from the database: read through its schema, with what older ones lack filled in. */
export function asStored({ kind, payload }: NewJobEvent): NewJobEvent {
  return { kind, payload: v.parse(findEventKind(kind)!.schema, payload) };
}
