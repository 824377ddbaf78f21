import { type PowerSample } from "../core/bench/findLimitCrossing";
import { profileDurationS, stepAt, type SweepStep } from "../core/bench/sweepProfile";
import { type DriveParameters, restingState, stepDrive } from "./driveModel";
import { gaussian, seededRandom } from "./random";

/** Scatter of the simulated wattmeter: one standard deviation. */
export const METER_NOISE = { voltageV: 0.008, currentShare: 0.006, currentA: 0.02 };

/**
 * Runs a whole profile on a simulated drive at once, for demo data and tests.
 *
 * @param rateHz - Samples a second.
 * @param seed - The same seed gives the same run.
 */
export function simulateSweep(
  drive: DriveParameters,
  profile: readonly SweepStep[],
  rateHz: number,
  seed: number,
): PowerSample[] {
  const random = seededRandom(seed);
  const count = Math.round(profileDurationS(profile) * rateHz);
  let state = restingState(drive);
  return Array.from({ length: count }, (_, index) => {
    const timeS = index / rateHz;
    const throttle = profile[stepAt(profile, timeS)!]!.throttle;
    state = stepDrive(drive, state, throttle, 1 / rateHz);
    return { timeS, throttle, ...withMeterNoise(state, random) };
  });
}

/** What a wattmeter shows of a drive's state. */
export function withMeterNoise(state: { voltageV: number; currentA: number }, random: () => number) {
  return {
    voltageV: state.voltageV + METER_NOISE.voltageV * gaussian(random),
    currentA: Math.max(
      0,
      state.currentA * (1 + METER_NOISE.currentShare * gaussian(random)) + METER_NOISE.currentA * gaussian(random),
    ),
  };
}
