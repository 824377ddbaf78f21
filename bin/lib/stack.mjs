import { availableParallelism } from "node:os";
import { join } from "node:path";
import { startMariadb } from "./mariadb.mjs";
import { root } from "./paths.mjs";
import { waitForHttp } from "./ports.mjs";
import { need, startChild, stopChild } from "./run.mjs";
import { SetupError } from "./say.mjs";
import { secretsOf } from "./secrets.mjs";

/** Left to itself the engine collects its garbage late where the machine has much memory: the web process grew to a gigabyte of it. */
const MOST_HEAP_MB = 512;

/**
 * Starts everything a shop needs on this machine: database, migrations, demo data (once), simulated bench, rig agent, web.
 *
 * @param options.folder - State folder.
 * @param options.ports - web (the address that browsers know), inner (where the web process listens), database, rig, and a list of those of the simulated bench, in the order of SIMULATED_INSTRUMENTS.
 * @param options.demo - Loads the demo shop into an empty database and shows its sign-ins.
 * @param options.listen - Where browsers reach it beside this machine: `host`, with `cert` and `key` files for TLS; loopback alone when absent.
 * @param options.webProcesses - How many processes answer pages; two where the machine has as many cores, or what PITSTOPA_WEB_PROCESSES says.
 * @param options.firstLeadKey - Opens the page that makes the first lead of a shop that has nobody yet.
 * @param options.onStart - Called with name and process number of each part that was started.
 * @param options.onExit - Called with name and code when a part ends by itself.
 * @returns The environment, the parts, `restart` of one, and `stop`.
 */
export async function startStack(options) {
  const {
    folder,
    ports,
    demo,
    listen = null,
    distDir = ".next",
    firstLeadKey = "",
    webProcesses = webProcessesFrom(process.env.PITSTOPA_WEB_PROCESSES),
    onStart = () => {},
    onExit = () => {},
  } = options;
  const secrets = secretsOf(folder);
  const url = `${listen?.cert ? "https" : "http"}://${nameOf(listen?.host ?? "127.0.0.1")}:${ports.web}`;
  let stopping = false;
  const startDatabase = async () => {
    const opened = await openDatabase(folder, ports, secrets);
    if (opened.server) {
      onStart("database", opened.server.pid);
      opened.server.once(
        "exit",
        (code, signal) => !stopping && !opened.isStopped && onExit("database", code ?? signal),
      );
    }
    return opened;
  };
  let database = await startDatabase();
  const env = {
    ...environmentOf({ database, secrets, ports, folder, demo, distDir, firstLeadKey, webProcesses }),
    ...doorEnvironmentOf(listen),
  };
  /** @type {Record<string, import("node:child_process").ChildProcess>} */
  const children = {};
  const start = (name, args) => {
    const gone = (who, code) => !stopping && children[name] === child && onExit(who, code);
    const child = startChild(name, args, { env, logFile: join(folder, `${name}.log`), onExit: gone });
    children[name] = child;
    onStart(name, child.pid);
    return child;
  };
  const stop = async () => {
    stopping = true;
    await stopChild(children.door);
    await stopChild(children.web);
    await stopChild(children.rig);
    await stopChild(children.bench);
    await database.stop();
  };
  const parts = partsOf({ start, folder, url, inner: ports.inner, doorToken: secrets.door });
  try {
    // Tables are made, and the demo is put in, under the owner's account: the web's own may do neither.
    const asOwner = { env: { ...env, DATABASE_URL: database.ownerUrl, DATABASE_WEB_URL: database.url } };
    await need("Migrating the database", process.execPath, [join(root, "dist/migrateDatabase.mjs")], asOwner);
    if (demo) await need("Loading the demo shop", process.execPath, [join(root, "dist/loadDemo.mjs")], asOwner);
    if (demo) parts.bench();
    parts.rig();
    await parts.web();
    await parts.door();
  } catch (error) {
    await stop();
    throw error;
  }
  return {
    env,
    ownerUrl: database.ownerUrl,
    children,
    startWeb: parts.web,
    startDoor: parts.door,
    stopDatabase: () => {
      database.isStopped = true;
      return database.stop();
    },
    startDatabase: async () => void (database = await startDatabase()),
    restart: async (name) => {
      if (name === "database") database = await startDatabase();
      else await parts[name]();
    },
    hasNobody: () => isEmpty(database.url.split(",")[0]), // of a cluster any node
    firstLeadUrl: `${url}/first-lead?key=${firstLeadKey}`,
    stop,
    url,
  };
}

