import { type ColumnSaid } from "@/core/flightlog/channels/columnMap";

const KEY = "pitstopa-log-columns";
const MOST_SETS = 30;

type Remembered = Record<string, ColumnSaid[]>;

/** What was said of a file's columns, for the next file with the same headings. */
export function rememberColumns(headings: readonly string[], said: readonly ColumnSaid[]): void {
  const all = Object.entries({ ...remembered(), [nameOf(headings)]: [...said] }).slice(-MOST_SETS);
  localStorage.setItem(KEY, JSON.stringify(Object.fromEntries(all)));
}

/** What was said of such headings before; empty for headings that nobody spoke of. */
export function recallColumns(headings: readonly string[]): ColumnSaid[] {
  return remembered()[nameOf(headings)] ?? [];
}

function nameOf(headings: readonly string[]): string {
  return [...headings].sort().join("\n");
}

function remembered(): Remembered {
  try {
    return (JSON.parse(localStorage.getItem(KEY) ?? "{}") ?? {}) as Remembered;
  } catch {
    return {};
  }
}
