import { findUnit, QUANTITIES, type Quantity, type Unit } from "../units/quantities";
import { CHANNELS } from "./channels";
import { columnAmong, columnOfWord, isPlaceAlone, sideOf, withoutPlaces, wordsOf } from "./columnWords";

/** What a heading says: which column it is, and in what unit; or what is missing. */
export type Heading =
  | {
      kind: "read";
      name: string;
      quantity: Quantity;
      unit: Unit;
      isOwnWord: boolean;
      /** Whose reading it is, where the heading says so: it counts where a meter is held against another. */
      side?: "shown" | "reference" | null;
    }
  /** A known column without a unit: one may stand in the line below. */
  | { kind: "no unit"; name: string; isOwnWord: boolean }
  /** A unit that is unknown, or is none of what the column measures. */
  | { kind: "wrong unit"; name: string; symbol: string; expected: Quantity | null }
  /** Neither name nor unit says anything. */
  | { kind: "unknown"; name: string };

/** Columns that count or name, and so need no unit. */
const WITHOUT_UNIT = new Set(["motor", "held", "output"]);
/** What a meter shows may be amps or volts. */
const OF_ANY_QUANTITY = new Set(["shown", "reference"]);

/** What a column of a name of its own may hold, in the order in which a symbol is looked up: “g” alone is thrust. */
const OF_OWN_NAMES = [
  "voltage",
  "current",
  "rotation",
  "share",
  "time",
  "thrust",
  "angle",
  "temperature",
  "acceleration",
  "power",
] as const satisfies readonly Quantity[];

/** A unit that stands alone as a heading names its column. */
const UNIT_NAMES: Readonly<Record<string, readonly [name: string, symbol: string]>> = {
  rpm: ["speed", "rpm"],
  volt: ["voltage", "V"],
  volts: ["voltage", "V"],
  v: ["voltage", "V"],
  mv: ["voltage", "mV"],
  amp: ["current", "A"],
  amps: ["current", "A"],
  ampere: ["current", "A"],
  a: ["current", "A"],
  ma: ["current", "mA"],
  watt: ["power", "W"],
  watts: ["power", "W"],
  w: ["power", "W"],
  sec: ["time", "s"],
  seconds: ["time", "s"],
  s: ["time", "s"],
  ms: ["time", "ms"],
  deg: ["angle", "°"],
  degrees: ["angle", "°"],
  "%": ["throttle", "%"],
  erpm: ["electricalspeed", "rpm"],
};

/** What a place alone measures, by its unit. */
const BY_UNIT: Partial<Record<Quantity, string>> = {
  voltage: "voltage",
  current: "current",
  rotation: "speed",
  temperature: "temperature",
  angle: "angle",
  thrust: "thrust",
  power: "power",
};

/** Reads one heading: “voltage [mV]”, “Throttle (%)”, “speed, rpm”, “meter_A”, “RPM”, “BattV”. */
export function readHeading(raw: string): Heading {
  const text = raw
    .trim()
    .replace(/\s+/g, " ")
    .replace(/_rad_s$/, " rad/s");
  const own = UNIT_NAMES[text.toLowerCase()] ?? (findUnit("rotation", text) ? (["speed", text] as const) : undefined);
  if (own) return withUnit(own[0], own[1], false);
  const { name, symbol } = partsOfGrown(text);
  const known = columnNamed(name, symbol);
  if (symbol === null) {
    const bare = withoutPlaces(wordsOf(text)).join(" ");
    const grown = bare.length > 2 ? UNIT_NAMES[bare] : undefined; // “RPM1”, but not “S1”
    if (grown && known?.isOwnWord === false) return withUnit(grown[0], grown[1], false);
    if (!known) return { kind: "unknown", name: text.toLowerCase() };
    if (WITHOUT_UNIT.has(known.name))
      return {
        kind: "read",
        name: known.name,
        quantity: "count",
        unit: QUANTITIES.count[0],
        isOwnWord: known.isOwnWord,
      };
    return { kind: "no unit", ...known };
  }
  const read = withUnit(known?.name ?? name.toLowerCase(), symbol, known?.isOwnWord ?? true);
  const side = sideOf(wordsOf(name));
  return read.kind === "read" && side ? { ...read, side } : read;
}

/** The same heading once its unit was found elsewhere. */
export function withUnit(name: string, symbol: string, isOwnWord: boolean): Heading {
  // A command in microseconds is a pulse.
  if (name === "throttle" && findUnit("time", symbol)) return withUnit("pulse", symbol, false);
  const expected = quantityOf(name);
  const quantity =
    expected && findUnit(expected, symbol)
      ? expected
      : expected
        ? null
        : OF_OWN_NAMES.find((each) => findUnit(each, symbol));
  if (!quantity) return { kind: "wrong unit", name, symbol, expected };
  return { kind: "read", name, quantity, unit: findUnit(quantity, symbol)!, isOwnWord };
}

/** True for the symbol of some unit, as it stands in a line of units. */
export function isUnitSymbol(text: string): boolean {
  return OF_OWN_NAMES.some((quantity) => findUnit(quantity, text.trim()));
}

/** What a column of a known name must be; null for names that are the user's own. */
export function quantityOf(name: string): Quantity | null {
  if (name === "acceleration") return "acceleration";
  if (name === "electricalspeed") return "rotation";
  if (OF_ANY_QUANTITY.has(name)) return null;
  return Object.hasOwn(CHANNELS, name) ? CHANNELS[name]!.quantity : null;
}

