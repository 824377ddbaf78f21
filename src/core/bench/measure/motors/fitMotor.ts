import { max, mean, min, sampleVariance } from "simple-statistics";
import { CoreInputError } from "../../../CoreInputError";
import { type Coefficient, halfWidth, type LinearFit, linearFit } from "../../../fit/linearFit";
import { everyNthAt } from "../../../series/everyNth";
import { repeatsOf, residualParts } from "../../../fit/residualParts";
import { resolutionOf, roundingError } from "../../../fit/resolution";
import { type Fact } from "../compareFact";

/** One settled reading of a motor with its prop. */
export interface MotorSample {
  /** Throttle, 0..1: the share of time the ESC lets the pack through. Above zero. */
  throttle: number;
  /** Of the pack. */
  voltageV: number;
  currentA: number;
  rpm: number;
  /** Of the motor, °C; absent where it was not measured. */
  temperatureC?: number | null;
}

/** A motor's constants, each with its standard error and half its 95 % interval. */
export interface MotorFit {
  kv: Fact;
  resistanceOhm: Fact;
  noLoadA: Fact;
  samples: number;
}

const FEWEST_SAMPLES = 6;
/** The speed must vary by at least this factor, or resistance and no-load current cannot be told apart. */
const FEWEST_SPREAD = 1.5;

/**
 * Fits the first-order motor model to a sweep with a prop.
 *
 * At a throttle d the motor sees d·V and carries I/d. Then d·V = rpm/Kv + R·(I/d), linear in 1/Kv and R; and since the
 * torque of a prop goes with rpm², I/d = I0 + c·rpm², linear in I0.
 *
 * The resistance is told at 25 °C.
 *
 * @param isOfWinding - The temperatures are the winding's; else likely ones are taken.
 * @throws {CoreInputError} `too_few_points`, `not_finite`, or `out_of_range` when the sweep does not support the fit.
 * @see M. Drela, "First-Order DC Electric Motor Model", MIT Aero & Astro 2007.
 */
export function fitMotor(samples: readonly MotorSample[], isOfWinding = false): MotorFit {
  if (samples.some(({ throttle, voltageV, currentA, rpm }) => !Number.isFinite(throttle + voltageV + currentA + rpm)))
    throw new CoreInputError("not_finite", "every line needs throttle, volts, amps and rpm");
  const running = samples.filter(({ throttle, rpm }) => throttle > 0.05 && rpm > 0);
  if (running.length < FEWEST_SAMPLES)
    throw new CoreInputError(
      "too_few_points",
      `a motor needs at least ${FEWEST_SAMPLES} readings while it turns, found ${running.length}`,
    );
  const speeds = running.map(({ rpm }) => rpm);
  if (max(speeds) < FEWEST_SPREAD * min(speeds))
    throw new CoreInputError("out_of_range", "the speed hardly changes: sweep from low to full throttle");
  const drive = warmFit(running, isOfWinding);
  // As I = d·I0 + c·d·rpm², each line weighed by the scatter of its amps: what grows with them would drown the small ones.
  const weight = weightOfAmps(running);
  const load = linearFit(
    running.map(({ currentA, throttle, rpm }) => {
      const own = weight(currentA);
      return [own * throttle, own * throttle * rpm ** 2];
    }),
    running.map(({ currentA }) => weight(currentA) * currentA),
  );
  const [inverse, resistance] = drive.coefficients as [Coefficient, Coefficient];
  const [noLoad] = load.coefficients as [Coefficient];
  if (inverse.value <= 0) throw fitsNoMotor();
  const kv = { value: 1 / inverse.value, error: inverse.error / inverse.value ** 2 };
  const throttles = running.map(({ throttle }) => throttle);
  // What a tachometer rounds off, in volts: the same in every repeat, so that scatter among these does not show it.
  const roundedV = roundingError(resolutionOf(speeds)) * inverse.value;
  const rounded =
    drive.residualSd > 0
      ? (roundedV / drive.residualSd) * Math.sqrt(running.length / repeatsOf(throttles, (throttle) => throttle).length)
      : 0;
  const withWidth = (coefficient: Coefficient, fit: LinearFit): Fact => {
    const parts = residualParts(throttles, fit.residuals);
    const of = fit === drive ? rounded : 0;
    const [scatter, widening] = [Math.hypot(parts.scatter, of), Math.max(parts.widening, of)];
    const error = coefficient.error * widening;
    return {
      value: coefficient.value,
      error,
      halfWidth: halfWidth({ value: coefficient.value, error }, fit.degreesOfFreedom),
      scatter: coefficient.error * scatter,
    };
  };
  const missed = missedByModel(running, isOfWinding, drive);
  const widened = (fact: Fact, by: number): Fact => ({ ...fact, halfWidth: Math.hypot(fact.halfWidth, by) });
  const resistanceOhm = widened(withWidth(resistance, drive), missed.ohm);
  // A winding of a few mΩ may come out below nothing by what the readings scatter; by more than that it is no winding.
  if (resistanceOhm.value + resistanceOhm.halfWidth <= 0) throw fitsNoMotor();
  return {
    kv: widened(withWidth(kv, drive), kv.value ** 2 * missed.inverseKv),
    resistanceOhm,
    noLoadA: withWidth(noLoad, load),
    samples: running.length,
  };
}

function fitsNoMotor(): CoreInputError {
  return new CoreInputError(
    "out_of_range",
    "these readings fit no motor: are volts and amps swapped, or is the rpm electrical?",
  );
}

/** Where the throttle begins is known to about so much, as a share of it. */
const START_SLACK = 0.0025;
/**
 * A winding that was not measured is likely so much warmer at the sweep's highest amps, K, and may be by as much less or more. Taken as cold, its
 * resistance would grow with the load, and the line would tilt: too much resistance, too high a speed constant. Trade judgement.
 */
