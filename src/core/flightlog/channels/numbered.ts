import { type HeadingParts } from "./headingParts";

const NUMBER = /^(\d{1,2}|[a-h]|fl|fr|rl|rr)$/;
const NUMBERED_WORDS = /^(motors?|mot|rotor|prop|props|propeller|esc|engine|thruster|arm|servos?|srv|elevon)$/;

/** True for one of several of a kind: “motor 3”, “rpm_b”, “elevon left”. */
export function isNumbered(parts: HeadingParts): boolean {
  return parts.index !== null || numberedAt(parts) >= 0 || /^(left|right|front|rear)$/.test(parts.words.at(-1) ?? "");
}

/** Which word is the number: the last one, or the one behind “motor” and its like (“motor 1 out”); -1 without one. */
function numberedAt({ words }: HeadingParts): number {
  if (NUMBER.test(words.at(-1) ?? "")) return words.length - 1;
  return words.findIndex((word, at) => at > 0 && NUMBER.test(word) && NUMBERED_WORDS.test(words[at - 1]!));
}

/** What like-named columns have in common. */
export function unnumbered(parts: HeadingParts): string {
  const at = numberedAt(parts);
  return (at < 0 ? parts.words.slice(0, -1) : parts.words.filter((_, each) => each !== at)).join(" ");
}
