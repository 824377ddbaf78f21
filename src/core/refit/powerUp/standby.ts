import { type WiringCase } from "../wiring/wiringCase";
import { type PlannedRail, type WiringPlan } from "../wiring/wiringPlan";

/** What a board should draw from its pack with nothing turning. */
export interface Standby {
  expectedA: number;
  /** At least, and at most, for it to be believed. */
  lowA: number;
  highA: number;
  /** What it is made of: name and amps at the pack. */
  parts: { name: string; ampsA: number }[];
}

/** What a regulator loses, and what a board draws by itself: common practice, no published source. */
const EFFICIENCY = 0.85;
const BOARD_A = 0.1;
const BOARD_V = 5;
/** Devices draw less than their mean while they search, and more while they start. */
const LOW_SHARE = 0.3;
const HIGH_SHARE = 1.6;

/**
 * The standby amps of a plan at the pack's lead: for each device its rail's volts times its mean amps through the regulator, or its amps as they
 * are on a rail that the pack feeds; and the board itself.
 *
 * @param supplyV - Of the supply in place of the pack.
 */
export function standbyAmps(
  wiring: WiringCase,
  { wires, rails }: Pick<WiringPlan, "wires" | "rails">,
  supplyV: number,
): Standby {
  const parts = [{ name: wiring.board.name, ampsA: (BOARD_V * BOARD_A) / (supplyV * EFFICIENCY) }];
  for (const { device, need, port } of wires) {
    const known = wiring.devices.find(({ id }) => id === device)!;
    const asked = known.needs.find(({ id }) => id === need)!;
    const rail = rails.find((each) => each.rail === port);
    if (asked.kind !== "power" || !rail) continue;
    parts.push({ name: known.name, ampsA: atPack(asked.meanA, rail, supplyV) });
  }
  const expectedA = parts.reduce((sum, { ampsA }) => sum + ampsA, 0);
  return { expectedA, lowA: expectedA * LOW_SHARE, highA: expectedA * HIGH_SHARE, parts };
}

/**
 * Devices on a rail that the pack feeds which do not take the volts of a supply in its place, each as a sentence. It is asked before the supply
 * is switched on.
 */
export function notTakenVolts(
  { devices }: Pick<WiringCase, "devices">,
  { wires, rails }: Pick<WiringPlan, "wires" | "rails">,
  supplyV: number,
): string[] {
  return wires.flatMap(({ device, need, port }) => {
    const known = devices.find(({ id }) => id === device)!;
    const asked = known.needs.find(({ id }) => id === need)!;
    const rail = rails.find((each) => each.rail === port);
    if (asked.kind !== "power" || !rail || !isFromPack(rail)) return [];
    if (supplyV > asked.maxV) return [`${known.name} takes ${asked.maxV} V at most: not on ${supplyV} V.`];
    return supplyV < asked.minV ? [`${known.name} starts at ${asked.minV} V: ${supplyV} V says nothing of it.`] : [];
  });
}

/** Only the pack's own volts run from empty to full. */
function isFromPack({ minV, maxV }: PlannedRail): boolean {
  return maxV > minV;
}

function atPack(meanA: number, rail: PlannedRail, supplyV: number): number {
  return isFromPack(rail) ? meanA : (meanA * rail.minV) / (supplyV * EFFICIENCY);
}

/** What a reading behind a current limiter says. */
export type StandbyVerdict = { word: "good" | "too much" | "nothing"; marginA: number; sentence: string };

/** Holds a reading against what the devices sum up to. @param readingA - At the supply, after what starts has settled. */
export function judgeStandby({ expectedA, lowA, highA }: Standby, readingA: number): StandbyVerdict {
  const of = `${readingA.toFixed(2)} A, expected ${expectedA.toFixed(2)} A`;
  if (readingA > highA)
    return {
      word: "too much",
      marginA: highA - readingA,
      sentence: `${of}: ${(readingA - highA).toFixed(2)} A over what is believed. Off at once: something is fed that should not be, or shorted.`,
    };
  if (readingA < lowA)
    return {
      word: "nothing",
      marginA: readingA - lowA,
      sentence: `${of}: ${(lowA - readingA).toFixed(2)} A under what is believed. Something gets no power; look which does not light up.`,
    };
  return {
    word: "good",
    marginA: highA - readingA,
    sentence: `${of}: ${(highA - readingA).toFixed(2)} A under the limit.`,
  };
}
