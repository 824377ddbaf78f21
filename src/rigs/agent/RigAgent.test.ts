import { stat } from "node:fs";
import { joinSeries, type Series } from "../../core/series/series";
import { DEMO_DRIVES } from "../../sim/demoDrives";
import { type Cut, DEAD_MAN_MS, SAMPLE_RATE_HZ } from "../runProtocol";
import { type SimulatedBench, startSimulatedBench } from "../simulated/startSimulatedBench";
import { RigAgent } from "./RigAgent";
import { type RunStore } from "./runStore";
import { StandstillClock } from "./StandstillClock";

/** Keeps what the agent stores, and when the end came. */
class MemoryStore implements RunStore {
  chunks: Series[] = [];
  chunkTimesMs: number[] = [];
  cut: Cut | null = null;
  markRunning = async () => {};
  closeAbandoned = async () => {};
  get samples(): Series {
    return joinSeries(this.chunks);
  }
  async appendSamples(_: number, __: number, samples: Series) {
    this.chunks.push(samples);
    this.chunkTimesMs.push(performance.now());
  }
  async finish(_: number, cut: Cut) {
    this.cut = cut;
  }
}

const token = "operator-of-the-test";
const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const profile = [
  { name: "idle", throttle: 0, holdS: 0.5 },
  { name: "cruise", throttle: 0.5, holdS: 0.6 },
  { name: "full", throttle: 1, holdS: 0.6 },
];

let bench: SimulatedBench;
let agent: RigAgent;
let store: MemoryStore;
let beating: NodeJS.Timeout;
let clock: StandstillClock;

beforeEach(async () => {
  clock = new StandstillClock();
  bench = await startSimulatedBench({ drives: DEMO_DRIVES, seed: 7 });
  store = new MemoryStore();
  agent = new RigAgent({ store, log: () => {} });
  await agent.connect(bench.instruments);
});

afterEach(async () => {
  clock.stop();
  clearInterval(beating);
  await agent.close();
  await bench.close();
});

const order = (over: Partial<Parameters<RigAgent["arm"]>[0]> = {}) => ({
  runId: 1,
  operatorToken: token,
  profile,
  limits: {},
  rateHz: SAMPLE_RATE_HZ,
  ...over,
});

async function startRun(limits: Parameters<RigAgent["arm"]>[0]["limits"] = {}, over: Parameters<typeof order>[0] = {}) {
  await agent.arm(order({ limits, ...over }));
  beating = setInterval(() => agent.beat(1, token, 0), 50);
  await agent.start(1, token);
}

async function ended(): Promise<Cut> {
  for (let i = 0; i < 100; i++) {
    if (store.cut) return store.cut;
    await sleep(50);
  }
  throw new Error("the run did not end in five seconds");
}

/** Milliseconds between two moments, less those in which the machine gave this very process no time. */
const ownMs = (fromMs: number, toMs: number) => toMs - fromMs - clock.between(fromMs, toMs);

const lastCommand = () => bench.throttleEvents.at(-1)!;

describe("a reading outside of a run", () => {
  it("gives what the instruments measure, with nothing driven, and never in the middle of a run", async () => {
    const readings = await agent.readOnce();
    expect(readings).toMatchObject({ voltage: expect.any(Number), current: expect.any(Number) });
    // Standby of the simulated craft: no motor turns.
    expect(readings.current).toBeLessThan(2);
    await agent.arm(order());
    await expect(agent.readOnce()).rejects.toThrow(/busy with run 1/);
  });

  it("says that nothing measures where nothing is connected", async () => {
    const bare = new RigAgent({ store, log: () => {} });
    await expect(bare.readOnce()).rejects.toThrow(/Nothing on the rig measures/);
    await bare.close();
  });
});

