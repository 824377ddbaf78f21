import { readColumns } from "../../series/readColumns";
import { levelStretches, markedTable } from "./markSteps";

/*
 * A log as a cheap wattmeter writes it, in the words of the bench: five readings a second, no throttle in it. Somebody held the
 * stick at nothing, a quarter, a half and full, some seconds each, with half a second of ramp between; the pack sagged at full.
 */
const HELD = [
  [0, 5, 0.8],
  [25, 4, 9.2],
  [50, 4, 31],
  [100, 5, 78],
] as const;

function wattmeterLog(noise: (at: number) => number): string {
  const lines = ["time [s],voltage [V],current [A]"];
  let at = 0;
  let before: number = HELD[0][2];
  for (const [, seconds, amps] of HELD) {
    for (let step = 0; step < 3; step++, at++)
      lines.push(row(at, before + ((amps - before) * (step + 1)) / 3, noise(at)));
    for (let step = 0; step < seconds * 5; step++, at++)
      lines.push(row(at, amps * (amps > 70 ? 1 - (0.04 * step) / (seconds * 5) : 1), noise(at)));
    before = amps;
  }
  return lines.join("\n");
}
const row = (at: number, amps: number, noise: number) =>
  `${(at / 5).toFixed(1)},${(16.6 - 0.02 * amps).toFixed(2)},${(amps + noise).toFixed(2)}`;
/** A quarter of an ampere up and down, as a meter's last digits go. */
const flicker = (at: number) => 0.25 * Math.sin(at * 12.9898);

describe("levelStretches", () => {
  const stretches = levelStretches(readColumns(wattmeterLog(flicker)));

  it("finds each throttle that was held, and nothing of the ramps between", () => {
    expect(stretches).toHaveLength(HELD.length);
    for (const [index, [, seconds, amps]] of HELD.entries()) {
      const { fromS, toS, currentA } = stretches[index]!;
      expect(Math.abs(currentA / amps - 1)).toBeLessThan(0.04);
      expect(toS - fromS).toBeGreaterThan(seconds * 0.7);
      expect(toS - fromS).toBeLessThanOrEqual(seconds + 0.6);
    }
  });

  it("says so when nothing was held, and when there is no clock", () => {
    const sweep = ["time [s],voltage [V],current [A]", ...Array.from({ length: 60 }, (_, at) => row(at, at * 2, 0))];
    expect(levelStretches(readColumns(sweep.join("\n")))).toEqual([]);
    expect(() => levelStretches(readColumns("voltage [V],current [A]\n16,3\n16,4"))).toThrow(/time/);
  });
});

describe("markedTable", () => {
  const columns = readColumns(wattmeterLog(flicker));

  it("keeps the readings of the steps that were marked, each with its throttle", () => {
    const [standby, , half] = levelStretches(columns);
    const marked = readColumns(
      markedTable(columns, [
        { ...standby!, throttle: 0 },
        { ...half!, throttle: 0.5 },
      ]),
    );
    const throttle = marked.values.get("throttle")!;
    const current = marked.values.get("current")!;
    expect(new Set(throttle)).toEqual(new Set([0, 0.5]));
    expect(throttle.length).toBeGreaterThan(25);
    for (const [index, share] of throttle.entries())
      expect(Math.abs(current[index]! - (share === 0 ? 0.8 : 31))).toBeLessThan(1.5);
  });
});
