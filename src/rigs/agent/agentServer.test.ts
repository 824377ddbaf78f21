import { DEMO_DRIVES } from "../../sim/demoDrives";
import { rigClient } from "../rigClient";
import { type SimulatedBench, startSimulatedBench } from "../simulated/startSimulatedBench";
import { startAgentServer } from "./agentServer";
import { RigAgent } from "./RigAgent";

const token = "shared-secret-of-the-test";
const profile = [{ name: "full", throttle: 1, holdS: 0.5 }];
let bench: SimulatedBench;
let agent: RigAgent;
let server: Awaited<ReturnType<typeof startAgentServer>>;
let url: string;

beforeEach(async () => {
  bench = await startSimulatedBench({ drives: DEMO_DRIVES, seed: 3 });
  const store = {
    markRunning: async () => {},
    appendSamples: async () => {},
    finish: async () => {},
    closeAbandoned: async () => {},
  };
  agent = new RigAgent({
    store,
    log: () => {},
  });
  server = await startAgentServer(agent, 0, token);
  url = `http://127.0.0.1:${server.port}`;
});
afterEach(async () => {
  await agent.close();
  await server.close();
  await bench.close();
});

const post = (path: string, body: string, bearer = token) =>
  fetch(url + path, { method: "POST", headers: { Authorization: `Bearer ${bearer}` }, body });

describe("the agent's server", () => {
  it("lets nobody in without the token, not even to ask", async () => {
    expect((await post("/arm", "{}", "guess")).status).toBe(401);
    expect((await fetch(`${url}/status`)).status).toBe(401);
    expect(bench.throttleEvents).toHaveLength(1);
  });

  it.each([
    ["what is not JSON", "{", 400],
    [
      "a throttle above full",
      JSON.stringify({
        runId: 1,
        operatorToken: "operator-1",
        profile: [{ name: "x", throttle: 2, holdS: 1 }],
        limits: {},
      }),
      400,
    ],
    ["an empty profile", JSON.stringify({ runId: 1, operatorToken: "operator-1", profile: [], limits: {} }), 400],
    [
      "a hold of more than an hour",
      JSON.stringify({
        runId: 1,
        operatorToken: "operator-1",
        profile: [{ name: "x", throttle: 1, holdS: 3601 }],
        limits: {},
      }),
      400,
    ],
    ["a body beyond all measure", JSON.stringify({ filler: "x".repeat(300_000) }), 400],
  ])("refuses to arm with %s", async (_, body, status) => {
    expect((await post("/arm", body)).status).toBe(status);
    expect(agent.status().run).toBeNull();
  });

  it("knows no other calls", async () => expect((await post("/explode", "{}")).status).toBe(404));

  it("carries a run from arm to stop for its client", async () => {
    const client = rigClient(url, token);
    const { instruments } = await client.connect({ instruments: [...bench.instruments] });
    expect(instruments.every(({ identity }) => identity)).toBe(true);
    const armed = await client.arm({
      runId: 5,
      operatorToken: "operator-1",
      profile,
      limits: { current: { max: 500 } },
    });
    expect(armed).toMatchObject({ runId: 5, state: "armed" });
    expect(await client.start(5, "operator-1")).toMatchObject({ state: "running" });
    const { samples } = await client.beat(5, "operator-1", 0);
    expect(samples.time?.length).toBe(samples.current?.length);
    expect(await client.stop(5)).toMatchObject({ state: "ended", cut: { cause: "stop_key" } });
    await expect(client.stop(6)).rejects.toMatchObject({ code: "refused", message: "That run is not on the rig." });
  });

  it("is said to be unreachable when it is not there", async () => {
    await server.close();
    await expect(rigClient(url, token).status()).rejects.toMatchObject({ code: "unreachable" });
  });
});
