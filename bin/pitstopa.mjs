#!/usr/bin/env node
// The pitstopa command line: what scripts ask of the shop.
import { closeSync, existsSync, openSync, readFileSync, readSync, statSync } from "node:fs";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { parseArgs } from "node:util";
import { examine } from "./lib/doctor.mjs";
import { processFile } from "./lib/install.mjs";
import { moveIn, moveOut, runningLauncher, stopLauncher } from "./lib/household.mjs";
import { startMariadb } from "./lib/mariadb.mjs";
import { stateFolder } from "./lib/paths.mjs";
import { portsFrom } from "./lib/ports.mjs";
import { repairSecrets, secretsOf } from "./lib/secrets.mjs";
import { nightlyFile, rotate, writeUnits } from "./lib/service.mjs";
import { need } from "./lib/run.mjs";
import { runMain, say, SetupError } from "./lib/say.mjs";

const HELP = `pitstopa: the bench partner of a drone repair technician, for scripts

  pitstopa isolate --case FILE.json [--json]   weigh a case: suspects and next checks
  pitstopa isolate --case FILE.json --follow   walk the case in the terminal, check by check
  pitstopa isolate --list-checks [--json]      every check of the shipped library with its outcomes
  pitstopa isolate --list-faults [--json]      every fault mode
  pitstopa isolate --list-symptoms [--json]    everything that can be seen or measured
  pitstopa bench FILE.csv --kind motor|servo|power|meter|pack|esc [--json]
                                               fit and judge a table of readings, or a run's own file; columns name their
                                               unit: "voltage [V]"
      motor: --mass G --prop INCHES --poles N        power: --continuous A --flight-share N
      motor, servo, esc, power: --baseline FILE.csv, the same from when it was good
      meter: --scale N                         esc:   --continuous A --burst A --limit-c N --motors N (for a run's file)
      pack:  --capacity MAH --c-rating N --peak A --cruise A --chemistry LiPo|LiHV|Li-ion|LiFePO4
      all:   --columns "HEADING=NAME [UNIT]; HEADING=NAME [UNIT]" for headings that are not known
    columns of each kind, needed; and looked at where they are there
      motor: throttle [%], voltage [V], current [A], speed [rpm]; motor or output, thrust [g], vibration [m/s²],
             roughness [m/s²], temperature [°C], acceleration [m/s²] with time [s]
      power: throttle [%], voltage [V], current [A]
      esc:   time [s], current [A], esctemperature [°C] or temperature [°C]
      servo: pulse [µs], angle [°]; current [A], time [s], throttle [%], held
      meter: shown and reference, or shown and meter, both in [A] or both in [V]
      pack:  current [A], cell1 [V], cell2 [V] …; time [s], for what it holds
  pitstopa log FILE [--json]                   read a flight log (any table with a clock, MCAP with JSON,
                                               Parquet) and say what went wrong; docs/logs.md
      --map MAP.json                           what its columns are, where they are not recognised
      --craft multirotor|fixed-wing|helicopter --charger-mah N --pack-mah N --pack-cells N
      --beside OTHER                           another log of the same flight: how its clock stands to this one's
  pitstopa wiring --case FILE.json [--json]    which wire goes on which pad of a board, or which needs cannot stand together;
                                               docs/wiring.md
  pitstopa backup FILE                         write the whole shop into one file
  pitstopa restore FILE [--yes] [--stop]       put a backup in place; --yes replaces a shop that is there, --stop ends it
                                               first while it runs
  pitstopa nightly FOLDER [--keep N]           a backup of today into a folder, tried by a whole restore aside; keeps 14
  pitstopa install-service [--backups FOLDER]  write systemd units: the shop, and a nightly backup
  pitstopa person list                         who may sign in
  pitstopa person add NAME [--role viewer|technician|lead] [--display "NAME ON REPORTS"]
  pitstopa person reset NAME                   a new password, shown once
  pitstopa person disable NAME                 somebody who has left
  pitstopa repair-secrets                      new secrets in place of a file that is lost or damaged
  pitstopa rebuild-headlines [--all]           what the tickets say, made anew from the events: the stale ones, or all
  pitstopa doctor                              is the shop well: database, migrations, headlines, how long the web process is held
  pitstopa --help                              this text

A case file holds
  { "context": { "craftKind": "quad", "phase": "landing", "history": "crash" },
    "findings": [ { "symptom": "picture-black", "value": true },
                  { "check": "camera-supply", "outcome": "good", "doubtful": true },
                  { "symptom": "burnt-trace", "value": true, "place": "ESC 3" } ] }
and in its context, if need be, "fitted" (kind of part: how many), "tools", "spares", "prices" (in cents) and "openedGates".

Those that ask the shop use DATABASE_URL, else the shop of npm start (.pitstopa-shop), else the demo (.pitstopa), or the one
in PITSTOPA_STATE. backup, restore and person start its database for themselves while it does not run.`;

