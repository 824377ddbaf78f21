import "server-only";
import { readFile, readdir } from "node:fs/promises";
import path from "node:path";
import { type Pool, type RowDataPacket } from "mysql2/promise";
import { Umzug } from "umzug";

/** How long a second process waits for the first to finish its migrations. */
const LOCK_TIMEOUT_SECONDS = 60;

/**
 * Applies the numbered .sql files that the database has not seen, in order.
 *
 * A named lock keeps two processes from migrating at once. DDL commits by itself, so each file is written to be safe to repeat.
 *
 * @param folder - Path of the folder with the files.
 * @param upTo - The last file to apply; all when absent.
 * @returns Names of the files applied now.
 * @throws {Error} naming the file that failed, with its cause.
 */
export async function migrate(pool: Pool, folder: string, upTo?: string): Promise<string[]> {
  const connection = await pool.getConnection();
  try {
    const [[lock]] = await connection.query<RowDataPacket[]>("SELECT GET_LOCK('pitstopa_migrate', ?) AS got", [
      LOCK_TIMEOUT_SECONDS,
    ]);
    if (lock?.got !== 1) throw new Error(`Another process has been migrating for ${LOCK_TIMEOUT_SECONDS} s.`);
    await connection.query(
      "CREATE TABLE IF NOT EXISTS migration (name VARCHAR(120) NOT NULL PRIMARY KEY, at DATETIME NOT NULL)",
    );
    const files = (await readdir(folder))
      .filter((name) => name.endsWith(".sql") && (upTo === undefined || name <= upTo))
      .sort();
    const umzug = new Umzug({
      migrations: files.map((name) => ({
        name,
        up: async () => {
          const sql = await readFile(path.join(folder, name), "utf8");
          for (const statement of statementsOf(sql)) await connection.query(statement);
        },
      })),
      storage: {
        logMigration: async ({ name }) =>
          void (await connection.query("INSERT INTO migration (name, at) VALUES (?, UTC_TIMESTAMP())", [name])),
        unlogMigration: () => Promise.reject(new Error("Migrations only go forward.")),
        executed: async () => {
          const [rows] = await connection.query<RowDataPacket[]>("SELECT name FROM migration ORDER BY name");
          return rows.map(({ name }) => String(name));
        },
      },
      logger: undefined,
    });
    return (await umzug.up()).map(({ name }) => name);
  } finally {
    await connection.query("SELECT RELEASE_LOCK('pitstopa_migrate')").catch(() => undefined);
    connection.release();
  }
}

/** Splits a file at semicolons that end a line. Our files hold plain DDL, no routines. */
export function statementsOf(sql: string): string[] {
  return sql
    .replace(/^\s*--.*$/gm, "")
    .split(/;\s*$/m)
    .map((statement) => statement.trim())
    .filter(Boolean);
}
