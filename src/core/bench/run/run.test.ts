import { Envelope } from "../../series/Envelope";
import { type ProfileStep, profileDurationS, requireProfile } from "./profile";
import { ProfileCursor } from "./ProfileCursor";
import { BURST_PROFILE, ladderProfile, motorProfile, POWER_DRAW_PROFILE } from "./profiles";
import { PROFILE_HELP, readProfile, writeProfile } from "./profileText";
import { responseTimes } from "./responseTime";
import { RUN_KINDS, RUN_PLANS } from "./runKinds";
import { crossingText, guardable, LimitWatch, scaleVoltage } from "./runLimits";
import { cutToRange, joinSeries, type Series, toSeries } from "../../series/series";
import { settledSteps } from "./settledSteps";
import { summariseSweep } from "./summariseSweep";

const sweepAt = (cursor: ProfileCursor, times: number[]) => times.map((time) => cursor.at(time)?.step ?? null);

describe("a profile", () => {
  it("goes from step to step and ends", () => {
    expect(profileDurationS(POWER_DRAW_PROFILE)).toBe(12);
    const cursor = new ProfileCursor(POWER_DRAW_PROFILE);
    expect(sweepAt(cursor, [0, 1.99, 2, 3.9, 4, 7.9, 8, 11.9, 12])).toEqual([0, 0, 1, 1, 2, 2, 3, 3, null]);
  });

  it("ramps from one throttle to another", () => {
    const cursor = new ProfileCursor([{ name: "up", fromThrottle: 0.2, throttle: 1, holdS: 4 }]);
    expect([0, 1, 2, 3].map((time) => cursor.at(time)!.throttle)).toEqual([0.2, 0.4, 0.6000000000000001, 0.8]);
  });

  const waiting: ProfileStep[] = [
    { name: "warm", throttle: 0.6, holdS: 60, settle: { channel: "temperature", within: 1, overS: 5 } },
    { name: "after", throttle: 0, holdS: 1 },
  ];
  it("goes on as soon as a reading has settled, and no sooner", () => {
    const cursor = new ProfileCursor(waiting);
    const warming = (time: number) => ({ temperature: 80 - 50 * Math.exp(-time / 5) });
    let changedS = 0;
    for (let time = 0; changedS === 0 && time < 60; time += 0.1) {
      if (cursor.at(time, warming(time))?.step === 1) changedS = time;
    }
    // 50·e^(−t/5)·(e − 1) = 1 K over five seconds: t = 22.3 s at the window's end.
    expect(changedS).toBeCloseTo(5 * Math.log(50 * (Math.E - 1)), 0);
  });

  it("gives up waiting at its longest time, also without a reading", () => {
    expect(sweepAt(new ProfileCursor(waiting), [0, 59.9, 60.1])).toEqual([0, 0, 1]);
  });

  it("refuses an empty profile, a throttle above full and a pulse no servo takes", () => {
    expect(() => requireProfile([])).toThrow(expect.objectContaining({ code: "too_few_points" }));
    expect(() => requireProfile([{ name: "x", throttle: 1.2, holdS: 1 }])).toThrow(/throttle of "x"/);
    expect(() => requireProfile([{ name: "x", throttle: 0, holdS: 1, pulseS: 0.01 }])).toThrow(/pulse of "x"/);
    expect(() => requireProfile(Array.from({ length: 241 }, () => ({ name: "x", throttle: 0, holdS: 1 })))).toThrow(
      /241/,
    );
  });

  it("is sound for every kind of run", () => {
    for (const kind of RUN_KINDS) {
      for (const { steps } of RUN_PLANS[kind].profiles({ motorCount: 8, usualCells: 4, higherCells: 6 }))
        expect(() => requireProfile(steps)).not.toThrow();
    }
  });

  // Common practice, no published source: 4 cells on 6 cells' worth of pack is held down to 66 %.
  it("holds the higher pack of a ladder down to the ratio of cells", () => {
    const rungs = RUN_PLANS.ladder.profiles({ motorCount: 4, usualCells: 4, higherCells: 6 });
    expect(rungs.map(({ steps }) => Math.max(...steps.map(({ throttle }) => throttle)))).toEqual([1, 0.66, 1]);
  });
});