/** Options that each kind of table looks at; one that is not would be ignored in silence. */
const OPTIONS_OF = {
  meter: ["scale"],
  servo: ["baseline"],
  motor: ["mass", "prop", "poles", "motors", "baseline"],
  pack: ["capacity", "c-rating", "peak", "cruise", "chemistry"],
  power: ["continuous", "motors", "flight-share", "baseline"],
  esc: ["continuous", "burst", "limit-c", "motors", "baseline"],
};

/** Bytes of a log that are read at a time. */
const CHUNK_BYTES = 4 * 1024 * 1024;

await runMain(async () => {
  const { values, positionals } = readArguments();
  const [command, file] = positionals;
  if (values.help || !command) return say(HELP);
  switch (command) {
    case "isolate":
      return isolate(values);
    case "bench":
      return bench(file, values);
    case "log":
      return log(file, values);
    case "wiring":
      return wiring(values);
    case "backup":
      return backupShop(requireFile(file));
    case "restore":
      return restoreShop(requireFile(file), values);
    case "nightly":
      return nightly(requireFile(file), numberOf("keep", values.keep) ?? 14);
    case "install-service":
      return installService(values);
    case "person":
      return person(positionals, values);
    case "repair-secrets":
      repairSecrets(knownFolder());
      return say("Done. Everybody signs in again; the database takes its new passwords at the next start.");
    case "doctor":
      return doctor();
    case "rebuild-headlines":
      return rebuildHeadlines(values);
    default:
      throw new SetupError(`There is no command "${command}".\n\n${HELP}`);
  }
});

function readArguments() {
  try {
    return parseArgs({
      allowPositionals: true,
      options: {
        case: { type: "string" },
        all: { type: "boolean", default: false },
        "list-checks": { type: "boolean", default: false },
        "list-faults": { type: "boolean", default: false },
        "list-symptoms": { type: "boolean", default: false },
        "list-readings": { type: "boolean", default: false }, // what it was called before
        json: { type: "boolean", default: false },
        follow: { type: "boolean", default: false },
        kind: { type: "string" },
        scale: { type: "string" },
        capacity: { type: "string" },
        "c-rating": { type: "string" },
        peak: { type: "string" },
        cruise: { type: "string" },
        chemistry: { type: "string" },
        mass: { type: "string" },
        prop: { type: "string" },
        poles: { type: "string" },
        motors: { type: "string" },
        continuous: { type: "string" },
        burst: { type: "string" },
        "limit-c": { type: "string" },
        "flight-share": { type: "string" },
        baseline: { type: "string" },
        columns: { type: "string" },
        map: { type: "string" },
        craft: { type: "string" },
        "charger-mah": { type: "string" },
        beside: { type: "string" },
        "pack-mah": { type: "string" },
        "pack-cells": { type: "string" },
        yes: { type: "boolean", default: false },
        stop: { type: "boolean", default: false },
        role: { type: "string" },
        keep: { type: "string" },
        backups: { type: "string" },
        display: { type: "string" },
        help: { type: "boolean", short: "h", default: false },
      },
    });
  } catch (error) {
    throw new SetupError(`${error.message}\n\n${HELP}`);
  }
}

