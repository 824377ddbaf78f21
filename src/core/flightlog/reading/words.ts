/** Different words that a column is kept with; those beyond are no kind of state but remarks. */
export const MOST_WORDS = 200;

const TRUE_WORDS = new Set(["true", "on", "yes"]);
const FALSE_WORDS = new Set(["false", "off", "no"]);
const NO_FIGURE = /^[+-]?(nan|inf(inity)?|null|-+)$/;

/**
 * What a cell of text says as a figure.
 *
 * @param text - Trimmed, with a decimal point.
 * @returns 1 and 0 for words of yes and no, NaN for a blank, null for any other word.
 */
export function figureOf(text: string): number | null {
  if (text === "") return NaN;
  const value = Number(text);
  if (Number.isFinite(value) && !/^0[xob]/i.test(text)) return value;
  const plain = text.toLowerCase();
  if (TRUE_WORDS.has(plain)) return 1;
  if (FALSE_WORDS.has(plain)) return 0;
  return NO_FIGURE.test(plain) ? NaN : null;
}