describe("a profile in words", () => {
  it("reads each line it offers as help, and writes what it reads again", () => {
    const profile = readProfile(PROFILE_HELP.join("\n"));
    expect(profile.map(({ throttle }) => throttle)).toEqual([0.5, 1, 1, 0, 1, 0, 1, 0, 0.6, 0.4, 0]);
    expect(profile[1]).toMatchObject({ fromThrottle: 0, holdS: 8 });
    expect(profile[8]!.settle).toEqual({ channel: "temperature", within: 1, overS: 10 });
    expect(profile[9]).toMatchObject({ output: 2 });
    expect(profile[10]).toMatchObject({ pulseS: expect.closeTo(1.5e-3, 9) });
    const again = readProfile(writeProfile(profile));
    expect(again.map(({ name: _, ...rest }) => rest)).toEqual(profile.map(({ name: _, ...rest }) => rest));
  });

  it("names the line it does not understand, and a channel that there is not", () => {
    expect(() => readProfile("hold 50 % 4 s\nfly away")).toThrow(/Line 2, “fly away”, is not understood/);
    expect(() => readProfile("settle 60 % mood within 1 over 10 s at most 300 s")).toThrow(
      /no channel is called “mood”/,
    );
    expect(() => readProfile("")).toThrow(/at least one step/);
    expect(() => readProfile("hold 140 % 4 s")).toThrow(/^Line 1: 140 % lies beyond 0 to 100 %/);
    // The micro sign, the Greek letter, a plain u.
    for (const micro of ["\u00b5", "\u03bc", "u"]) {
      expect(readProfile(`servo 1500 ${micro}s 2 s`)).toMatchObject([{ pulseS: expect.closeTo(1.5e-3, 9) }]);
      expect(() => readProfile(`hold 0 % 1 s\nservo 300 ${micro}s 2 s`)).toThrow(
        /^Line 2: 300 .s lies beyond 500 to 2500 µs/,
      );
    }
  });
});

describe("LimitWatch", () => {
  const readings = { voltage: 14, current: 30, temperature: 60 };
  it.each([
    ["current", { current: { max: 29.9 } }, /^amps over the limit: 30\.00 A, limit 29\.9 A$/],
    ["power", { power: { max: 400 } }, /^watts over the limit: 420/],
    ["voltage", { voltage: { min: 14.1 } }, /^volts under the limit/],
    ["temperature", { temperature: { max: 59 } }, /^motor temperature over the limit: 60/],
  ])("cuts on %s and says by how much", (channel, limits, text) => {
    const crossing = new LimitWatch(limits).check(0, readings)!;
    expect(crossing.channel).toBe(channel);
    expect(crossingText(crossing)).toMatch(text);
  });

  it("lets readings pass that lie on every limit", () => {
    const limits = { current: { max: 30 }, power: { max: 420 }, voltage: { min: 14, max: 14 } };
    expect(new LimitWatch(limits).check(0, readings)).toBeNull();
  });

  it("cuts on thrust that falls away faster than it may", () => {
    const watch = new LimitWatch({ thrust: { perS: 5 } });
    const seen = [0, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7].map((time) =>
      watch.check(time, { thrust: time < 0.45 ? 10 : 10 - 40 * (time - 0.45) }),
    );
    expect(seen.slice(0, 5)).toEqual([null, null, null, null, null]);
    expect(seen.at(-1)).toMatchObject({ channel: "thrust", bound: "perS" });
    expect(crossingText(seen.at(-1)!)).toMatch(/thrust changing faster than the limit: -\d/);
  });

  it("cuts on a reading that is no number, and on a guarded channel that has fallen silent", () => {
    expect(new LimitWatch({ temperature: { max: 90 } }).check(0, { current: 1 })).toMatchObject({
      channel: "temperature",
    });
    expect(crossingText(new LimitWatch({}).check(0, { current: NaN })!)).toBe("no usable reading of amps");
  });
});

describe("suggested limits", () => {
  const limits = { current: { max: 60 }, voltage: { min: 12.8, max: 17.6 }, temperature: { max: 95 } };
  const still = [{ name: "centre", throttle: 0, holdS: 1, pulseS: 1.5e-3 }];
  it("leave out what nothing measures, but never the amps of motors that turn", () => {
    expect(Object.keys(guardable(limits, POWER_DRAW_PROFILE, ["voltage"]))).toEqual(["current", "voltage"]);
    expect(guardable(limits, still, ["angle"])).toEqual({});
  });
  it("go with the cells of another pack in their volts only", () => {
    expect(scaleVoltage(limits, 1.5)).toEqual({ ...limits, voltage: { min: 19.2, max: 26.4 } });
    expect(scaleVoltage({ current: { max: 60 } }, 1.5).voltage).toEqual({ min: undefined, max: undefined });
  });
});

describe("series", () => {
  it("join, with a gap where one lacks a channel, and are cut to a stretch", () => {
    const first = toSeries([
      { time: 0, current: 1 },
      { time: 1, current: 2 },
    ]);
    const second = toSeries([{ time: 2, current: 3, speed: 9 }]);
    const joined = joinSeries([first, second]);
    expect(joined).toEqual({ time: [0, 1, 2], current: [1, 2, 3], speed: [NaN, NaN, 9] });
    expect(cutToRange(joined, 1, 2).current).toEqual([2, 3]);
  });
});

