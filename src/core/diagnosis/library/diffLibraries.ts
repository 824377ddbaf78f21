import { type Library } from "./library.types";

const GROUPS = ["repairs", "faults", "symptoms", "checks"] as const;

/** What one entry changed from one version of a library to the next. */
export interface EntryChange {
  group: (typeof GROUPS)[number];
  id: string;
  /** The entry's name, title or sentence. */
  name: string;
  kind: "added" | "removed" | "changed";
  /** For a changed entry: each field with its old and new value, as text. */
  fields: { field: string; from: string; to: string }[];
}

/** Compares two versions of a library entry by entry and field by field. */
export function diffLibraries(before: Library, after: Library): EntryChange[] {
  return GROUPS.flatMap((group) => {
    const old = new Map<string, object>(before[group].map((entry) => [entry.id, entry]));
    const now = new Map<string, object>(after[group].map((entry) => [entry.id, entry]));
    const changes: EntryChange[] = [];
    for (const [id, entry] of now) {
      const earlier = old.get(id);
      if (!earlier) changes.push({ group, id, name: nameOf(entry), kind: "added", fields: [] });
      else {
        const fields = changedFields(earlier, entry);
        if (fields.length > 0) changes.push({ group, id, name: nameOf(entry), kind: "changed", fields });
      }
    }
    for (const [id, entry] of old) {
      if (!now.has(id)) changes.push({ group, id, name: nameOf(entry), kind: "removed", fields: [] });
    }
    return changes;
  });
}

function nameOf(entry: object): string {
  const { name, title, whenTrue } = entry as { name?: string; title?: string; whenTrue?: string };
  return name ?? title ?? whenTrue ?? "";
}

/** Fields that differ; those that hold a table, such as links, are compared row by row. */
function changedFields(before: object, after: object): EntryChange["fields"] {
  const flatBefore = flatten(before);
  const flatAfter = flatten(after);
  const fields = new Set([...flatBefore.keys(), ...flatAfter.keys()]);
  return [...fields]
    .map((field) => ({ field, from: flatBefore.get(field) ?? "", to: flatAfter.get(field) ?? "" }))
    .filter(({ from, to }) => from !== to);
}

function flatten(entry: object): Map<string, string> {
  const flat = new Map<string, string>();
  for (const [key, value] of Object.entries(entry) as [string, unknown][]) {
    if (value === undefined) continue;
    if (typeof value === "object" && value !== null && !Array.isArray(value)) {
      for (const [inner, each] of Object.entries(value)) flat.set(`${key} ${inner}`, textOf(each));
    } else flat.set(key, textOf(value));
  }
  return flat;
}

function textOf(value: unknown): string {
  return typeof value === "string" ? value : JSON.stringify(value);
}
