import { chooseProtocol } from "./escProtocol";
import { compareEscs, copyToAll } from "./escSettings";
import { judgePower, stepsByThrottle } from "./measure/judgePower";
import { judgeLadder, outputLimit } from "./overVoltLadder";
import { advisePack } from "./packLog";
import { railBudget } from "./railBudget";

describe("chooseProtocol", () => {
  const given = { motors: 4, outputs: 8, loopRateHz: 8000, topBitRate: 1200e3, school: "slowest that fits" as const };

  // Common practice, no published source: a frame of 16 bits must fit in one loop: 26.7 µs at 600 kbit/s, 125 µs at 8 kHz.
  it("takes the slowest that fits by default, and the fastest by the other school, each with its reason", () => {
    const slow = chooseProtocol(given);
    expect(slow).toMatchObject({ kind: "digital", bitRate: 150e3, needsEndPoints: false });
    expect(slow.reasons.join(" ")).toMatch(/106\.7 µs of a loop of 125\.0 µs.*bear noise/);
    expect(chooseProtocol({ ...given, school: "fastest" })).toMatchObject({ bitRate: 1200e3 });
    expect(chooseProtocol({ ...given, loopRateHz: 16_000 })).toMatchObject({ bitRate: 300e3 });
    expect(chooseProtocol({ ...given, school: "fastest", topBitRate: 300e3 })).toMatchObject({ bitRate: 300e3 });
  });

  it.each([
    [
      "more motors than digital outputs",
      { motors: 8, outputs: 4 },
      /8 motors on 4 digital outputs: all must be analogue/,
    ],
    ["ESCs that speak analogue only", { topBitRate: null }, /speak analogue only/],
    ["a loop too short for any frame they know", { loopRateHz: 32_000, topBitRate: 150e3 }, /No frame .* 31 µs/],
  ])("goes analogue, with calibrated end points, for %s", (_, over, reason) => {
    const choice = chooseProtocol({ ...given, ...over });
    expect(choice).toMatchObject({ kind: "analogue", needsEndPoints: true });
    expect(choice.reasons[0]).toMatch(reason);
  });
});

describe("compareEscs", () => {
  const row = (setting: string, values: string[], reason = "") => ({ setting, values, reason });
  const stateOf = (each: ReturnType<typeof row>) => compareEscs({ rows: [each] })[0]!;

  it("takes what most have for usual and marks the others", () => {
    expect(stateOf(row("Timing", ["15°", "15°", "22°", "15°"]))).toMatchObject({
      state: "differs",
      odd: [2],
      usual: "15°",
    });
    expect(stateOf(row("Timing", ["Medium", "medium", " medium "])).state).toBe("alike");
  });

  it("lets a difference stand that has a reason, or that half of the motors need", () => {
    expect(stateOf(row("Timing", ["15°", "22°", "15°"], "motor 2 is of another make")).state).toBe("explained");
    expect(stateOf(row("Direction", ["normal", "reversed", "normal", "reversed"])).state).toBe("explained");
    expect(stateOf(row("Direction", ["normal", "reversed", "normal", "normal"])).state).toBe("differs");
    expect(stateOf(row("Calibrated on", ["2026-01-02", "2026-01-02", "2026-03-04"])).state).toBe("explained");
  });

  it("says what was not read, and copies one value to all", () => {
    expect(stateOf(row("Motor poles", ["14", "", "14"])).state).toBe("not read");
    expect(copyToAll(row("Motor poles", ["14", "", "12"]), 0).values).toEqual(["14", "14", "14"]);
  });
});

describe("judgeLadder", () => {
  const packs = { usualCells: 4, higherCells: 6 };
  const usual = { voltageV: 15, currentA: 20, powerW: 300 };
  const held = { voltageV: 22.5, currentA: 13.3, powerW: 300 };
  const lead = (continuousA: number) => [{ position: "main", name: "Lead", continuousA, parallel: 1 }];

  // Common practice, no published source: 4 of 6 cells, 66 %.
  it("limits the output to the ratio of cells", () => {
    expect(outputLimit(4, 6)).toBeCloseTo(0.667, 3);
    expect(() => outputLimit(6, 4)).toThrow(/at least as many cells/);
  });

  it("goes up rung by rung", () => {
    expect(judgeLadder([null], packs, [])).toMatchObject({ next: 0 });
    expect(judgeLadder([usual], packs, [])).toMatchObject({ next: 1, reasons: [expect.stringMatching(/67 %: 4\/6/)] });
    // I ~ V², P ~ V³ from 15 V to 22.5 V.
    const ready = judgeLadder([usual, held], packs, lead(60));
    expect(ready).toMatchObject({ next: 2, word: "good" });
    expect(ready.predicted!.currentA).toBeCloseTo(45, 6);
    expect(ready.predicted!.powerW).toBeCloseTo(1012.5, 6);
  });

  it("stops before a part would be over its rating", () => {
    const stopped = judgeLadder([usual, held], packs, lead(40));
    expect(stopped).toMatchObject({ next: null, word: "bad" });
    expect(stopped.reasons[0]).toMatch(/would carry 45\.0 A, 5\.0 A over its 40 A/);
  });

  it("stops when the held-down run draws what it should not", () => {
    const odd = judgeLadder([usual, { ...held, powerW: 450 }], packs, lead(60));
    expect(odd).toMatchObject({ next: null, word: "bad" });
    expect(odd.reasons[0]).toMatch(/50 % more, both at one motor voltage.*do not go on/);
  });

  it("holds the last rung against the prediction", () => {
    const full = { voltageV: 22.5, currentA: 44, powerW: 990 };
    expect(judgeLadder([usual, held, full], packs, lead(60))).toMatchObject({ next: null, word: "good" });
    expect(judgeLadder([usual, held, { ...full, currentA: 58 }], packs, lead(60)).word).toBe("watch");
    expect(judgeLadder([usual, held, { ...full, currentA: 61 }], packs, lead(60)).word).toBe("bad");
  });
});

