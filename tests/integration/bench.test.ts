import {
  BURST_PROFILE,
  motorProfile,
  PACK_PROFILE,
  POWER_DRAW_PROFILE,
  SERVO_PROFILE,
} from "@/core/bench/run/profiles";
import { type MotorFacts } from "@/core/bench/measure/motors/motorFacts";
import { type ProfileStep } from "@/core/bench/run/profile";
import { RUN_PLANS, type RunKind } from "@/core/bench/run/runKinds";
import { filterSeries, sampleCount } from "@/core/series/series";
import { ladderSoFar } from "@/features/bench/verdict/assessLadder";
import { assessRun } from "@/features/bench/verdict/assessRun";
import { type BenchRun } from "@/features/bench/runs/benchRun";
import { seriesOfChunks } from "@/core/bench/run/workOutRun";
import { getRun, insertRun, listRunsOfJob, listChunks } from "@/features/bench/runs/benchRunRepository";
import { keepRun } from "@/features/bench/benchVerbs";
import { findEscSettings } from "@/features/craft/escSettingsRepository";
import { exportRun, importRun, noteRun } from "@/features/bench/runs/runFileVerbs";
import { saveEscSettings } from "@/features/bench/escSettings/saveEscSettings";
import { getCraft } from "@/features/craft/craftRepository";
import { listFittedParts } from "@/features/craft/fittedPartRepository";
import { findingsOf } from "@/features/job/events/findings";
import { listEvents } from "@/features/job/events/jobEventRepository";
import { getJob } from "@/features/job/jobRepository";
import { listPackEntries } from "@/features/packs/packRepository";
import { savePack } from "@/features/packs/packVerbs";
import { replacePart } from "@/features/refit/replacePart";
import { mariaRunStore } from "@/rigs/agent/runStore";
import { type CutCause } from "@/rigs/runProtocol";
import { type BenchDefect, simulateCraft } from "@/sim/benchDefects";
import { DEMO_DRIVES } from "@/sim/demoDrives";
import { randomUuid } from "@/shared/randomUuid";
import { simulateRun } from "@/sim/simulateRun";
import { openTestShop, testCraft, type TestShop } from "./testShop";

let shop: TestShop;
// Its own: an agent that starts closes every run that nobody ended, those that this file is just writing among them.
beforeAll(async () => (shop = await openTestShop({ ownDatabase: true })));
afterAll(() => shop.close());

const whole = { fromS: null, toS: null };
const MAKE = DEMO_DRIVES["five-inch"]!;

interface Stored {
  kind?: RunKind;
  profile?: readonly ProfileStep[];
  channels?: readonly string[];
  options?: BenchRun["options"];
  cells?: number;
  cause?: CutCause;
}

/** Stores a simulated run as the agent does, in chunks. */
async function storeRun(jobId: number, seed: number, defect: BenchDefect | null, over: Stored = {}) {
  const { kind = "power-draw", profile = POWER_DRAW_PROFILE, channels = ["voltage", "current"], options } = over;
  const { craftId } = await getJob(shop.pool, jobId);
  const runId = await insertRun(
    shop.pool,
    {
      craftId,
      jobId,
      personId: shop.technician.person.id,
      kind,
      profile,
      limits: {},
      instruments: [],
      ...(options && { options }),
    },
    new Date(),
  );
  const make = { ...MAKE, cells: over.cells ?? MAKE.cells };
  const samples = simulateRun(simulateCraft(make, { defect, severity: 3, seed: 77 }), profile, {
    channels,
    rateHz: 20,
    seed,
  });
  const store = mariaRunStore(shop.pool);
  for (let i = 0; i * 10 < sampleCount(samples); i++)
    await store.appendSamples(
      runId,
      i,
      filterSeries(samples, (at) => Math.floor(at / 10) === i),
      20,
    );
  await store.finish(runId, { cause: over.cause ?? "end_of_profile", detail: "", atS: 9 });
  return { runId, samples };
}

const MOTORS = {
  kind: "motor",
  profile: motorProfile(4),
  channels: ["voltage", "current", "speed", "thrust", "vibration"],
} as const;

