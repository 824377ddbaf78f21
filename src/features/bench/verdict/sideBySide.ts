import { type Estimate } from "@/core/bench/measure/measured.types";

/** Parts figures of several like parts, which belong side by side, from those that stand alone. */
export function sideBySide(figures: readonly Estimate[]) {
  const single: Estimate[] = [];
  const rows = new Map<string, Map<string, Estimate>>();
  const columns: string[] = [];
  for (const figure of figures) {
    if (!figure.of) {
      single.push(figure);
      continue;
    }
    const { part, figure: name } = figure.of;
    // "best, at 20 %" may lie at another throttle for each.
    const row = name.charAt(0).toUpperCase() + name.slice(1);
    if (!columns.includes(part)) columns.push(part);
    const cells = rows.get(row) ?? new Map<string, Estimate>();
    cells.set(part, figure);
    rows.set(row, cells);
  }
  return { columns, rows, single };
}
