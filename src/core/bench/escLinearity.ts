import { max } from "simple-statistics";
import { median, medianLine } from "../fit/robust";

/** One motor's speed at a throttle. */
export interface ThrottlePoint {
  throttle: number;
  rpm: number;
}

/** How one ESC answers the throttle. */
export interface Linearity {
  name: string;
  /** Throttle at which it starts to turn, by the line through its lower half. */
  startThrottle: number;
  /** Largest distance from its own straight line, as a share of full speed. */
  bend: number;
  fullRpm: number;
}

/** Motors that start further apart than this were calibrated differently. Trade judgement, no published source. */
const WATCHED_START = 0.03;
const WATCHED_BEND = 0.15;
const WATCHED_FULL = 0.05;

/**
 * Compares how the ESCs of a craft answer the throttle: with end points calibrated alike all start at one throttle, end at one
 * speed and lie on like lines.
 *
 * @returns One entry for each with at least four points, the word and its reasons.
 */
export function compareLinearity(sweeps: readonly { name: string; points: readonly ThrottlePoint[] }[]): {
  each: Linearity[];
  word: "good" | "watch" | "cannot say";
  reasons: string[];
} {
  const each = sweeps.filter(({ points }) => points.length >= 4).map(({ name, points }) => linearityOf(name, points));
  if (each.length < 2)
    return { each, word: "cannot say", reasons: ["At least two ESCs with four throttles each are needed."] };
  const startMiddle = median(each.map(({ startThrottle }) => startThrottle));
  const fullMiddle = median(each.map(({ fullRpm }) => fullRpm));
  const reasons = each.flatMap(({ name, startThrottle, bend, fullRpm }) => [
    ...(Math.abs(startThrottle - startMiddle) > WATCHED_START
      ? [
          `${name} starts at ${(startThrottle * 100).toFixed(0)} %, the others at ${(startMiddle * 100).toFixed(0)} %: calibrate its low end.`,
        ]
      : []),
    ...(Math.abs(fullRpm / fullMiddle - 1) > WATCHED_FULL
      ? [
          `${name} reaches ${fullRpm.toFixed(0)} rpm, the others ${fullMiddle.toFixed(0)}: calibrate its high end, or look at motor and prop.`,
        ]
      : []),
    ...(bend > WATCHED_BEND ? [`${name} bends ${(bend * 100).toFixed(0)} % off a straight line.`] : []),
  ]);
  return reasons.length > 0
    ? { each, word: "watch", reasons }
    : { each, word: "good", reasons: [`All ${each.length} start, rise and end alike.`] };
}

function linearityOf(name: string, points: readonly ThrottlePoint[]): Linearity {
  const sorted = [...points].sort((a, b) => a.throttle - b.throttle);
  const lower = sorted.slice(0, Math.max(3, Math.ceil(sorted.length / 2)));
  const line = (of: readonly ThrottlePoint[]) => medianLine(of.map(({ throttle, rpm }) => ({ x: throttle, y: rpm })));
  const { slope, intercept } = line(lower);
  const whole = line(sorted);
  const fullRpm = sorted.at(-1)!.rpm;
  const bend = max(sorted.map(({ throttle, rpm }) => Math.abs(rpm - whole.intercept - whole.slope * throttle)));
  return { name, startThrottle: slope > 0 ? -intercept / slope : 0, bend: bend / fullRpm, fullRpm };
}
