/** A number as it was typed, and what is doubtful about it. */
export interface ReadNumber {
  /** NaN where it is none. */
  value: number;
  /** A sentence that asks, or empty. */
  doubt: string;
}

const THOUSANDS = /^[-+]?\d{1,3}(,\d{3})+(\.\d+)?$/;
const EUROPEAN = /^[-+]?\d{1,3}(\.\d{3})+(,\d+)?$/;

/**
 * Reads a number as people type it: a comma is the decimal point it stands for ("4,8"), unless three figures follow it: "2,310"
 * is two thousand three hundred and ten, and it is said, for somebody may have meant two and a bit. Spaces between figures are
 * nothing.
 */
export function readNumber(text: string): ReadNumber {
  const typed = text.trim().replaceAll(/(?<=\d)[ \u00a0\u202f'’](?=\d)/g, "");
  if (typed === "") return { value: NaN, doubt: "" };
  if (THOUSANDS.test(typed)) {
    const value = Number(typed.replaceAll(",", ""));
    const small = typed.replace(",", ".");
    const isPlain = typed.split(",").length === 2 && !typed.includes(".");
    return { value, doubt: isPlain ? `Read as ${value}. If ${Number(small)} is meant, type ${small}.` : "" };
  }
  if (EUROPEAN.test(typed) && (typed.includes(",") || typed.split(".").length > 2))
    return { value: Number(typed.replaceAll(".", "").replace(",", ".")), doubt: "" };
  return { value: Number(typed.replace(",", ".")), doubt: "" };
}
