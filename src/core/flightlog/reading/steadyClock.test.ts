import { steadyClock } from "./steadyClock";

const clock = (...stamps: number[]) => Float64Array.from(stamps);
const even = (rows: number, stepS: number) => Float64Array.from({ length: rows }, (_, row) => 40 + row * stepS);

describe("a log's clock", () => {
  it("counts from its first line", () => expect([...steadyClock(clock(5, 6, 7)).timeS]).toEqual([0, 1, 2]));

  it("that is coarser than its lines is spread over its step, and said so", () => {
    const coarse = even(1000, 0.01).map((stamp) => Math.floor(stamp * 50 + 1e-6) / 50);
    const { timeS, stepS, notes } = steadyClock(coarse);
    expect(stepS).toBeCloseTo(0.01, 3);
    expect([...timeS].every((each, row) => Math.abs(each - row * 0.01) < 0.011)).toBe(true);
    expect(notes).toEqual([expect.stringMatching(/^50 of 100 lines repeat the time before them/)]);
  });

  it("with one stamp far off has no break there", () => {
    const stamps = even(100, 0.1);
    stamps[50] = 9000;
    const { timeS, breaks, notes } = steadyClock(stamps);
    expect(breaks).toEqual([]);
    expect(timeS[50]).toBeCloseTo(5, 6);
    expect(notes).toHaveLength(1);
  });

  it("has its gaps and its restarts", () => {
    const { breaks } = steadyClock(clock(...even(20, 0.1), ...even(20, 0.1).map((each) => each + 5), ...even(20, 0.1)));
    expect(breaks.map(({ row, kind }) => [row, kind])).toEqual([
      [20, "gap"],
      [40, "began again"],
    ]);
  });

  it("that stands still is none", () => expect(() => steadyClock(clock(3, 3, 3))).toThrow(/stands still/));
});
