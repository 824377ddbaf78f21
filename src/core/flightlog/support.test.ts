import { type FlightLog } from "./FlightLog";
import { viewOfChannels } from "./flightView.fixture";
import { isSupported } from "./support";

const RATE_HZ = 100;
const SECONDS = 20;
const COUNT = RATE_HZ * SECONDS;

/** A log of motors at work, by what the outputs and each channel do over time. */
function logOf(
  power: (t: number) => number,
  channels: Record<string, (t: number) => number>,
): [FlightLog, Float64Array] {
  const timeS = Float64Array.from({ length: COUNT }, (_, row) => row / RATE_HZ);
  const made = Object.fromEntries(Object.entries(channels).map(([role, of]) => [role, timeS.map(of)]));
  return [viewOfChannels(made, RATE_HZ, "multirotor").log, timeS.map(power)];
}
const working = new Uint8Array(COUNT).fill(1);
const lean = (t: number) => 20 * Math.sin(t);
const steps = (t: number) => 0.3 + 0.2 * (Math.floor(t / 2) % 2);

describe("a craft that something holds", () => {
  it("shows its lean in what it feels, as gravity along its axis", () => {
    const [log, power] = logOf(() => 0.4, { roll: lean, acc_y: (t) => Math.sin((lean(t) * Math.PI) / 180) });
    expect(isSupported(log, power, working)).toBe(true);
  });

  it("does not feel its output, nor turn with it", () => {
    const [log, power] = logOf(steps, { acc_z: () => 1, gyro_roll: () => 0, gyro_pitch: () => 0 });
    expect(isSupported(log, power, working)).toBe(true);
  });
});

describe("a craft in the air", () => {
  it("leans without feeling it: lift goes along its own up", () => {
    const [log, power] = logOf(() => 0.4, { roll: lean, acc_y: (t) => 0.02 * Math.sin(3 * t), acc_z: () => 1 });
    expect(isSupported(log, power, working)).toBe(false);
  });

  it("feels a slow lean in the end, when the speed that it gathers is held by drag", () => {
    const slow = (t: number) => 30 * Math.sin(t / 4);
    const [log, power] = logOf(() => 0.4, { roll: slow, acc_y: (t) => Math.sin((slow(t - 0.8) * Math.PI) / 180) });
    expect(isSupported(log, power, working)).toBe(false);
  });

  it("feels every step of its output", () => {
    const [log, power] = logOf(steps, { acc_z: (t) => (steps(t) / 0.4) ** 2, gyro_roll: () => 0, gyro_pitch: () => 0 });
    expect(isSupported(log, power, working)).toBe(false);
  });

  it("is taken to fly where the log holds neither", () => {
    const [log, power] = logOf(steps, { roll: lean });
    expect(isSupported(log, power, working)).toBe(false);
  });
});
