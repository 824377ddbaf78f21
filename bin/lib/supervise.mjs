import { appendFileSync, existsSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { say } from "./say.mjs";

/** How long a part that ended waits before it is started again: longer each time it falls within a minute. */
const PAUSES_MS = [100, 300, 1000, 3000, 10_000];
const MEMORY_MS = 60_000;
const fileOf = (folder) => join(folder, "restarts.log");

/**
 * Starts parts of a shop again when they end by themselves.
 *
 * @param folder - State folder; each restart is written down there.
 * @param restart - Starts a part anew, by its name; rejects when it did not come up.
 * @returns What is to be called with name and exit code when a part has ended, and what ends all that.
 */
export function supervisor(folder, restart) {
  const falls = new Map();
  let isOver = false;
  const onExit = (name, code) => {
    if (isOver) return;
    const now = Date.now();
    const recent = (falls.get(name) ?? []).filter((at) => now - at < MEMORY_MS);
    falls.set(name, [...recent, now]);
    const pauseMs = PAUSES_MS[Math.min(recent.length, PAUSES_MS.length - 1)];
    appendFileSync(fileOf(folder), `${JSON.stringify({ at: new Date(now).toISOString(), name, code })}\n`);
    say(`${name} ended by itself (${code}); it is started again.`);
    setTimeout(() => {
      if (isOver) return;
      restart(name).catch((error) => onExit(name, error.message.split("\n")[0]));
    }, pauseMs);
  };
  return { onExit, end: () => void (isOver = true) };
}

/** What was started again, newest last. */
export function restartsOf(folder) {
  if (!existsSync(fileOf(folder))) return [];
  return readFileSync(fileOf(folder), "utf8")
    .trimEnd()
    .split("\n")
    .flatMap((line) => {
      try {
        return [JSON.parse(line)];
      } catch {
        return [];
      }
    });
}