describe("bench runs", () => {
  it("come back from the database as they went in", async () => {
    const jobId = await shop.receive();
    const { runId, samples } = await storeRun(jobId, 1, null);
    const stored = seriesOfChunks(await listChunks(shop.pool, runId));
    expect(stored.throttle).toEqual(samples.throttle);
    expect(stored.step).toEqual(samples.step);
    stored.current!.forEach((amps, at) => expect(amps).toBeCloseTo(samples.current![at]!, 4));
  });

  it("are judged against the craft's baseline at one voltage, and kept with their figures", async () => {
    const jobId = await shop.receive();
    const first = await storeRun(jobId, 1, null);
    await keepRun(shop.technician, { ...(await shop.target(jobId)), ...whole, runId: first.runId, asBaseline: true });
    const { craftId } = await getJob(shop.pool, jobId);
    expect((await getCraft(shop.pool, craftId)).baselineRunId).toBe(first.runId);

    const healthy = await assessRun(shop.pool, (await storeRun(jobId, 2, null)).runId);
    expect(healthy.assessed.verdict!.word).toBe("good");
    const { runId } = await storeRun(jobId, 3, "coarse-prop");
    const { verdict, baseline } = (await assessRun(shop.pool, runId)).assessed;
    expect(baseline!.runId).toBe(first.runId);
    expect(verdict!.word).toBe("bad");
    const full = verdict!.comparisons.find(({ name }) => name === "full")!;
    expect(full.normalised.voltageV).toBeCloseTo(full.baseline.voltageV, 9);
    await keepRun(shop.technician, { ...(await shop.target(jobId)), ...whole, runId, asBaseline: false });
    expect((await getCraft(shop.pool, craftId)).baselineRunId).toBe(first.runId);
  });

  it("are put into one air where both days' is known", async () => {
    const jobId = await shop.receive();
    const first = await storeRun(jobId, 1, null, { options: { airC: 15, airHpa: 1013.25 } });
    await keepRun(shop.technician, { ...(await shop.target(jobId)), ...whole, runId: first.runId, asBaseline: true });
    const change = async (airHpa: number) => {
      const { runId } = await storeRun(jobId, 2, null, { options: { airC: 15, airHpa } });
      return (await assessRun(shop.pool, runId)).assessed.verdict!.comparisons.at(-1)!.currentChange;
    };
    // Half the pressure is half the density: like for like it would have drawn twice the amps.
    expect(((await change(506.625)) + 1) / ((await change(1013.25)) + 1)).toBeCloseTo(2, 2);
  });

  it("name the weakest rated part in line with its margin", async () => {
    const jobId = await shop.receive();
    const { verdict } = (await assessRun(shop.pool, (await storeRun(jobId, 4, null)).runId)).assessed;
    expect(verdict!.weakest).toMatchObject({ position: "Main lead", continuousA: 140 });
    expect(verdict!.weakest!.marginA).toBeCloseTo(140 - verdict!.weakest!.currentA, 9);
  });

  it("cannot be kept on another job, and a cut one cannot become the baseline", async () => {
    const jobId = await shop.receive();
    const other = await shop.receive();
    const { runId } = await storeRun(jobId, 5, null, { cause: "stop_key" });
    const keep = async (job: number, asBaseline: boolean) =>
      keepRun(shop.technician, { ...(await shop.target(job)), ...whole, runId, asBaseline });
    await expect(keep(other, false)).rejects.toThrow(/belongs to another job/);
    await expect(keep(jobId, true)).rejects.toThrow(/went to its end/);
    await expect(
      keepRun(shop.viewer, { ...(await shop.target(jobId)), ...whole, runId, asBaseline: false }),
    ).rejects.toMatchObject({ code: "forbidden" });
  });
});

describe("a motor run", () => {
  it("is judged motor against motor, kept, and tells Isolate what it proves", async () => {
    const jobId = await shop.receive();
    const { runId } = await storeRun(jobId, 3, "dragging-bearing", MOTORS);
    const { measured } = (await assessRun(shop.pool, runId)).assessed;
    expect(measured).toMatchObject({ word: "bad", reasons: [expect.stringMatching(/^Motor 1: no-load current/)] });
    await keepRun(shop.technician, { ...(await shop.target(jobId)), ...whole, runId, asBaseline: false });
    const findings = findingsOf(await listEvents(shop.pool, jobId)).map(({ finding }) => finding);
    expect(findings).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ symptomId: "no-load-amps", value: true }),
        expect.objectContaining({ symptomId: "rpm-per-volt", value: false }),
      ]),
    );
    const kept = (await listEvents(shop.pool, jobId)).find(({ kind }) => kind === "measurement_kept")!;
    expect(kept.payload).toMatchObject({ title: `Motors, run ${runId}`, word: "bad", runId });
  });

  it("gives each motor its baseline, which a motor that is replaced takes along", async () => {
    const motor1 = {
      kind: "motor" as const,
      position: "Motor 1",
      name: "Motor mark 1",
      serial: "M1",
      continuousA: null,
    };
    const jobId = await shop.receive({}, { parts: [...testCraft().parts, motor1] });
    const first = await storeRun(jobId, 3, null, MOTORS);
    await keepRun(shop.technician, { ...(await shop.target(jobId)), ...whole, runId: first.runId, asBaseline: true });
    const worn = await storeRun(jobId, 4, "dragging-bearing", MOTORS);
    const reasons = async () => (await assessRun(shop.pool, worn.runId)).assessed.measured!.reasons.join(" ");
    expect(await reasons()).toMatch(/Motor 1: no-load current .* above its baseline/);

    const { craftId } = await getJob(shop.pool, jobId);
    const parts = await listFittedParts(shop.pool, craftId);
    const motor = parts.find(({ position, removedAt }) => position === "Motor 1" && !removedAt)!;
    await replacePart(shop.technician, {
      ...(await shop.target(jobId)),
      partId: motor.id,
      reason: "worn",
      name: motor.name,
      serial: "new",
      continuousA: null,
      despite: "",
    });
    expect(await reasons()).not.toMatch(/Motor 1: .* above its baseline/);
    expect(await reasons()).toMatch(/Motor 1: no-load current .* above the other 3: bearing or shaft/);
  });
});

