import { spawn } from "node:child_process";
import { createReadStream, createWriteStream, existsSync, renameSync, rmSync } from "node:fs";
import { pipeline } from "node:stream/promises";
import { createGunzip, createGzip } from "node:zlib";
import { need, run } from "./run.mjs";
import { SetupError } from "./say.mjs";

/** First line of every backup: what it is, and in which form. */
const HEADER = "-- Pitstopa backup, form 1\n";

/** Flags and environment that reach the database of a mysql:// address. The password goes by the environment, not the process list. */
function connectionOf(databaseUrl) {
  const { hostname, port, username, password, pathname } = new URL(databaseUrl);
  return {
    flags: [
      "--no-defaults",
      `--host=${hostname}`,
      `--port=${port || 3306}`,
      `--user=${decodeURIComponent(username)}`,
      "--protocol=tcp",
    ],
    database: pathname.slice(1),
    env: { MYSQL_PWD: decodeURIComponent(password) },
  };
}

async function requireAnswer({ flags, database, env }) {
  const { code, output } = await run("mariadb", [...flags, database, "-e", "SELECT 1"], { env });
  if (code !== 0)
    throw new SetupError(
      `The database does not answer. Start it with npm run demo, or set DATABASE_URL.\n${output.trim()}`,
    );
}

/** Writes the whole database into one compressed file; the file appears only when it is complete. */
export async function backup(databaseUrl, file) {
  const connection = connectionOf(databaseUrl);
  await requireAnswer(connection);
  const { flags, database, env } = connection;
  const dump = spawn("mariadb-dump", [...flags, "--single-transaction", "--hex-blob", "--skip-comments", database], {
    env: { ...process.env, ...env },
    stdio: ["ignore", "pipe", "pipe"],
  });
  let trouble = "";
  dump.stderr.on("data", (chunk) => (trouble += chunk));
  const ended = new Promise((resolve) => dump.on("close", resolve));
  const part = `${file}.part`;
  try {
    const zip = createGzip();
    zip.write(HEADER);
    await pipeline(dump.stdout, zip, createWriteStream(part, { mode: 0o600 }));
    if ((await ended) !== 0) throw new SetupError(`The backup failed: ${trouble.trim()}`);
    renameSync(part, file);
  } catch (error) {
    rmSync(part, { force: true });
    throw error;
  }
}

/** Puts a backup in place of what the database holds. Refuses a file that is no backup, and a filled database without `yes`. */
export async function restore(databaseUrl, file, { yes }) {
  if (!existsSync(file)) throw new SetupError(`There is no file ${file}.`);
  await requireHeader(file);
  const connection = connectionOf(databaseUrl);
  await requireAnswer(connection);
  const { flags, database, env } = connection;
  const count =
    "SELECT COUNT(*) FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name = 'person'";
  const isFilled =
    (await need("Looking at the database", "mariadb", [...flags, "-N", database, "-e", count], { env })).trim() !== "0";
  if (isFilled && !yes)
    throw new SetupError("The database holds a shop already. Add --yes to put the backup in its place.");
  const client = spawn("mariadb", [...flags, database], {
    env: { ...process.env, ...env },
    stdio: ["pipe", "ignore", "pipe"],
  });
  let trouble = "";
  client.stderr.on("data", (chunk) => (trouble += chunk));
  const ended = new Promise((resolve) => client.on("close", resolve));
  await pipeline(createReadStream(file), createGunzip(), client.stdin).catch((error) => (trouble ||= error.message));
  if ((await ended) !== 0 || trouble) throw new SetupError(`The restore failed: ${trouble.trim()}`);
}

/** Reads a backup to its end: a file cut short must be found out before anything is replaced. */
async function requireHeader(file) {
  let start = "";
  try {
    await pipeline(createReadStream(file), createGunzip(), async (source) => {
      for await (const chunk of source) if (start.length < HEADER.length) start += chunk.toString("utf8");
    });
  } catch {
    throw new SetupError(`${file} is damaged or no backup.`);
  }
  if (!start.startsWith(HEADER)) throw new SetupError(`${file} is no Pitstopa backup.`);
}
