import { max } from "simple-statistics";
import { halfWidth } from "../../../fit/linearFit";
import { residualParts } from "../../../fit/residualParts";
import { median } from "../../../fit/robust";
import { STANDARD_GRAVITY } from "../../../units/constants";
import { torquePerAmp } from "../../motorModel";
import { type Fact, known } from "../compareFact";
import { fitMotor, type MotorSample } from "./fitMotor";

/** Everything a sweep says of a motor with its prop; what was not measured is null. */
export interface MotorFacts {
  /** rpm/V, Ω, A: the first-order model. */
  kv: Fact;
  resistanceOhm: Fact;
  noLoadA: Fact;
  /** Thrust over the square of the speed, N per (rev/s)². */
  thrustPerN2: Fact | null;
  /** Shaft power over the cube of the speed, W per (rev/s)³. */
  powerPerN3: Fact | null;
  /** Amplitude of the vibration once a turn over the square of the speed, m/s² per (rev/s)². */
  shakePerN2: Fact | null;
  /** Vibration beside the turn and its multiples over the square of the speed, RMS, m/s² per (rev/s)². Absent in older baselines. */
  roughPerN2?: Fact | null;
  /** Highest temperature of the sweep, °C. */
  temperatureC: Fact | null;
  /** Seconds to 63 % of a jump. */
  responseS: Fact | null;
}

/** A reading with what a stand adds. */
export interface StandSample extends MotorSample {
  thrustN?: number | null;
  vibrationMs2?: number | null;
  roughnessMs2?: number | null;
  temperatureC?: number | null;
}

/** From this throttle on the prop shakes more than the instrument's own noise. */
const SHAKE_FROM = 0.45;
/** A time read off samples is known to about half their distance. */
const RESPONSE_ERROR_S = 0.02;
const TEMPERATURE_ERROR_C = 0.5;

/**
 * Works out what a sweep says of one motor.
 *
 * @param samples - Without what the craft draws while nothing turns.
 * @param responseS - From `responseTimes`; null when no jump was run.
 * @param isOfWinding - As `fitMotor` takes it.
 * @throws {CoreInputError} From `fitMotor`.
 * @see Thrust and power coefficients: B. W. McCormick, Aerodynamics, Aeronautics and Flight Mechanics, 2nd ed., Wiley 1995, ch. 6.
 */
export function motorFacts(
  samples: readonly StandSample[],
  responseS: number | null = null,
  isOfWinding = false,
): MotorFacts {
  const fit = fitMotor(samples, isOfWinding);
  const turning = samples.filter(({ rpm, throttle }) => rpm > 0 && throttle > 0.05);
  const revs = (sample: StandSample) => sample.rpm / 60;
  const shaftW = ({ currentA, throttle, rpm }: StandSample) =>
    (currentA / throttle - fit.noLoadA.value) * torquePerAmp(fit.kv.value) * ((2 * Math.PI * rpm) / 60);
  const shaken = turning.filter(({ throttle }) => throttle >= SHAKE_FROM);
  const temperatures = samples.flatMap(({ temperatureC }) => (temperatureC == null ? [] : [temperatureC]));
  return {
    kv: fit.kv,
    resistanceOhm: fit.resistanceOhm,
    noLoadA: fit.noLoadA,
    thrustPerN2: ratioFit(
      turning.filter(({ thrustN }) => thrustN != null),
      (sample) => revs(sample) ** 2,
      ({ thrustN }) => thrustN!,
    ),
    powerPerN3: turnsProp(max([0, ...turning.map(({ currentA, throttle }) => currentA / throttle)]), fit.noLoadA.value)
      ? ratioFit(turning, (sample) => revs(sample) ** 3, shaftW)
      : null,
    shakePerN2: ratioFit(
      shaken.filter(({ vibrationMs2 }) => vibrationMs2 != null),
      (sample) => revs(sample) ** 2,
      ({ vibrationMs2 }) => vibrationMs2!,
    ),
    roughPerN2: ratioFit(
      shaken.filter(({ roughnessMs2 }) => roughnessMs2 != null),
      (sample) => revs(sample) ** 2,
      ({ roughnessMs2 }) => roughnessMs2!,
    ),
    temperatureC: temperatures.length === 0 ? null : known(max(temperatures), TEMPERATURE_ERROR_C),
    responseS: responseS === null ? null : known(responseS, RESPONSE_ERROR_S),
  };
}

/** A prop takes many times the amps of the bare motor; less than this above them is no prop. */
const PROP_TAKES = 0.6;

