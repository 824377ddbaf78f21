import { AXES } from "../channels/roles";
import { type FlightView } from "../FlightView";
import { cellCount } from "../pack";
import { leastOf, meanOf, mostOf, quantileOf, rowAt } from "../signal/rows";
import { type Verdict } from "./verdict.types";

/** Below this share of its usual value a 5 V rail is no supply for a controller. */
const RAIL_SHARE = 0.9;
/** A cell that falls under this lets go. */
const CELL_COLLAPSE_V = 2.7;
/** Time before an interruption in which its supply is looked at. */
const BEFORE_S = 0.25;
/** What a restart leaves of the motors. */
const STOPPED_SHARE = 0.35;

/** A place at which the controller stopped working. */
interface Interruption {
  row: number;
  atS: number;
  lastedS: number;
}

/**
 * Resets of the controller, and losses of its supply. A reset shows in a clock that begins again, or in a gap (or a frozen stretch)
 * behind which the motors stand; a gap with the motors at work on both sides is the recorder's own. With the rail or the cells down
 * before it, it is a loss of supply.
 */
export function interruptions(view: FlightView): Verdict[] {
  const all = interruptionsOf(view);
  const ending = lowEnding(view);
  if (ending) all.push(ending);
  const dips = railDips(view);
  const starved = all.filter(({ row }) => isStarved(view, row));
  const resets = all.filter((each) => !starved.includes(each));
  const verdicts: Verdict[] = [];
  if (resets.length > 0) {
    const times = resets.map(({ atS }) => `${atS.toFixed(1)} s`).join(", ");
    verdicts.push({
      code: "controller-reset",
      severity: "fault",
      confidence: view.channel("rail") || view.channel("voltage") ? 0.95 : 0.8,
      fromS: resets[0]!.atS,
      toS: resets.at(-1)!.atS,
      momentsS: resets.map(({ atS }) => atS),
      value: resets.length,
      unit: "resets",
      sentence: `The controller began anew ${resets.length === 1 ? "once" : `${resets.length} times`} in the air (${times}): ${view.channel("rail") ? "its supply was steady before" : "the log does not show its supply"}, and the link was there.`,
      statistics: { resets: resets.length },
      tellApart:
        "Overload of the processor or a bad joint: look the craft over first and press on the board's plugs and joints, pack out; then lower the loop rate and hover again.",
    });
  }
  const first = starved[0] ?? (all.length === 0 ? dips[0] : undefined);
  if (first) {
    verdicts.push({
      code: "brown-out",
      severity: "fault",
      confidence: 0.9,
      fromS: Math.max(0, first.atS - BEFORE_S),
      toS: (starved.at(-1) ?? first).atS,
      value: first.volts,
      unit: "V",
      sentence: `The supply broke down at ${first.atS.toFixed(1)} s: ${first.of} fell to ${first.volts.toFixed(2)} V${starved.length > 0 ? ", then the controller stopped" : ""}.`,
      statistics: { times: starved.length || dips.length, leastV: first.volts },
      tellApart:
        "The regulator or its load: look and smell, then beep power against ground; only then, through a current limiter and props off, add one consumer at a time and watch the rail.",
    });
  }
  return verdicts;

  function isStarved(at: FlightView, row: number): boolean {
    const low = lowSupply(at, row);
    if (low)
      Object.assign(
        all.find((each) => each.row === row)!,
        low,
      );
    return low !== null;
  }
}

/** A log that ends in the air with its supply down. */
function lowEnding(view: FlightView): (Interruption & Low) | null {
  const row = view.timeS.length - 1;
  const isFlying = (view.flights.at(-1)?.to ?? 0) > row - Math.max(2, Math.round(0.2 * view.rateHz));
  const low = isFlying ? lowSupply(view, row) : null;
  return low && { row, atS: view.timeS[row]!, lastedS: NaN, ...low };
}

interface Low {
  of: string;
  volts: number;
}

/** The supply just before a row, when it was too low to work with. */
function lowSupply(view: FlightView, row: number): Low | null {
  const from = rowAt(view.timeS, view.timeS[row]! - BEFORE_S);
  const rail = view.channel("rail");
  if (rail) {
    const least = leastOf(rail, from, row);
    if (least < RAIL_SHARE * quantileOf(rail, 0.5)) return { of: "the rail", volts: least };
  }
  const pack = view.channel("voltage");
  if (pack) {
    const least = leastOf(pack, from, row);
    const usual = quantileOf(pack, 0.5);
    if (least < CELL_COLLAPSE_V * cellCount(view)! || least < 0.72 * usual) return { of: "the pack", volts: least };
  }
  return null;
}

