import { max, mean } from "simple-statistics";
import { type Chemistry, restCharge } from "./chemistries";
import { type Judgement } from "../measured.types";

/** A reading of a pack over time. */
export interface TimedPackSample {
  timeS: number;
  currentA: number;
  cellsV: readonly number[];
}

/** What a pack holds, from what was drawn of it between two rests; or why that cannot be told. */
export type PackCapacity = { mah: number; halfWidth: number } | { why: string };

/** No more than this share of the highest load is rest. */
const REST_SHARE = 0.02;
/** A cell needs this long after a load before its voltage says its charge. Common practice, no published source. */
const RESTS_S = 60;
/** Less of the charge than this says little of the whole. */
const FEWEST_CHARGE = 0.3;
/** The charge that a resting voltage says is known to about this; makes differ. Common practice, no published source. */
const CHARGE_ERROR = 0.03;
/** Of the label. Common practice, no published source. */
const WATCHED = 0.8;
const BAD = 0.65;

/**
 * Capacity = what was drawn / the share of charge that the weakest cell lost, by its resting voltage before and after.
 *
 * @param samples - Oldest first, seconds, amps, volts of each cell.
 */
export function packCapacity(samples: readonly TimedPackSample[], chemistry: Chemistry): PackCapacity {
  const limit = REST_SHARE * max(samples.map(({ currentA }) => Math.abs(currentA)));
  const isRest = ({ currentA }: TimedPackSample) => Math.abs(currentA) <= limit;
  const firstLoad = samples.findIndex((sample) => !isRest(sample));
  const lastLoad = samples.findLastIndex((sample) => !isRest(sample));
  if (firstLoad <= 0) return { why: "read it at rest before the load" };
  const after = samples.slice(lastLoad + 1).filter(({ timeS }) => timeS >= samples[lastLoad]!.timeS + RESTS_S);
  if (after.length === 0)
    return { why: `let it rest for ${RESTS_S} s and more after the load, and go on reading until then` };
  const before = samples.slice(0, firstLoad);
  const lost = before[0]!.cellsV.map((_, cell) => {
    const charge = (at: readonly TimedPackSample[]) =>
      restCharge(mean(at.map(({ cellsV }) => cellsV[cell]!)), chemistry);
    return charge(before) - charge(after);
  });
  const most = max(lost);
  if (most < FEWEST_CHARGE)
    return { why: `draw more of it: ${(Math.max(0, most) * 100).toFixed(0)} % of the charge says little of the whole` };
  const mah = drawnAh(samples) * 1000;
  return { mah: mah / most, halfWidth: ((mah / most) * 2 * Math.SQRT2 * CHARGE_ERROR) / most };
}

/** Charge drawn, by the trapezoidal rule. */
export function drawnAh(samples: readonly Pick<TimedPackSample, "timeS" | "currentA">[]): number {
  return samples.slice(1).reduce((sum, { timeS, currentA }, at) => {
    const before = samples[at]!;
    return sum + ((timeS - before.timeS) * (currentA + before.currentA)) / 2 / 3600;
  }, 0);
}

/** What the pack holds against its label. What cannot be told says what reading would. */
export function judgeCapacity(capacity: PackCapacity, labelMah: number): Judgement {
  if ("why" in capacity) return { word: "good", reason: `What it holds was not told: ${capacity.why}.` };
  const { mah, halfWidth } = capacity;
  const [low, high] = [(mah - halfWidth) / labelMah, (mah + halfWidth) / labelMah];
  const word = high < BAD ? "bad" : high < WATCHED ? "watch" : low < BAD ? "cannot say" : "good";
  return {
    word,
    reason: `It holds ${mah.toFixed(0)} ± ${halfWidth.toFixed(0)} mAh, ${((100 * mah) / labelMah).toFixed(0)} % of its label; watched under ${WATCHED * 100} %${word === "cannot say" ? ". Draw more of it between two rests" : ""}.`,
  };
}