async function isolate(values) {
  const command = await built("isolateCommand");
  const listed = ["checks", "faults", "symptoms"].filter(
    (what) => values[`list-${what}`] || (what === "symptoms" && values["list-readings"]),
  );
  if (listed.length > 0) {
    for (const what of listed) {
      say(values.json ? JSON.stringify(command.listEntries(what), null, 2) : command.listingText(what));
    }
    return;
  }
  const caseFile = values.case;
  if (!caseFile) throw new SetupError("Name the case: pitstopa isolate --case FILE.json");
  if (!existsSync(caseFile)) throw new SetupError(`There is no file ${caseFile}.`);
  try {
    if (values.follow) return await follow(command, readFileSync(caseFile, "utf8"));
    const result = command.weighCaseFile(readFileSync(caseFile, "utf8"));
    say(values.json ? JSON.stringify(result, null, 2) : command.caseText(result));
  } catch (error) {
    if (error instanceof command.CaseFileError) throw new SetupError(`${caseFile}: ${error.message}`);
    throw error;
  }
}

/** Walks a case in the terminal; what was answered is said at the end as a case file. */
async function follow({ followCase }, text) {
  const terminal = createInterface({ input: process.stdin, output: process.stdout });
  const lines = terminal[Symbol.asyncIterator]();
  try {
    const ask = async (question) => {
      process.stdout.write(question);
      const { value, done } = await lines.next();
      return done ? null : value;
    };
    const followed = await followCase(text, { say, ask });
    say(`\nThe case as it stands:\n${JSON.stringify(followed, null, 2)}`);
  } finally {
    terminal.close();
  }
}

function refuseUnused(values) {
  const used = OPTIONS_OF[values.kind];
  if (!used) return; // the kind itself is refused below
  const unused = [...new Set(Object.values(OPTIONS_OF).flat())].filter(
    (name) => values[name] !== undefined && !used.includes(name),
  );
  if (unused.length > 0)
    throw new SetupError(
      `A table of kind ${values.kind} has no use for --${unused.join(", --")}. It takes: ${used.map((name) => `--${name}`).join(", ")}.`,
    );
}

async function bench(file, values) {
  if (!requireFile(file) || !existsSync(file)) throw new SetupError(`There is no file ${file}.`);
  if (!values.kind) throw new SetupError("Say what it is a table of: --kind motor, servo, power, meter, pack or esc.");
  refuseUnused(values);
  const { BenchFileError, judgeFile, measuredText, parseHeadings } = await built("benchCommand");
  const options = {
    setting: numberOf("scale", values.scale),
    capacityMah: numberOf("capacity", values.capacity),
    cRating: numberOf("c-rating", values["c-rating"]),
    peakA: numberOf("peak", values.peak),
    cruiseA: numberOf("cruise", values.cruise),
    chemistry: values.chemistry ?? null,
    massG: numberOf("mass", values.mass),
    propInches: numberOf("prop", values.prop),
    poles: numberOf("poles", values.poles),
    motorCount: numberOf("motors", values.motors),
    continuousA: numberOf("continuous", values.continuous),
    burstA: numberOf("burst", values.burst),
    limitC: numberOf("limit-c", values["limit-c"]),
    flightShare: numberOf("flight-share", values["flight-share"]),
  };
  if (values.baseline && !existsSync(values.baseline)) throw new SetupError(`There is no file ${values.baseline}.`);
  const baseline = values.baseline ? readFileSync(values.baseline) : null;
  try {
    const headings = values.columns === undefined ? undefined : parseHeadings(values.columns);
    const measured = judgeFile(readFileSync(file), values.kind, { ...options, headings }, baseline);
    say(values.json ? JSON.stringify(measured, null, 2) : measuredText(measured));
  } catch (error) {
    if (error instanceof BenchFileError) throw new SetupError(`${file}: ${error.message}`);
    throw error;
  }
}

async function log(file, values) {
  if (!requireFile(file) || !existsSync(file)) throw new SetupError(`There is no file ${file}.`);
  const { binaryFormatOf, judgeBinaryLog, judgeLogFile, LogError, logText, readMap, refuseTooLarge, requireCraft } =
    await built("logCommand");
  if (values.map && !existsSync(values.map)) throw new SetupError(`There is no file ${values.map}.`);
  try {
    refuseTooLarge(statSync(file).size);
    const options = {
      columns: values.map ? readMap(readFileSync(values.map, "utf8")) : undefined,
      craft: values.craft ? requireCraft(values.craft) : undefined,
      chargerMah: numberOf("charger-mah", values["charger-mah"]) ?? undefined,
      packMah: numberOf("pack-mah", values["pack-mah"]) ?? undefined,
      packCells: numberOf("pack-cells", values["pack-cells"]) ?? undefined,
    };
    const [head] = chunksOf(file);
    const format = binaryFormatOf(head ?? new Uint8Array(0));
    const answer = format
      ? await judgeBinaryLog(format, readFileSync(file), options)
      : judgeLogFile(chunksOf(file), options);
    if (values.beside) answer.beside = await besideOf(file, values.beside);
    say(values.json ? JSON.stringify(answer, null, 2) : logText(answer));
  } catch (error) {
    if (error instanceof LogError) throw new SetupError(`${file}: ${error.message}`);
    throw error;
  }
}

