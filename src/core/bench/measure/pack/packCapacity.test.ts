import { CELL_CURVES } from "./chemistries";
import { judgePack } from "./judgePack";
import { drawnAh, judgeCapacity, packCapacity } from "./packCapacity";

/** A discharge at one load from a rest to a rest; a cell follows its resting curve, of which it holds `mah` from full to empty. */
function discharge({ mah = 1500, ohm = 0.006, restS = 120, drawnShare = 0.6, amps = 7.5, cells = 3 } = {}) {
  const restV = (charge: number) => {
    const { rest } = CELL_CURVES.LiPo;
    const after = Math.max(
      1,
      rest.findIndex(([, share]) => share >= charge),
    );
    const [[v0, c0], [v1, c1]] = [rest[after - 1]!, rest[after]!];
    return v0 + ((charge - c0) / (c1 - c0)) * (v1 - v0);
  };
  const loadS = (drawnShare * mah * 3.6) / amps;
  const times = [
    0,
    5,
    ...Array.from({ length: 40 }, (_, at) => 10 + (at * loadS) / 39),
    10 + loadS + 1,
    10 + loadS + restS,
  ];
  return times.map((timeS) => {
    const isLoaded = timeS >= 10 && timeS <= 10 + loadS;
    const drawn = (amps * Math.min(loadS, Math.max(0, timeS - 10))) / 3600;
    const volts = restV(0.95 - (drawn * 1000) / mah) - (isLoaded ? amps * ohm : 0);
    return { timeS, currentA: isLoaded ? amps : 0, cellsV: Array.from({ length: cells }, () => volts) };
  });
}

describe("packCapacity", () => {
  it("is what was drawn over the charge that was lost, between two rests", () => {
    const told = packCapacity(discharge({ mah: 1180 }), "LiPo");
    expect(told).toMatchObject({ mah: expect.any(Number) });
    if ("mah" in told) expect(Math.abs(told.mah - 1180)).toBeLessThan(told.halfWidth);
  });

  it("counts the charge by the trapezoidal rule", () =>
    expect(
      drawnAh([
        { timeS: 0, currentA: 0 },
        { timeS: 3600, currentA: 2 },
        { timeS: 7200, currentA: 2 },
      ]),
    ).toBe(3));

  it.each([
    ["without a rest before", discharge().slice(2), /at rest before the load/],
    ["without a rest after", discharge({ restS: 20 }), /rest for 60 s and more/],
    ["when little was drawn", discharge({ drawnShare: 0.15 }), /draw more of it/],
  ])("is not told %s, and what would tell it is said", (_, samples, why) =>
    expect(packCapacity(samples, "LiPo")).toEqual({ why: expect.stringMatching(why) }),
  );

  it("is judged by its label, its error included", () => {
    expect(judgeCapacity({ mah: 800, halfWidth: 60 }, 1500).word).toBe("bad");
    expect(judgeCapacity({ mah: 1050, halfWidth: 90 }, 1500).word).toBe("watch");
    expect(judgeCapacity({ mah: 1100, halfWidth: 300 }, 1500).word).toBe("cannot say");
    expect(judgeCapacity({ mah: 1400, halfWidth: 120 }, 1500).word).toBe("good");
  });
});

describe("a pack read while it is drained", () => {
  it("has the resistance that it has, and is called by what it holds", () => {
    const samples = discharge({ mah: 700, ohm: 0.007 });
    const { word, reasons, figures } = judgePack(samples, { capacityMah: 1500, cRating: null, peakA: null });
    expect(word).toBe("bad");
    expect(reasons[0]).toMatch(/^It holds \d+ ± \d+ mAh, 4\d % of its label/);
    expect(figures.find(({ label }) => label === "Cell 1: internal resistance")!.value).toBeCloseTo(7, -0.5);
  });
});

describe("a cell that does not move", () => {
  const loads = [1, 5, 10, 15, 20];
  const label = { capacityMah: 1500, cRating: null, peakA: null };
  const judge = (second: (amps: number) => number) =>
    judgePack(
      loads.map((currentA) => ({ currentA, cellsV: [4.1 - 0.006 * currentA, second(currentA)] })),
      label,
    );

  it("is named, and is no cell without resistance", () =>
    expect(() => judge((amps) => (amps > 10 ? 4.101 : 4.1))).toThrow(/^Cell 2 does not move under load/));

  it("is told apart from one that moves by little", () =>
    expect(judge((amps) => 4.1 - 0.002 * amps).word).toBeDefined());
});
