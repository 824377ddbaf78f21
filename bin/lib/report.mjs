import { say } from "./say.mjs";

/** Prints a figure beside the one that was asked for, and whether it is reached. */
export function reportFigure(what, value, unit, limit, { atLeast = false } = {}) {
  const isReached = atLeast ? value >= limit : value <= limit;
  const asked = `${atLeast ? "at least" : "under"} ${limit} ${unit}`;
  say(`${isReached ? "reached" : "NOT REACHED"}  ${what}: ${value.toFixed(2)} ${unit} (asked: ${asked})`);
}

/** Lays rows out as a Markdown table, which reads well in a terminal too. */
export function markdownTable(head, rows) {
  const widths = head.map((title, column) => Math.max(title.length, ...rows.map((row) => String(row[column]).length)));
  const line = (cells) => `| ${cells.map((cell, column) => String(cell).padEnd(widths[column])).join(" | ")} |`;
  return [line(head), `| ${widths.map((width) => "-".repeat(width)).join(" | ")} |`, ...rows.map(line)].join("\n");
}