/** How the clock of another log of the flight stands to that of a log. */
async function besideOf(file, other) {
  if (!existsSync(other)) throw new SetupError(`There is no file ${other}.`);
  const { LogError, readLogFile, refuseTooLarge, shareClock } = await built("logCommand");
  const read = async (name) => {
    refuseTooLarge(statSync(name).size);
    return readLogFile(chunksOf(name), () => readFileSync(name));
  };
  try {
    return shareClock(await read(file), await read(other));
  } catch (error) {
    if (error instanceof LogError) throw new SetupError(`${other}: ${error.message}`);
    throw error;
  }
}

async function wiring(values) {
  if (!values.case || !existsSync(values.case))
    throw new SetupError(values.case ? `There is no file ${values.case}.` : "Name the case: --case FILE.json");
  const { answerCase, readCase, wiringText, WiringCaseError } = await built("wiringCommand");
  try {
    const asked = readCase(readFileSync(values.case, "utf8"));
    const answer = answerCase(asked);
    say(values.json ? JSON.stringify(answer, null, 2) : wiringText(asked, answer));
  } catch (error) {
    if (error instanceof WiringCaseError) throw new SetupError(`${values.case}, ${error.message}`);
    throw error;
  }
}

/** A file bit by bit. */
function* chunksOf(file) {
  const handle = openSync(file, "r");
  try {
    for (;;) {
      const bytes = Buffer.allocUnsafe(CHUNK_BYTES);
      const length = readSync(handle, bytes, 0, CHUNK_BYTES, null);
      if (length === 0) return;
      yield bytes.subarray(0, length);
    }
  } finally {
    closeSync(handle);
  }
}

async function backupShop(file) {
  const { backup } = await built("backupCommand");
  await withDatabase(async ({ ownerUrl }) => say(`Written: ${file}, ${await backup(ownerUrl, file)}`));
}

async function nightly(folder, keep) {
  const { backup, BackupError, tryRestore } = await built("backupCommand");
  const file = nightlyFile(folder, new Date());
  await withDatabase(async ({ ownerUrl }) => {
    say(`Written: ${file}, ${await backup(ownerUrl, file)}`);
    try {
      say(`Tried: ${await tryRestore(ownerUrl, file)}`);
    } catch (error) {
      if (error instanceof BackupError) throw new SetupError(`The backup cannot be restored: ${error.message}`);
      throw error;
    }
  });
  const removed = rotate(folder, keep);
  if (removed.length > 0) say(`Removed: ${removed.join(", ")}`);
}

function installService({ backups }) {
  const state = stateFolder("shop");
  const { files, lines } = writeUnits({ state, port: firstPort(), backups: backups ?? join(state, "backups") });
  say(`Written:\n  ${files.join("\n  ")}\n\nSwitch them on:\n  ${lines.join("\n  ")}`);
}

async function restoreShop(file, { yes, stop }) {
  if (!existsSync(file)) throw new SetupError(`There is no file ${file}.`);
  const { BackupError, isFilled, requireBackup, restore } = await built("backupCommand");
  await requireBackup(file).catch((error) => {
    throw error instanceof BackupError ? new SetupError(error.message) : error;
  });
  if (process.env.DATABASE_URL) await requireNobodyServes();
  else {
    const running = runningLauncher(knownFolder());
    if (running !== null && !stop)
      throw new SetupError("The shop is running. Stop it, or add --stop: whoever works in it is cut off.");
    if (running !== null) await stopLauncher(knownFolder(), running);
  }
  await withDatabase(async ({ ownerUrl }) => {
    if (!yes && (await isFilled(ownerUrl)))
      throw new SetupError("The database holds a shop already. Add --yes to put the backup in its place.");
    try {
      say(`Restored: ${await restore(ownerUrl, file)}`);
    } catch (error) {
      if (error instanceof BackupError) throw new SetupError(error.message);
      throw error;
    }
  });
}