/** How each part beside the database is started; the web and the door are waited for. */
function partsOf({ start, folder, url, inner, doorToken }) {
  return {
    bench: () => start("bench", [join(root, "dist/simulatedBench.mjs")]),
    rig: () => start("rig", [join(root, "dist/rigAgent.mjs")]),
    web: async () => {
      const web = start("web", [`--max-old-space-size=${MOST_HEAP_MB}`, join(root, "dist/web.mjs")]);
      const isAlive = () => web.exitCode === null;
      const headers = { "x-pitstopa-door": doorToken };
      const isUp = await waitForHttp(`http://127.0.0.1:${inner}/api/health`, 40, isAlive, headers);
      if (!isUp && web.exitCode === null) web.kill("SIGKILL"); // it is there and does not answer
      if (!isUp) throw new SetupError(`The web server did not start; see ${join(folder, "web.log")}.`);
    },
    door: async () => {
      const door = start("door", [join(root, "dist/door.mjs")]);
      const isOpen = await waitForHttp(`${url}/api/health`, 20, () => door.exitCode === null);
      if (!isOpen) throw new SetupError(`The shop's door did not open; see ${join(folder, "door.log")}.`);
    },
  };
}

/** A host as an address names it: one of version 6 in brackets. */
function nameOf(host) {
  return host.includes(":") ? `[${host}]` : host;
}

/** What the door is told of browsers on other machines. */
function doorEnvironmentOf(listen) {
  return {
    ...(listen && {
      DOOR_HOST: listen.host,
      DOOR_NAMES: [nameOf(listen.host), process.env.DOOR_NAMES].filter(Boolean).join(","),
    }),
    ...(listen?.cert && { DOOR_CERT: listen.cert, DOOR_KEY: listen.key, PITSTOPA_TLS: "1" }),
  };
}

/** The shop's own database server, or the one that the environment names. */
function openDatabase(folder, ports, secrets) {
  if (!process.env.DATABASE_URL) return startMariadb(folder, ports.database, secrets);
  return Promise.resolve({
    url: process.env.DATABASE_URL,
    ownerUrl: process.env.DATABASE_OWNER_URL ?? process.env.DATABASE_URL,
    stop: () => Promise.resolve(),
  });
}

/** What every process of the shop is told. */
function environmentOf({ database, secrets, ports, folder, demo, distDir, firstLeadKey, webProcesses }) {
  return {
    DATABASE_URL: database.url,
    SESSION_SECRET: secrets.session,
    RIG_TOKEN: secrets.rig,
    RIG_URL: `http://127.0.0.1:${ports.rig}`,
    RIG_PORT: String(ports.rig),
    RIG_SIMULATED: ports.simulated.join(","),
    DOOR_PORT: String(ports.web),
    DOOR_TOKEN: secrets.door,
    WEB_PORT: String(ports.inner),
    WEB_PROCESSES: String(webProcesses),
    PITSTOPA_DEMO: demo ? "1" : "",
    PITSTOPA_FOLDER: process.env.DATABASE_URL ? "" : folder,
    FIRST_LEAD_KEY: firstLeadKey,
    PITSTOPA_DIST_DIR: distDir,
    NODE_ENV: "production",
    NEXT_TELEMETRY_DISABLED: "1",
  };
}

const MOST_WEB_PROCESSES = 16;

/** @throws {SetupError} for what is no small number. */
function webProcessesFrom(text = String(Math.min(2, availableParallelism()))) {
  const count = Number(text);
  if (!Number.isInteger(count) || count < 1 || count > MOST_WEB_PROCESSES)
    throw new SetupError(`PITSTOPA_WEB_PROCESSES is "${text}"; it has to be a number from 1 to ${MOST_WEB_PROCESSES}.`);
  return count;
}

/** True when the shop has no people yet. */
async function isEmpty(databaseUrl) {
  const { createConnection } = await import("mysql2/promise");
  const db = await createConnection({ uri: databaseUrl });
  try {
    const [[{ people }]] = await db.query("SELECT COUNT(*) AS people FROM person");
    return Number(people) === 0;
  } finally {
    await db.end();
  }
}
