/** How the commas of a table are to be read. */
export type Commas = "decimal" | "thousands";

/** One, two or three digits and then groups of three: what a comma as thousands looks like. */
const GROUPED = /^[+-]?\d{1,3}(,\d{3})+(\.\d+)?$/;
/** A number with one comma and no point. */
const WITH_COMMA = /^[+-]?\d*,\d+(e[+-]?\d+)?$/i;

/**
 * Decides for a whole table what its commas are, for one column alone may not tell: “12,040” is twelve and a bit beside “3,7”, and
 * twelve thousand beside “3.7”.
 *
 * @param cells - Every cell that holds a comma or a point.
 * @returns null when no cell has a comma.
 */
export function commasOf(cells: Iterable<string>): Commas | null {
  let hasComma = false;
  let hasPoint = false;
  let isGroupedOnly = true;
  for (const cell of cells) {
    if (cell.includes(",")) {
      hasComma = true;
      if (cell.includes(".")) return cell.lastIndexOf(",") > cell.lastIndexOf(".") ? "decimal" : "thousands";
      if (!GROUPED.test(cell)) isGroupedOnly = false;
    } else if (!hasPoint && /^[+-]?\d*\.\d+/.test(cell)) hasPoint = true;
  }
  if (!hasComma) return null;
  return hasPoint && isGroupedOnly ? "thousands" : "decimal";
}

/**
 * Reads one number. Blanks and apostrophes between digits part thousands.
 *
 * @returns NaN for what is none.
 */
export function readNumber(cell: string, commas: Commas | null): number {
  const plain = Number(cell);
  if (!Number.isNaN(plain) && cell.trim() !== "") return plain;
  const text = cell.trim().replace(/(?<=\d)[\s\u00a0\u202f'’](?=\d{3}(\D|$))/g, "");
  if (text === "") return NaN;
  if (!text.includes(",")) return Number(text);
  if (commas === "thousands") return GROUPED.test(text) ? Number(text.replaceAll(",", "")) : NaN;
  if (WITH_COMMA.test(text)) return Number(text.replace(",", "."));
  // Points part the thousands of a decimal comma: 1.234,5
  return /^[+-]?\d{1,3}(\.\d{3})+,\d+$/.test(text) ? Number(text.replaceAll(".", "").replace(",", ".")) : NaN;
}
