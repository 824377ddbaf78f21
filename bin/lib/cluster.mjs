import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { startBalancer } from "./balancer.mjs";
import { startMariadb } from "./mariadb.mjs";
import { root } from "./paths.mjs";
import { freePort, waitForHttp } from "./ports.mjs";
import { need, startChild, stopChild } from "./run.mjs";
import { SetupError } from "./say.mjs";
import { secretsOf } from "./secrets.mjs";

const NODES = 3;
const FRONTS = 2;
/** A node's own ports lie this far apart: it takes three. */
const NODE_PORTS = 10;

/**
 * Starts a shop on loopback as one would on several machines: the database as three nodes that hold the same data, two web processes with
 * their doors, each on a node of its own and knowing the others, and a balancer before them.
 *
 * @param folder - State folder.
 * @returns The address, `nodes` and `fronts` to be killed and started again, the addresses of the nodes, and `stop`.
 */
export async function startCluster(folder) {
  mkdirSync(folder, { recursive: true });
  const secrets = secretsOf(folder);
  const firstPeer = await portWithRoom(NODES * NODE_PORTS);
  const peers = Array.from({ length: NODES }, (_, at) => firstPeer + at * NODE_PORTS);
  const nodes = [];
  const fronts = [];
  let balancer = null;
  const startNode = async (at) => {
    const isFirst = at === 0 && nodes.length === 0;
    const port = nodes[at]?.port ?? (await freePort());
    const galera = { port: peers[at], peers, isFirst };
    nodes[at] = { ...(await startMariadb(join(folder, `node${at + 1}`), port, secrets, galera)), port };
  };
  const stop = async () => {
    await balancer?.stop();
    for (const { door, web } of fronts) {
      await stopChild(door);
      await stopChild(web);
    }
    // The first one last: it is the one that the others joined.
    for (const node of nodes.toReversed()) await node.stop();
  };
  try {
    await startNode(0);
    const asOwner = {
      env: { DATABASE_URL: nodes[0].ownerUrl, DATABASE_WEB_URL: nodes[0].url, SESSION_SECRET: secrets.session },
    };
    await need("Migrating the database", process.execPath, [join(root, "dist/migrateDatabase.mjs")], asOwner);
    await need("Loading the demo shop", process.execPath, [join(root, "dist/loadDemo.mjs")], asOwner);
    for (let at = 1; at < NODES; at++) await startNode(at);
    const port = await freePort();
    for (let at = 0; at < FRONTS; at++) {
      const urls = nodes.map((_, step) => nodes[(at + step) % NODES].url);
      fronts.push(await startFront(join(folder, `front${at + 1}`), { at, urls, secrets, balancerPort: port }));
    }
    balancer = await startBalancer(
      port,
      fronts.map(({ port: own }) => own),
    );
    return {
      url: `http://127.0.0.1:${port}`,
      folder,
      nodes,
      fronts,
      ownerUrls: () => nodes.map(({ ownerUrl }) => ownerUrl),
      startNode,
      stop,
    };
  } catch (error) {
    await stop();
    throw error;
  }
}

/** A web process with its door. */
async function startFront(folder, { at, urls, secrets, balancerPort }) {
  mkdirSync(folder, { recursive: true });
  const [port, inner] = [await freePort(), await freePort()];
  const env = {
    DATABASE_URL: urls.join(","),
    SESSION_SECRET: secrets.session,
    RIG_TOKEN: secrets.rig,
    RIG_URL: "http://127.0.0.1:9", // nobody: this shop has no bench
    DOOR_PORT: String(port),
    DOOR_NAMES: `127.0.0.1:${balancerPort}`,
    DOOR_TOKEN: secrets.door,
    WEB_PORT: String(inner),
    PITSTOPA_DEMO: "1",
    PITSTOPA_FOLDER: "",
    FIRST_LEAD_KEY: "",
    NODE_ENV: "production",
    NEXT_TELEMETRY_DISABLED: "1",
  };
  const front = { at, port };
  front.start = async () => {
    front.web = startChild("web", [join(root, "dist/web.mjs")], { env, logFile: join(folder, "web.log") });
    front.door = startChild("door", [join(root, "dist/door.mjs")], { env, logFile: join(folder, "door.log") });
    const isUp = await waitForHttp(`http://127.0.0.1:${port}/api/health`, 60, () => front.web.exitCode === null);
    if (!isUp) throw new SetupError(`A web process of the cluster did not start; see ${folder}.`);
  };
  /** Both at once, as when its machine goes. */
  front.kill = () => {
    front.web.kill("SIGKILL");
    front.door.kill("SIGKILL");
  };
  await front.start();
  return front;
}

/** The first of so many ports, as far as can be told. */
async function portWithRoom(count) {
  for (;;) {
    const port = await freePort();
    if (port + count < 60_000) return port;
  }
}
