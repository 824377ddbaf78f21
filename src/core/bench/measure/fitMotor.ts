import { max, min } from "simple-statistics";
import { CoreInputError } from "../../CoreInputError";
import { type Coefficient, halfWidth, linearFit } from "../../fit/linearFit";

/** One settled reading of a motor with its prop. */
export interface MotorSample {
  /** Throttle, 0..1: the share of time the ESC lets the pack through. Above zero. */
  throttle: number;
  /** Of the pack. */
  voltageV: number;
  currentA: number;
  rpm: number;
}

/** A motor's constants, each with its standard error and half its 95 % interval. */
export interface MotorFit {
  kv: Coefficient & { halfWidth: number };
  resistanceOhm: Coefficient & { halfWidth: number };
  noLoadA: Coefficient & { halfWidth: number };
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
 * @throws {CoreInputError} `too_few_points`, `not_finite`, or `out_of_range` when the sweep does not support the fit.
 * @see M. Drela, "First-Order DC Electric Motor Model", MIT Aero & Astro 2007.
 */
export function fitMotor(samples: readonly MotorSample[]): MotorFit {
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
  const currents = running.map(({ currentA, throttle }) => currentA / throttle);
  const drive = linearFit(
    running.map(({ rpm }, place) => [rpm, currents[place]!]),
    running.map(({ voltageV, throttle }) => throttle * voltageV),
  );
  // As I = d·I0 + c·d·rpm², so that the ammeter's scatter weighs the same on each line.
  const load = linearFit(
    running.map(({ throttle, rpm }) => [throttle, throttle * rpm ** 2]),
    running.map(({ currentA }) => currentA),
  );
  const [inverse, resistance] = drive.coefficients as [Coefficient, Coefficient];
  const [noLoad] = load.coefficients as [Coefficient];
  if (inverse.value <= 0 || resistance.value <= 0)
    throw new CoreInputError(
      "out_of_range",
      "these readings fit no motor: are volts and amps swapped, or is the rpm electrical?",
    );
  const kv = { value: 1 / inverse.value, error: inverse.error / inverse.value ** 2 };
  const withWidth = (coefficient: Coefficient, degrees: number) => ({
    ...coefficient,
    halfWidth: halfWidth(coefficient, degrees),
  });
  return {
    kv: withWidth(kv, drive.degreesOfFreedom),
    resistanceOhm: withWidth(resistance, drive.degreesOfFreedom),
    noLoadA: withWidth(noLoad, load.degreesOfFreedom),
    samples: running.length,
  };
}
