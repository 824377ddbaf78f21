import { findLogUnit } from "./logUnits";

/** What a heading of a log says. */
export interface HeadingParts {
  /** In lower case, in order; figures and single letters are words of their own. */
  words: string[];
  /** As written; null when none stands there. */
  unit: string | null;
  /** The place in a row of like columns: from 0 as written, letters A to H as 0 to 7; null without one. */
  index: number | null;
}

/** Units that may follow a name behind a blank or an underscore without any other sign. */
const BARE =
  /^(s|ms|us|µs|deg|rad|deg\/s|rad\/s|°|°\/s|dps|g|m\/s2|m\/s\^2|m\/s²|V|mV|cV|A|mA|cA|mAh|Ah|m|cm|mm|m\/s|km\/h|%|rpm|erpm|uT|mG|C|degC|dBm|Hz)$/;
/** The same in small letters, which a name of underscores has. */
const BARE_SMALL = /^(s|ms|us|deg|rad|dps|rpm|erpm|mah|mv|ma|hz|ut|pct|percent)$/;

/**
 * Takes a heading apart: “roll speed [deg/s]”, “Battery / mV”, “o1 us”, “since_start_s”, “gyro[0] (deg/s)”, “gyrDesX”.
 *
 * @param areLetters - True where A and C at its end stand in a row with B and so are no amperes and degrees.
 */
export function partsOfHeading(heading: string, unitBelow = "", areLetters = false): HeadingParts {
  let text = heading.trim();
  let unit: string | null = unitBelow.replace(/^[[({<]\s*|\s*[\])}>]$/g, "").trim() || null;
  let index: number | null = null;
  const numbered = /\[(\d{1,2})\]/.exec(text);
  if (numbered) {
    index = Number(numbered[1]);
    text = text.replace(numbered[0], " ");
  }
  const bracketed = /^(.*?)\s*[[({<]\s*([^\])}>]*?)\s*[\])}>]\s*$/.exec(text);
  if (bracketed && bracketed[1] !== "") {
    unit ??= bracketed[2]!;
    text = bracketed[1]!;
  } else {
    const bare = /^(.*?)[\s_]+(\S+)$/.exec(text);
    const set = /^(.*?)\s*[/,:]\s*([^/,:\s]+(?:\/[^\s,:]+)?)$/.exec(text);
    if (bare && (BARE.test(bare[2]!) || BARE_SMALL.test(bare[2]!)) && !(areLetters && /^[AC]$/.test(bare[2]!))) {
      unit ??= bare[2]!;
      text = bare[1]!;
    } else if (set && findLogUnit(set[2]!)) {
      unit ??= set[2]!;
      text = set[1]!;
    } else if (unit === null && text.length > 1 && BARE.test(text)) unit = text;
  }
  const words = text
    .replace(/([a-z])([A-Z])/g, "$1 $2")
    .replace(/([A-Z]+)([A-Z][a-z])/g, "$1 $2")
    .replace(/([A-Za-zµ])(\d+)/g, "$1 $2")
    .replace(/(\d)([A-Za-z])/g, "$1 $2")
    .split(/[^A-Za-z0-9µ°%]+/)
    .filter((word) => word !== "")
    .map((word) => word.toLowerCase());
  return { words, unit, index };
}
