import { type FlightView, rowsOf } from "../FlightView";
import { regress } from "../signal/regress";
import { meanOf, quantileOf, smoothed, unwrapped } from "../signal/rows";
import { type Verdict } from "./verdict.types";

/** Degrees by which amps may turn the heading. */
const TURNED_DEG = 6;
const SURE_T = 12;
/** The load has to explain this share of what the gyro left: 0.78 and more where leads disturb, 0.40 in a healthy wing whose gyro drifted. */
const EXPLAINS_SHARE = 0.5;
/** Share of the field by which amps may change it. */
const FIELD_SHARE = 0.05;

/**
 * A compass that current disturbs: where the heading leaves what the gyro integrates to, and goes with the amps; or the field's
 * strength goes with them.
 */
export function compassDisturbed(view: FlightView): Verdict[] {
  const heading = view.channel("heading");
  const load = view.channel("current") ?? view.power;
  if (!load || view.flights.length === 0) return [];
  // With the time on the ground: from idle to hover is the widest step that most logs hold.
  const range = { from: 0, to: firstTumble(view) };
  const step = Math.max(1, Math.floor(view.rateHz / 25));
  const smoothRows = Math.round(view.rateHz * 0.3);
  const smoothLoad = smoothed(load, smoothRows);
  const span = quantileOf(smoothLoad, 0.97) - quantileOf(smoothLoad, 0.02);
  const rows = [...rowsOf([range], step)];
  if (rows.length < SHORTEST_S * 25) return [];
  const field = fieldOf(view);
  const fieldFit = field ? fieldOnLoad(view, smoothed(field, smoothRows), smoothLoad, rows) : null;
  const fieldShare = field && fieldFit ? (fieldFit.slope * span) / Math.abs(meanOf(field)) : NaN;
  // A body's yaw rate is the heading's change only where the lean is known
  const hasLean = view.channel("roll") !== null && view.channel("pitch") !== null;
  const turned = heading && view.gyro.yaw && hasLean ? turnedBy(view, heading, smoothLoad, range, rows) : null;
  const turnedDeg = turned ? Math.abs(turned.slope) * span : NaN;
  const isTurned =
    turned !== null && turnedDeg > TURNED_DEG && Math.abs(turned.tValue) > SURE_T && turned.gain > EXPLAINS_SHARE;
  const isField = fieldFit !== null && Math.abs(fieldFit.tValue) > SURE_T && Math.abs(fieldShare) > FIELD_SHARE;
  if (!isTurned && !isField) return [];
  return [
    {
      code: "compass-disturbed",
      severity: "fault",
      confidence: isTurned && isField ? 0.95 : 0.75,
      fromS: view.timeS[range.from]!,
      toS: view.timeS[range.to - 1]!,
      axis: "yaw",
      value: isTurned ? turnedDeg : Math.abs(fieldShare) * 100,
      unit: isTurned ? "deg" : "%",
      sentence: isTurned
        ? `The compass goes with the current: from idle to full load the heading turns by ${turnedDeg.toFixed(0)}° that the gyro did not see${isField ? `, and the field changes by ${(Math.abs(fieldShare) * 100).toFixed(0)} %` : ""}.`
        : `The field at the compass changes by ${(Math.abs(fieldShare) * 100).toFixed(0)} % with the current.`,
      statistics: {
        turnedDeg,
        fieldTValue: fieldFit?.tValue ?? NaN,
        fieldShare,
        tValue: turned?.tValue ?? NaN,
        explainedMore: turned?.gain ?? NaN,
      },
      tellApart:
        "Power leads or a magnet: watch the heading on a stand while the current is raised, props off; then move the compass up or the leads together.",
    },
  ];
}

/** Beyond this lean a heading turns round of itself, and what the gyro integrates to is no longer its like, deg. */
const TUMBLE_DEG = 60;
/** In less time a start alone, with its turn into the wind, explains anything, s. */
const SHORTEST_S = 10;

/** The row in which the craft is over for the first time; all rows where it never is. */
function firstTumble(view: FlightView): number {
  const [roll, pitch] = [view.channel("roll"), view.channel("pitch")];
  if (!roll || !pitch) return view.timeS.length;
  const found = roll.findIndex((each, row) => Math.max(Math.abs(each), Math.abs(pitch[row]!)) > TUMBLE_DEG);
  return found < 0 ? view.timeS.length : found;
}

/** The field's strength against the load; what goes with the heading is the craft's own iron. */
function fieldOnLoad(view: FlightView, field: Float64Array, load: Float64Array, rows: readonly number[]) {
  const heading = view.channel("heading");
  const rad = Math.PI / 180;
  const turns = heading
    ? [heading.map((each) => Math.cos(each * rad)), heading.map((each) => Math.sin(each * rad))]
    : [];
  const fit = regress([load, ...turns], field, rows) ?? regress([load], field, rows);
  return fit ? { slope: fit.slopes[0]!, tValue: fit.tValues[0]! } : null;
}

function fieldOf(view: FlightView): Float64Array | null {
  const whole = view.channel("field");
  if (whole) return whole;
  const [x, y, z] = ["mag_x", "mag_y", "mag_z"].map((role) => view.channel(role));
  return x && y && z ? x.map((each, row) => Math.hypot(each, y[row]!, z[row]!)) : null;
}

/** The heading less what the gyro integrates to, regressed on the load; a slow drift of the gyro goes its own way. */
function turnedBy(
  view: FlightView,
  heading: Float64Array,
  load: Float64Array,
  range: { from: number; to: number },
  rows: readonly number[],
) {
  const smooth = unwrapped(heading);
  const yaw = view.gyro.yaw!;
  const [roll, pitch] = [view.channel("roll"), view.channel("pitch")];
  const rad = Math.PI / 180;
  const turn = new Float64Array(heading.length);
  for (let row = range.from + 1; row < range.to; row++) {
    const seconds = Math.min(0.2, view.timeS[row]! - view.timeS[row - 1]!);
    // The heading's own change, from body rates: (q sin φ + r cos φ) / cos θ
    const [phi, theta] = [(roll?.[row] ?? 0) * rad, (pitch?.[row] ?? 0) * rad];
    const rate =
      ((view.gyro.pitch?.[row] ?? 0) * Math.sin(phi) + yaw[row]! * Math.cos(phi)) / Math.max(0.3, Math.cos(theta));
    turn[row] = turn[row - 1]! + rate * seconds;
  }
  const t = view.timeS;
  const squared = t.map((each) => each * each);
  const without = regress([turn, t, squared], smooth, rows);
  const fit = regress([load, turn, t, squared], smooth, rows);
  if (!fit || !without) return null;
  const left = 1 - without.rSquared;
  return {
    slope: fit.slopes[0]!,
    tValue: fit.tValues[0]!,
    gain: left > 0 ? (fit.rSquared - without.rSquared) / left : 0,
  };
}
