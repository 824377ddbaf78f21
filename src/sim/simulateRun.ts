import { profileDurationS, type ProfileStep } from "../core/bench/run/profile";
import { ProfileCursor } from "../core/bench/run/ProfileCursor";
import { type Readings, type Series, toSeries } from "../core/series/series";
import { type SimulatedCraft } from "./benchDefects";
import { BenchWorld } from "./BenchWorld";
import { seededRandom } from "./random";

/** Fine enough for rotors that take some hundredths of a second to follow. */
const STEP_S = 0.01;

/**
 * Runs a whole profile on a simulated craft at once, for demo data, tests and benchmarks: what the rig agent would have stored.
 *
 * @param channels - The channels recorded.
 * @param rateHz - Samples a second.
 * @param seed - Of the instruments' scatter; the same seed gives the same run.
 */
export function simulateRun(
  craft: SimulatedCraft,
  profile: readonly ProfileStep[],
  { channels, rateHz, seed }: { channels: readonly string[]; rateHz: number; seed: number },
): Series {
  const world = new BenchWorld(craft, seededRandom(seed));
  const cursor = new ProfileCursor(profile);
  const most = Math.ceil(profileDurationS(profile) * rateHz);
  const stepsEach = Math.max(1, Math.round(1 / (rateHz * STEP_S)));
  const rows: Readings[] = [];
  let latest: Readings = {};
  let pulseS = 1500e-6;
  for (let at = 0; at < most; at++) {
    const time = at / rateHz;
    const command = cursor.at(time, latest);
    if (!command) break;
    pulseS = command.pulseS ?? pulseS;
    for (let small = 0; small < stepsEach; small++)
      world.step({ throttle: command.throttle, output: command.output, pulseS }, 1 / rateHz / stepsEach);
    const all = world.read();
    latest = Object.fromEntries(channels.map((channel) => [channel, all[channel]!]));
    const { step, output, throttle } = command;
    rows.push({ time, step, output, throttle, ...(command.pulseS !== null && { pulse: command.pulseS }), ...latest });
  }
  return toSeries(rows);
}
