import { judgePower } from "./measure/judgePower";
import { type compareStep, judgePowerDraw } from "./judgePowerDraw";
import { normaliseDraw } from "./normaliseDraw";
import { weakestInLine } from "./weakestInLine";

// Common practice, no published source: 16.41 A at 178.6 W against 15.4 A at 182.8 W looks 2.3 % better, but the packs
// stood at 10.88 V and 11.87 V.
const measured = { voltageV: 10.88, currentA: 16.41, powerW: 178.6 };
const original = { voltageV: 11.87, currentA: 15.4, powerW: 182.8 };

describe("normaliseDraw", () => {
  it("puts 16.41 A at 10.88 V to 19.5 A and 232 W at 11.87 V", () => {
    const { currentA, powerW } = normaliseDraw(measured, 11.87);
    expect(currentA).toBeCloseTo(19.53, 2);
    expect(powerW).toBeCloseTo(231.9, 1);
    expect(measured.powerW).toBeLessThan(original.powerW); // the trap: it looked better
    expect(powerW / original.powerW).toBeCloseTo(1.27, 2);
  });

  it("changes nothing at the same voltage and comes back on the way round", () => {
    expect(normaliseDraw(measured, 10.88)).toEqual(measured);
    expect(normaliseDraw(normaliseDraw(measured, 12.6), 10.88).powerW).toBeCloseTo(measured.powerW, 9);
  });

  it("puts both into one air: thin air takes less of a fixed prop", () => {
    const thin = normaliseDraw(measured, 10.88, 1.225 / 1.0);
    expect(thin).toMatchObject({ currentA: 16.41 * 1.225, powerW: 178.6 * 1.225 });
  });

  it.each([
    ["out_of_range", 0],
    ["not_finite", NaN],
  ])("refuses a common voltage with code %s", (code, voltageV) => {
    expect(() => normaliseDraw(measured, voltageV)).toThrow(expect.objectContaining({ code }));
  });
});

const step = (over: Partial<Parameters<typeof compareStep>[0]>) => ({
  name: "full",
  throttle: 1,
  sampleCount: 40,
  currentErrorA: 0.02,
  ...measured,
  ...over,
});

describe("judgePowerDraw", () => {
  it("finds the drive that looks better and is 27 % worse", () => {
    const verdict = judgePowerDraw([step({})], [step(original)], []);
    expect(verdict.word).toBe("bad");
    expect(verdict.comparisons[0]!.currentChange).toBeCloseTo(0.268, 3);
    expect(verdict.reasons[0]).toMatch(/26\.8 ± .* more than the baseline, both at 11\.87 V/);
  });

  it("says the margin under the weakest part, and 'bad' over it", () => {
    const parts = [{ position: "main", name: "Lead 12", continuousA: 20, parallel: 1 }];
    const under = judgePowerDraw([step({})], [], parts);
    expect(under.word).toBe("good");
    expect(under.reasons[0]).toMatch(/16\.4 A, 3\.6 A under its 20 A/);
    expect(judgePowerDraw([step({ currentA: 21 })], [], parts).word).toBe("bad");
    expect(judgePowerDraw([step({ currentA: 19 })], [], parts).word).toBe("watch");
  });

  it("cannot say without a full-throttle step, or with nothing to compare", () => {
    expect(judgePowerDraw([step({ throttle: 0.5, name: "cruise" })], [], []).word).toBe("cannot say");
    expect(judgePowerDraw([step({})], [], []).word).toBe("cannot say");
  });

  it("does not call a change bad that its scatter could make", () => {
    const noisy = judgePowerDraw([step({ ...original, currentA: 18, currentErrorA: 1.5 })], [step(original)], []);
    expect(noisy.word).toBe("good");
  });
});

describe("weakestInLine", () => {
  it("shares the current among parts side by side and takes the least room", () => {
    const weakest = weakestInLine(
      [
        { position: "main", name: "Lead", continuousA: 90, parallel: 1 },
        { position: "esc", name: "ESC", continuousA: 20, parallel: 4 },
      ],
      72,
    );
    expect(weakest).toMatchObject({ position: "esc", currentA: 18, marginA: 2 });
  });

  it("says nothing without a rated part", () => {
    expect(weakestInLine([], 10)).toBeNull();
  });
});

describe("a pack that sags", () => {
  // Worked by hand: 25.0 V at rest; 10 mΩ lose 0.1 V at 10 A, 1.0 V at 100 A; 26 mΩ lose 2.6 times as much.
  const stepsWith = (ohms: number, throttleOff = 0) =>
    [10, 30, 60, 80, 100].map((currentA, at) => ({
      name: `step ${at}`,
      throttle: (at + 1) / 5 + throttleOff,
      sampleCount: 20,
      voltageV: 25 - ohms * currentA + (at % 2) * 0.002,
      currentA,
      powerW: 0,
      currentErrorA: 0.05,
    }));

  it("is named before its draw is put at the baseline's voltage", () => {
    const { word, reasons } = judgePowerDraw(stepsWith(0.026), stepsWith(0.01), []);
    expect(word).toBe("bad");
    expect(reasons[0]).toMatch(/sags 2\.6 ± 0\.\d times as far for each amp.*26 against 10 mΩ/);
  });

  it("is not named where it sags alike, and steps that differ by a hair are one step", () => {
    const { word, comparisons } = judgePowerDraw(stepsWith(0.0105, 0.004), stepsWith(0.01), []);
    expect(word).not.toBe("bad");
    expect(comparisons.length).toBe(4);
  });
});

describe("a reading far from the others of its throttle", () => {
  const table = (odd: number | null) =>
    [0, 0.25, 0.5, 0.75, 1].flatMap((throttle) =>
      [0, 1, 2, 3].map((at) => ({
        throttle,
        voltageV: 16 - throttle,
        currentA: throttle === 0.5 && at === 2 && odd !== null ? odd : 1 + 40 * throttle ** 2 + 0.01 * at,
      })),
    );

  it("clears nothing: it is a slip, or amps that come and go", () => {
    expect(judgePower(table(null), table(null), []).word).toBe("good");
    const { word, reasons, evidence } = judgePower(table(60), table(null), []);
    expect({ word, evidence }).toEqual({ word: "cannot say", evidence: {} });
    expect(reasons[0]).toMatch(/^1 reading lies far from the others .* Read that throttle again\.$/);
  });

  it("hides nothing that the others show", () => {
    const more = table(60).map((sample) => ({ ...sample, currentA: sample.currentA * 1.4 }));
    expect(judgePower(more, table(null), [])).toMatchObject({ word: "bad", evidence: { "draws-too-much": true } });
  });
});
