import { type FlightLog, rowOf } from "./FlightLog";
import { held, leastOf, quantileOf, smoothed } from "./signal/rows";
import { isSupported } from "./support";

export const CRAFTS = ["multirotor", "fixed-wing", "helicopter"] as const;
export type LogCraft = (typeof CRAFTS)[number];

/** A stretch of rows, `to` beyond its end. */
export interface Stretch {
  from: number;
  to: number;
}

/** What the craft is doing. */
export interface Phase {
  name: "ground" | "take-off" | "flight" | "landing";
  fromS: number;
  toS: number;
}

/** Which craft a log is of, by its columns. */
export function craftOf(log: FlightLog): LogCraft {
  const has = (role: string) => log.channels.has(role);
  if (has("head_speed") || has("collective")) return "helicopter";
  if (rowOf(log, "motor").length >= 3 || rowOf(log, "rpm").length >= 3) return "multirotor";
  return has("elevator") || has("aileron") || has("airspeed") ? "fixed-wing" : "multirotor";
}

/** Mean output of all motors, or the throttle; null where there is neither. */
export function powerOf(log: FlightLog): Float64Array | null {
  const motors = rowOf(log, "motor").map(held);
  if (motors.length > 0) {
    const power = new Float64Array(motors[0]!.length);
    for (const motor of motors) for (let row = 0; row < power.length; row++) power[row]! += motor[row]!;
    for (let row = 0; row < power.length; row++) power[row]! /= motors.length;
    return power;
  }
  const throttle = log.channels.get("throttle");
  return throttle ? held(throttle) : null;
}

const SHORTEST_FLIGHT_S = 0.4;

/** The stretches in which the craft flies, by power, height and airspeed, whichever there are. */
export function flightsOf(log: FlightLog, craft: LogCraft): Stretch[] {
  const isFlying = flyingRows(log, craft);
  const stretches: Stretch[] = [];
  for (let row = 0; row < isFlying.length; row++) {
    if (!isFlying[row]) continue;
    const from = row;
    while (row < isFlying.length && isFlying[row]) row++;
    const last = stretches.at(-1);
    if (last && log.timeS[from]! - log.timeS[last.to - 1]! < 0.5) last.to = row;
    else stretches.push({ from, to: row });
  }
  return stretches.filter(({ from, to }) => log.timeS[to - 1]! - log.timeS[from]! > SHORTEST_FLIGHT_S);
}

function flyingRows(log: FlightLog, craft: LogCraft): Uint8Array {
  const rows = log.timeS.length;
  const flying = new Uint8Array(rows).fill(1);
  const height = log.channels.get("altitude");
  const rateRows = Math.max(1, Math.round(log.rateHz * 0.3));
  if (craft === "fixed-wing") {
    const air = log.channels.get("airspeed");
    if (air) {
      const speed = smoothed(held(air), rateRows);
      const usual = levelInUse(speed);
      for (let row = 0; row < rows; row++) if (speed[row]! < 0.45 * usual) flying[row] = 0;
    }
    return flying;
  }
  const power = powerOf(log);
  if (power) {
    const level = smoothed(power, rateRows);
    const idle = quantileOf(level, 0.02);
    const usual = levelInUse(level);
    if (idle < 0.55 * usual) {
      const edge = idle + 0.5 * (usual - idle);
      for (let row = 0; row < rows; row++) if (level[row]! < edge) flying[row] = 0;
    }
    if (craft === "multirotor" && isSupported(log, power, flying)) return flying.fill(0);
  }
  if (height) {
    const metres = smoothed(held(height), rateRows);
    const ground = leastOf(metres, 0, rows);
    const top = quantileOf(metres, 0.95);
    // Only where the log shows the ground: one that begins in the air has its lowest height there too.
    if (metres[0]! - ground < 0.25 * (top - ground) && top - ground > 0.8) {
      const edge = ground + Math.min(0.4, 0.2 * (top - ground));
      for (let row = 0; row < rows; row++) if (metres[row]! < edge) flying[row] = 0;
    }
  }
  return flying;
}

/** What is usual while the craft is in use: the output of motors at work, the speed of a wing that flies. */
function levelInUse(level: Float64Array): number {
  const most = quantileOf(level, 0.99);
  const some: number[] = [];
  const step = Math.max(1, Math.floor(level.length / LOOKED_AT));
  for (let row = 0; row < level.length; row += step) if (level[row]! > 0.35 * most) some.push(level[row]!);
  return quantileOf(some, 0.5);
}

/** So many rows say what is usual as well as all. */
const LOOKED_AT = 20_000;

/** The flight in words: ground, take-off, flight, landing. */
export function phasesOf(log: FlightLog, flights: readonly Stretch[]): Phase[] {
  const end = log.timeS.at(-1)!;
  const phases: Phase[] = [];
  let since = 0;
  for (const { from, to } of flights) {
    const [fromS, toS] = [log.timeS[from]!, log.timeS[to - 1]!];
    if (fromS - since > 0.05) phases.push({ name: "ground", fromS: since, toS: fromS });
    const rise = fromS > 0.1 ? Math.min(1.5, (toS - fromS) / 3) : 0;
    const fall = end - toS > 0.1 ? Math.min(1.5, (toS - fromS) / 3) : 0;
    if (rise > 0) phases.push({ name: "take-off", fromS, toS: fromS + rise });
    phases.push({ name: "flight", fromS: fromS + rise, toS: toS - fall });
    if (fall > 0) phases.push({ name: "landing", fromS: toS - fall, toS });
    since = toS;
  }
  if (end - since > 0.05) phases.push({ name: "ground", fromS: since, toS: end });
  return phases;
}
