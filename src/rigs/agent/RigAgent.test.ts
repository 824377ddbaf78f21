import { type PowerSample } from "../../core/bench/findLimitCrossing";
import { DEMO_DRIVES } from "../../sim/demoDrives";
import { type Cut, DEAD_MAN_MS, SAMPLE_EVERY_MS } from "../runProtocol";
import { type SimulatedBench, startSimulatedBench } from "../simulated/startSimulatedBench";
import { RigAgent } from "./RigAgent";
import { type RunStore } from "./runStore";

/** Keeps what the agent stores, and when the end came. */
class MemoryStore implements RunStore {
  samples: PowerSample[] = [];
  chunkTimesMs: number[] = [];
  cut: Cut | null = null;
  markRunning = async () => {};
  closeAbandoned = async () => {};
  async appendSamples(_: number, __: number, samples: readonly PowerSample[]) {
    this.samples.push(...samples);
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

beforeEach(async () => {
  bench = await startSimulatedBench({ wattmeterPort: 0, throttlePort: 0, drives: DEMO_DRIVES, seed: 7 });
  store = new MemoryStore();
  agent = new RigAgent({
    wattmeter: { host: "127.0.0.1", port: bench.wattmeterPort },
    throttle: { host: "127.0.0.1", port: bench.throttlePort },
    store,
    log: () => {},
  });
});

afterEach(async () => {
  clearInterval(beating);
  await agent.close();
  await bench.close();
});

async function startRun(limits: Parameters<RigAgent["arm"]>[0]["limits"] = {}) {
  await agent.arm({ runId: 1, operatorToken: token, profile, limits });
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

const lastCommand = () => bench.throttleEvents.at(-1)!;

describe("the rig agent with the simulated bench", () => {
  it("connects over SCPI and shows both identities", async () => {
    const status = await agent.connect();
    expect(status.wattmeter.identity).toMatchObject({ model: "Wattline 90 (simulated)" });
    expect(status.throttle.identity).toMatchObject({ serial: "TB8-0001" });
  });

  it("runs the profile to its end, keeps every sample and leaves the throttle at zero", async () => {
    await startRun();
    expect((await ended()).cause).toBe("end_of_profile");
    expect(bench.throttleEvents.map(({ throttle }) => throttle)).toEqual([0, 0.5, 1, 0]);
    const running = store.samples.filter(({ timeS }) => timeS < 1.7);
    expect(running.length).toBeGreaterThanOrEqual(30);
    const full = running.filter(({ throttle }) => throttle === 1).at(-1)!;
    expect(full.currentA).toBeGreaterThan(20);
    expect(store.samples.at(-1)!.throttle).toBe(0);
  });

  it("hands samples on at least each second, so that a crash loses no more", async () => {
    await startRun();
    await ended();
    const gaps = store.chunkTimesMs.slice(1).map((time, index) => time - store.chunkTimesMs[index]!);
    expect(Math.max(...gaps)).toBeLessThan(1000);
  });

  it("cuts within one sample after a limit is passed", async () => {
    await startRun({ maxCurrentA: 15 });
    const cut = await ended();
    expect(cut.cause).toBe("limit");
    expect(cut.detail).toMatch(/amps over the limit: .* limit 15 A/);
    const crossing = store.samples.findIndex(({ currentA }) => currentA > 15);
    const next = store.samples[crossing + 1]!;
    expect(next.throttle).toBe(0); // the very next sample is taken with the throttle at zero
    expect(next.timeS - store.samples[crossing]!.timeS).toBeLessThan((2 * SAMPLE_EVERY_MS) / 1000);
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
    expect(lastCommand().atMs - goneMs).toBeLessThan(500);
    expect(DEAD_MAN_MS).toBeLessThan(500);
  });

  it("cuts at once on the stop key", async () => {
    await startRun();
    await sleep(900);
    const pressedMs = performance.now();
    agent.stop(1);
    await ended();
    expect(store.cut).toMatchObject({ cause: "stop_key" });
    expect(lastCommand().atMs - pressedMs).toBeLessThan(100);
  });

  it.each(["wattmeter", "throttle"] as const)("cuts when the %s is unplugged", async (instrument) => {
    await startRun();
    await sleep(900);
    const unpluggedMs = performance.now();
    bench.unplug(instrument);
    await ended();
    expect(store.cut!.cause).toBe("instrument_lost");
    await sleep(50);
    expect(lastCommand().throttle).toBe(0);
    expect(lastCommand().atMs - unpluggedMs).toBeLessThan(1000);
  });

  it("disarms when the page is gone before the start, and then refuses to start", async () => {
    await agent.arm({ runId: 1, operatorToken: token, profile, limits: {} });
    expect((await ended()).cause).toBe("operator_lost");
    await agent.start(1, token);
    await sleep(200);
    expect(bench.throttleEvents).toHaveLength(1);
  });

  it("lets another page stop a run but not drive it, and takes one run at a time", async () => {
    await startRun();
    expect(() => agent.beat(1, "somebody-else", 0)).toThrow(/Another page armed this run/);
    await expect(agent.arm({ runId: 2, operatorToken: "second-page", profile, limits: {} })).rejects.toThrow(
      /busy with run 1/,
    );
    agent.stop(1);
    expect((await ended()).cause).toBe("stop_key");
  });

  it("says which instrument is missing", async () => {
    await bench.close();
    await expect(agent.arm({ runId: 1, operatorToken: token, profile, limits: {} })).rejects.toThrow(
      /Cannot arm: No instrument answers/,
    );
  });

  it("leaves the throttle at zero when the agent itself goes away", async () => {
    await startRun();
    await sleep(900);
    await agent.close();
    await sleep(100);
    expect(lastCommand().throttle).toBe(0);
  });
});
