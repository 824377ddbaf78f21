import { withoutMisreads } from "./misreads";
import { type StandSample } from "./motorFacts";

const reading = (rpm: number, currentA: number, throttle = 0.5): StandSample => ({
  throttle,
  voltageV: 15,
  currentA,
  rpm,
});
const steady = [9000, 9010, 8990, 9005].map((rpm) => reading(rpm, 10));

describe("a speed far from its repeats", () => {
  it.each([0, 4500, 18_000])("of %d rpm at the same amps is the tachometer's", (rpm) =>
    expect(withoutMisreads([...steady, reading(rpm, 10.1)])).toEqual(steady),
  );

  it("is the motor's where the amps left as well", () => {
    const lost = [...steady, reading(4500, 16)];
    expect(withoutMisreads(lost)).toEqual(lost);
  });

  it("is kept where many are off, or nothing was read again", () => {
    const many = [...steady, ...steady, reading(0, 10), reading(0, 10), reading(0, 10)];
    expect(withoutMisreads(many)).toEqual(many);
    const once = [reading(9000, 10), reading(0, 10, 0.6)];
    expect(withoutMisreads(once)).toEqual(once);
  });
});