describe("the rig agent with the simulated bench", () => {
  it("connects to all instruments and shows who they are and what they measure", () => {
    const { instruments } = agent.status();
    const named = (name: string) => instruments.find((each) => each.name === name)!;
    expect(named("Wattmeter")).toMatchObject({
      identity: { model: "Wattline 90 (simulated)" },
      channels: ["voltage", "current"],
    });
    expect(named("Throttle box")).toMatchObject({ identity: { serial: "TB8-0001" }, drives: "throttle" });
    expect(named("Thrust stand").identity).toMatchObject({ maker: "Home-made" }); // over the newline protocol
    expect(instruments).toHaveLength(7);
  });

  it("runs the profile to its end, keeps every sample of every channel and leaves the throttle at zero", async () => {
    await startRun();
    expect((await ended()).cause).toBe("end_of_profile");
    expect(bench.throttleEvents.map(({ throttle }) => throttle)).toEqual([0, 0.5, 1, 0]);
    const { time, throttle, current, speed, cell1, esctemperature } = store.samples;
    expect(time!.filter((at) => at < 1.7).length).toBeGreaterThanOrEqual(30);
    const full = throttle!.lastIndexOf(1);
    expect(current![full]).toBeGreaterThan(20);
    expect(speed![full]).toBeGreaterThan(8000);
    expect(cell1![full]).toBeLessThan(cell1![2]!);
    expect(esctemperature![full]).toBeGreaterThan(15);
    expect(throttle!.at(-1)).toBe(0);
  });

  it("turns one motor when a step says so, and drives the servo beside it", async () => {
    const one = [
      { name: "motor 2", throttle: 0.6, holdS: 1.6, output: 2, pulseS: 1900e-6 },
      { name: "all", throttle: 0.6, holdS: 1.6 },
    ];
    await startRun({}, { profile: one });
    await ended();
    const { step, current, angle, output } = store.samples;
    const lastOf = (place: number) => step!.lastIndexOf(place) - 8; // before the trailing samples after the cut
    expect(output![5]).toBe(2);
    expect(current![lastOf(1)]! / current![step!.lastIndexOf(0)]!).toBeGreaterThan(2.5);
    expect(angle![step!.lastIndexOf(0)]).toBeGreaterThan(30);
  });

  it("hears a beat that arrived while its own process stood still, before it takes the page for lost", async () => {
    await startRun({}, { profile: [{ name: "held", throttle: 0.3, holdS: 3 }] });
    await sleep(200);
    clearInterval(beating);
    // Right after a sample, so that no instrument of the same process is waited for meanwhile.
    const { sampleCount } = agent.status().run!;
    while (agent.status().run!.sampleCount === sampleCount) await sleep(1);
    await new Promise((resolve) => setImmediate(resolve)); // timers are what comes next
    agent.beat(1, token, 0);
    // Comes in with the next round of events, as a beat that lies in the socket does.
    stat(__filename, () => agent.beat(1, token, 0));
    const untilMs = performance.now() + 600;
    while (performance.now() < untilMs); // stands still for longer than the dead man allows
    await sleep(30);
    expect(agent.status().run).toMatchObject({ state: "running", cut: null });
    expect((await ended()).cause).toBe("operator_lost"); // and then it really is silent
  });

  it("hands samples on at least each second, so that a crash loses no more", async () => {
    await startRun();
    await ended();
    const gaps = store.chunkTimesMs.slice(1).map((time, index) => ownMs(store.chunkTimesMs[index]!, time));
    expect(Math.max(...gaps)).toBeLessThan(1000);
  });

  it("cuts within one sample after a limit is passed", async () => {
    await startRun({ current: { max: 15 } });
    const cut = await ended();
    expect(cut.cause).toBe("limit");
    expect(cut.detail).toMatch(/amps over the limit: .* limit 15 A/);
    const { current, throttle, time } = store.samples;
    const crossing = current!.findIndex((amps) => amps > 15);
    expect(throttle![crossing + 1]).toBe(0); // the very next sample is taken with the throttle at zero
    expect(time![crossing + 1]! - time![crossing]!).toBeLessThan(2 / SAMPLE_RATE_HZ);
    expect(lastCommand().throttle).toBe(0);
  });

  it("cuts within 500 ms after the operator's page is gone", async () => {
    await startRun();
    await sleep(900);
    expect(lastCommand().throttle).toBe(0.5);
    clearInterval(beating);
    const goneMs = performance.now();
    await ended();
    expect(store.cut!.cause).toBe("operator_lost");
    expect(lastCommand().throttle).toBe(0);
    expect(ownMs(goneMs, lastCommand().atMs)).toBeLessThan(500);
    expect(DEAD_MAN_MS).toBeLessThan(500);
  });

  it("cuts at once on the stop key", async () => {
    await startRun();
    await sleep(900);
    const pressedMs = performance.now();
    agent.stop(1);
    await ended();
    expect(store.cut).toMatchObject({ cause: "stop_key" });
    expect(ownMs(pressedMs, lastCommand().atMs)).toBeLessThan(100);
  });

  it.each(["wattmeter", "throttle", "stand", "thermometer"] as const)(
    "cuts when the %s is unplugged",
    async (instrument) => {
      await startRun();
      await sleep(900);
      const unpluggedMs = performance.now();
      bench.unplug(instrument);
      await ended();
      expect(store.cut!.cause).toBe("instrument_lost");
      await sleep(50);
      expect(lastCommand().throttle).toBe(0);
      expect(ownMs(unpluggedMs, lastCommand().atMs)).toBeLessThan(1000);
    },
  );

  it("disarms when the page is gone before the start, and then refuses to start", async () => {
    await agent.arm(order());
    expect((await ended()).cause).toBe("operator_lost");
    await agent.start(1, token);
    await sleep(200);
    expect(bench.throttleEvents).toHaveLength(1);
  });

  it("lets another page stop a run but not drive it, and takes one run at a time", async () => {
    await startRun();
    expect(() => agent.beat(1, "somebody-else", 0)).toThrow(/Another page armed this run/);
    await expect(agent.arm(order({ runId: 2, operatorToken: "second-page" }))).rejects.toThrow(/busy with run 1/);
    agent.stop(1);
    expect((await ended()).cause).toBe("stop_key");
  });

  it("says what is missing: a drive, a servo's drive, or what a limit is to guard", async () => {
    const without = (...names: string[]) => bench.instruments.filter(({ name }) => !names.includes(name));
    await agent.connect(without("Throttle box", "Servo tester", "Thermometer"));
    await expect(agent.arm(order())).rejects.toThrow(/Cannot arm: nothing drives the throttle/);
    const servo = [{ name: "centre", throttle: 0, holdS: 1, pulseS: 1500e-6 }];
    await expect(agent.arm(order({ profile: servo }))).rejects.toThrow(/nothing drives the servo/);
    const quiet = [{ name: "standby", throttle: 0, holdS: 1 }];
    await expect(agent.arm(order({ profile: quiet, limits: { temperature: { max: 80 } } }))).rejects.toThrow(
      /nothing measures temperature, which has a limit/,
    );
  });

  it("names the instrument that does not answer", async () => {
    await bench.close();
    await sleep(50);
    await agent.connect(bench.instruments);
    await expect(agent.arm(order())).rejects.toThrow(/Throttle box: No instrument answers/);
  });

  it("takes a stand on the page's serial port into the same run, and cuts when it falls silent", async () => {
    const config = {
      ...bench.instruments[2]!,
      id: 99,
      name: "Stand at the page",
      transport: "serial" as const,
      map: { ...bench.instruments[2]!.map, channels: [{ channel: "thrust", query: "newton", factor: 1 }] },
    };
    const others = bench.instruments.filter(({ name }) => name !== "Thrust stand");
    const identity = { maker: "Home-made", model: "Page stand", serial: "1", firmware: "1" };
    const said = (thrust: number) => [{ instrumentId: 99, identity, readings: { thrust, nonsense: 4 } }];
    await agent.connect([...others, config], said(0));
    await agent.arm(order({ profile: [{ name: "half", throttle: 0.5, holdS: 5 }] }));
    let thrust = 0;
    beating = setInterval(() => agent.beat(1, token, 0, said((thrust += 0.1))), 50);
    await agent.start(1, token);
    await sleep(700);
    clearInterval(beating);
    const silentMs = performance.now();
    beating = setInterval(() => agent.beat(1, token, 0), 50);
    expect(await ended()).toMatchObject({ cause: "instrument_lost", detail: expect.stringMatching(/Page stand lost/) });
    expect(ownMs(silentMs, lastCommand().atMs)).toBeLessThan(1000);
    expect(store.samples.thrust!.at(-1)).toBeGreaterThan(0.5);
    expect(store.samples.nonsense).toBeUndefined();
  });

  it("goes on to the next step as soon as a reading settles", async () => {
    const settling = [
      { name: "wait", throttle: 0.3, holdS: 10, settle: { channel: "voltage", within: 0.2, overS: 0.5 } },
      { name: "after", throttle: 0.2, holdS: 0.3 },
    ];
    await startRun({}, { profile: settling });
    expect(await ended()).toMatchObject({ cause: "end_of_profile" });
    expect(store.cut!.atS).toBeLessThan(4);
  });

  it("keeps the samples of the last seconds only in memory, and numbers them on", async () => {
    await startRun({}, { profile: [{ name: "idle", throttle: 0, holdS: 1 }], rateHz: 50 });
    await ended();
    const { from, samples } = agent.beat(1, token, 20);
    expect(from).toBe(20);
    expect(samples.time!.length).toBe(store.samples.time!.length - 20);
  });

  it("leaves the throttle at zero when the agent itself goes away", async () => {
    await startRun();
    await sleep(900);
    await agent.close();
    await sleep(100);
    expect(lastCommand().throttle).toBe(0);
  });
});