describe("a servo run", () => {
  const servo = (position: string, serial: string) => ({
    kind: "servo" as const,
    position,
    name: "Servo mark 1",
    serial,
    continuousA: null,
  });
  const runOf = (position: string | null) => ({
    kind: "servo" as const,
    profile: SERVO_PROFILE,
    channels: ["angle", "railcurrent"],
    options: { position },
  });
  const receiveWithServos = () =>
    shop.receive({}, { parts: [...testCraft().parts, servo("Left elevon", "L1"), servo("Right elevon", "R1")] });

  it("gives that servo its baseline and holds later runs of it, and of no other, against it", async () => {
    const jobId = await receiveWithServos();
    const first = await storeRun(jobId, 3, null, runOf("Left elevon"));
    await keepRun(shop.technician, { ...(await shop.target(jobId)), ...whole, runId: first.runId, asBaseline: true });
    const reasonsOf = async (position: string) => {
      const { runId } = await storeRun(jobId, 4, "worn-servo", runOf(position));
      return (await assessRun(shop.pool, runId)).assessed;
    };
    const left = await reasonsOf("Left elevon");
    expect(left.measured!.reasons.join(" ")).toMatch(
      /Play [34]\.\d ± 0\.\d ° above its baseline: gears or linkage wear/,
    );
    expect(left.hasPartBaseline).toBe(true);
    const right = await reasonsOf("Right elevon");
    expect(right.measured!.reasons.join(" ")).not.toMatch(/baseline/);
    expect(right.hasPartBaseline).toBe(false);
    const again = (await assessRun(shop.pool, first.runId)).assessed;
    expect(again.measured!.reasons.join(" ")).not.toMatch(/baseline/); // no run is held against itself
  });

  it("cannot become a baseline without saying whose", async () => {
    const jobId = await receiveWithServos();
    for (const position of [null, "Rudder"]) {
      const { runId } = await storeRun(jobId, 3, null, runOf(position));
      await expect(
        keepRun(shop.technician, { ...(await shop.target(jobId)), ...whole, runId, asBaseline: true }),
      ).rejects.toThrow("This run does not say which servo it measured.");
    }
  });
});

describe("an ESC run", () => {
  it("is held against the same ESC when it was good, heat at the same square of the amps", async () => {
    const esc = { kind: "esc" as const, position: "Main ESC", name: "ESC mark 1", serial: "E1", continuousA: 60 };
    const jobId = await shop.receive({}, { parts: [...testCraft().parts, esc] });
    const profile = RUN_PLANS.esc.profiles({ motorCount: 4, usualCells: 4, higherCells: 6 })[0]!.steps;
    const run = {
      kind: "esc" as const,
      profile,
      channels: ["current", "voltage", "esctemperature"],
      options: { position: "Main ESC", limitC: 200 },
    };
    const first = await storeRun(jobId, 3, null, run);
    await keepRun(shop.technician, { ...(await shop.target(jobId)), ...whole, runId: first.runId, asBaseline: true });
    const { runId } = await storeRun(jobId, 4, "hot-phase", run);
    const { measured } = (await assessRun(shop.pool, runId)).assessed;
    // The simulator's worst hot phase warms 2.4 times as much.
    expect(measured).toMatchObject({ word: "bad", evidence: { "esc-heat": true } });
    expect(measured!.reasons[0]).toMatch(/^Warming at the same amps 1[34]\d ± \d+ % above its baseline/);
  });
});

