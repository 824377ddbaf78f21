import { gaussian, seededRandom } from "../../../../sim/random";
import { fitThermal, timeToReach } from "./fitThermal";
import { judgeEsc } from "./judgeEsc";

/** A body that warms from 24 °C towards a steady temperature. */
const warming = (steadyC: number, timeConstantS: number, forS: number, noise = 0, seed = 1) => {
  const random = seededRandom(seed);
  return Array.from({ length: Math.round(forS * 5) + 1 }, (_, at) => ({
    timeS: at / 5,
    temperatureC: steadyC - (steadyC - 24) * Math.exp(-at / 5 / timeConstantS) + noise * gaussian(random),
  }));
};

describe("fitThermal", () => {
  it("recovers the curve it was made of", () => {
    const fit = fitThermal(warming(82, 9, 40));
    expect(fit.steadyC.value).toBeCloseTo(82, 4);
    expect(fit.timeConstantS.value).toBeCloseTo(9, 4);
    expect(fit.startC).toBeCloseTo(24, 4);
  });

  // Incropera & DeWitt, section 5.1: θ/θi = e^(−t/τ), so 63.2 % of the way is gone after one time constant.
  it("says when a temperature is reached, and that one beyond the end never is", () => {
    const fit = fitThermal(warming(82, 9, 40));
    expect(timeToReach(fit, 24 + 0.6321 * 58)).toBeCloseTo(9, 2);
    expect(timeToReach(fit, 90)).toBeNull();
    expect(timeToReach(fit, 20)).toBe(0);
  });

  it("covers the true end and time constant in 93 to 97 % of 600 noisy curves", () => {
    let steady = 0;
    let constant = 0;
    for (let seed = 1; seed <= 600; seed++) {
      const { steadyC, timeConstantS } = fitThermal(warming(70, 10, 30, 0.3, seed));
      if (Math.abs(steadyC.value - 70) <= steadyC.halfWidth) steady++;
      if (Math.abs(timeConstantS.value - 10) <= timeConstantS.halfWidth) constant++;
    }
    for (const share of [steady / 600, constant / 600]) {
      expect(share).toBeGreaterThan(0.93);
      expect(share).toBeLessThan(0.97);
    }
  });

  it.each([
    ["a curve that has not bent yet", warming(120, 60, 12), /has not bent yet.*load it longer/],
    ["a part that does not warm", warming(24, 9, 40, 0.2), /does not rise|has not bent/],
    ["three points", warming(82, 9, 0.4), /at least 10 points, found 3/],
    ["a gap", warming(82, 9, 10).map((one, at) => (at === 4 ? { ...one, temperatureC: NaN } : one)), /needs a time/],
  ])("refuses %s", (_, points, message) => expect(() => fitThermal(points)).toThrow(message));
});

describe("judgeEsc", () => {
  const load = (steadyC: number, amps = 30, forS = 40) => [
    { timeS: -1, currentA: 0, temperatureC: 24 },
    ...warming(steadyC, 9, forS, 0.05).map((one) => ({ ...one, currentA: amps })),
  ];
  const rating = { continuousA: 40, burstA: 50, burstS: 5, limitC: 90 };

  it("lets an ESC pass that ends cool and under its ratings", () => {
    const measured = judgeEsc(load(60), rating);
    expect(measured).toMatchObject({ word: "good", evidence: { "esc-heat": false, "draw-against-rating": false } });
    expect(measured.reasons.join(" ")).toMatch(/30\.0 A, 10\.0 A under its continuous 40 A/);
    expect(measured.reasons.join(" ")).toMatch(/ends at 60 ± 0 °C, 30 K under 90 °C/);
  });

  it("says how long full throttle may last when it would get too hot", () => {
    const measured = judgeEsc(load(130), rating);
    expect(measured.word).toBe("bad");
    // 9·ln((130 − 24)/(130 − 90)) = 8.8 s
    expect(measured.reasons[0]).toMatch(/would end at 130 ± \d °C and pass 90 °C after 9 s/);
    expect(measured.evidence["esc-heat"]).toBe(true);
  });

  it("watches one that ends close to the limit", () => expect(judgeEsc(load(80), rating).word).toBe("watch"));

  it("calls amps over the continuous rating bad, and a burst that lasts too long", () => {
    const over = judgeEsc(load(60, 45), rating);
    expect(over).toMatchObject({ word: "bad", evidence: { "draw-against-rating": true } });
    expect(over.reasons.join(" ")).toMatch(/Above its continuous rating for 40\.0 s; a burst may last 5 s/);
    expect(judgeEsc(load(60, 55), rating).reasons.join(" ")).toMatch(/5\.0 A over its burst 50 A|Above its continuous/);
  });

  it("judges the amps of bursts, and says that it cannot say of their heat", () => {
    const bursts = [0, 1, 2].flatMap((turn) =>
      Array.from({ length: 150 }, (_, at) => ({
        timeS: turn * 15 + at / 10,
        currentA: at < 50 ? 45 : 0,
        temperatureC: 24 + turn * 3 + (at < 50 ? at / 10 : 5 - at / 50),
      })),
    );
    const measured = judgeEsc(bursts, { ...rating, continuousA: 40 });
    expect(measured).toMatchObject({ word: "bad", evidence: { "draw-against-rating": true }, chart: null });
    expect(measured.reasons.join(" ")).toMatch(/5\.0 A over its continuous 40 A.*Heat: .*load it longer/);
    expect(measured.evidence).not.toHaveProperty(["esc-heat"]);
    expect(() => judgeEsc(bursts, { continuousA: null, burstA: null, burstS: null, limitC: 90 })).toThrow(
      /load comes and goes.*hold one throttle/,
    );
  });

  it("says nothing of ratings that are not known", () => {
    const bare = judgeEsc(load(60), { continuousA: null, burstA: null, burstS: null, limitC: 90 });
    expect(Object.keys(bare.evidence)).toEqual(["esc-heat"]);
    expect(bare.reasons).toHaveLength(1);
  });
});