/** Splits name and unit: in any bracket, or behind a comma, a slash, an underscore or a blank when a unit stands there. */
function partsOf(text: string): { name: string; symbol: string | null } {
  const bracketed = /^(.*?)[\s_,]*[[({<]\s*([^\])}>]*?)\s*[\])}>]\s*$/.exec(text);
  if (bracketed?.[1]) {
    const [, name, inside] = bracketed as unknown as [string, string, string];
    return isRange(inside) ? { name, symbol: unitOfRange(inside) } : { name, symbol: inside };
  }
  // "ESC temperature/°C": the first place behind which a unit stands and nothing else.
  for (const { index, 0: sign } of text.matchAll(/\s*[,/]\s*|_|\s+in\s+|\s+/g)) {
    const [name, symbol] = [text.slice(0, index), text.slice(index + sign.length)];
    if (name && isUnitOf(name, symbol, /[,/]/.test(sign))) return { name, symbol };
  }
  // "BattV": a place and its unit in one.
  const grown = /^([A-Za-z]{2,})(V|A|W|mV|mA)$/.exec(text);
  if (grown && isPlaceAlone(wordsOf(grown[1]!))) return { name: grown[1]!, symbol: grown[2]! };
  return { name: text, symbol: null };
}

/** The same of “ThrottlePercent” and “VoltageV”, whose words stand without anything between. */
function partsOfGrown(text: string): { name: string; symbol: string | null } {
  const parts = partsOf(text);
  if (parts.symbol !== null || !/[a-z][A-Z]/.test(text)) return parts;
  const apart = partsOf(text.replace(/([a-z])([A-Z])/g, "$1 $2"));
  return apart.symbol === null ? parts : apart;
}

const RANGE = /^\d+(?:\.\d+)?\s*(?:-|–|\.\.+|to)\s*(\d+(?:\.\d+)?)$/;

function isRange(text: string): boolean {
  return RANGE.test(text);
}

/** “0..1” is a share, “0-100” percent; another range says no unit. */
function unitOfRange(text: string): string | null {
  return { "1": "1", "1.0": "1", "100": "%" }[RANGE.exec(text)![1]!] ?? null;
}

/** True when a unit stands there; a bare 1 is one behind a comma or a slash, of a share: "throttle/1", but not "cell 1". */
function isUnitOf(name: string, symbol: string, isSet: boolean): boolean {
  if (/^\d+$/.test(symbol)) return isSet && symbol === "1" && quantityOf(columnNamed(name)?.name ?? "") === "share";
  return !/[\s,_]/.test(symbol) && isUnitSymbol(symbol);
}

/** The column that a name stands for; `isOwnWord` when it is the shop's own name of it. */
function columnNamed(text: string, symbol: string | null = null): { name: string; isOwnWord: boolean } | null {
  const plain = text.toLowerCase().replace(/[\s._#-]+/g, "");
  const isCounted = symbol === null || findUnit("count", symbol) !== null;
  if (
    Object.hasOwn(CHANNELS, plain) ||
    OF_ANY_QUANTITY.has(plain) ||
    (WITHOUT_UNIT.has(plain) && isCounted) ||
    plain === "acceleration"
  )
    return { name: plain, isOwnWord: true };
  const cell = cellOf(plain, symbol);
  if (cell) return { name: cell, isOwnWord: false };
  const name = columnOfWord(plain);
  if (name && (isCounted || !WITHOUT_UNIT.has(name))) return { name, isOwnWord: false };
  // “Reference meter”, “supply current”: what is left once the place is taken off.
  const words = wordsOf(text);
  if (words.some((word) => word === "electrical")) return { name: "electricalspeed", isOwnWord: false };
  const left = withoutPlaces(words);
  if (left.length > 0 && left.length < words.length) {
    const bare = columnNamed(left.join(" "), symbol);
    return bare && { ...bare, isOwnWord: false };
  }
  const side = words.find((word) => OF_ANY_QUANTITY.has(word)); // “sensor shown”
  if (side && words.length > 1) return { name: side, isOwnWord: false };
  if (symbol === null || !isPlaceAlone(words)) return null;
  const quantity = OF_OWN_NAMES.find((each) => findUnit(each, symbol));
  if (quantity === "temperature" && words.includes("esc")) return { name: "esctemperature", isOwnWord: false };
  const measured = quantity && BY_UNIT[quantity];
  return measured ? { name: measured, isOwnWord: false } : null;
}

/** “Cell 2”, “C2”, “Zelle 2”; “U2” and “S2” as well, where their unit is none of another thing's. */
function cellOf(plain: string, symbol: string | null): string | null {
  const cell = /^(?:[uv](?=cell))?(cell|c|cellvoltage|zelle|u|v|s)(\d{1,2})(?:voltage)?$/.exec(plain);
  if (!cell || (symbol !== null && !findUnit("voltage", symbol))) return null;
  const name = `cell${Number(cell[2])}`;
  return Object.hasOwn(CHANNELS, name) ? name : null;
}

/**
 * What a column of a name of its own may be, by one word of it that names a column of that unit. Its unit alone says nothing: of 32
 * columns that stand beside the drive's in tables of a stand 30 were taken for the drive's by it (`tests/fixtures/dialects`).
 *
 * @returns null for what says nothing, or says that it is another thing's.
 */
export function guessOf({ name, quantity }: { name: string; quantity: Quantity }): string | null {
  const among = columnAmong(wordsOf(name));
  return among && quantityOf(among) === quantity ? among : null;
}

/** A throttle among the words of a heading without a unit: “throttle_norm”. */
export function isThrottleByWord(name: string): boolean {
  return columnAmong(wordsOf(name)) === "throttle";
}
