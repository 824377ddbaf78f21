import { join } from "node:path";
import { startMariadb } from "./mariadb.mjs";
import { root } from "./paths.mjs";
import { waitForHttp } from "./ports.mjs";
import { need, startChild, stopChild } from "./run.mjs";
import { SetupError } from "./say.mjs";
import { secretsOf } from "./secrets.mjs";

/**
 * Starts everything a shop needs on this machine: database, migrations, demo data (once), simulated bench, rig agent, web.
 *
 * @param options.folder - State folder.
 * @param options.ports - web (the address that browsers know), inner (where the web process listens), database, rig, and a list of those of the simulated bench, in the order of SIMULATED_INSTRUMENTS.
 * @param options.demo - Loads the demo shop into an empty database and shows its sign-ins.
 * @param options.onExit - Called with name and code when a part ends by itself.
 * @returns The environment, the parts, and `stop`.
 */
export async function startStack({ folder, ports, demo, distDir = ".next", onExit = () => {} }) {
  const secrets = secretsOf(folder);
  const usesOwnDatabase = !process.env.DATABASE_URL;
  const openDatabase = () =>
    usesOwnDatabase
      ? startMariadb(folder, ports.database, secrets)
      : Promise.resolve({
          url: process.env.DATABASE_URL,
          ownerUrl: process.env.DATABASE_OWNER_URL ?? process.env.DATABASE_URL,
          stop: () => Promise.resolve(),
        });
  let database = await openDatabase();
  const env = {
    DATABASE_URL: database.url,
    SESSION_SECRET: secrets.session,
    RIG_TOKEN: secrets.rig,
    RIG_URL: `http://127.0.0.1:${ports.rig}`,
    RIG_PORT: String(ports.rig),
    RIG_SIMULATED: ports.simulated.join(","),
    DOOR_PORT: String(ports.web),
    DOOR_TOKEN: secrets.door,
    WEB_PORT: String(ports.inner),
    PITSTOPA_DEMO: demo ? "1" : "",
    PITSTOPA_DIST_DIR: distDir,
    NODE_ENV: "production",
    NEXT_TELEMETRY_DISABLED: "1",
  };
  /** @type {Record<string, import("node:child_process").ChildProcess>} */
  const children = {};
  let stopping = false;
  const start = (name, args) => {
    const gone = (who, code) => !stopping && children[name] === child && onExit(who, code);
    const child = startChild(name, args, { env, logFile: join(folder, `${name}.log`), onExit: gone });
    children[name] = child;
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
  const startWeb = async () => {
    const web = start("web", [join(root, "dist/web.mjs")]);
    const isAlive = () => web.exitCode === null;
    const headers = { "x-pitstopa-door": secrets.door };
    const isUp = await waitForHttp(`http://127.0.0.1:${ports.inner}/api/health`, 40, isAlive, headers);
    if (!isUp) throw new SetupError(`The web server did not start; see ${join(folder, "web.log")}.`);
  };
  const startDoor = async () => {
    const door = start("door", [join(root, "dist/door.mjs")]);
    const isOpen = await waitForHttp(`http://127.0.0.1:${ports.web}/api/health`, 20, () => door.exitCode === null);
    if (!isOpen) throw new SetupError(`The shop's door did not open; see ${join(folder, "door.log")}.`);
  };
  try {
    // Tables are made, and the demo is put in, under the owner's account: the web's own may do neither.
    const asOwner = { env: { ...env, DATABASE_URL: database.ownerUrl, DATABASE_WEB_URL: database.url } };
    await need("Migrating the database", process.execPath, [join(root, "dist/migrateDatabase.mjs")], asOwner);
    if (demo) await need("Loading the demo shop", process.execPath, [join(root, "dist/loadDemo.mjs")], asOwner);
    start("bench", [join(root, "dist/simulatedBench.mjs")]);
    start("rig", [join(root, "dist/rigAgent.mjs")]);
    await startWeb();
    await startDoor();
  } catch (error) {
    await stop();
    throw error;
  }
  return {
    env,
    ownerUrl: database.ownerUrl,
    children,
    startWeb,
    startDoor,
    stopDatabase: () => database.stop(),
    startDatabase: async () => void (database = await openDatabase()),
    stop,
    url: `http://127.0.0.1:${ports.web}`,
  };
}