describe("a pack run", () => {
  it("is held against the pack when it was new, and writes its log", async () => {
    const packId = await savePack(shop.technician, {
      id: null,
      version: 0,
      label: randomUuid(),
      chemistry: "LiPo",
      cellCount: 4,
      capacityMah: 1500,
      cRating: 95,
      boughtOn: null,
      isRetired: false,
    });
    const jobId = await shop.receive();
    const pack = {
      kind: "pack" as const,
      profile: PACK_PROFILE,
      channels: ["current", "cell1", "cell2", "cell3", "cell4"],
    };
    const options = { packId, capacityMah: 1500, newMohm: 2.55 };
    const { runId } = await storeRun(jobId, 3, "tired-pack", { ...pack, options });
    await keepRun(shop.technician, { ...(await shop.target(jobId)), ...whole, runId, asBaseline: false });
    const kept = (await listEvents(shop.pool, jobId)).find(({ kind }) => kind === "measurement_kept")!;
    // Three times the resistance of the new pack, as the simulator has it at its worst.
    expect(kept.payload).toMatchObject({
      word: "bad",
      reasons: [expect.stringMatching(/^Resistance [23]\.\d+ times/), expect.anything(), expect.anything()],
    });
    const log = (await listPackEntries(shop.pool)).get(packId)!;
    expect(log).toMatchObject([{ note: `bench run ${runId}`, resistanceMohm: expect.closeTo(7.6, 0) }]);
  });
});

describe("an over-voltage ladder", () => {
  const rung = (place: number) => ({
    kind: "ladder" as const,
    options: { usualCells: 4, higherCells: 6, rung: place },
  });
  const held = (limit: number) => [
    { name: "standby", throttle: 0, holdS: 2 },
    { name: "up", throttle: limit, fromThrottle: 0, holdS: 3 },
    { name: "held", role: "plateau" as const, throttle: limit, holdS: 4 },
  ];
  const ladderOf = async (runId: number) => (await assessRun(shop.pool, runId)).assessed.ladder!;

  it("goes up a rung at a time, and stops before a part in line would be over its rating", async () => {
    const jobId = await shop.receive();
    const first = await storeRun(jobId, 1, null, { ...rung(0), profile: held(1) });
    expect(await ladderOf(first.runId)).toMatchObject({ next: 1, word: "cannot say" });
    const { craftId } = await getJob(shop.pool, jobId);
    const soFar = (place: number) => ladderSoFar(shop.pool, craftId, rung(place).options, []);
    // What arming asks before it lets a rung run.
    expect(await soFar(1)).toMatchObject({ next: 1 });
    expect((await soFar(2)).next).not.toBe(2);
    const second = await storeRun(jobId, 2, null, { ...rung(1), profile: held(0.66), cells: 6 });
    expect(await soFar(2)).toMatchObject({ next: 2 }); // without a rated part nothing forbids it
    const verdict = await ladderOf(second.runId);
    // Six cells instead of four: amps go with the square of the volts, 2.25 times; the craft's lead is rated 140 A.
    expect(verdict.predicted!.currentA).toBeGreaterThan(140);
    expect(verdict).toMatchObject({ next: null, word: "bad" });
    expect(verdict.reasons.join(" ")).toMatch(/Held down it drew .* both at one motor voltage/);
  });
});

