import { type Estimate } from "@/core/bench/measure/measured.types";

/** Figures called "Motor 1: speed constant" belong side by side with those of "Motor 2". */
export function sideBySide(figures: readonly Estimate[]) {
  const single: Estimate[] = [];
  const rows = new Map<string, Map<string, Estimate>>();
  const columns: string[] = [];
  for (const figure of figures) {
    const [, column, label] = /^((?:Motor|Cell) \d+): (.*)$/.exec(figure.label) ?? [];
    if (!column || !label) {
      single.push(figure);
      continue;
    }
    // "best, at 20 %" may lie at another throttle for each.
    const row = label.charAt(0).toUpperCase() + label.slice(1);
    if (!columns.includes(column)) columns.push(column);
    const cells = rows.get(row) ?? new Map<string, Estimate>();
    cells.set(column, figure);
    rows.set(row, cells);
  }
  return { columns, rows, single };
}