describe("Envelope", () => {
  it("keeps lowest and highest of each stretch in a fixed number of stretches, however long the run", () => {
    const envelope = new Envelope(100);
    for (let block = 0; block < 200; block++) {
      const time = Array.from({ length: 50 }, (_, at) => block * 50 + at);
      envelope.push({ time, current: time.map((at) => (at === 4321 ? 99 : Math.sin(at))) });
    }
    expect(envelope.count).toBe(10_000);
    const buckets = envelope.of("current");
    expect(buckets.length).toBeLessThanOrEqual(100);
    expect(buckets.length).toBeGreaterThanOrEqual(50);
    expect(Math.max(...buckets.map(({ max }) => max))).toBe(99); // a spike of one sample is still seen
    expect(buckets.find(({ max }) => max === 99)!.timeS).toBeLessThanOrEqual(4321);
    expect(buckets.map(({ timeS }) => timeS)).toEqual([...buckets.map(({ timeS }) => timeS)].sort((a, b) => a - b));
  });

  it("is exact while there is room", () => {
    const envelope = new Envelope(10);
    envelope.push({ time: [0, 1, 2], current: [5, 6, 7] });
    expect(envelope.points("current")).toEqual([
      [0, 5],
      [1, 6],
      [2, 7],
    ]);
  });
});

describe("summariseSweep", () => {
  /** Twenty samples a second of a drive that settles at once at ten amps a unit of throttle. */
  const samples = (untilS: number): Series => {
    const cursor = new ProfileCursor(POWER_DRAW_PROFILE);
    return toSeries(
      Array.from({ length: Math.round(untilS * 20) }, (_, index) => {
        const time = index / 20;
        const { throttle, step } = cursor.at(time)!;
        return { time, step, throttle, voltage: 12, current: 1 + 10 * throttle + (index % 2 ? 0.1 : -0.1) };
      }),
    );
  };

  it("averages the settled part of each step", () => {
    const full = summariseSweep(samples(12), POWER_DRAW_PROFILE).at(-1)!;
    expect(full).toMatchObject({ name: "full", throttle: 1, voltageV: 12, sampleCount: 48 });
    expect(full.currentA).toBeCloseTo(11, 9);
    expect(full.powerW).toBeCloseTo(132, 9);
    expect(full.currentErrorA).toBeCloseTo((0.1 / Math.sqrt(48)) * Math.sqrt(48 / 47), 9);
  });

  it("leaves out a step that a cut kept from settling", () => {
    const names = summariseSweep(samples(8.5), POWER_DRAW_PROFILE).map(({ name }) => name);
    expect(names).toEqual(["standby", "brake", "cruise"]);
  });

  it("finds the steps by time when a file does not say them", () => {
    const { step: _, ...bare } = samples(12);
    expect(summariseSweep(bare, POWER_DRAW_PROFILE)).toEqual(summariseSweep(samples(12), POWER_DRAW_PROFILE));
  });

  it("takes no ramp for a settled step", () => {
    const ramp = ladderProfile(0.66);
    const cursor = new ProfileCursor(ramp);
    const rows = Array.from({ length: 180 }, (_, index) => {
      const { step, throttle } = cursor.at(index / 20)!;
      return { time: index / 20, step, throttle, voltage: 12, current: 5 };
    });
    expect(settledSteps(toSeries(rows), ramp).map(({ step }) => step.name)).toEqual(["standby", "held"]);
  });
});

describe("responseTimes", () => {
  it("reads the time constant of a motor that answers a jump", () => {
    const profile = motorProfile(1);
    const cursor = new ProfileCursor(profile);
    const jumpAt = profile.findIndex(({ name }) => / jump$/.test(name));
    const jumpS = profileDurationS(profile.slice(0, jumpAt));
    const rows = Array.from({ length: Math.floor(profileDurationS(profile) * 200) }, (_, index) => {
      const time = index / 200;
      const { step, throttle, output } = cursor.at(time)!;
      const speed = time < jumpS ? 9000 : 18_000 - 9000 * Math.exp(-(time - jumpS) / 0.12);
      return { time, step, throttle, output, speed };
    });
    const measuredS = responseTimes(toSeries(rows), profile).get(1)!;
    expect(Math.abs(measuredS - 0.12)).toBeLessThan(0.006); // one sample
  });

  it("says nothing of runs without jumps", () => {
    expect(responseTimes(toSeries([{ time: 0, step: 0, speed: 5 }]), BURST_PROFILE).size).toBe(0);
  });
});
