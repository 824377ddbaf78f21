import { type Assumption } from "../FlightLog";
import { AXES, type Axis } from "./roles";

const ATTITUDE = { roll: "roll", pitch: "pitch", yaw: "heading" } as const;
/** Correlation beyond which two columns are taken to speak of one motion. */
const SURE = 0.5;

/** Units that a current may have been written in, by how many times too large it then looks. */
const CURRENT_UNITS = [
  { times: 10, unit: "dA" },
  { times: 100, unit: "cA" },
  { times: 1000, unit: "mA" },
] as const;

/**
 * Puts a current whose heading named no unit into amperes, where the log counts the charge beside it: what the amps add up to has to be
 * that charge.
 */
export function alignCurrent(channels: ReadonlyMap<string, Float64Array>, timeS: Float64Array): Assumption[] {
  const [amps, used] = [channels.get("current"), channels.get("used_mAh")];
  if (!amps || !used) return [];
  let sum = 0;
  for (let row = 1; row < amps.length; row++) {
    const charge = (amps[row]! * Math.min(1, timeS[row]! - timeS[row - 1]!)) / 3.6;
    if (charge === charge) sum += charge;
  }
  const [first, last] = [used.find(Number.isFinite) ?? NaN, used.findLast(Number.isFinite) ?? NaN];
  const ratio = sum / (last - first);
  const found = CURRENT_UNITS.find(({ times }) => Math.abs(Math.log(ratio / times)) < 0.5);
  if (!found || last - first < 5) return [];
  for (let row = 0; row < amps.length; row++) amps[row] = amps[row]! / found.times;
  return [
    {
      about: "unit of the current",
      assumed: found.unit,
      evidence: `its sum is ${ratio.toFixed(0)} times the charge that the log counts`,
    },
  ];
}

/**
 * Looks at the signs of a log and puts them into one frame: acceleration up is +1 g at rest, and an angle grows while its rate is
 * positive. What was turned round is changed in place.
 *
 * @param channels - In the core's units.
 * @returns What was assumed of each, with the log's own evidence.
 */
export function alignSigns(channels: ReadonlyMap<string, Float64Array>, rateHz: number): Assumption[] {
  const assumptions: Assumption[] = [];
  const up = channels.get("acc_z");
  if (up) {
    const middle = middleOf(up);
    const isDown = middle < 0;
    if (isDown) turnRound(up);
    assumptions.push({
      about: "direction of the vertical acceleration",
      assumed: isDown ? "down is positive" : "up is positive",
      evidence: `its middle value is ${middle.toFixed(2)} g`,
    });
  }
  for (const axis of AXES) {
    const rate = channels.get(`gyro_${axis}`);
    const angle = channels.get(ATTITUDE[axis]);
    if (!rate || !angle) continue;
    const { correlation: agreement, slope } = agreementOf(angle, rate, rateHz, axis === "yaw");
    if (Math.abs(agreement) > 0.8 && Math.abs(Math.abs(slope) / DEG - 1) < 0.25) {
      toDegrees(channels, axis);
      assumptions.push({
        about: `unit of the ${axis} rate`,
        assumed: "rad/s",
        evidence: `its angle changes ${Math.abs(slope).toFixed(0)} times as fast as it says`,
      });
    }
    if (!(Math.abs(agreement) > SURE)) continue;
    // A heading is counted clockwise by everybody: there it is the rate that is turned.
    const about = axis === "yaw" ? "yaw rate" : `${axis} angle`;
    const other = axis === "yaw" ? "the heading" : "its rate";
    const turned =
      axis === "yaw" ? ["gyro_yaw", "rate_target_yaw"] : [ATTITUDE[axis], `${ATTITUDE[axis]}_target` as const];
    if (agreement < 0) for (const role of turned) turnRound(channels.get(role));
    assumptions.push({
      about: `sign of the ${about}`,
      assumed: agreement > 0 ? `as that of ${other}` : `against that of ${other}, turned round`,
      evidence: `change of the angle against the rate: correlation ${agreement.toFixed(2)}`,
    });
  }
  return assumptions;
}

/** The other sign, in place; nothing where there is no such channel. */
export function turnRound(values: Float64Array | undefined): void {
  if (values) for (let row = 0; row < values.length; row++) values[row] = -values[row]!;
}

const DEG = 180 / Math.PI;

function toDegrees(channels: ReadonlyMap<string, Float64Array>, axis: Axis): void {
  for (const role of [`gyro_${axis}`, `rate_target_${axis}`]) {
    const values = channels.get(role);
    if (values) for (let row = 0; row < values.length; row++) values[row] = values[row]! * DEG;
  }
}

function middleOf(values: Float64Array): number {
  const some: number[] = [];
  const step = Math.max(1, Math.floor(values.length / 5000));
  for (let row = 0; row < values.length; row += step) if (Number.isFinite(values[row]!)) some.push(values[row]!);
  return some.sort((a, b) => a - b)[Math.floor(some.length / 2)] ?? NaN;
}

/** Correlation of the change of an angle over about a tenth of a second with the mean rate over it. */
function agreementOf(
  angle: Float64Array,
  rate: Float64Array,
  rateHz: number,
  isWrapped: boolean,
): { correlation: number; slope: number } {
  const span = Math.max(2, Math.round(rateHz / 10));
  let [xx, yy, xy, x1, y1, n] = [0, 0, 0, 0, 0, 0];
  for (let row = span; row < angle.length; row += span) {
    let change = angle[row]! - angle[row - span]!;
    if (isWrapped) change = ((((change + 180) % 360) + 360) % 360) - 180;
    let mean = 0;
    for (let each = row - span; each < row; each++) mean += rate[each]! / span;
    // Far from level angles and rates are not each other's change
    if (!Number.isFinite(change) || !Number.isFinite(mean) || (!isWrapped && Math.abs(angle[row]!) > 50)) continue;
    xx += mean * mean;
    yy += change * change;
    xy += mean * change;
    x1 += mean;
    y1 += change;
    n++;
  }
  const [sxx, syy, sxy] = [n * xx - x1 * x1, n * yy - y1 * y1, n * xy - x1 * y1];
  return { correlation: sxy / Math.sqrt(sxx * syy), slope: sxy / sxx };
}
