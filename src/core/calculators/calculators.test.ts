import { fromSi, QUANTITIES, toSi } from "../units/quantities";
import { CALCULATORS } from "./";
import { meanChord } from "./balancePoint";
import { frameTime, slowestThatFits } from "../bench/escProtocol";
import { gaugeSection } from "./wireDrop";

/** Computes a calculator with its first values, some of them changed, all in first units; results by label in first units. */
function compute(id: string, over: Readonly<Record<string, number>> = {}) {
  const calculator = CALCULATORS.find((each) => each.id === id)!;
  const given = Object.fromEntries(
    calculator.inputs.map((input) => [input.id, toSi(over[input.id] ?? input.start, QUANTITIES[input.quantity][0])]),
  );
  const { results, remarks } = calculator.compute(given);
  const values = Object.fromEntries(
    results.map(({ label, quantity, value }) => [label, fromSi(value, QUANTITIES[quantity][0])]),
  );
  return { values, remarks, main: fromSi(results[0]!.value, QUANTITIES[results[0]!.quantity][0]) };
}

describe("the calculators", () => {
  it.each(CALCULATORS.map((calculator) => [calculator.id, calculator] as const))(
    "%s has one main figure, a source, and starts within bounds",
    (id, calculator) => {
      expect(calculator.compute).toBeInstanceOf(Function);
      const { values } = compute(id);
      for (const value of Object.values(values)) expect(Number.isFinite(value)).toBe(true);
      for (const { start, min, max } of calculator.inputs) {
        expect(start).toBeGreaterThanOrEqual(min);
        expect(start).toBeLessThanOrEqual(max);
      }
      expect(calculator.source).not.toBe("");
    },
  );

  // The figures below without a named source are common practice, no published source.
  it("875 mAh in 5.6 min is 9.375 A mean, not 8.25", () => {
    expect(compute("mean-current", { charge: 875, time: 5.6 }).main).toBeCloseTo(9.375, 9);
  });

  it("4200 mAh would last 26.9 min if the heavier pack cost nothing and were flown empty, and lasts less", () => {
    const { values, main, remarks } = compute("endurance", { usedCharge: 875, time: 5.6 });
    expect(values["If the pack weighed nothing more and were flown empty"]).toBeCloseTo(26.88, 2);
    // By hand: (860/620)^1.5 = 1.6337; 26.88 · 0.8 / 1.6337.
    expect(main).toBeCloseTo((26.88 * 0.8) / (860 / 620) ** 1.5, 6);
    expect(remarks.map(({ text }) => text)).toContain("The heavier pack costs 63 % more power.");
  });

  it("57 km at 127 mAh/km is 7239 mAh, over 102 min a mean of 4.26 A", () => {
    const speed = 57 / (102 / 60);
    const { values } = compute("endurance", {
      usedCharge: 7239,
      time: 102,
      mass: 1500,
      oldPack: 500,
      newPack: 500,
      capacity: 7239,
      usable: 100,
      speed,
    });
    expect(values["Mean current"]).toBeCloseTo(4.258, 3);
    expect(values["Charge for the way"]).toBeCloseTo(127, 6);
    expect(values["Range, still air"]).toBeCloseTo(57, 6);
  });

  it("213 mAh shown and 875 put back is a factor of 4.108, both ways of setting it shown", () => {
    const { values, main } = compute("meter-factor", { shown: 213, putBack: 875 });
    expect(main).toBeCloseTo(4.108, 3);
    expect(values["New scale, if the firmware multiplies by it"]).toBeCloseTo(410.8, 1);
    expect(values["New scale, if the firmware divides by it"]).toBeCloseTo(24.34, 2);
  });

  it("31 % at 8 kHz is 17 % at 4 kHz, 3.5 % for each kHz", () => {
    const { values, main } = compute("processor-load");
    expect(main).toBeCloseTo(17, 9);
    expect(values["Added by each kHz"]).toBeCloseTo(3.5, 9);
  });

  it.each([
    [150, 106.7],
    [300, 53.3],
    [600, 26.7],
    [1200, 13.3],
  ])("a frame at %d kbit/s lasts %d µs", (kbit, us) => expect(frameTime(kbit * 1e3) * 1e6).toBeCloseTo(us, 1));

  it("takes the slowest bit rate that fits in the loop", () => {
    expect(slowestThatFits(8000)).toBe(150e3); // 106.7 of 125 µs
    expect(slowestThatFits(10_000)).toBe(300e3);
    expect(slowestThatFits(32_000)).toBe(600e3);
    expect(slowestThatFits(100_000)).toBeNull();
  });

  it("says that eight motors on a board with four digital outputs all go analogue", () => {
    const { remarks } = compute("protocol-timing", { motors: 8, outputs: 4 });
    expect(remarks.some(({ word, text }) => word === "bad" && text.includes("analogue"))).toBe(true);
  });

  it("names both schools of the protocol, and takes the one that is asked for", () => {
    const text = (over: Record<string, number>) =>
      compute("protocol-timing", over)
        .remarks.map((remark) => remark.text)
        .join(" ");
    expect(text({})).toMatch(/Take 150 kbit\/s.*bear noise.*no end-point calibration/);
    expect(text({ school: 1 })).toMatch(/Take 600 kbit\/s.*least delay/);
    expect(text({ topRate: 0 })).toMatch(/Take an analogue protocol.*calibrate each ESC/);
  });

  it("adds a servo rail up, moving, with one jammed and with all jammed", () => {
    const { main, values } = compute("servo-rail", { count: 4, moving: 0.35, stall: 1.4, others: 0.4 });
    expect(main).toBeCloseTo(1.8, 9);
    expect(values["One stalled, the others moving"]).toBeCloseTo(2.85, 9);
    expect(values["All stalled"]).toBeCloseTo(6, 9);
    const shared = compute("servo-rail", { feeds: 1 }).remarks;
    expect(shared.at(-1)!.text).toMatch(/The board hangs on the same regulator/);
  });

  it("calls 1.4 flying and 2 climbing without limit for a fixed wing, and wants 2 of a multirotor", () => {
    const word = (thrust: number, kind: number) =>
      compute("thrust-to-weight", { thrust, motors: 1, mass: 1000, kind }).remarks[0]!;
    expect(word(1400, 0)).toMatchObject({ word: "good", text: expect.stringMatching(/^Flies/) });
    expect(word(2000, 0).text).toMatch(/without limit/);
    expect(word(1300, 0).word).toBe("watch");
    expect(word(2001, 1).word).toBe("good");
    expect(word(1900, 1).word).toBe("watch");
    expect(word(900, 1).word).toBe("bad");
  });

  // Straight wing: the mean chord is the chord. A triangle: 2/3 of the root, a third of the half span out; both by geometry.
  it("finds the mean chord of a rectangle, a triangle and a swept plank", () => {
    const plan = { rootChordM: 0.3, tipChordM: 0.3, halfSpanM: 0.6, tipSetbackM: 0 };
    expect(meanChord(plan).chordM).toBeCloseTo(0.3, 12);
    const triangle = meanChord({ ...plan, tipChordM: 0 });
    expect(triangle.chordM).toBeCloseTo(0.2, 12);
    expect(triangle.atSpanM).toBeCloseTo(0.2, 12);
    expect(meanChord({ ...plan, tipSetbackM: 0.2 }).leadingEdgeM).toBeCloseTo(0.1, 12);
  });

  it("names a tail-heavy craft as such, by how many millimetres", () => {
    const rectangle = { rootChord: 200, tipChord: 200, setback: 0, wanted: 25 };
    expect(compute("balance-point", { ...rectangle, measured: 50 })).toMatchObject({ remarks: [{ word: "good" }] });
    expect(compute("balance-point", { ...rectangle, measured: 60 }).remarks[0]!.text).toMatch(
      /^10 mm too far back: tail/,
    );
    expect(compute("balance-point", { ...rectangle, measured: 60 }).main).toBeCloseTo(30, 9);
  });

  // ASTM B258: 10 AWG is 5.261 mm², 12 AWG 3.309 mm², 20 AWG 0.5176 mm² (values from memory).
  it.each([
    [10, 5.261],
    [12, 3.309],
    [20, 0.518],
  ])("gauge %d has %d mm²", (gauge, mm2) => expect(gaugeSection(gauge) * 1e6).toBeCloseTo(mm2, 3));

  it("loses 60 A through 12 cm of 12 gauge, there and back, in 75 mV", () => {
    // R = 2 · 0.12 / (58e6 · 3.309e-6) = 1.2505 mΩ; times 60 A.
    expect(compute("wire-drop").main).toBeCloseTo(0.07503, 4);
  });

  it("draws more and turns slower with a larger prop on the same motor", () => {
    const small = compute("drive-matching", { prop: 1 });
    const large = compute("drive-matching", { prop: 2 });
    expect(large.main).toBeGreaterThan(small.main);
    expect(large.values["Speed, full throttle"]).toBeLessThan(small.values["Speed, full throttle"]!);
  });

  it("draws curves that pass through the answer", () => {
    const given = (id: string) => {
      const calculator = CALCULATORS.find((one) => one.id === id)!;
      const si = Object.fromEntries(
        calculator.inputs.map(({ id: input, quantity, start }) => [input, toSi(start, QUANTITIES[quantity][0])]),
      );
      return { curve: calculator.curve!(si), results: calculator.compute(si).results };
    };
    const drive = given("drive-matching");
    const [amps, thrust] = drive.curve.lines;
    expect(amps!.points.at(-1)![0]).toBe(100);
    expect(amps!.points.at(-1)![1]).toBeCloseTo(drive.results[0]!.value, 6);
    // Where the line of the answer stands, the thrust is the hover's.
    const above = thrust!.points.findIndex(([percent]) => percent > drive.curve.at);
    expect(thrust!.points[above - 1]![1]).toBeLessThanOrEqual(thrust!.limit!.value * 1.02);
    expect(thrust!.points[above]![1]).toBeGreaterThan(thrust!.limit!.value * 0.98);
    const flight = given("endurance");
    const own = flight.curve.lines[0]!.points.find(([mah]) => Math.abs(mah - flight.curve.at) < 1)!;
    expect(own[1]).toBeCloseTo(flight.results[0]!.value / 60, 6);
  });

  describe("repair or replace", () => {
    // Quantiles of the beta distribution by SciPy 1.17.1: beta.ppf([.05, .95], 3.5, 5.5).
    const [SCIPY_LOW, SCIPY_HIGH] = [0.15010697, 0.65717469];
    it("reckons with the chance that 3 of 8 give, and its interval", () => {
      const { values, remarks } = compute("repair-or-replace", {
        jobs: 8,
        failed: 3,
        repair: 45,
        next: 180,
        replace: 120,
      });
      expect(values["Chance that it fails again"]).toBeCloseTo(38.8889, 3);
      expect(values["at least"]).toBeCloseTo(45 + 180 * SCIPY_LOW, 2);
      expect(values["at most"]).toBeCloseTo(45 + 180 * SCIPY_HIGH, 2);
      expect(remarks[0]).toMatchObject({
        word: "watch",
        text: expect.stringMatching(/^Cannot tell from 8 jobs/) as string,
      });
    });

    it("says repair, or replace, only where the whole interval does", () => {
      expect(compute("repair-or-replace", { jobs: 200, failed: 4 }).remarks[0]!.word).toBe("good");
      expect(compute("repair-or-replace", { jobs: 200, failed: 150 }).remarks[0]!.word).toBe("bad");
      expect(compute("repair-or-replace", { jobs: 0, failed: 0 }).remarks[0]!.word).toBe("watch");
    });
  });
});
