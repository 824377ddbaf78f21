import { AXES } from "./channels/roles";
import { type FlightView } from "./FlightView";

/** What outputs, speeds and a craft's turning do lies well below half of this; only vibration does not. */
const ENOUGH_HZ = 250;

/**
 * A view of a fast log in means over a few rows each, for questions that ask nothing of vibration.
 *
 * @returns The same view where it is slow enough.
 */
export function thinnedView(view: FlightView): FlightView {
  const by = Math.floor(view.rateHz / ENOUGH_HZ);
  if (by < 2) return view;
  const kept = new Map<Float64Array, Float64Array>();
  const thin = (values: Float64Array) => {
    const known = kept.get(values);
    if (known) return known;
    const means = meansOf(values, by);
    kept.set(values, means);
    return means;
  };
  const channel = (role: string) => {
    const values = view.channel(role);
    return values && thin(values);
  };
  return {
    ...view,
    timeS: thin(view.timeS),
    rateHz: view.rateHz / by,
    channel,
    gyro: Object.fromEntries(AXES.map((axis) => [axis, channel(`gyro_${axis}`)])) as FlightView["gyro"],
    motors: view.motors.map(thin),
    rpm: view.rpm.map(thin),
    power: view.power && thin(view.power),
    flights: view.flights.map(({ from, to }) => ({
      from: Math.ceil(from / by),
      to: Math.min(Math.floor(to / by), Math.floor(view.timeS.length / by)),
    })),
  };
}

/** Means of so many rows each; what is left over at the end is left out. */
function meansOf(values: Float64Array, by: number): Float64Array {
  const means = new Float64Array(Math.floor(values.length / by));
  for (let at = 0; at < means.length; at++) {
    let sum = 0;
    for (let row = at * by; row < (at + 1) * by; row++) sum += values[row]!;
    means[at] = sum / by;
  }
  return means;
}
