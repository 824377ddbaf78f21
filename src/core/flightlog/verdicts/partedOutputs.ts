import { type FlightView, rowsOf, secondsOf, trimmed } from "../FlightView";
import { smoothed } from "../signal/rows";
import { type Verdict } from "./verdict.types";

/** An output this near to its top, or to its bottom, has no more to give. */
const TOP = 0.9;
const BOTTOM = 0.15;
/** As many stand at each end at once, for this share of the flight. */
const AT_EACH_END = 2;
const SHARE = 0.3;
/** Outputs that swing from end to end are held at none, s; nor does a craft show it that turns over at once, s. */
const HELD_S = 1;
const SHORTEST_FLIGHT_S = 4;
/** With fewer motors the craft does not stay up so. */
const FEWEST_MOTORS = 6;

/**
 * Six motors and more hold a craft level though two of them changed places: what they do not hold is what does nothing to it, and the controller drives that on until
 * some outputs stand at their top and others at their bottom.
 */
export function partedOutputs(view: FlightView): Verdict[] {
  const { motors, timeS } = view;
  if (view.craft !== "multirotor" || motors.length < FEWEST_MOTORS) return [];
  const flights = trimmed(view, view.flights, 0.3);
  if (secondsOf(view, flights) < SHORTEST_FLIGHT_S) return [];
  const held = motors.map((motor) => smoothed(motor, Math.round(HELD_S * view.rateHz)));
  let [parted, all] = [0, 0];
  for (const row of rowsOf(flights, Math.max(1, Math.floor(view.rateHz / 50)))) {
    all++;
    const outputs = held.map((motor) => motor[row]!);
    const high = outputs.filter((each) => each > TOP).length;
    const low = outputs.filter((each) => each < BOTTOM).length;
    if (high >= AT_EACH_END && low >= AT_EACH_END) parted++;
  }
  if (parted < SHARE * all) return [];
  return [
    {
      code: "motor-map-wrong",
      severity: "fault",
      confidence: 0.7,
      fromS: timeS[flights[0]!.from]!,
      toS: timeS[flights.at(-1)!.to - 1]!,
      statistics: { partedShare: parted / all },
      sentence: `For ${((100 * parted) / all).toFixed(0)} % of the flight some motors stand at their top and others at their bottom, though it stays up: motors in the wrong order or direction work against each other.`,
      tellApart:
        "Order, direction or a turned arm: props off, run each motor alone and hold it against the map; then sight along the motors.",
    },
  ];
}
