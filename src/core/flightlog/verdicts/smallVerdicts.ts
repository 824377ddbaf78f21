import { type FlightView } from "../FlightView";
import { leastOf, quantileOf } from "../signal/rows";
import { type Verdict } from "./verdict.types";

const ENOUGH_SATELLITES = 8;
/** A place in three dimensions needs four; fewer than six is no fix to fly by. Common practice, no published source. */
const TOO_FEW_SATELLITES = 6;
const SHORTEST_S = 1;

/** Satellites fell away in flight after there were enough. */
export function satelliteLoss(view: FlightView): Verdict[] {
  const count = view.channel("satellites");
  if (!count || quantileOf(count, 0.8) < ENOUGH_SATELLITES) return [];
  const firstGood = count.findIndex((each) => each >= ENOUGH_SATELLITES);
  for (let row = firstGood; row < count.length; row++) {
    if (!(count[row]! < TOO_FEW_SATELLITES)) continue;
    const from = row;
    while (row < count.length && count[row]! < TOO_FEW_SATELLITES) row++;
    const [fromS, toS] = [view.timeS[from]!, view.timeS[row - 1]!];
    if (toS - fromS < SHORTEST_S) continue;
    const least = leastOf(count, from, row);
    return [
      {
        code: "satellite-loss",
        severity: "fault",
        confidence: 0.9,
        fromS,
        toS,
        value: least,
        unit: "satellites",
        sentence: `Satellites fell from ${quantileOf(count, 0.8).toFixed(0)} to ${least.toFixed(0)} at ${fromS.toFixed(1)} s, for ${(toS - fromS).toFixed(1)} s.`,
        statistics: { usual: quantileOf(count, 0.8), least, lostS: toS - fromS },
        tellApart:
          "Receiver or noise: watch the count on the ground with the video transmitter off, then on, then with the motors turning, props off.",
      },
    ];
  }
  return [];
}

/** Beyond this the loops slip. Common practice, no published source. */
const FULL_LOAD = 0.85;

/** The processor has no time left: load near its top, or loops that come late. */
export function processorOverload(view: FlightView): Verdict[] {
  const load = view.channel("cpu_load");
  const [fromS, toS] = [view.timeS[0]!, view.timeS.at(-1)!];
  const loop = view.channel("loop_time");
  const usual = load ? quantileOf(load, 0.5) : NaN;
  const high = load ? quantileOf(load, 0.9) : NaN;
  const lateShare = loop ? lateOf(loop) : NaN;
  const isFull = high > FULL_LOAD;
  const isLate = lateShare > 0.03 && !(high < 0.7);
  if (!isFull && !isLate) return [];
  return [
    {
      code: "processor-overload",
      severity: "fault",
      confidence: isFull && usual > FULL_LOAD ? 0.95 : 0.8,
      fromS,
      toS,
      value: load ? high * 100 : lateShare * 100,
      unit: "%",
      sentence: load
        ? `The processor is loaded to ${(usual * 100).toFixed(0)} %, at times ${(high * 100).toFixed(0)} %: loops are late.`
        : `${(lateShare * 100).toFixed(0)} % of the loops came more than half a loop late.`,
      statistics: { usualLoad: usual, highLoad: high, lateShare },
      tellApart: "Halve the loop rate and look again: the load falls about in proportion. Then the gyro rate.",
    },
  ];
}

function lateOf(loop: Float64Array): number {
  const usual = quantileOf(loop, 0.3);
  let late = 0;
  for (const each of loop) if (each > 1.5 * usual) late++;
  return late / loop.length;
}
