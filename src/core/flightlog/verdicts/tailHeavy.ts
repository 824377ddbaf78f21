import { type FlightView } from "../FlightView";
import { regress } from "../signal/regress";
import { changeOf, quantileOf, smoothed } from "../signal/rows";
import { noseWay, trimCurve } from "./trimCurve";
import { type Verdict } from "./verdict.types";

/** Both slopes have to be this many times their error. */
const SURE_T = 12;
/** Off what was asked by this much now and then, deg. */
const WANDERING_DEG = 1.5;
/** A trim curve that falls by this much for each weight of load, and explains this share of where the elevator stands. */
const FALLS_DEG = 1;
const CURVE_SHARE = 0.8;

/** A fixed wing that is unstable in pitch while its surface opposes, by how it turns away or by where its elevator has to stand: tail-heavy. */
export function tailHeavy(view: FlightView): Verdict[] {
  if (view.craft !== "fixed-wing") return [];
  const turnsAway = turnedAway(view);
  return turnsAway.length > 0 ? turnsAway : heldNoseDown(view);
}

/** Well flown, a tail-heavy craft shows nothing but this: the more lift is asked of it, the further its elevator stands nose-down. */
function heldNoseDown(view: FlightView): Verdict[] {
  const curve = trimCurve(view);
  if (!curve || curve.slopeDeg > -FALLS_DEG || curve.tValue > -SURE_T || curve.rSquared < CURVE_SHARE) return [];
  const falls = -curve.slopeDeg;
  return [
    {
      code: "unstable-opposed",
      severity: "fault",
      confidence: curve.tValue < -2 * SURE_T ? 0.9 : 0.8,
      fromS: view.timeS[view.flights[0]!.from]!,
      toS: view.timeS[view.flights.at(-1)!.to - 1]!,
      axis: "pitch",
      value: falls,
      unit: "deg",
      sentence: `In slow flight and in turns the elevator has to hold the nose down: ${falls.toFixed(1)}° further for each weight of load on the wing, where a balanced craft wants it further up. The craft is tail-heavy.`,
      statistics: {
        trimSlopeDeg: curve.slopeDeg,
        trimT: curve.tValue,
        rSquared: curve.rSquared,
        moments: curve.count,
      },
      tellApart: TELL_APART,
    },
  ];
}

const TELL_APART =
  "Balance point or stabiliser: weigh the craft on its balance point against its sheet; then tilt it by hand with the stabiliser on.";

/**
 * The change of the pitch rate is regressed on the rate, on what stands for the angle of attack, and on the elevator. In a stable
 * craft more angle of attack turns the nose down; in a tail-heavy one it turns it further up.
 *
 * @see R. C. Nelson, Flight Stability and Automatic Control, 2nd ed., McGraw-Hill 1998, section 4.3: M_α of the short period.
 */
function turnedAway(view: FlightView): Verdict[] {
  const rate = view.gyro.pitch;
  const elevator = view.channel("elevator");
  const attack = attackOf(view);
  if (!rate || !elevator || !attack || noseWay(view) !== 1) return [];
  const { rateHz } = view;
  const window = Math.round(rateHz * 0.08);
  const turning = changeOf(smoothed(rate, window), rateHz, Math.max(2, window));
  const lag = Math.round(rateHz * 0.02);
  const earlier = elevator.map((_, row) => elevator[Math.max(0, row - lag)]!);
  const fit = regress([attack.values, smoothed(rate, window), earlier], turning);
  if (!fit) return [];
  const [onAttack] = fit.slopes;
  const [attackT, , elevatorT] = fit.tValues;
  const angle = view.channel("pitch");
  const target = view.channel("pitch_target");
  const usual = angle && !target ? quantileOf(angle, 0.5) : NaN;
  const error = angle ? angle.map((each, row) => Math.abs((target ? target[row]! : usual) - each)) : null;
  const wandering = error ? quantileOf(error, 0.95) : quantileOf(rate.map(Math.abs), 0.95) / 3;
  if (
    !(onAttack! > 0) ||
    attackT! < SURE_T ||
    Math.abs(elevatorT!) < SURE_T ||
    fit.rSquared < 0.3 ||
    wandering < WANDERING_DEG
  )
    return [];
  return [
    {
      code: "unstable-opposed",
      severity: "fault",
      confidence: wandering > 12 ? 0.9 : 0.75,
      fromS: view.timeS[view.flights[0]?.from ?? 0]!,
      toS: view.timeS.at(-1)!,
      axis: "pitch",
      value: wandering,
      unit: "deg",
      sentence: `The nose runs away although the elevator opposes it (off by ${wandering.toFixed(0)}° at times): more angle of attack turns it further up. The craft is tail-heavy.`,
      statistics: {
        onAttack: onAttack!,
        onAttackT: attackT!,
        elevatorT: elevatorT!,
        wanderingDeg: wandering,
        rSquared: fit.rSquared,
      },
      tellApart: TELL_APART,
    },
  ];
}

/** What stands for the angle of attack: the load on the wing, or the pitch angle less the angle of climb. */
function attackOf(view: FlightView): { values: Float64Array } | null {
  const load = view.channel("acc_z");
  const window = Math.round(view.rateHz * 0.12);
  if (load) return { values: smoothed(load, window) };
  const [pitch, height, air] = [view.channel("pitch"), view.channel("altitude"), view.channel("airspeed")];
  if (!pitch || !height || !air) return null;
  const climb = changeOf(smoothed(height, Math.round(view.rateHz * 0.4)), view.rateHz, Math.round(view.rateHz * 0.4));
  const speed = smoothed(air, Math.round(view.rateHz));
  return {
    values: pitch.map(
      (each, row) =>
        each - (Math.asin(Math.max(-1, Math.min(1, climb[row]! / Math.max(3, speed[row]!)))) * 180) / Math.PI,
    ),
  };
}
