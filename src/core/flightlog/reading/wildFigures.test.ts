import { dropWildFigures } from "./wildFigures";

const quiet = (size: number) => Float64Array.from({ length: 2000 }, (_, row) => size * Math.sin(row / 9));

describe("single figures out of all proportion", () => {
  it("are dropped, one or a few in a row", () => {
    const values = quiet(20);
    values[700] = 65_000;
    values.fill(-32_768, 900, 903);
    expect(dropWildFigures(values, "gyro_roll")).toBe(4);
    expect([values[700], values[901]]).toEqual([NaN, NaN]);
  });

  it("are kept where a bump may have made them, and where there are many", () => {
    const bump = quiet(2);
    bump[700] = 400; // struck: a gyro shows that
    expect(dropWildFigures(bump, "gyro_roll")).toBe(0);
    const crash = quiet(2);
    crash.fill(1500, 1900);
    expect(dropWildFigures(crash, "gyro_roll")).toBe(0);
  });

  it("are none where a supply breaks down: what falls is smaller, not larger", () => {
    const rail = Float64Array.from(quiet(0.01), (each) => 5 + each);
    rail[700] = 0;
    expect(dropWildFigures(rail, "rail")).toBe(0);
  });

  it("are not looked for in flags and counts", () => {
    const counts = new Float64Array(2000).map((_, row) => (row % 400 === 0 ? 1 : 0));
    counts[5] = 99;
    expect(dropWildFigures(counts, "satellites")).toBe(0);
  });
});
