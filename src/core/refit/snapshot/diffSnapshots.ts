import { type OtherLine, type SettingLine, settingsOf, type Snapshot } from "./snapshot";

/** What differs between two snapshots, by setting. */
export interface SnapshotDiff {
  changed: { id: string; group: string; key: string; before: string; after: string }[];
  /** Lines of the second that the first has not, in its order. */
  added: { id: string; line: SettingLine }[];
  removed: { id: string; group: string; key: string; before: string }[];
}

/** What must be done to the first to have the settings of the second. */
export function diffSnapshots(a: Snapshot, b: Snapshot): SnapshotDiff {
  const before = settingsOf(a);
  const after = settingsOf(b);
  const diff: SnapshotDiff = { changed: [], added: [], removed: [] };
  for (const [id, line] of before) {
    const { group, key, value } = line;
    const other = after.get(id);
    if (!other) diff.removed.push({ id, group, key, before: value });
    else if (other.value !== value) diff.changed.push({ id, group, key, before: value, after: other.value });
  }
  for (const [id, line] of after) if (!before.has(id)) diff.added.push({ id, line });
  return diff;
}

/**
 * Does to a snapshot what a difference says. Order, remarks and spacing of the snapshot stay; a setting that is added stands at the end of its group, and a group
 * that was not there at the end of the file.
 *
 * @throws Where a setting would have to be put into JSON or marks: it is carried over as a line.
 */
export function applyDiff({ changed, added, removed }: SnapshotDiff, snapshot: Snapshot): Snapshot {
  if (snapshot.newline === "" && added.length > 0)
    throw new Error("A setting cannot be put between the pieces of a text.");
  const settings = settingsOf(snapshot);
  const idOf = new Map([...settings].map(([id, line]) => [line, id]));
  const values = new Map(changed.map(({ id, after }) => [id, after]));
  const gone = new Set(removed.map(({ id }) => id));
  const lines: (SettingLine | OtherLine)[] = snapshot.lines.flatMap((line): (SettingLine | OtherLine)[] => {
    if (line.kind === "other") return [line];
    const id = idOf.get(line)!;
    if (gone.has(id)) return [];
    const value = values.get(id);
    return [value === undefined ? line : { ...line, value }];
  });
  for (const { line } of added) {
    const at = endOfGroup(lines, line.group);
    if (at >= 0) lines.splice(at, 0, line);
    else lines.push(...(line.group === "" ? [] : [{ kind: "other" as const, text: `[${line.group}]` }]), line);
  }
  return { ...snapshot, lines };
}

/** Behind the last setting of a group, or behind its heading; -1 where there is neither. */
function endOfGroup(lines: readonly (SettingLine | OtherLine)[], group: string): number {
  const last = lines.findLastIndex((line) => line.kind === "setting" && line.group === group);
  if (last >= 0) return last + 1;
  if (group === "") return lines.findIndex((line) => line.kind === "other" && /^\s*\[/.test(line.text)) < 0 ? -1 : 0;
  const heading = lines.findIndex((line) => line.kind === "other" && line.text.trim() === `[${group}]`);
  return heading < 0 ? -1 : heading + 1;
}
