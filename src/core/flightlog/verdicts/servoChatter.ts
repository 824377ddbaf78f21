import { type FlightView } from "../FlightView";
import { regress } from "../signal/regress";
import { quantileOf, smoothed } from "../signal/rows";
import { type Verdict } from "./verdict.types";

/** Degrees of quick movement nobody asked for. */
const CHATTER_DEG = 0.45;
/** Times as much at high throttle as at low. */
const TIMES = 2;

/** Servos that jump with the throttle while stick and rates ask for nothing. */
export function servoChatter(view: FlightView): Verdict[] {
  const throttle = view.channel("throttle") ?? view.power;
  if (!throttle) return [];
  const names = ["elevator", "aileron", "rudder", ...Array.from({ length: 8 }, (_, at) => `servo_${at + 1}`)];
  const found = names.flatMap((name) => {
    const surface = view.channel(name);
    return surface ? (chatterOf(view, name, surface, throttle) ?? []) : [];
  });
  const worst = found.sort((a, b) => b.highDeg - a.highDeg)[0];
  if (!worst) return [];
  return [
    {
      code: "servo-chatter",
      severity: "fault",
      confidence: worst.highDeg > 2 * CHATTER_DEG ? 0.9 : 0.7,
      fromS: view.timeS[0]!,
      toS: view.timeS.at(-1)!,
      ...(worst.name === "elevator" && { axis: "pitch" as const }),
      ...(worst.name === "aileron" && { axis: "roll" as const }),
      value: worst.highDeg,
      unit: "deg",
      sentence: `The ${worst.name.replace("_", " ")} jumps by ${worst.highDeg.toFixed(1)}° at high throttle, ${worst.lowDeg.toFixed(1)}° at low, while neither stick nor rate asks for it.`,
      statistics: { highDeg: worst.highDeg, lowDeg: worst.lowDeg, explained: worst.explained },
      tellApart:
        "Servo, lead or noise: props off, hold that throttle and swap two servo leads; what follows the lead is the receiver's.",
    },
  ];
}

function chatterOf(view: FlightView, name: string, surface: Float64Array, throttle: Float64Array) {
  const window = Math.max(3, Math.round(view.rateHz * 0.1));
  const slow = smoothed(surface, window);
  const quick = surface.map((each, row) => each - slow[row]!);
  const rates = [
    view.gyro.roll,
    view.gyro.pitch,
    view.gyro.yaw,
    view.channel("stick_roll"),
    view.channel("stick_pitch"),
  ]
    .filter((each) => each !== null)
    .map((each) => {
      const smooth = smoothed(each, window);
      return each.map((value, row) => value - smooth[row]!);
    });
  // What a stabiliser makes of the rates is no chatter
  const fit = rates.length > 0 ? regress(rates, quick) : null;
  const explained = fit?.rSquared ?? 0;
  const [low, high] = levelsOf(throttle, view.rateHz);
  if (!(high - low >= 0.05)) return null;
  const sizeWhere = (isIn: (value: number) => boolean) => {
    const values: number[] = [];
    for (let row = 0; row < quick.length; row++) if (isIn(throttle[row]!)) values.push(Math.abs(quick[row]!));
    return quantileOf(values, 0.683);
  };
  const highDeg = sizeWhere((value) => value >= high) * Math.sqrt(Math.max(0, 1 - explained));
  const lowDeg = sizeWhere((value) => value <= low);
  return highDeg > CHATTER_DEG && highDeg > TIMES * lowDeg && explained < 0.5
    ? { name, highDeg, lowDeg, explained }
    : null;
}

/** Shortest time at low throttle to hold the rest against, s. */
const SHORTEST_LOW_S = 0.5;

/** What counts as low and as high throttle: quarters, or under a governor, which holds it, the time before and after the flight as the low. */
function levelsOf(throttle: Float64Array, rateHz: number): [low: number, high: number] {
  const [low, high] = [quantileOf(throttle, 0.25), quantileOf(throttle, 0.75)];
  if (high - low >= 0.05) return [low, high];
  const [idle, usual] = [0.5 * high, quantileOf(throttle, 0.5)];
  return throttle.filter((each) => each <= idle).length >= SHORTEST_LOW_S * rateHz ? [idle, usual] : [low, high];
}
