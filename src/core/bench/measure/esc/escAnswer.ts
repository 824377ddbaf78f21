import { max, min } from "simple-statistics";
import { halfWidth, linearFit } from "../../../fit/linearFit";
import { repeatsOf } from "../../../fit/residualParts";
import { median } from "../../../fit/robust";
import { type StandSample } from "../motors/motorFacts";

/** How one ESC answers the throttle, measured by the speeds of the craft's other motors. */
export interface EscAnswer {
  /** What is off, as a sentence without its subject; null when it answers as the others do. */
  fault: string | null;
  /** Which end of its throttle range. */
  end: "low" | "high" | null;
  /** The throttle at which the others would turn as fast: what the ESC really gives, 0..1. */
  effective: (throttle: number) => number;
}

/** A start this far off is a low end that was calibrated otherwise. Trade judgement, as are all below. */
const START_OFF = 0.015;
/** An ESC that gives less than this at full throttle. */
const FULL_OFF = 0.027;
/** It must be off by so many times what the others differ by. */
const SURE_SPREADS = 2.5;
/** Two shares of speed are the same within this. */
const ALIKE = 0.015;
/** Below this throttle a prop hardly loads the motor, so that speed tells the voltage alone. */
const LIGHT_LOAD = 0.45;
const FEWEST_THROTTLES = 5;

/**
 * Compares how an ESC answers the throttle with its sisters, before anything is said of the motor behind it. The speed of the others
 * is a ruler for the throttle: where this motor turns as fast as they do at another setting, that setting is what its ESC gives.
 *
 * A low end that is off moves the whole line and is gone at full; a high end that is off is the same share at light load and at
 * full, or comes to its end early. What shows under load alone is the motor's, or the prop's.
 *
 * @param others - Sweeps of the other motors over the same throttles; at least two.
 * @returns null when there are too few throttles or motors to say.
 */
export function escAnswer(
  ownAsRead: readonly StandSample[],
  othersAsRead: readonly (readonly StandSample[])[],
): EscAnswer | null {
  // A fuller pack turns all faster at the same throttle: speeds are compared at one voltage.
  const voltageV = median([ownAsRead, ...othersAsRead].flat().map((sample) => sample.voltageV));
  const own = atVoltage(ownAsRead, voltageV);
  const others = othersAsRead.map((each) => atVoltage(each, voltageV));
  const curve = rulerOf(others);
  const points = speedsOf(own).filter(({ throttle }) => throttle > 0.05);
  if (others.length < 2 || curve.length < FEWEST_THROTTLES || points.length < FEWEST_THROTTLES) return null;
  const given = points.map(({ throttle, rpm }) => ({ throttle, effective: throttleAt(curve, rpm) }));
  const inside = given.filter(({ throttle }) => throttle < 0.95);
  if (inside.length < FEWEST_THROTTLES - 1) return null;
  const line = linearFit(
    inside.map(({ throttle }) => [1, throttle]),
    inside.map(({ effective }) => effective),
  );
  const start = line.coefficients[0]!;
  const startHalfWidth = halfWidth(start, line.degreesOfFreedom);
  const effective = interpolator(given.map((each) => [each.throttle, each.effective] as const));
  const isLowOff = Math.abs(start.value) - startHalfWidth > START_OFF;
  const drawsBeside = ampsBeside(own, others);
  if (isLowOff && drawsBeside < DRAGS) {
    const late = -start.value / line.coefficients[1]!.value;
    const by = `${Math.abs(late * 100).toFixed(0)} %`;
    return {
      end: "low",
      effective,
      fault: `starts ${by} of throttle ${late > 0 ? "later" : "earlier"} than the others, and the gap closes towards full`,
    };
  }
  // Speed constants of one make differ too: beside sisters that differ among themselves, it takes more.
  const fullOff = Math.max(FULL_OFF, SURE_SPREADS * spreadAtFull(others));
  const shareAt = (of: readonly { throttle: number; effective: number }[]) =>
    of.length === 0 ? NaN : median(of.map((each) => each.effective / each.throttle));
  const lightly = shareAt(given.filter(({ throttle }) => throttle > 0.15 && throttle <= LIGHT_LOAD));
  const last = given.at(-1)!;
  const full = last.throttle > 0.95 ? last.effective / last.throttle : NaN;
  if (1 - full > fullOff && Math.abs(lightly - full) < ALIKE)
    return {
      end: "high",
      effective,
      fault: `gives ${(full * 100).toFixed(0)} % at full throttle, and the same share below it`,
    };
  if (lightly - 1 > fullOff && Math.abs(full - 1) < ALIKE && drawsBeside < DRAWS_ALIKE)
    return {
      end: "high",
      effective,
      fault: `is ahead by ${((lightly - 1) * 100).toFixed(0)} % and comes to its end before full throttle`,
    };
  return { end: null, effective, fault: null };
}

