import { type Carried, carryOver, fateOf } from "../../core/refit/snapshot/carryOver";
import { diffSnapshots, type SnapshotDiff } from "../../core/refit/snapshot/diffSnapshots";
import { readSnapshot } from "../../core/refit/snapshot/readSnapshot";
import { isSecret, MASK } from "../../core/refit/snapshot/secrets";
import { settingsOf } from "../../core/refit/snapshot/snapshot";

/** What kept settings say: what a swap carries, and what differs from the ones before. */
export interface ReadSettings {
  /** Why they could not be read; null where they could. */
  problem: string | null;
  carried: Carried | null;
  /** How the board lay, as its settings say. */
  alignment: { id: string; value: string }[];
  /** Against the ones kept before; values of secrets masked. */
  diff: (Pick<SnapshotDiff, "changed" | "removed"> & { added: { id: string; value: string }[] }) | null;
  /** What changed since the ones kept before, by name alone. */
  touched: { group: string; key: string }[];
}

/** Reads the newest settings of a craft, and holds them against the ones before. */
export function readSettings({ newest, previous }: { newest: string; previous: string | null }): ReadSettings {
  const read = readSnapshot(newest);
  if (!read.ok) return { problem: read.reason, carried: null, alignment: [], diff: null, touched: [] };
  const before = previous === null ? null : readSnapshot(previous);
  const diff = before?.ok ? diffSnapshots(before.snapshot, read.snapshot) : null;
  const settings = [...settingsOf(read.snapshot)];
  return {
    problem: null,
    carried: carryOver(read.snapshot),
    alignment: settings.flatMap(([id, line]) =>
      fateOf(line) === "alignment" && !isSecret(line) ? [{ id, value: line.value }] : [],
    ),
    touched: diff
      ? [...diff.changed, ...diff.removed, ...diff.added.map(({ line }) => line)].map(({ group, key }) => ({
          group,
          key,
        }))
      : [],
    diff: diff && {
      changed: diff.changed.map((each) =>
        isHidden(each, each.before, each.after) ? { ...each, before: MASK, after: MASK } : each,
      ),
      removed: diff.removed.map((each) => (isHidden(each, each.before) ? { ...each, before: MASK } : each)),
      added: diff.added.map(({ id, line }) => ({ id, value: isSecret(line) ? MASK : line.value })),
    },
  };
}

/** A secret by its name, or by any of its values. */
function isHidden({ group, key }: { group: string; key: string }, ...values: readonly string[]): boolean {
  return values.some((value) => isSecret({ group, key, value }));
}