/** Dips of the rail, or of the pack to next to nothing, behind which the controller went on. */
function railDips(view: FlightView): (Interruption & Low)[] {
  const rail = view.channel("rail");
  if (!rail || view.flights.length === 0) return [];
  const usual = quantileOf(rail, 0.5);
  const dips: (Interruption & Low)[] = [];
  for (let row = 0; row < rail.length; row++) {
    if (rail[row]! >= usual * 0.87) continue;
    const from = row;
    while (row < rail.length && rail[row]! < usual * 0.95) row++;
    const [atS, lastedS] = [view.timeS[from]!, view.timeS[Math.min(row, rail.length - 1)]! - view.timeS[from]!];
    // One wild figure is the meter's
    if (row - from > 1) dips.push({ row: from, atS, lastedS, of: "the rail", volts: leastOf(rail, from, row) });
  }
  return dips;
}

function interruptionsOf(view: FlightView): (Interruption & Partial<Low> & { volts: number; of: string })[] {
  const found: Interruption[] = [];
  for (const { row, atS, lastedS, kind } of view.log.breaks) {
    const isReset =
      wasWorking(view, row) && (kind === "began again" || (lastedS > SHORTEST_RESTART_S && standsAfter(view, row)));
    if (isReset && !wasWanted(view, row, lastedS)) found.push({ row, atS, lastedS });
  }
  for (const each of standstills(view)) if (found.every(({ atS }) => Math.abs(atS - each.atS) > 1)) found.push(each);
  return found.sort((a, b) => a.row - b.row).map((each) => ({ ...each, volts: NaN, of: "" }));
}

function wasWorking(view: FlightView, row: number): boolean {
  if (!view.power) return true;
  const usual = quantileOf(view.power, 0.6);
  return meanOf(view.power, Math.max(0, row - Math.round(0.3 * view.rateHz)), row) > 0.4 * usual;
}

function standsAfter(view: FlightView, row: number): boolean {
  if (!view.power) return false;
  const usual = quantileOf(view.power, 0.6);
  const rows = Math.max(2, Math.round(0.05 * view.rateHz));
  return meanOf(view.power, row, row + rows) < STOPPED_SHARE * usual;
}

/** No controller starts again in less, s: a shorter pause is the recorder's own. Common practice, no published source. */
const SHORTEST_RESTART_S = 0.25;
/** A craft lower than this over the ground of its log has touched down, m; one that turns no faster lies still, deg/s. */
const TOUCHED_M = 0.7;
const STILL_DEG_S = 5;
/** In a pause as short as this no craft has fallen and come to rest, s. */
const SHORT_S = 0.5;

/**
 * True where the motors stand behind a short pause because the pilot wanted it: the throttle was taken back, or the craft was set down,
 * and the recorder left a few lines out just then.
 */
function wasWanted(view: FlightView, row: number, lastedS: number): boolean {
  if (!(lastedS < SHORT_S)) return false; // NaN of a clock that began again, too
  const throttle = view.channel("throttle");
  if (throttle && throttle[row]! < STOPPED_SHARE * quantileOf(throttle, 0.6)) return true;
  const height = view.channel("altitude");
  if (height) return height[row - 1]! - leastOf(height, 0, height.length) < TOUCHED_M;
  const gyros = AXES.flatMap((axis) => view.gyro[axis] ?? []);
  const rows = Math.round(0.3 * view.rateHz);
  return (
    gyros.length > 0 &&
    gyros.every((gyro) => mostOf(gyro, row, row + rows) < STILL_DEG_S && leastOf(gyro, row, row + rows) > -STILL_DEG_S)
  );
}

/** Motors that stand in the air for a moment and work again, while the link was there: a restart that left no gap in the log. */
function standstills(view: FlightView): Interruption[] {
  const { power, timeS, motors } = view;
  const link = view.channel("link_quality");
  if (!power || motors.length === 0 || view.craft !== "multirotor") return [];
  const usual = quantileOf(power, 0.6);
  const found: Interruption[] = [];
  const first = view.flights[0]?.from ?? 0;
  for (let row = Math.max(1, first); row < power.length; row++) {
    if (!(power[row]! < 0.08 * usual && power[row - 1]! > 0.5 * usual)) continue;
    const from = row;
    while (row < power.length && power[row]! < 0.08 * usual) row++;
    const lastedS = (timeS[Math.min(row, power.length - 1)] ?? 0) - timeS[from]!;
    const height = view.channel("altitude");
    const isHigh = !height || height[from]! > leastOf(height, 0, height.length) + 0.7;
    const isLinked = !link || meanOf(link, Math.max(0, from - 5), from + 5) > 0.3;
    if (row < power.length && lastedS > 0.15 && lastedS < 4 && isHigh && isLinked && mainlyUp(power, row, usual))
      found.push({ row: from, atS: timeS[from]!, lastedS });
  }
  return found;
}