/** How far the other motors lie apart at full throttle, as a share of their speed: half of the range. */
function spreadAtFull(others: readonly (readonly StandSample[])[]): number {
  const speeds = others.flatMap((other) => {
    const last = speedsOf(other).at(-1);
    return last && last.throttle > 0.95 ? [last.rpm] : [];
  });
  return speeds.length < 2 ? 0 : (max(speeds) - min(speeds)) / 2 / median(speeds);
}

/** A motor draws this much more than its sisters at the same speed, and its bearing keeps it from starting, not its ESC. */
const DRAGS = 1.25;

/** One that gives more of the pack has the motor draw no more at the same speed; weak magnets do. */
const DRAWS_ALIKE = 1.03;

/** What a motor draws at low speeds beside what the others draw at the same speeds, as a factor; 1 where nobody can tell. */
function ampsBeside(own: readonly StandSample[], others: readonly (readonly StandSample[])[]): number {
  const byRpm = others
    .flatMap((other) => lightAmps(other))
    .sort(([a], [b]) => a - b)
    .filter(([rpm], at, all) => at === 0 || rpm > all[at - 1]![0]);
  if (byRpm.length < 2) return 1;
  const usual = interpolator([[0, 0], ...byRpm]);
  const ratios = lightAmps(own).flatMap(([rpm, amps]) => (usual(rpm) > 0 ? [amps / usual(rpm)] : []));
  return ratios.length > 0 ? median(ratios) : 1;
}

/** Speed and amps at each throttle at which the prop hardly loads the motor. */
function lightAmps(samples: readonly StandSample[]): [rpm: number, amps: number][] {
  const light = samples.filter(({ throttle, rpm }) => throttle > 0.05 && throttle <= LIGHT_LOAD && rpm > 0);
  return repeatsOf(light, ({ throttle }) => throttle).map((group) => [
    median(group.map(({ rpm }) => rpm)),
    median(group.map(({ currentA }) => currentA)),
  ]);
}

/** Speeds as they would be at another voltage of the pack, to first order; each throttle keeps its own sag out of it. */
function atVoltage(samples: readonly StandSample[], voltageV: number): StandSample[] {
  return samples.map((sample) => ({
    ...sample,
    rpm: sample.voltageV > 0 ? (sample.rpm * voltageV) / sample.voltageV : sample.rpm,
  }));
}

/** The speeds read at each throttle, rising. Throttles within a quarter of a percent are one. */
function speedsAt(samples: readonly StandSample[]): [throttle: number, speeds: number[]][] {
  return repeatsOf(samples, ({ throttle }) => throttle)
    .map((group): [number, number[]] => [Math.round(group[0]!.throttle * 200) / 200, group.map(({ rpm }) => rpm)])
    .sort(([a], [b]) => a - b);
}

/** The middle speed at each throttle, rising. */
function speedsOf(samples: readonly StandSample[]): { throttle: number; rpm: number }[] {
  return speedsAt(samples).map(([throttle, speeds]) => ({ throttle, rpm: median(speeds) }));
}

/** Throttle over speed, by the middle of the others at each throttle, from standstill on; between her steps each is drawn straight. */
function rulerOf(others: readonly (readonly StandSample[])[]): (readonly [rpm: number, throttle: number])[] {
  const all = others.map(speedsOf).filter((each) => each.length > 0);
  const throttles = [...new Set(all.flat().map(({ throttle }) => throttle))].filter((throttle) => throttle > 0.05);
  const curve = throttles
    .sort((a, b) => a - b)
    .flatMap((throttle): [number, number][] => {
      const speeds = all
        .filter((each) => each[0]!.throttle <= throttle && each.at(-1)!.throttle >= throttle)
        .map((each) => interpolator([[0, 0], ...each.map((point) => [point.throttle, point.rpm] as const)])(throttle));
      return speeds.length >= 2 ? [[median(speeds), throttle]] : [];
    });
  return curve.filter(([rpm], place) => place === 0 || rpm > curve[place - 1]![0]);
}

function throttleAt(curve: readonly (readonly [number, number])[], rpm: number): number {
  return interpolator([[0, 0], ...curve])(rpm);
}

