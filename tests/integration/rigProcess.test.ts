import { type ChildProcess, spawn } from "node:child_process";
import { createServer } from "node:net";
import { POWER_DRAW_PROFILE } from "@/core/bench/run/profiles";
import { seriesOfChunks } from "@/core/bench/run/workOutRun";
import { getRun, insertRun, listChunks } from "@/features/bench/runs/benchRunRepository";
import { getJob } from "@/features/job/jobRepository";
import { rigClient } from "@/rigs/rigClient";
import { ScpiConnection } from "@/rigs/scpi/ScpiConnection";
import { SIMULATED_INSTRUMENTS } from "@/rigs/simulated/simulatedInstruments";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
let ports: { rig: number; simulated: number[] };
let bench: ChildProcess;
let agent: ChildProcess;
const token = "token-of-the-rig-test";

const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

beforeAll(async () => {
  shop = await openTestShop();
  ports = { rig: await freePort(), simulated: await Promise.all(SIMULATED_INSTRUMENTS.map(freePort)) };
  bench = startProcess("simulatedBench");
  agent = startProcess("rigAgent");
  await answering();
}, 20_000);
afterAll(async () => {
  agent.kill();
  bench.kill();
  await shop.close();
});

const instruments = () =>
  SIMULATED_INSTRUMENTS.map(({ name, transport, map }, at) => ({
    id: at + 1,
    name,
    transport,
    host: "127.0.0.1",
    port: ports.simulated[at]!,
    map,
  }));
const rig = () => rigClient(`http://127.0.0.1:${ports.rig}`, token);

function startProcess(name: string): ChildProcess {
  return spawn(process.execPath, [`dist/${name}.mjs`], {
    env: {
      ...process.env,
      SESSION_SECRET: "x".repeat(32),
      RIG_TOKEN: token,
      RIG_PORT: String(ports.rig),
      RIG_SIMULATED: ports.simulated.join(","),
    },
    stdio: "ignore",
  });
}

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer().listen(0, "127.0.0.1", () => {
      const { port } = server.address() as { port: number };
      server.close(() => resolve(port));
    });
  });
}

async function answering() {
  for (let i = 0; i < 100; i++) {
    const status = await rig()
      .connect({ instruments: instruments() })
      .catch(() => null);
    if (status?.instruments.every(({ identity }) => identity)) return;
    await sleep(100);
  }
  throw new Error("the rig agent did not come up in ten seconds");
}

/** Asks the throttle output itself, past the agent. */
async function throttleNow() {
  const line = await ScpiConnection.open("127.0.0.1", ports.simulated[0]!);
  const [isOn, throttle] = [await line.query("OUTP?"), await line.query("SOUR:THR?")];
  line.drop("asked");
  return isOn === "1" ? Number(throttle) : 0;
}

describe("the rig agent as a process", () => {
  it("refuses a caller without the token", async () => {
    await expect(rigClient(`http://127.0.0.1:${ports.rig}`, "guess").status()).rejects.toThrow(
      /does not know the caller/,
    );
  });

  it("killed in the middle of a run, leaves the throttle at zero and loses at most a second of samples", async () => {
    const jobId = await shop.receive();
    const { craftId } = await getJob(shop.pool, jobId);
    const run = {
      craftId,
      jobId,
      personId: shop.technician.person.id,
      profile: POWER_DRAW_PROFILE,
      kind: "power-draw" as const,
      limits: {},
      instruments: [],
    };
    const runId = await insertRun(shop.pool, run, new Date());
    const operatorToken = "operator-page-1";
    await rig().arm({ runId, operatorToken, profile: [...POWER_DRAW_PROFILE], limits: {} });
    await rig().start(runId, operatorToken);
    let last = { timeS: 0 };
    let count = 0;
    for (let i = 0; i < 62; i++) {
      const { samples } = await rig().beat(runId, operatorToken, count);
      count += samples.time?.length ?? 0;
      last = { timeS: samples.time?.at(-1) ?? last.timeS };
      await sleep(80);
    }
    expect(last.timeS).toBeGreaterThan(4.2);
    expect(await throttleNow()).toBe(0.5);

    agent.kill("SIGKILL");
    await sleep(600);
    expect(await throttleNow()).toBe(0);
    const stored = seriesOfChunks(await listChunks(shop.pool, runId));
    expect(last.timeS - stored.time!.at(-1)!).toBeLessThan(1);

    agent = startProcess("rigAgent");
    await answering();
    expect(await getRun(shop.pool, runId)).toMatchObject({ state: "ended", cutCause: "agent_lost" });
  }, 30_000);
});