function mainlyUp(power: Float64Array, row: number, usual: number): boolean {
  return meanOf(power, row, Math.min(power.length, row + 50)) > 0.4 * usual;
}

const LINK_GONE = 0.12;
const SHORTEST_LOSS_S = 0.3;

/** A craft whose motors idle in the air is on its way down for no longer than this, s; and this high, m. */
const FALL_S = 3;
const HIGH_M = 1.5;

/** True where a craft whose motors left off a moment ago is still high above the ground of this log. */
function fallsAt(view: FlightView, row: number, lastRow: number): boolean {
  const height = view.channel("altitude");
  return (
    height !== null &&
    row < lastRow + view.rateHz * FALL_S &&
    height[row]! > leastOf(height, 0, height.length) + HIGH_M &&
    height[Math.min(height.length - 1, row + Math.round(view.rateHz))]! < height[row]! - HIGH_M / 2
  );
}

/** The link was gone, or failsafe said so, while the controller went on. */
export function linkLoss(view: FlightView): Verdict[] {
  const link = view.channel("link_quality");
  const failsafe = view.channel("failsafe");
  const strength = view.channel("rssi");
  if (!link && !failsafe && !strength) return [];
  const usual = link ? quantileOf(link, 0.5) : 1;
  const floor = strength ? quantileOf(strength, 0.01) : NaN;
  const isGone = (row: number) =>
    (failsafe !== null && failsafe[row]! > 0.5) ||
    (link !== null && usual > 0.3 && link[row]! < LINK_GONE) ||
    (link === null && strength !== null && strength[row]! <= floor && floor < -110);
  const restarts = interruptionsOf(view);
  const firstRow = view.flights[0]?.from ?? 0;
  const lastRow = view.flights.at(-1)?.to ?? link?.length ?? 0;
  for (let row = firstRow; row < view.timeS.length; row++) {
    if (!isGone(row)) continue;
    const from = row;
    while (row < view.timeS.length && isGone(row)) row++;
    const [fromS, toS] = [view.timeS[from]!, view.timeS[row - 1]!];
    const wasFlying = from <= lastRow + view.rateHz * 0.2 || fallsAt(view, from, lastRow);
    const follows = restarts.some(({ atS }) => Math.abs(atS - fromS) < 1.2);
    if (toS - fromS < SHORTEST_LOSS_S || !wasFlying || follows) continue;
    const stops = view.power !== null && meanOf(view.power, row - 10, row) < 0.2 * quantileOf(view.power, 0.6);
    return [
      {
        code: "link-loss",
        severity: "fault",
        confidence: failsafe && link ? 0.95 : 0.85,
        fromS,
        toS,
        value: toS - fromS,
        unit: "s",
        sentence: `The link was gone from ${fromS.toFixed(1)} s for ${(toS - fromS).toFixed(1)} s while the controller went on${stops ? ", and the motors were stopped by failsafe" : ", and failsafe flew"}.`,
        statistics: { lostS: toS - fromS, leastLink: link ? leastOf(link, from, row) : NaN },
        tellApart:
          "Transmitter, antennas or receiver: a range check with the craft on a stand, each way round; then the receiver's supply.",
      },
    ];
  }
  return [];
}

/** The log ends while the craft flies. */
export function endsInAir(view: FlightView): Verdict[] {
  const last = view.flights.at(-1);
  const end = view.timeS.length;
  if (!last || view.timeS[end - 1]! - view.timeS[last.to - 1]! > 0.25) return [];
  const height = view.channel("altitude");
  const shows = view.power ?? height ?? view.channel("airspeed");
  if (!shows) return []; // nothing says that it flew at all
  const above = height ? meanOf(height, end - 5, end) - leastOf(height, 0, end) : NaN;
  const isRotor = view.craft !== "fixed-wing";
  if (isRotor && height && above < 1) return [];
  if (isRotor && view.power && meanOf(view.power, end - 5, end) < 0.4 * quantileOf(view.power, 0.6)) return [];
  const beganLow = height !== null && isRotor && height[0]! - leastOf(height, 0, end) < 0.5;
  const beganOnGround = beganLow || (view.flights[0]?.from ?? 0) > view.rateHz * 0.4;
  return [
    {
      code: "ends-in-air",
      // One that begins in the air as well was cut out of a longer one
      severity: beganOnGround ? "fault" : "note",
      confidence: height && beganOnGround ? 0.9 : 0.6,
      fromS: Math.max(0, view.timeS[end - 1]! - 1),
      toS: view.timeS[end - 1]!,
      sentence: `The log ends in the air${Number.isFinite(above) ? `, ${above.toFixed(1)} m up` : ""}, with the motors at work: the recorder lost its power, or the file is cut.`,
      statistics: { heightM: above },
      tellApart: "Power or file: look at the pack's plug, the solder joints and the size of the recorder's memory.",
    },
  ];
}
