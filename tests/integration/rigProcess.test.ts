import { type ChildProcess, spawn } from "node:child_process";
import { createServer } from "node:net";
import { POWER_DRAW_PROFILE } from "@/core/bench/sweepProfile";
import { getRun, insertRun, listSamples } from "@/features/bench/benchRunRepository";
import { getJob } from "@/features/job/jobRepository";
import { rigClient } from "@/rigs/rigClient";
import { ScpiConnection } from "@/rigs/scpi/ScpiConnection";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
let ports: { rig: number; wattmeter: number; throttle: number };
let bench: ChildProcess;
let agent: ChildProcess;
const token = "token-of-the-rig-test";

const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

beforeAll(async () => {
  shop = await openTestShop();
  ports = { rig: await freePort(), wattmeter: await freePort(), throttle: await freePort() };
  bench = startProcess("simulatedBench");
  agent = startProcess("rigAgent");
  await answering();
});
afterAll(async () => {
  agent.kill();
  bench.kill();
  await shop.close();
});

const rig = () => rigClient(`http://127.0.0.1:${ports.rig}`, token);

function startProcess(name: string): ChildProcess {
  return spawn(process.execPath, [`dist/${name}.mjs`], {
    env: {
      ...process.env,
      SESSION_SECRET: "x".repeat(32),
      RIG_TOKEN: token,
      RIG_PORT: String(ports.rig),
      RIG_WATTMETER: `127.0.0.1:${ports.wattmeter}`,
      RIG_THROTTLE: `127.0.0.1:${ports.throttle}`,
      RIG_SIMULATED: "1",
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
      .connect()
      .catch(() => null);
    if (status?.throttle.identity && status.wattmeter.identity) return;
    await sleep(100);
  }
  throw new Error("the rig agent did not come up in ten seconds");
}

/** Asks the throttle output itself, past the agent. */
async function throttleNow() {
  const line = await ScpiConnection.open("127.0.0.1", ports.throttle);
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
      limits: {},
      instruments: null,
    };
    const runId = await insertRun(shop.pool, run, new Date());
    const operatorToken = "operator-page-1";
    await rig().arm({ runId, operatorToken, profile: [...POWER_DRAW_PROFILE], limits: {} });
    await rig().start(runId, operatorToken);
    let last = { timeS: 0 };
    let count = 0;
    for (let i = 0; i < 35; i++) {
      const { samples } = await rig().beat(runId, operatorToken, count);
      count += samples.timeS.length;
      last = { timeS: samples.timeS.at(-1) ?? last.timeS };
      await sleep(80);
    }
    expect(last.timeS).toBeGreaterThan(2.2);
    expect(await throttleNow()).toBe(0.5);

    agent.kill("SIGKILL");
    await sleep(600);
    expect(await throttleNow()).toBe(0);
    const stored = await listSamples(shop.pool, runId);
    expect(last.timeS - stored.at(-1)!.timeS).toBeLessThan(1);

    agent = startProcess("rigAgent");
    await answering();
    expect(await getRun(shop.pool, runId)).toMatchObject({ state: "ended", cutCause: "agent_lost" });
  }, 30_000);
});
