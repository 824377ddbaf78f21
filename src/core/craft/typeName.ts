/** Which way a prop turns or a thread is cut: the two are sold under one name. */
const HANDS = /\b(c?cw|lh|rh|l|r|left|right|reversed?|normal)\b|(?<=\d)[lr]\b/g;

/** A part's name as any hand may write it: without capitals, marks and blanks that differ, and without which way it turns. Two parts are of one type by it. */
export function typeName(name: string): string {
  return name
    .toLowerCase()
    .replace(HANDS, " ")
    .replace(/[^a-z0-9.]+/g, " ")
    .trim();
}
