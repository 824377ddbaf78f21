import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { root } from "./paths.mjs";
import { say, SetupError } from "./say.mjs";

/*
 * Who keeps house in a state folder: the launcher that runs its shop, with the processes it started. Two launchers in one folder
 * would take the database from each other; what a killed one left running is found here and ended.
 */

const fileOf = (folder) => join(folder, "launcher.json");

/**
 * Takes the folder for this process.
 *
 * @throws {SetupError} while another launcher that lives has it.
 */
export async function moveIn(folder) {
  mkdirSync(folder, { recursive: true });
  for (let attempt = 0; attempt < 2; attempt++) {
    try {
      writeFileSync(fileOf(folder), JSON.stringify({ pid: process.pid, root, parts: {} }), { flag: "wx" });
      return;
    } catch (error) {
      if (error.code !== "EEXIST") throw error;
      const before = readHousehold(folder);
      if (before && isAlive(before.pid, ["node"]))
        throw new SetupError(`This shop is running already (process ${before.pid}). Stop it there first.`);
      await endLeftovers(folder, before?.parts ?? {});
      rmSync(fileOf(folder), { force: true });
    }
  }
  throw new SetupError("Another start of this shop was faster. Let it go on, or stop it first.");
}

/** Writes down a process that belongs to the household. */
export function noteProcess(folder, name, pid) {
  const known = readHousehold(folder);
  if (!known || known.pid !== process.pid) return;
  const next = `${fileOf(folder)}.part`;
  writeFileSync(next, JSON.stringify({ ...known, parts: { ...known.parts, [name]: pid } }));
  renameSync(next, fileOf(folder));
}

/** Leaves the folder to the next. */
export function moveOut(folder) {
  if (readHousehold(folder)?.pid === process.pid) rmSync(fileOf(folder), { force: true });
}

/** The launcher that runs the folder's shop now; null when none does. */
export function runningLauncher(folder) {
  const known = readHousehold(folder);
  return known && isAlive(known.pid, ["node"]) ? known.pid : null;
}

/** Asks a launcher to end, and waits until it has. @throws {SetupError} when it does not within half a minute. */
export async function stopLauncher(folder, pid) {
  process.kill(pid, "SIGTERM");
  if (!(await isGone(pid, 30_000))) throw new SetupError(`The running shop (process ${pid}) does not end.`);
}

function readHousehold(folder) {
  try {
    return existsSync(fileOf(folder)) ? JSON.parse(readFileSync(fileOf(folder), "utf8")) : null;
  } catch {
    return null; // half a line of a killed start
  }
}

/** Ends what a killed launcher left running: only processes that are still what was written down, for numbers are used again. */
async function endLeftovers(folder, parts) {
  const marks = [join(root, "dist"), `--datadir=${join(resolve(folder), "db")}`];
  const left = Object.entries(parts).filter(([, pid]) => isAlive(pid, marks));
  if (left.length === 0) return;
  say(`An earlier start was killed; ending what it left: ${left.map(([name]) => name).join(", ")}`);
  for (const [, pid] of left) process.kill(pid, "SIGTERM");
  for (const [, pid] of left) if (!(await isGone(pid, 15_000))) process.kill(pid, "SIGKILL");
}

/** True when a process lives and its command line has one of the marks. */
function isAlive(pid, marks) {
  try {
    const command = readFileSync(`/proc/${pid}/cmdline`, "utf8").replaceAll("\0", " ");
    return marks.some((mark) => command.includes(mark));
  } catch {
    return false;
  }
}

async function isGone(pid, forMs) {
  for (const until = Date.now() + forMs; Date.now() < until; await new Promise((done) => setTimeout(done, 100)))
    if (!existsSync(`/proc/${pid}`)) return true;
  return false;
}
