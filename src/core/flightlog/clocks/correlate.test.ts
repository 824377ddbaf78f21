import { correlate } from "./correlate";

const A = Float64Array.from({ length: 14 }, (_, i) => ((i * i * 7 + 3 * i) % 11) - 5 + 0.25 * i);
const B = Float64Array.from({ length: 9 }, (_, i) => ((i * 5 + i * i * 2) % 7) * 1.5 - 0.1 * i);

describe("correlate", () => {
  // NumPy 2.4.6, corrcoef of the shared parts at lags -5 to 10.
  it("agrees at every lag with an independent package", () => {
    const { firstLag, r } = correlate(A, B, 4)!;
    expect(firstLag).toBe(-5);
    const expected = [
      -0.026179504, 0.075274726, -0.242762304, 0.038948867, 0.15120778, -0.185825687, -0.162831216, 0.153428191,
      0.322264424, -0.179223588, -0.113918471, 0.159123812, 0.0140252, -0.291822643, 0.489351574, 0.39061426,
    ];
    expect(r).toHaveLength(expected.length);
    expected.forEach((value, at) => expect(r[at]).toBeCloseTo(value, 8));
  });

  it("is 1 where a series meets itself, whatever its level and scale, and −1 where it meets its mirror", () => {
    const { firstLag, r } = correlate(
      A,
      A.subarray(3, 12).map((value) => 1e6 + 40 * value),
      6,
    )!;
    expect(r[3 - firstLag]).toBeCloseTo(1, 9);
    expect(
      correlate(
        A,
        A.map((value) => -value),
        14,
      )!.r[0],
    ).toBeCloseTo(-1, 9);
  });

  it("is 0 where one of the two stands still, and null where they can share too little", () => {
    const { r } = correlate(A, new Float64Array(9).fill(16.8), 4)!;
    expect([...r].every((value) => value === 0)).toBe(true);
    expect(correlate(A, B, 20)).toBeNull();
  });
});
