import { STANDARD_GRAVITY, ZERO_CELSIUS_K } from "./constants";
import { symbolsOf } from "./spelledUnits";

/** A unit of a quantity: how many of the unit inside one of it is, and where its zero lies. */
export interface Unit {
  symbol: string;
  /** Value inside = value · factor + offset. */
  factor: number;
  offset?: number;
  decimals: number;
}

const unit = (symbol: string, factor: number, decimals: number, offset = 0): Unit => ({
  symbol,
  factor,
  decimals,
  offset,
});
const INCH = 0.0254;
const FOOT = 0.3048;
const POUND_FORCE = 4.4482216152605;

/**
 * The quantities of the trade with their units, the trade's usual one first: the one table of units, for calculators, columns of
 * tables, channels and limits. Inside everything is in the unit with factor 1: SI, but °C, rpm and degrees of an angle.
 *
 * @see BIPM, The International System of Units, 9th ed. 2019; inch, foot, ounce and mile by definition (NIST SP 811, app. B).
 */
export const QUANTITIES = {
  mass: [unit("g", 1e-3, 0), unit("kg", 1, 3), unit("oz", 0.028349523125, 2)],
  thrust: [
    unit("g", STANDARD_GRAVITY / 1000, 0),
    unit("N", 1, 2),
    unit("oz", POUND_FORCE / 16, 1),
    unit("kg", STANDARD_GRAVITY, 3),
  ],
  length: [unit("m", 1, 2), unit("ft", FOOT, 1)],
  altitude: [unit("m", 1, 0), unit("ft", FOOT, 0)],
  distance: [unit("km", 1e3, 1), unit("mi", 1609.344, 1)],
  smallLength: [unit("mm", 1e-3, 1), unit("inch", INCH, 3)],
  propLength: [unit("inch", INCH, 1), unit("mm", 1e-3, 0)],
  section: [unit("mm²", 1e-6, 2)],
  charge: [unit("mAh", 3.6, 0), unit("Ah", 3600, 3)],
  chargePerDistance: [unit("mAh/km", 3.6e-3, 0), unit("mAh/mi", 3.6 / 1609.344, 0)],
  current: [unit("A", 1, 2), unit("mA", 1e-3, 0)],
  voltage: [unit("V", 1, 2), unit("mV", 1e-3, 0)],
  resistance: [unit("mΩ", 1e-3, 1), unit("Ω", 1, 4)],
  power: [unit("W", 1, 1)],
  energy: [unit("Wh", 3600, 1), unit("J", 1, 0)],
  time: [unit("s", 1, 3), unit("ms", 1e-3, 1), unit("µs", 1e-6, 0), unit("min", 60, 2)],
  minutes: [unit("min", 60, 1), unit("s", 1, 0)],
  microseconds: [unit("µs", 1e-6, 1)],
  speed: [unit("km/h", 1 / 3.6, 0), unit("m/s", 1, 1), unit("mph", 0.44704, 0)],
  loopRate: [unit("kHz", 1e3, 2)],
  bitRate: [unit("kbit/s", 1e3, 0)],
  share: [unit("%", 1e-2, 1)],
  ratio: [unit("", 1, 2)],
  count: [unit("", 1, 0)],
  money: [unit("", 1, 0)],
  kv: [unit("rpm/V", 1, 0)],
  torqueConstant: [unit("mN·m/A", 1e-3, 3)],
  torque: [unit("mN·m", 1e-3, 1)],
  rotation: [unit("rpm", 1, 0), unit("krpm", 1e3, 2), unit("rev/s", 60, 1)],
  temperature: [unit("°C", 1, 1), unit("°F", 5 / 9, 1, (-32 * 5) / 9), unit("K", 1, 2, -ZERO_CELSIUS_K)],
  pressure: [unit("hPa", 100, 2), unit("inHg", 3386.389, 2)],
  density: [unit("kg/m³", 1, 4)],
  angle: [unit("°", 1, 1)],
  acceleration: [unit("m/s²", 1, 1), unit("g", STANDARD_GRAVITY, 2)],
  mach: [unit("Mach", 1, 2)],
} as const satisfies Record<string, readonly Unit[]>;

/** A quantity that values are given in. */
export type Quantity = keyof typeof QUANTITIES;

/** Units that instruments write and nobody reads in: for tables, not for choosing. */
const ONLY_WRITTEN: Partial<Record<Quantity, readonly Unit[]>> = {
  share: [unit("‰", 1e-3, 0)],
  rotation: [unit("rad/s", 30 / Math.PI, 1)],
};

/** A share, a ratio or a count as it stands, without a unit. */
const BARE = unit("1", 1, 3);

/** Other ways to write a symbol, those that capitals do not change in lower case. */
const SPELLINGS: Readonly<Record<string, string>> = {
  us: "µs",
  μs: "µs",
  usec: "µs",
  sec: "s",
  secs: "s",
  second: "s",
  seconds: "s",
  msec: "ms",
  minutes: "min",
  "m/s2": "m/s²",
  "m/s^2": "m/s²",
  "m/s/s": "m/s²",
  degc: "°C",
  "deg c": "°C",
  celsius: "°C",
  c: "°C",
  degf: "°F",
  f: "°F",
  k: "K",
  deg: "°",
  degs: "°",
  degree: "°",
  degrees: "°",
  "1/min": "rpm",
  "min-1": "rpm",
  "min⁻¹": "rpm",
  "min^-1": "rpm",
  "u/min": "rpm",
  "revs/min": "rpm",
  "r/min": "rpm",
  "rev/min": "rpm",
  rpm: "rpm",
  krpm: "krpm",
  "1/s": "rev/s",
  "s-1": "rev/s",
  hz: "rev/s",
  rps: "rev/s",
  v: "V",
  volt: "V",
  volts: "V",
  mv: "mV",
  a: "A",
  amp: "A",
  amps: "A",
  ampere: "A",
  ma: "mA",
  w: "W",
  watt: "W",
  watts: "W",
  percent: "%",
  pct: "%",
  gram: "g",
  grams: "g",
  gf: "g",
  kgf: "kg",
  n: "N",
  newton: "N",
};

/**
 * Finds a unit by its symbol.
 *
 * @returns The unit of that quantity, or null when the quantity is not measured in it.
 */
export function findUnit(quantity: Quantity, symbol: string): Unit | null {
  if (symbol === "1" || symbol === "-") return ["share", "ratio", "count"].includes(quantity) ? BARE : null;
  const units: readonly Unit[] = [...QUANTITIES[quantity], ...(ONLY_WRITTEN[quantity] ?? [])];
  const named = (wanted: string | undefined) => units.find((each) => each.symbol === wanted);
  const plain = symbol.toLowerCase();
  const spelt = symbolsOf(plain);
  const known = named(symbol) ?? named(SPELLINGS[plain]);
  return known ?? (spelt === plain ? null : (named(SPELLINGS[spelt]) ?? named(spelt) ?? null));
}

/** The unit that values of a quantity are kept in: the one with factor 1; a bare number for shares. */
export function unitInside(quantity: Quantity): Unit {
  const units: readonly Unit[] = QUANTITIES[quantity];
  return units.find(({ factor, offset = 0 }) => factor === 1 && offset === 0) ?? BARE;
}

/** Value in a unit → value inside. */
export function toSi(value: number, { factor, offset = 0 }: Unit): number {
  return value * factor + offset;
}

/** Value inside → value in a unit. */
export function fromSi(value: number, { factor, offset = 0 }: Unit): number {
  return (value - offset) / factor;
}
