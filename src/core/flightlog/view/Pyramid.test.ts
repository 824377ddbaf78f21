import fc from "fast-check";
import { Pyramid } from "./Pyramid";

describe("Pyramid", () => {
  it("gives the lowest and highest that a look at every row gives", () => {
    const values = Float64Array.from({ length: 5000 }, (_, row) =>
      row % 11 === 0 ? NaN : Math.fround(Math.sin(row / 7) * (row % 97)),
    );
    const pyramid = new Pyramid(values);
    fc.assert(
      fc.property(fc.nat(4999), fc.nat(4999), fc.integer({ min: 1, max: 300 }), (a, b, parts) => {
        const [from, to] = [Math.min(a, b), Math.max(a, b) + 1];
        const { rows, min, max } = pyramid.envelope(from, to, parts);
        rows.forEach((row, part) => {
          const inside = [...values.subarray(row, rows[part + 1] ?? to)].filter(Number.isFinite);
          expect(min[part]).toBe(inside.length > 0 ? Math.min(...inside) : NaN);
          expect(max[part]).toBe(inside.length > 0 ? Math.max(...inside) : NaN);
        });
      }),
      { numRuns: 200 },
    );
  });

  it("goes down to the single sample", () => {
    const { rows, min, max } = new Pyramid(Float64Array.from({ length: 2000 }, (_, row) => row)).envelope(
      1000,
      1003,
      500,
    );
    expect([[...rows], [...min], [...max]]).toEqual([
      [1000, 1001, 1002],
      [1000, 1001, 1002],
      [1000, 1001, 1002],
    ]);
  });
});
