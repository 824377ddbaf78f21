import * as v from "valibot";
import { bayPath } from "@/features/job/bays/bayRegistry";
import { type BoardFilter } from "./boardRepository";

const AfterKey = v.pipe(v.string(), v.regex(/^\d{1,15}-\d{1,10}$/));

const Query = v.object({
  q: v.fallback(v.optional(v.pipe(v.string(), v.trim(), v.maxLength(80)), ""), ""),
  bay: v.fallback(
    v.optional(
      v.nullable(
        v.pipe(
          v.string(),
          v.check((id) => bayPath().some((bay) => bay.id === id)),
        ),
      ),
      null,
    ),
    null,
  ),
  who: v.fallback(v.optional(v.nullable(v.pipe(v.string(), v.regex(/^\d{1,9}$/), v.transform(Number))), null), null),
  show: v.fallback(v.optional(v.picklist(["open", "done"]), "open"), "open"),
  after: v.fallback(v.optional(v.nullable(AfterKey), null), null),
});

/** Reads the board's filter from the address. What makes no sense there is left out: an old link must not fail. */
export function toBoardFilter(query: Record<string, string | string[] | undefined>): BoardFilter {
  const { q, bay, who, show, after } = v.parse(Query, query);
  const [at, id] = after ? after.split("-").map(Number) : [];
  return {
    search: q,
    bay,
    technicianId: who,
    closed: show === "done",
    after: at !== undefined && id !== undefined ? { at: new Date(at), id } : null,
  };
}

/** The key of a page as it stands in the address. */
export function toAfterKey({ at, id }: { at: Date; id: number }): string {
  return `${at.getTime()}-${id}`;
}