/**
 * False for a motor that was run without its prop: there is no shaft power to tell.
 *
 * @param mostA - The most that flowed through the motor itself, A.
 */
export function turnsProp(mostA: number, noLoadA: number): boolean {
  return mostA > (1 + PROP_TAKES) * noLoadA;
}

/**
 * y = k·x through the origin. The scatter of thrust and of shaking grows with themselves, so the error does not take it to be alike
 * on every line.
 *
 * @see J. G. MacKinnon & H. White, "Some heteroskedasticity-consistent covariance matrix estimators", J. Econometrics 29, 1985
 *   (HC3).
 */
function ratioFit(
  samples: readonly StandSample[],
  xOf: (sample: StandSample) => number,
  yOf: (sample: StandSample) => number,
): Fact | null {
  if (samples.length < 4) return null;
  const points = samples.map((sample) => ({ x: xOf(sample), y: yOf(sample) }));
  const squares = points.reduce((sum, { x }) => sum + x ** 2, 0);
  const value = points.reduce((sum, { x, y }) => sum + x * y, 0) / squares;
  const residuals = points.map(({ x, y }) => y - value * x);
  const variance = points.reduce((sum, { x }, at) => {
    const leverage = x ** 2 / squares;
    return sum + (x * (residuals[at]! / (1 - leverage))) ** 2;
  }, 0);
  const ownError = Math.sqrt(variance) / squares;
  const { scatter, widening } = residualParts(
    samples.map(({ throttle }) => throttle),
    residuals,
  );
  const coefficient = { value, error: ownError * widening };
  return { ...coefficient, halfWidth: halfWidth(coefficient, points.length - 1), scatter: ownError * scatter };
}

/** A prop's coefficients at standstill, Ct = T/(ρ·n²·D⁴) and Cp = P/(ρ·n³·D⁵). Same source. */
export function propCoefficients(
  { thrustPerN2, powerPerN3 }: MotorFacts,
  diameterM: number,
  densityKgM3: number,
): { thrust: number; power: number } | null {
  if (!thrustPerN2 || !powerPerN3) return null;
  return {
    thrust: thrustPerN2.value / (densityKgM3 * diameterM ** 4),
    power: powerPerN3.value / (densityKgM3 * diameterM ** 5),
  };
}

/** Thrust and what it costs at one throttle. */
export interface Efficiency {
  throttle: number;
  thrustN: number;
  powerW: number;
  /** Gram of thrust for each watt out of the pack. */
  gramsPerW: number;
}

/** Thrust over power at each throttle of a sweep, by rising throttle; empty without a thrust channel. */
export function efficiencies(samples: readonly StandSample[]): Efficiency[] {
  const steps = new Map<number, StandSample[]>();
  for (const sample of samples) {
    if (sample.thrustN == null) continue;
    const throttle = Math.round(sample.throttle * 1000) / 1000;
    const step = steps.get(throttle);
    if (step) step.push(sample);
    else steps.set(throttle, [sample]);
  }
  return [...steps]
    .sort(([a], [b]) => a - b)
    .flatMap(([throttle, own]) => {
      if (throttle === 0) return [];
      const thrustN = median(own.map((sample) => sample.thrustN!));
      const powerW = median(own.map(({ voltageV, currentA }) => voltageV * currentA));
      return powerW > 0
        ? [{ throttle, thrustN, powerW, gramsPerW: ((thrustN / STANDARD_GRAVITY) * 1000) / powerW }]
        : [];
    });
}

/**
 * Where a motor stands when the craft hovers: it carries its share of the weight.
 *
 * @param shareN - Weight over the number of motors.
 * @returns Throttle, watts and g/W by straight lines between the sweep's points; null when the thrust does not reach that far.
 */
export function atThrust(points: readonly Efficiency[], shareN: number): Efficiency | null {
  const after = points.findIndex(({ thrustN }) => thrustN >= shareN);
  if (after < 0) return null;
  const high = points[after]!;
  const low = points[after - 1] ?? { throttle: 0, thrustN: 0, powerW: 0, gramsPerW: 0 };
  const part = (shareN - low.thrustN) / (high.thrustN - low.thrustN);
  const powerW = low.powerW + part * (high.powerW - low.powerW);
  return {
    throttle: low.throttle + part * (high.throttle - low.throttle),
    thrustN: shareN,
    powerW,
    gramsPerW: ((shareN / STANDARD_GRAVITY) * 1000) / powerW,
  };
}