/** Straight lines between points, carried on beyond the last. */
function interpolator(points: readonly (readonly [x: number, y: number])[]): (x: number) => number {
  return (x) => {
    const after = Math.max(
      1,
      points.findIndex(([at]) => at >= x) < 0 ? points.length - 1 : points.findIndex(([at]) => at >= x),
    );
    const [x0, y0] = points[after - 1]!;
    const [x1, y1] = points[after]!;
    return y0 + ((x - x0) / (x1 - x0)) * (y1 - y0);
  };
}

/** Where a motor loses step with its ESC: from which throttle on, and by how much its speed scatters there. */
export interface LostStep {
  fromThrottle: number;
  scatter: number;
}

/** Speed at one throttle scatters by less than this in a drive that keeps step; and it does not fall by more as throttle rises. */
const STEADY = 0.025;
const FALLS = 0.03;
/** Or by less than this of the top speed: a counter's own steps, where it turns slowly. */
const FLOOR_OF_TOP = 0.01;
/** Readings below this share of the middle one are of a motor that is just starting. */
const STARTED = 0.5;

/** What all motors of a craft scatter by is the tachometer's, up to this much of the speed. */
const OF_INSTRUMENT = { times: 3.5, most: 0.08 } as const;

/**
 * How far readings of the speed scatter at one throttle for the instrument's sake: what the middle one of all motors does.
 *
 * @returns A share of the speed from which scatter may be a motor's own; `STEADY` for a good instrument.
 */
export function steadyShare(sweeps: readonly (readonly StandSample[])[]): number {
  const usual = sweeps.flatMap((samples) => {
    const scatters = scattersIn(samples);
    const own = speedsAt(samples).flatMap(([throttle]) => (throttle > 0.05 ? (scatters(throttle) ?? []) : []));
    return own.length > 0 ? [median(own)] : [];
  });
  if (usual.length < 3) return STEADY;
  return Math.min(OF_INSTRUMENT.most, Math.max(STEADY, OF_INSTRUMENT.times * median(usual)));
}

/**
 * Finds the throttle from which a motor loses step: its speed scatters from reading to reading at one throttle, or falls while the
 * throttle rises.
 *
 * @param steady - From `steadyShare`, where other motors were read by the same instrument.
 * @returns null when it keeps step throughout.
 */
export function lostStep(samples: readonly StandSample[], steady: number = STEADY): LostStep | null {
  if (samples.length === 0) return null;
  // A pack that sags, on the way up or down again, slows it at the same throttle without a step lost.
  const voltageV = median(samples.map((sample) => sample.voltageV));
  const even = atVoltage(samples, voltageV);
  const scatters = scattersIn(even);
  const steps = speedsAt(even).filter(([throttle]) => throttle > 0.05);
  const top = max([0, ...steps.map(([, speeds]) => median(speeds))]);
  let highest = 0;
  for (const [throttle, speeds] of steps) {
    const middle = median(speeds);
    // One that has not begun to turn, or hardly, has no step to lose.
    if (highest === 0 && min(speeds) <= STARTED * middle) continue;
    const scatter = scatters(throttle) ?? halfRange(speeds) / middle;
    const isSteady = scatter <= steady || scatter * middle <= FLOOR_OF_TOP * top;
    if (!isSteady || middle < highest * (1 - Math.max(FALLS, steady)))
      return { fromThrottle: throttle, scatter: Math.max(scatter, 1 - middle / Math.max(highest, middle)) };
    highest = Math.max(highest, middle);
  }
  return null;
}

function halfRange(values: readonly number[]): number {
  return values.length > 1 ? (max(values) - min(values)) / 2 : 0;
}

/**
 * The scatter of speeds at a throttle, as a share, by stays: a motor that is held there twice, on the way up and on the way down, is warmer the
 * second time. null where it was never held for two readings on end.
 */
function scattersIn(samples: readonly StandSample[]): (throttle: number) => number | null {
  const stays: { throttle: number; speeds: number[] }[] = [];
  for (const { throttle, rpm } of samples) {
    const last = stays.at(-1);
    if (last && Math.abs(last.throttle - throttle) < 0.0025) last.speeds.push(rpm);
    else stays.push({ throttle, speeds: [rpm] });
  }
  const held = stays.filter(({ speeds }) => speeds.length > 1);
  return (throttle) => {
    const here = held.filter((stay) => Math.abs(stay.throttle - throttle) < 0.004);
    return here.length === 0 ? null : max(here.map(({ speeds }) => halfRange(speeds) / median(speeds)));
  };
}
