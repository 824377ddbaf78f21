import { symbolsOf } from "../../units/spelledUnits";

/** What a unit measures. */
export type LogQuantity =
  | "time"
  | "angle"
  | "rate"
  | "acceleration"
  | "voltage"
  | "current"
  | "charge"
  | "energy"
  | "length"
  | "speed"
  | "share"
  | "rotation"
  | "field"
  | "temperature"
  | "frequency"
  | "signal";

/** A unit as logs write it. `factor` leads to s, deg, deg/s, g, V, A, mAh, Wh, m, m/s, a share of one, rpm, µT, °C, Hz, dBm. */
interface LogUnit {
  quantity: LogQuantity;
  factor: number;
}

const DEG = 180 / Math.PI;
const G = 9.80665; // standard gravity, ISO 80000-3

const UNITS: ReadonlyMap<string, LogUnit> = new Map(
  (
    [
      ["time", 1, "s sec secs second seconds"],
      ["time", 1e-3, "ms msec millis milliseconds"],
      ["time", 1e-6, "us µs μs usec micros microseconds"],
      ["time", 1e-9, "ns"],
      ["time", 60, "min"],
      ["angle", 1, "deg degree degrees ° grad"],
      ["angle", DEG, "rad radian radians"],
      ["angle", 0.01, "cdeg"],
      ["rate", 1, "deg/s °/s deg/sec dps degs/s °/sec deg.s-1 deg_s"],
      ["rate", DEG, "rad/s rad/sec rps rad_s rad.s-1"],
      ["acceleration", 1, "g gee"],
      ["acceleration", 1e-3, "mg"],
      ["acceleration", 1 / G, "m/s2 m/s^2 m/s² m/ss m.s-2 m/s/s ms2 mss mps2"],
      ["voltage", 1, "v volt volts"],
      ["voltage", 1e-3, "mv"],
      ["voltage", 1e-2, "cv"],
      ["voltage", 1e-1, "dv"],
      ["current", 1, "a amp amps ampere"],
      ["current", 1e-3, "ma"],
      ["current", 1e-2, "ca"],
      ["current", 1e-1, "da"],
      ["charge", 1, "mah"],
      ["charge", 1000, "ah"],
      ["energy", 1, "wh"],
      ["length", 1, "m meter metre meters metres"],
      ["length", 1e-2, "cm"],
      ["length", 1e-3, "mm"],
      ["length", 1000, "km"],
      ["length", 0.3048, "ft"],
      ["speed", 1, "m/s m/sec mps m.s-1 m_s"],
      ["speed", 1 / 3.6, "km/h kmh kph"],
      ["speed", 1e-2, "cm/s"],
      ["speed", 0.514444, "kn kt kts knots"],
      ["share", 0.01, "% percent pct"],
      ["share", 0.001, "‰"],
      ["rotation", 1, "rpm 1/min r/min min-1 u/min"],
      ["rotation", 1, "erpm"],
      ["rotation", 60, "1/s rev/s"],
      ["field", 1, "ut µt μt"],
      ["field", 0.1, "mg mgauss mgs"],
      ["field", 100, "gauss gs"],
      ["temperature", 1, "c °c degc celsius"],
      ["frequency", 1, "hz"],
      ["signal", 1, "dbm db"],
    ] as const
  ).flatMap(([quantity, factor, names]) => names.split(" ").map((name) => [name, { quantity, factor }] as const)),
);
/** Both a thousandth of standard gravity and of a gauss. */
const MILLI_G = "mg";

/**
 * Looks a unit up as a log writes it.
 *
 * @param isField - True where the heading speaks of a magnetic field: "mG" is then a thousandth of a gauss.
 * @returns null for what is none.
 */
export function findLogUnit(symbol: string, isField = false): LogUnit | null {
  const plain = symbol.trim().toLowerCase();
  if (plain === MILLI_G)
    return isField ? { quantity: "field", factor: 0.1 } : { quantity: "acceleration", factor: 1e-3 };
  return UNITS.get(plain) ?? UNITS.get(symbolsOf(plain)) ?? null;
}

/** True for a cell that may stand in a line of units. */
export function isLogUnit(cell: string): boolean {
  const plain = cell.replace(/^[[({<]\s*|\s*[\])}>]$/g, "").trim();
  return plain === "-" || plain === "1" || findLogUnit(plain) !== null;
}
