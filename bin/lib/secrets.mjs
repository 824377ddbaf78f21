import { randomBytes } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { SetupError } from "./say.mjs";

/** What each secret is, and how long in bytes. */
const LENGTHS = { database: 18, owner: 18, session: 32, rig: 24, door: 24 };

/**
 * Secrets of this installation, made once and readable by its owner only; those that an older installation lacks are added.
 *
 * @throws {SetupError} for a file that is there and cannot be read.
 */
export function secretsOf(folder) {
  const file = join(folder, "secrets.json");
  const known = existsSync(file) ? readSecrets(file) : {};
  if (known === null)
    throw new SetupError(
      `${file} is empty or damaged. "pitstopa repair-secrets" makes new ones: nothing is lost, everybody signs in again.`,
    );
  return complete(folder, file, known);
}

/** Makes new secrets in place of a file that is lost or damaged. The database takes the new passwords at its next start. */
export function repairSecrets(folder) {
  const file = join(folder, "secrets.json");
  return complete(folder, file, (existsSync(file) && readSecrets(file)) || {});
}

function readSecrets(file) {
  try {
    const read = JSON.parse(readFileSync(file, "utf8"));
    return typeof read === "object" && read !== null ? read : null;
  } catch {
    return null;
  }
}

/** Written aside and renamed: a start that is killed meanwhile leaves the old file or the new one, never half of one. */
function complete(folder, file, known) {
  const missing = Object.keys(LENGTHS).filter((name) => typeof known[name] !== "string" || known[name] === "");
  if (missing.length === 0) return known;
  const secrets = { ...known };
  for (const name of missing) secrets[name] = randomBytes(LENGTHS[name]).toString("hex");
  mkdirSync(folder, { recursive: true });
  writeFileSync(`${file}.part`, JSON.stringify(secrets), { mode: 0o600 });
  renameSync(`${file}.part`, file);
  return secrets;
}