const LIKELY_K = 15;
/** What an ESC and a meter may take beside the motor where no line shows it, A. Trade judgement. */
const BESIDE_A = 0.02;

/** The same readings with a winding that warms with the square of its amps. */
function warmedBy(kelvin: number, running: readonly MotorSample[]): MotorSample[] {
  const most = max(running.map(({ currentA, throttle }) => currentA / throttle));
  return running.map((sample) => {
    const share = sample.currentA / sample.throttle / most;
    return { ...sample, temperatureC: REFERENCE_C + kelvin * share ** 2 };
  });
}

/** The drive's line with the winding's own temperatures, else with likely ones. */
function warmFit(running: readonly MotorSample[], isOfWinding: boolean, kelvin = LIKELY_K): LinearFit {
  return driveFit(isOfWinding ? running : warmedBy(kelvin, running), true);
}

/** How far the drive's figures move by what the line does not know: where the throttle begins, how the winding warms, what flows beside the motor. */
function missedByModel(running: readonly MotorSample[], isOfWinding: boolean, drive: LinearFit) {
  const started = [START_SLACK, -START_SLACK].map((by) =>
    running.map((sample) => ({ ...sample, throttle: Math.max(0.01, (sample.throttle - by) / (1 - by)) })),
  );
  const less = running.map((sample) => ({ ...sample, currentA: sample.currentA - BESIDE_A }));
  const unknowns = [
    started.map((samples) => warmFit(samples, isOfWinding)),
    isOfWinding ? [] : [warmFit(running, false, 0), warmFit(running, false, 2 * LIKELY_K)],
    [warmFit(less, isOfWinding)],
  ];
  const moved = (at: number) =>
    Math.hypot(
      ...unknowns.map((fits) =>
        Math.max(0, ...fits.map((fit) => Math.abs(fit.coefficients[at]!.value - drive.coefficients[at]!.value))),
      ),
    );
  return { inverseKv: moved(0), ohm: moved(1) };
}

/** Copper's resistance rises by this much for each K from 20 °C on. @see IEC 60028:1925 (annealed copper, 0.00393 at 20 °C). */
const COPPER = 0.00393;
const REFERENCE_C = 25;

/** d·V = rpm/Kv + R·I/d. */
function driveFit(running: readonly MotorSample[], isOfWinding: boolean): LinearFit {
  return linearFit(
    running.map((sample) => [sample.rpm, (sample.currentA / sample.throttle) * (isOfWinding ? warmth(sample) : 1)]),
    running.map(({ voltageV, throttle }) => throttle * voltageV),
  );
}

/** The misfit falls by this factor at least. Trade judgement, no published source. */
const CLEARLY_BETTER = 0.85;
/** So many readings of a motor tell it as well as all. */
const MANY = 2000;

/**
 * Whether the temperatures of some sweeps are those of the windings: a sensor may as well sit on a bell, far from the copper. They
 * are believed where they let all motors follow their line clearly better.
 */
export function areOfWindings(sweeps: readonly (readonly MotorSample[])[]): boolean {
  let [without, withThem] = [0, 0];
  for (const samples of sweeps) {
    const running = everyNthAt(
      samples.filter(({ throttle, rpm }) => throttle > 0.05 && rpm > 0),
      MANY,
      ({ throttle }) => throttle,
    );
    if (running.length < FEWEST_SAMPLES || running.some(({ temperatureC }) => temperatureC == null)) return false;
    without += driveFit(running, false).residualSd ** 2;
    withThem += driveFit(running, true).residualSd ** 2;
  }
  return withThem < CLEARLY_BETTER * without;
}

/** How much more a winding resists than at 25 °C, by the motor's temperature; 1 where that was not measured. */
function warmth({ temperatureC }: MotorSample): number {
  if (temperatureC == null) return 1;
  return (1 + COPPER * (temperatureC - 20)) / (1 + COPPER * (REFERENCE_C - 20));
}

/** An ammeter's scatter before its repeats say otherwise: of its range, and of what it shows. */
const USUAL_FLOOR = 0.001;
const USUAL_SHARE = 0.004;

/**
 * One over the standard deviation of an ammeter's reading, up to a factor: σ² = floor² + (share·I)², read off the repeats at low and
 * at high amps where there are enough.
 */
function weightOfAmps(samples: readonly MotorSample[]): (currentA: number) => number {
  const most = max(samples.map(({ currentA }) => Math.abs(currentA)));
  const groups = repeatsOf(samples, ({ throttle }) => throttle)
    .filter((group) => group.length > 1)
    .map((group) => {
      const amps = group.map(({ currentA }) => currentA);
      return { meanA: mean(amps), variance: sampleVariance(amps), degrees: group.length - 1 };
    });
  const pooled = (of: typeof groups) => {
    const degrees = of.reduce((sum, group) => sum + group.degrees, 0);
    return degrees < FEWEST_REPEATS
      ? null
      : of.reduce((sum, group) => sum + group.variance * group.degrees, 0) / degrees;
  };
  const low = pooled(groups.filter(({ meanA }) => meanA < most / 5));
  const rounded = roundingError(resolutionOf(samples.map(({ currentA }) => currentA)));
  const floor = Math.max(low === null ? 0 : Math.sqrt(low), USUAL_FLOOR * most, rounded);
  const high = groups.filter(({ meanA }) => meanA > most / 3);
  const relative = pooled(
    high.map((group) => ({ ...group, variance: Math.max(0, group.variance - floor ** 2) / group.meanA ** 2 })),
  );
  const share = relative === null ? USUAL_SHARE : Math.sqrt(relative);
  return (currentA) => 1 / Math.hypot(floor, share * currentA);
}

const FEWEST_REPEATS = 5;
