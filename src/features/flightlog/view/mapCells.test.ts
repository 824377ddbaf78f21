import { mapCells } from "./mapCells";

/** Two levels of a hundred bins of 2 Hz: ground 1, a line of 100 at 60 Hz, a weak one of 5 at 120 Hz, and steering at 4 Hz. */
function map(over: Record<number, number> = {}) {
  const density = new Float64Array(200).fill(1);
  for (const level of [0, 100]) {
    density[level + 30] = 100;
    density[level + 60] = 5;
    density[level + 2] = 1e6;
  }
  for (const [at, value] of Object.entries(over)) density[Number(at)] = value;
  return { edges: Float64Array.of(0.2, 0.5, 0.8), stepHz: 2, bins: 100, density };
}

describe("mapCells", () => {
  it("draws what stands out of the ground, the strong darker than the weak, on the level where it is", () => {
    const cells = mapCells(map());
    const at = (hz: number) => cells.filter((cell) => cell[0] === hz);
    expect(at(60).map(([, from, to, shade]) => [from, to, shade])).toEqual([[0.2, 0.5, 1], [0.5, 0.8, 1]]); // prettier-ignore
    expect(at(120)[0]![3]).toBeGreaterThan(0);
    expect(at(120)[0]![3]).toBeLessThan(1);
    expect(at(80)).toEqual([]);
  });

  it("does not let what the pilot flies outshine what shakes", () => {
    expect(mapCells(map()).find(([hz]) => hz === 60)![3]).toBe(1);
  });

  it("leaves levels empty that were never flown at", () => {
    const unflown = Object.fromEntries(Array.from({ length: 100 }, (_, bin) => [100 + bin, NaN]));
    expect(mapCells(map(unflown)).every(([, from]) => from === 0.2)).toBe(true);
    expect(mapCells({ ...map(), density: new Float64Array(200).fill(NaN) })).toEqual([]);
  });
});