describe("railBudget", () => {
  const servos = [{ name: "flap", count: 4, idleA: 0.01, movingA: 0.35, stallA: 1.4 }];
  const rail = { continuousA: 5, burstA: 8, servos, othersA: 0.4, feedsController: false };

  it("adds up what hangs on the rail, worked by hand", () => {
    const budget = railBudget(rail);
    expect(budget.movingA).toBeCloseTo(0.4 + 4 * 0.35, 9);
    expect(budget.oneStalledA).toBeCloseTo(0.4 + 4 * 0.35 + 1.05, 9);
    expect(budget.stallA).toBeCloseTo(0.4 + 4 * 1.4, 9);
    expect(budget.word).toBe("good");
  });

  // A rail shared with the flight controller is a known way to lose both: common practice, no published source.
  it("watches a rail that the board hangs on, and calls it bad when a jam would pull it down", () => {
    const shared = railBudget({ ...rail, feedsController: true });
    expect(shared.word).toBe("watch");
    expect(shared.reasons.at(-1)).toMatch(/takes the board with it/);
    expect(railBudget({ ...rail, burstA: null, feedsController: true }).word).toBe("bad");
  });

  it("calls a rail bad that cannot move all servos at once", () => {
    expect(railBudget({ ...rail, continuousA: 1.5 }).word).toBe("bad");
    expect(() => railBudget({ ...rail, continuousA: 0 })).toThrow(/continuous amps/);
    expect(() => railBudget({ ...rail, othersA: -1 })).toThrow(/below zero/);
  });
});

describe("advisePack", () => {
  const entry = (measuredOn: string, over: object) => ({
    measuredOn,
    cycles: null,
    resistanceMohm: null,
    capacityMah: null,
    spreadMv: null,
    ...over,
  });

  it("retires a pack at twice its first resistance, whatever the order of the entries", () => {
    const log = [entry("2026-09-01", { resistanceMohm: 19 }), entry("2025-03-01", { resistanceMohm: 9 })];
    const advice = advisePack(1500, log);
    expect(advice.word).toBe("bad");
    expect(advice.reasons[0]).toMatch(/^Discharge it in a fire-safe place/);
    expect(advice.reasons[1]).toMatch(/2\.11 times that of its first entry/);
  });

  // Common practice, no published source: a cell of 1.4 times the others is watched, of twice retired.
  it("names the one cell that is weaker than the others, though the mean looks well", () => {
    const cells = (...cellsMohm: number[]) => advisePack(1500, [entry("2026-01-01", { cellsMohm })]);
    expect(cells(5, 5.2, 8.3, 5.1)).toMatchObject({
      word: "watch",
      reasons: ["Cell 3 has 1.6 times the resistance of the others; retire at 2."],
    });
    expect(cells(5, 11, 5).word).toBe("bad");
    expect(cells(5, 5.2, 5.1, 6.4).word).toBe("cannot say");
    expect(cells(5, 11).word).toBe("cannot say"); // of two, nobody can tell which is off
  });

  it("takes the newest charge and spread, each against its own bound", () => {
    expect(advisePack(1500, [entry("2026-01-01", { capacityMah: 1300 })]).word).toBe("watch");
    expect(
      advisePack(1500, [entry("2026-01-01", { capacityMah: 1150 }), entry("2026-02-01", { capacityMah: 1450 })]).word,
    ).toBe("good");
    expect(advisePack(1500, [entry("2026-01-01", { spreadMv: 120 })]).word).toBe("bad");
    const aged = (today: string) => advisePack(1500, [entry("2026-01-01", { spreadMv: 12 })], today).reasons.join(" ");
    expect(aged("2026-02-15")).not.toMatch(/days old/);
    expect(aged("2026-06-01")).toMatch(/readings that are 151 days old/);
  });

  it("cannot say of one resistance alone", () => {
    expect(advisePack(1500, [entry("2026-01-01", { resistanceMohm: 9 })]).word).toBe("cannot say");
  });
});

describe("judgePower", () => {
  const table = (factor: number) =>
    [0, 0.5, 1].flatMap((throttle) =>
      [0, 1, 2].map((at) => ({ throttle, voltageV: 12, currentA: 0.8 + factor * 16 * throttle + 0.01 * at })),
    );

  it("averages the readings at each throttle and names the usual ones", () => {
    expect(stepsByThrottle(table(1)).map(({ name }) => name)).toEqual(["standby", "50 %", "full"]);
    expect(stepsByThrottle(table(1)).at(-1)!.currentA).toBeCloseTo(16.81, 9);
  });

  // Common practice, no published source: 5.9 A held is about 4 A flying.
  it("puts the held amps into flight by a factor that is an input", () => {
    const flying = (share?: number) =>
      judgePower(table(1), [], [], share).figures.find(({ label }) => label.startsWith("In flight at full"))!.value;
    expect(flying()).toBeCloseTo(16.81 * 0.68, 9);
    expect(flying(0.8)).toBeCloseTo(16.81 * 0.8, 9);
  });

  it("holds a table against a former one and hands on what it proves", () => {
    expect(judgePower(table(1.3), table(1), [])).toMatchObject({ word: "bad", evidence: { "draws-too-much": true } });
    expect(judgePower(table(1), [], [])).toMatchObject({ word: "cannot say", evidence: {} });
  });
});