describe("a run's file", () => {
  it("comes back from its own CSV with profile, limits and every sample", async () => {
    const jobId = await shop.receive();
    const { runId } = await storeRun(jobId, 6, null, MOTORS);
    const csv = await exportRun(shop.viewer, runId, whole);
    expect(csv.split("\n").find((line) => !line.startsWith("#"))).toBe(
      "time [s],step [1],output [1],throttle [1],voltage [V],current [A],speed [rpm],thrust [N],vibration [m/s²]",
    );
    const back = await importRun(shop.technician, { jobId, kind: "pack", text: csv });
    const run = await getRun(shop.pool, back.runId);
    expect(run).toMatchObject({ kind: "motor", state: "ended", cutCause: "imported", profile: [...MOTORS.profile] });
    const [a, b] = [await assessRun(shop.pool, runId), await assessRun(shop.pool, back.runId)];
    expect(b.assessed.sampleCount).toBe(a.assessed.sampleCount);
    expect(b.assessed.measured!.word).toBe(a.assessed.measured!.word);
    const kvOf = ({ facts }: typeof a) => (facts.get("Motor 2") as MotorFacts).kv.value;
    expect(kvOf(b)).toBeCloseTo(kvOf(a), 0);
  });

  it("is cut to a stretch, and judged on it", async () => {
    const jobId = await shop.receive();
    const { runId } = await storeRun(jobId, 7, null);
    const { assessed } = await assessRun(shop.pool, runId, { fromS: 0, toS: 7.9 });
    expect(assessed.steps.map(({ name }) => name)).toEqual(["standby", "brake", "cruise"]);
    expect(assessed.verdict!.word).toBe("cannot say");
    expect(
      (await exportRun(shop.viewer, runId, { fromS: 2, toS: 3 })).split("\n").filter((line) => /^\d/.test(line)),
    ).toHaveLength(21);
  });

  it("is taken from elsewhere, with its profile read off the throttle", async () => {
    const jobId = await shop.receive();
    const text = `time [s],throttle [%],voltage [mV],current [A]\n${[0, 1, 2, 3, 4, 5, 6, 7, 8, 9].map((at) => `${at / 2},${at < 4 ? 0 : 100},${16_000 - 200 * at},${at < 4 ? 0.8 : 60}`).join("\n")}`;
    const { runId } = await importRun(shop.technician, { jobId, kind: "power-draw", text });
    const { assessed } = await assessRun(shop.pool, runId);
    expect(assessed.run.profile.map(({ throttle }) => throttle)).toEqual([0, 1]);
    expect(assessed.steps.at(-1)).toMatchObject({ throttle: 1, currentA: 60 });
    expect(assessed.steps.at(-1)!.voltageV).toBeLessThan(16);
  });

  it.each([
    ["no unit", "time,throttle [%]\n0,0\n1,0", /“time” has no unit/],
    ["no time", "throttle [%],current [A]\n0,1\n0,1", /needs a column “time \[s\]”/],
    ["time that runs backwards", "time [s],current [A]\n0,1\n2,1\n1,1", /backwards in line 4/],
    ["a column that is no channel", "time [s],mood [V]\n0,1\n2,1", /No channel is called “mood”/],
    [
      "a damaged head",
      "# pitstopa-run/1\n# profile: [{\ntime [s],current [A]\n0,1\n2,1",
      /“# profile:” of this run's file is damaged/,
    ],
  ])("is refused with %s in a sentence, and nothing is stored", async (_, text, message) => {
    const jobId = await shop.receive();
    await expect(importRun(shop.technician, { jobId, kind: "power-draw", text })).rejects.toThrow(message);
    expect(await listRunsOfJob(shop.pool, jobId)).toEqual([]);
  });

  it("carries remarks at their moments", async () => {
    const jobId = await shop.receive();
    const { runId } = await storeRun(jobId, 8, null);
    await noteRun(shop.technician, { runId, atS: 6.5, note: "a squeal" });
    await noteRun(shop.technician, { runId, atS: 2.5, note: "props off" });
    expect((await assessRun(shop.pool, runId)).assessed.notes).toMatchObject([
      { atS: 2.5 },
      { atS: 6.5, note: "a squeal" },
    ]);
  });

  it("shows a long run by its lowest and highest readings", async () => {
    const jobId = await shop.receive();
    const { runId } = await storeRun(jobId, 9, null, { profile: BURST_PROFILE });
    const { points, sampleCount: count } = (await assessRun(shop.pool, runId)).assessed;
    expect(count).toBe(1500);
    expect(points.current!.length).toBeLessThanOrEqual(1200);
    expect(Math.max(...points.power!.map(([, watts]) => watts))).toBeGreaterThan(500);
  });
});

describe("ESC settings", () => {
  it("are saved for the craft, and what differs goes to the job and to Isolate", async () => {
    const jobId = await shop.receive();
    const matrix = {
      rows: [
        { setting: "Timing", values: ["15°", "15°", "22°", "15°"], reason: "" },
        { setting: "Direction", values: ["normal", "reversed", "normal", "reversed"], reason: "" },
      ],
    };
    await saveEscSettings(shop.technician, { ...(await shop.target(jobId)), settingsVersion: 0, matrix });
    const kept = (await listEvents(shop.pool, jobId)).find(({ kind }) => kind === "measurement_kept")!;
    expect(kept.payload).toMatchObject({ word: "bad", reasons: ["Timing: ESC 3 has 22°, the others 15°."] });
    expect(findingsOf(await listEvents(shop.pool, jobId)).at(-1)!.finding).toMatchObject({
      symptomId: "esc-settings-read",
      value: true,
    });
    const { craftId } = await getJob(shop.pool, jobId);
    expect(await findEscSettings(shop.pool, craftId)).toEqual({ matrix, version: 1 });
    await expect(
      saveEscSettings(shop.technician, { ...(await shop.target(jobId)), settingsVersion: 0, matrix }),
    ).rejects.toMatchObject({ code: "conflict" });
  });
});
