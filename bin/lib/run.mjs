import { spawn } from "node:child_process";
import { createWriteStream } from "node:fs";
import { root } from "./paths.mjs";
import { SetupError } from "./say.mjs";

/** Runs a command to its end. Resolves with its exit code and what it printed; echoes when asked to. */
export function run(command, args, { env = {}, echo = false, input } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: root, env: { ...process.env, ...env }, stdio: ["pipe", "pipe", "pipe"] });
    let output = "";
    const take = (stream) => (chunk) => {
      output += chunk;
      if (echo) stream.write(chunk);
    };
    child.stdout.on("data", take(process.stdout));
    child.stderr.on("data", take(process.stderr));
    child.on("error", reject);
    child.on("close", (code) => resolve({ code, output }));
    child.stdin.on("error", () => {}); // a command that reads nothing may have closed it
    child.stdin.end(input);
  });
}

/** Runs a command and fails with its output when it fails. */
export async function need(what, command, args, options) {
  const { code, output } = await run(command, args, options).catch((error) => {
    throw new SetupError(`${what} failed: ${error.message}`);
  });
  if (code !== 0) throw new SetupError(`${what} failed:\n${output.split("\n").slice(-25).join("\n")}`);
  return output;
}

/** Starts a process that stays, its output going to a file. */
export function startChild(name, args, { env, logFile, onExit }) {
  const child = spawn(process.execPath, args, {
    cwd: root,
    env: { ...process.env, ...env },
    stdio: ["ignore", "pipe", "pipe"],
  });
  const log = createWriteStream(logFile, { flags: "a" });
  child.stdout.pipe(log, { end: false });
  child.stderr.pipe(log, { end: false });
  child.on("exit", (code, signal) => onExit?.(name, code ?? signal));
  return child;
}

/** Asks a child to end, and ends it when it does not. */
export function stopChild(child, graceMs = 4000) {
  if (!child || child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
  return new Promise((resolve) => {
    const hard = setTimeout(() => child.kill("SIGKILL"), graceMs);
    child.once("exit", () => {
      clearTimeout(hard);
      resolve();
    });
    child.kill("SIGTERM");
  });
}