/** Somebody else keeps the database: whether a shop stands on it is told by the shop alone. */
async function requireNobodyServes() {
  const answer = await fetch(`${webUrl()}/api/health`).catch(() => null);
  if (answer) throw new SetupError(`A shop answers at ${webUrl()}. Stop it first.`);
}

async function person([, what, signInName], { role, display }) {
  if (!["list", "add", "reset", "disable"].includes(what))
    throw new SetupError(`pitstopa person list, add, reset or disable.\n\n${HELP}`);
  const { person: carryOut, PersonCommandError } = await built("personCommand");
  await withDatabase(async ({ url }) => {
    try {
      say(await carryOut(url, { what, signInName, displayName: display, role }));
    } catch (error) {
      if (error instanceof PersonCommandError) throw new SetupError(error.message);
      throw error;
    }
  });
}

/** A part of the command line that is made of the app's own code. */
async function built(name) {
  return import(await processFile(name));
}

/** Hands the shop's database to some work: the running one, or one that is started for it and ended after. */
async function withDatabase(work) {
  const { DATABASE_URL, DATABASE_OWNER_URL = DATABASE_URL } = process.env;
  if (DATABASE_URL) return work({ url: DATABASE_URL, ownerUrl: DATABASE_OWNER_URL });
  const folder = knownFolder();
  const secrets = secretsOf(folder);
  if (runningLauncher(folder) !== null) return work(urlsOf(secrets));
  await moveIn(folder);
  try {
    const database = await startMariadb(folder, databasePort(), secrets);
    try {
      return await work(database);
    } finally {
      await database.stop();
    }
  } finally {
    moveOut(folder);
  }
}

async function doctor() {
  await processFile("doctor");
  const folder = process.env.DATABASE_URL ? null : knownFolder();
  const lines = await examine({ databaseUrl: databaseUrl(), webUrl: webUrl(), folder });
  for (const { isWell, text } of lines) say(`${isWell ? "well    " : "NOT WELL"}  ${text}`);
  if (lines.some(({ isWell }) => !isWell)) process.exitCode = 1;
}

async function rebuildHeadlines(values) {
  const program = await processFile("rebuildHeadlines");
  const made = await need("Rebuilding the headlines", process.execPath, [program, ...(values.all ? ["--all"] : [])], {
    env: { DATABASE_URL: databaseUrl() },
  });
  say(`Made anew: ${made.trim().split("\n").at(-1)} headlines`);
}

function numberOf(name, text) {
  if (text === undefined) return null;
  const value = Number(text);
  if (!Number.isFinite(value) || value <= 0)
    throw new SetupError(`--${name} needs a number above zero, found "${text}".`);
  return value;
}

function requireFile(file) {
  if (!file) throw new SetupError("Name the file.");
  return file;
}

function databaseUrl() {
  return process.env.DATABASE_URL ?? urlsOf(secretsOf(knownFolder())).url;
}

function urlsOf({ database, owner }) {
  const at = `127.0.0.1:${databasePort()}/pitstopa`;
  return { url: `mysql://pitstopa:${database}@${at}`, ownerUrl: `mysql://pitstopa_owner:${owner}@${at}` };
}

function firstPort() {
  return Number(process.env.PITSTOPA_PORT ?? 4600);
}

function databasePort() {
  return portsFrom(firstPort(), { demo: false }).database;
}

function webUrl() {
  return process.env.PITSTOPA_URL ?? `http://127.0.0.1:${firstPort()}`;
}

/** The state folder that is meant: the one that was named, the one that runs, the shop's own, the demo's. */
function knownFolder() {
  const folders = [stateFolder("shop"), stateFolder("demo")];
  const known =
    folders.find((folder) => runningLauncher(folder) !== null) ??
    folders.find((folder) => existsSync(join(folder, "secrets.json")));
  if (!known) throw new SetupError("No shop is known here. Run npm start or npm run demo once, or set DATABASE_URL.");
  return known;
}
