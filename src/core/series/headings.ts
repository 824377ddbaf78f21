import { findUnit, QUANTITIES, type Quantity, type Unit } from "../units/quantities";
import { CHANNELS } from "./channels";

/** What a heading says: which column it is, and in what unit; or what is missing. */
export type Heading =
  | { kind: "read"; name: string; quantity: Quantity; unit: Unit; isOwnWord: boolean }
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

/** Other words for the columns, as instruments write them, in lower case without signs between. Common practice. */
const WORDS: Readonly<Record<string, readonly string[]>> = {
  time: ["t", "timestamp", "elapsed", "elapsedtime", "seconds", "timestep"],
  throttle: ["thr", "throttlecommand", "throttlecmd", "throttleinput", "duty", "dutycycle"],
  voltage: [
    "v",
    "u",
    "volt",
    "volts",
    "vbat",
    "vbatt",
    "batteryvoltage",
    "packvoltage",
    "supplyvoltage",
    "inputvoltage",
  ],
  current: [
    "a",
    "i",
    "amp",
    "amps",
    "ampere",
    "amperes",
    "batterycurrent",
    "packcurrent",
    "motorcurrent",
    "inputcurrent",
  ],
  speed: ["n", "rpm", "revs", "rotation", "rotationspeed", "motorspeed", "rotationalspeed", "mechanicalrpm"],
  thrust: ["force", "pull", "lift", "thrustforce"],
  power: ["p", "watt", "watts", "electricalpower", "inputpower"],
  pulse: ["pulsewidth", "pwm", "pulselength", "servopulse"],
  angle: ["deflection", "position", "servoangle", "travel"],
  temperature: ["temp", "motortemp", "motortemperature", "temperaturemotor", "tempmotor"],
  esctemperature: ["esctemp", "tempesc", "temperatureesc", "esct"],
  vibration: ["vib", "imbalance"],
  roughness: ["rough", "bearingnoise"],
  acceleration: ["acc", "accel"],
  shown: ["display", "displayed", "indicated", "craft", "telemetry"],
  reference: ["ref", "true", "actual", "trusted", "wattmeter", "inlinemeter"],
  motor: ["motorno", "motornumber", "motorid"],
};
const nameOfWord = new Map(
  Object.entries(WORDS).flatMap(([name, words]) => words.map((word) => [word, name] as const)),
);

/** Words that say where or how something was measured, and not what. Common practice. */
const BESIDE =
  /\b(supply|battery|pack|input|total|measured|mean|average|avg|dc|bus|line|sensor|meter|probe|reading|value)\b/g;

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
};

/** Reads one heading: “voltage [mV]”, “Throttle (%)”, “speed, rpm”, “meter_A”, “RPM”. */
export function readHeading(raw: string): Heading {
  const text = raw.trim().replace(/\s+/g, " ");
  const { name, symbol } = partsOf(text);
  const known = columnNamed(name);
  if (symbol === null) {
    const own = UNIT_NAMES[text.toLowerCase()];
    if (own) return withUnit(own[0], own[1], false);
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
  return withUnit(known?.name ?? name.toLowerCase(), symbol, known?.isOwnWord ?? true);
}

/** The same heading once its unit was found elsewhere. */
export function withUnit(name: string, symbol: string, isOwnWord: boolean): Heading {
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
  if (OF_ANY_QUANTITY.has(name)) return null;
  return Object.hasOwn(CHANNELS, name) ? CHANNELS[name]!.quantity : null;
}

/** Splits name and unit: in any bracket, or behind a comma, a slash, an underscore or a blank when a unit stands there. */
function partsOf(text: string): { name: string; symbol: string | null } {
  const bracketed = /^(.*?)[\s_,]*[[({<]\s*([^\])}>]*?)\s*[\])}>]\s*$/.exec(text);
  if (bracketed?.[1]) return { name: bracketed[1], symbol: bracketed[2]! };
  // "ESC temperature/°C": the first place behind which a unit stands and nothing else.
  for (const { index, 0: sign } of text.matchAll(/\s*[,/]\s*|_|\s+in\s+|\s+/g)) {
    const [name, symbol] = [text.slice(0, index), text.slice(index + sign.length)];
    if (name && isUnitOf(name, symbol, /[,/]/.test(sign))) return { name, symbol };
  }
  return { name: text, symbol: null };
}

/** True when a unit stands there; a bare 1 is one behind a comma or a slash, of a share: "throttle/1", but not "cell 1". */
function isUnitOf(name: string, symbol: string, isSet: boolean): boolean {
  if (/^\d+$/.test(symbol)) return isSet && symbol === "1" && quantityOf(columnNamed(name)?.name ?? "") === "share";
  return !/[\s,_]/.test(symbol) && isUnitSymbol(symbol);
}

/** The column that a name stands for; `isOwnWord` when it is the shop's own name of it. */
function columnNamed(text: string): { name: string; isOwnWord: boolean } | null {
  const plain = text.toLowerCase().replace(/[\s._#-]+/g, "");
  if (
    Object.hasOwn(CHANNELS, plain) ||
    OF_ANY_QUANTITY.has(plain) ||
    WITHOUT_UNIT.has(plain) ||
    plain === "acceleration"
  )
    return { name: plain, isOwnWord: true };
  const cell = /^(?:cell|c|cellvoltage)(\d{1,2})(?:voltage)?$/.exec(plain);
  if (cell && Object.hasOwn(CHANNELS, `cell${Number(cell[1])}`))
    return { name: `cell${Number(cell[1])}`, isOwnWord: false };
  const name = nameOfWord.get(plain);
  if (name) return { name, isOwnWord: false };
  // “Reference meter”, “supply current”: what is left once the place is taken off.
  const bare = text
    .toLowerCase()
    .replace(/[\s._#-]+/g, " ")
    .replace(BESIDE, " ")
    .trim();
  const left = bare !== "" && bare.length < text.trim().length ? columnNamed(bare) : null;
  return left && { ...left, isOwnWord: false };
}
