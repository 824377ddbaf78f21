/** Words of units, as a careful person writes them out, in one and in many. */
const SPELLED: ReadonlyMap<string, string> = new Map(
  (
    [
      ["s", "second sec"],
      ["ms", "millisecond"],
      ["us", "microsecond"],
      ["ns", "nanosecond"],
      ["min", "minute"],
      ["h", "hour"],
      ["deg", "degree"],
      ["rad", "radian"],
      ["m", "metre meter"],
      ["cm", "centimetre centimeter"],
      ["mm", "millimetre millimeter"],
      ["km", "kilometre kilometer"],
      ["ft", "foot feet"],
      ["v", "volt"],
      ["mv", "millivolt"],
      ["cv", "centivolt"],
      ["a", "ampere amp"],
      ["ma", "milliampere milliamp"],
      ["w", "watt"],
      ["g", "gram gramme"],
      ["kg", "kilogram kilogramme"],
      ["n", "newton"],
      ["ut", "microtesla"],
      ["mg", "milligauss"],
      ["hz", "hertz"],
      ["r", "revolution rev turn rotation"],
    ] as const
  ).flatMap(([symbol, names]) =>
    names.split(" ").flatMap((name) => [name, `${name}s`].map((each) => [each, symbol] as const)),
  ),
);

/**
 * A unit that is written out as its symbol, in lower case: "metres per second squared" → "m/s^2", "milliampere hours" → "mah", "degrees Celsius" →
 * "celsius", "revolutions per minute" → "r/min".
 *
 * @param plain - In lower case.
 * @returns What is none stays as it is, but for its blanks: whether it is a unit is for a table of units to say.
 */
export function symbolsOf(plain: string): string {
  return plain
    .replace(/\bper ?cent\b/g, "%")
    .replace(/\s*\bper\b\s*/g, "/")
    .replace(/[a-z]+/g, (word) => SPELLED.get(word) ?? word)
    .replace(/\s*\bsquared?\b/g, "^2")
    .replace(/\b(m?a)[ -]h\b/g, "$1h")
    .replace(/^deg (celsius|c)$/, "$1")
    .replace(/\s+/g, "");
}
