import { type Assumption } from "../FlightLog";
import { correlation } from "../signal/regress";
import { changeOf, held } from "../signal/rows";
import { surfaceEffect } from "../signal/surfaceEffect";

/**
 * Makes elevator and ailerons of two elevons: what both do together and what they do against each other. Which of the two is which depends
 * on how the servos lie; by what each does to the pitch and to the roll (equation error), or where that cannot be told the one that goes
 * with the change of the pitch rate is the elevator.
 *
 * @returns The channels with `elevator` and `aileron` added, where there are elevons and no such surfaces yet.
 */
export function withElevons(
  channels: ReadonlyMap<string, Float64Array>,
  rateHz: number,
): { channels: ReadonlyMap<string, Float64Array>; assumptions: Assumption[] } {
  const [one, two, rate] = [channels.get("elevon_1"), channels.get("elevon_2"), channels.get("gyro_pitch")];
  if (!one || !two || !rate || channels.has("elevator") || channels.has("aileron"))
    return { channels, assumptions: [] };
  const together = one.map((each, row) => (each + two[row]!) / 2);
  const against = one.map((each, row) => (each - two[row]!) / 2);
  const told = byEffect([held(together), held(against)], held(rate), channels.get("gyro_roll"), rateHz);
  const { isSum, evidence } = told ?? byCorrelation([held(together), held(against)], held(rate), rateHz);
  const [elevator, aileron] = isSum ? [together, against] : [against, together];
  return {
    channels: new Map([...channels, ["elevator", elevator], ["aileron", aileron]]),
    assumptions: [
      {
        about: "elevator of the two elevons",
        assumed: isSum ? "what both do together" : "what they do against each other",
        evidence,
      },
    ],
  };
}

interface Told {
  isSum: boolean;
  evidence: string;
}

/** By what both do to pitch and roll; null where neither way round says anything. */
function byEffect(
  [together, against]: readonly [Float64Array, Float64Array],
  pitchRate: Float64Array,
  rollRate: Float64Array | undefined,
  rateHz: number,
): Told | null {
  const flown = { flights: [{ from: 0, to: pitchRate.length }], rateHz };
  const told = (surface: Float64Array, rate: Float64Array) =>
    Math.abs(surfaceEffect(flown, surface, rate)?.tValue ?? 0);
  const roll = rollRate && held(rollRate);
  const asSum = told(together, pitchRate) + (roll ? told(against, roll) : 0);
  const asDifference = told(against, pitchRate) + (roll ? told(together, roll) : 0);
  if (asSum === asDifference) return null;
  return {
    isSum: asSum > asDifference,
    evidence: `what it does to pitch, and the other to roll: t ${Math.max(asSum, asDifference).toFixed(0)} against ${Math.min(asSum, asDifference).toFixed(0)} the other way round`,
  };
}

function byCorrelation(surfaces: readonly [Float64Array, Float64Array], pitchRate: Float64Array, rateHz: number): Told {
  const turning = changeOf(pitchRate, rateHz, Math.max(2, Math.round(rateHz * 0.08)));
  const [withSum, withDifference] = surfaces.map((each) => Math.abs(correlation(each, turning))) as [number, number];
  return {
    isSum: !(withDifference > withSum),
    evidence: `it goes with the change of the pitch rate: correlation ${Math.max(withSum, withDifference).toFixed(2)}`,
  };
}
