import { listInstruments } from "../features/instruments/instrumentRepository";
import { startAgentServer } from "../rigs/agent/agentServer";
import { RigAgent } from "../rigs/agent/RigAgent";
import { mariaRunStore } from "../rigs/agent/runStore";
import { chooseSimulatedDrive } from "../rigs/simulated/chooseSimulatedDrive";
import { simulatedPorts } from "../rigs/simulated/simulatedInstruments";
import { openPool } from "../server/db";
import { environment } from "../server/env";
import { log } from "../server/log";

/** The rig agent: owns the instruments and the safety cut-off, apart from the web server. */
const { DATABASE_URL, RIG_TOKEN } = environment();
if (!RIG_TOKEN) throw new Error("RIG_TOKEN is missing: the agent serves nobody without it.");
const pool = openPool(DATABASE_URL, 2);
const store = mariaRunStore(pool);
const agent = new RigAgent({
  store,
  log: (message, detail) => log.info(detail ?? {}, message),
  simulate: process.env.RIG_SIMULATED
    ? (choice) =>
        chooseSimulatedDrive({ host: "127.0.0.1", port: simulatedPorts(process.env.RIG_SIMULATED).throttle }, choice)
    : undefined,
});
await store.closeAbandoned();
// Whatever a former agent left switched on: taking an output's line cuts it. The others are connected when somebody asks.
const outputs = (await listInstruments(pool).catch(() => [])).filter(
  ({ isUsed, map }) => isUsed && map.output !== null,
);
if (outputs.length > 0)
  await agent.connect(outputs).catch((error: unknown) => log.warn({ err: error }, "no output taken"));
const server = await startAgentServer(agent, Number(process.env.RIG_PORT ?? 4610), RIG_TOKEN);
log.info({ port: server.port }, "rig agent listens");

const end = async () => {
  await agent.close(); // cuts the throttle first
  await server.close();
  await pool.end();
  process.exit(0);
};
process.on("SIGINT", () => void end());
process.on("SIGTERM", () => void end());
