import { gaussian, seededRandom } from "@/sim/random";
import { viewOfChannels } from "./flightView.fixture";
import { judgeLog } from "./judgeLog";
import { type LogCraft } from "./phases";

const ROWS = 120_000;
const RATE_HZ = 100;
/** Ten to a hundred times what it takes; an answer that sorts the whole flight again for each window takes minutes. */
const LIMIT_MS = 15_000;

/** A random walk that is drawn back to its middle: what any channel of a flight looks like from far off. */
function walk(random: () => number, step: number, middle = 0): Float64Array {
  let off = 0;
  return Float64Array.from({ length: ROWS }, () => middle + (off = 0.98 * off + step * gaussian(random)));
}

/** A surface that is set once in two seconds and stands in between. */
function held(values: Float64Array): Float64Array {
  return values.map((_, row) => values[row - (row % (2 * RATE_HZ))]!);
}

/** The rate at which a craft turns that follows its surface within a tenth of a second. */
function turnedBy(surface: Float64Array, random: () => number): Float64Array {
  let rate = 0;
  return surface.map((each) => (rate += (300 * (each - 0.5) - rate) * 0.1) + 0.3 * gaussian(random));
}

/** Twenty minutes of every channel that such a craft's recorder keeps, or of those without what was asked of the craft. */
function longFlight(craft: LogCraft, hasTargets: boolean, random: () => number) {
  const channels: Record<string, Float64Array> = {};
  for (const axis of ["roll", "pitch", "yaw"]) {
    channels[`gyro_${axis}`] = walk(random, 6);
    channels[axis] = walk(random, 2);
    channels[`stick_${axis}`] = walk(random, 0.03);
    if (hasTargets) channels[`${axis}_target`] = walk(random, 2);
  }
  const outputs = {
    "fixed-wing": ["elevator", "aileron", "throttle"],
    multirotor: ["motor_1", "motor_2", "motor_3", "motor_4"],
    helicopter: ["throttle", "tail", "servo_1", "servo_2", "servo_3"],
  }[craft];
  for (const output of outputs) channels[output] = walk(random, 0.02, output === "tail" ? 0 : 0.5);
  if (craft === "fixed-wing") {
    channels.airspeed = walk(random, 0.2, 15);
    channels.aileron = held(channels.aileron!);
    channels.gyro_roll = turnedBy(channels.aileron, random);
  }
  if (craft === "helicopter") channels.head_speed = walk(random, 5, 2000);
  return {
    ...channels,
    acc_z: walk(random, 0.05, 1),
    altitude: walk(random, 0.3, 40),
    volts: walk(random, 0.02, 15),
    amps: walk(random, 1, 20),
  };
}

describe("judgeLog", () => {
  it.each<[LogCraft, string, boolean]>([
    ["fixed-wing", "with what was asked", true],
    ["fixed-wing", "without what was asked", false],
    ["multirotor", "without what was asked", false],
    ["helicopter", "without what was asked", false],
  ])("judges twenty minutes of a %s %s in seconds", (craft, _, hasTargets) => {
    const { log } = viewOfChannels(longFlight(craft, hasTargets, seededRandom(3)), RATE_HZ, craft);
    const startedMs = performance.now();
    const { phases } = judgeLog(log, { craft });
    expect(performance.now() - startedMs).toBeLessThan(LIMIT_MS);
    expect(phases.length).toBeGreaterThan(0);
  });
});
