import { type FlightView, rowsOf, trimmed } from "../FlightView";
import { meanOf, smoothed } from "../signal/rows";
import { type Verdict } from "./verdict.types";

const FULL_OUTPUT = 0.98;
/** Share of the flight at full output beyond which nothing is left to steer with. */
const FULL_SHARE = 0.12;
/** An output that goes from bottom to top and back in less is swung, and not short of thrust, s. */
const HELD_S = 0.1;
const HEAVY_MEAN = 0.68;
/** Beyond this share at the top it does not matter how much the others have left. */
const MOST_FULL = 0.4;

/** Hovering at this much leaves nothing to climb and steer with; 0.6 is heavy already. Common practice, no published source. */
const HEAVY_HOVER = 0.74;

/** Motors at their top for much of the flight. */
export function saturation(view: FlightView): Verdict[] {
  if (view.motors.length === 0 || view.flights.length === 0) return [];
  const flights = trimmed(view, view.flights, 0.3);
  const step = Math.max(1, Math.floor(view.rateHz / 100));
  const held = view.motors.map((motor) => smoothed(motor, Math.max(1, Math.round(HELD_S * view.rateHz))));
  let [full, all] = [0, 0];
  for (const row of rowsOf(flights, step)) {
    all++;
    if (held.some((motor) => motor[row]! >= FULL_OUTPUT)) full++;
  }
  if (all < 50) return [];
  const share = full / all;
  const mean = meanOf(Array.from(rowsOf(flights, step), (row) => view.power![row]!));
  if (share < 0.03 && mean < HEAVY_HOVER) return [];
  return [
    {
      code: "saturation",
      severity: (share > FULL_SHARE && mean > HEAVY_MEAN) || share > MOST_FULL || mean > HEAVY_HOVER ? "fault" : "note",
      confidence: mean > 0.7 ? 0.9 : 0.6,
      fromS: view.timeS[flights[0]!.from]!,
      toS: view.timeS[flights.at(-1)!.to - 1]!,
      value: share * 100,
      unit: "%",
      sentence: `A motor stands at full output for ${(share * 100).toFixed(0)} % of the flight; all of them work at ${(mean * 100).toFixed(0)} % on the mean: the craft is too heavy for its thrust, or thrust is missing.`,
      statistics: { fullShare: share, meanOutput: mean },
      tellApart: "Weigh the craft and add up the static thrust: under twice its weight it is too heavy.",
    },
  ];
}
