import { type Assumption } from "../FlightLog";
import { correlation } from "../signal/regress";
import { changeOf, held } from "../signal/rows";

/**
 * Makes elevator and ailerons of two elevons: what both do together and what they do against each other. Which of the two is which depends
 * on how the servos lie; the one that goes with the change of the pitch rate is the elevator.
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
  const turning = changeOf(held(rate), rateHz, Math.max(2, Math.round(rateHz * 0.08)));
  const [withSum, withDifference] = [together, against].map((each) => Math.abs(correlation(held(each), turning)));
  const isSum = !(withDifference! > withSum!);
  const [elevator, aileron] = isSum ? [together, against] : [against, together];
  return {
    channels: new Map([...channels, ["elevator", elevator], ["aileron", aileron]]),
    assumptions: [
      {
        about: "elevator of the two elevons",
        assumed: isSum ? "what both do together" : "what they do against each other",
        evidence: `it goes with the change of the pitch rate: correlation ${Math.max(withSum!, withDifference!).toFixed(2)}`,
      },
    ],
  };
}
