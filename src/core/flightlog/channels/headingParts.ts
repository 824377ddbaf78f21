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
const BARE_SMALL = /^(s|ms|us|deg|rad|dps|rpm|erpm|mah|mv|ma|hz|ut|pct|percent|mps|mps2|ms2|kmh|kph)$/;
/** “omega_x_rad_s”: a unit whose stroke became an underscore. */
const UNDERSCORED = /_(rad|deg|m|cm|km)_(s2?|h)$/;
/** “batt_v” and “batt_a”: small letters that are units behind a pack or a bus alone. */
const OF_A_PACK = /^(?:.*[\s_])?(batt?|battery|pack|bus|vbat|supply|esc)[\s_](v|a)$/i;

/** Compounds that other languages make one word of. Common practice. */
const COMPOUNDS: ReadonlyMap<string, readonly string[]> = new Map(
  Object.entries({
    rollrate: ["roll", "rate"],
    nickrate: ["pitch", "rate"],
    gierrate: ["yaw", "rate"],
    rollwinkel: ["roll", "angle"],
    nickwinkel: ["pitch", "angle"],
    gierwinkel: ["yaw", "angle"],
    nick: ["pitch"],
    gier: ["yaw"],
    kurs: ["heading"],
    flughoehe: ["altitude"],
    steigrate: ["climb"],
    fahrt: ["airspeed"],
    drehzahl: ["rpm"],
    spannung: ["voltage"],
    strom: ["current"],
    querruder: ["aileron"],
    hoehenruder: ["elevator"],
    seitenruder: ["rudder"],
    zelle: ["cell"],
    satelliten: ["satellites"],
  }),
);

/**
 * Takes a heading apart: “roll speed [deg/s]”, “Battery / mV”, “o1 us”, “since_start_s”, “gyro[0] (deg/s)”, “gyrDesX”.
 *
 * @param areLetters - True where A and C at its end stand in a row with B and so are no amperes and degrees.
 */
export function partsOfHeading(heading: string, unitBelow = "", areLetters = false): HeadingParts {
  let text = heading
    .trim()
    .replace(/[äöüÄÖÜ]/g, (letter) => ({ ä: "ae", ö: "oe", ü: "ue" })[letter.toLowerCase()]!)
    .replace(UNDERSCORED, " $1/$2");
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
    const bare = /^(.*\S)[\s_]+([^\s_]+)$/.exec(text);
    const ofPack = OF_A_PACK.exec(text);
    const set = /^(.*?)\s*[/,:]\s*([^/,:\s]+(?:\/[^\s,:]+)?)$/.exec(text);
    if (bare && (BARE.test(bare[2]!) || BARE_SMALL.test(bare[2]!)) && !(areLetters && /^[AC]$/.test(bare[2]!))) {
      unit ??= bare[2]!;
      text = bare[1]!;
    } else if (ofPack) {
      unit ??= ofPack[2]!;
      text = text.slice(0, -2);
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
    .flatMap((word) => COMPOUNDS.get(word.toLowerCase()) ?? [word.toLowerCase()]);
  return { words, unit, index };
}
