import path from "node:path";
import { type RowDataPacket } from "mysql2/promise";
import { openBackup } from "../../server/backup/readBackup";
import { restoreBackup } from "../../server/backup/restoreBackup";
import { writeBackup } from "../../server/backup/writeBackup";
import { openPool } from "../../server/db";

export { BackupError } from "../../server/backup/readBackup";

/** For `pitstopa backup`: writes the shop into a file, and says what it holds. */
export async function backup(databaseUrl: string, file: string): Promise<string> {
  const { tables, schema } = await writeBackup(databaseUrl, file, new Date());
  return `${tables.reduce((sum, { rows }) => sum + rows, 0)} rows of ${tables.length} tables, ${schema}`;
}

/** For `pitstopa restore`: puts a file in place. Run from the project's folder. */
export async function restore(databaseUrl: string, file: string): Promise<string> {
  const { madeAt, tables } = await restoreBackup(databaseUrl, file, path.resolve("db/migrations"));
  return `${tables.reduce((sum, { rows }) => sum + rows, 0)} rows, as they were on ${madeAt}`;
}

/** Whether a file is a backup at all, by its first line. @throws {BackupError} */
export async function requireBackup(file: string): Promise<void> {
  await openBackup(file);
}

/** Goes through a whole restore of a file but for its last step: whether it could be put in place. */
export async function tryRestore(databaseUrl: string, file: string): Promise<string> {
  const { tables } = await restoreBackup(databaseUrl, file, path.resolve("db/migrations"), { isTrial: true });
  return `${tables.reduce((sum, { rows }) => sum + rows, 0)} rows came back`;
}

/** Whether the database holds a shop already. @throws what the database says when it does not answer. */
export async function isFilled(databaseUrl: string): Promise<boolean> {
  const pool = openPool(databaseUrl, 1);
  try {
    const [tables] = await pool.query<RowDataPacket[]>("SHOW TABLES LIKE 'person'");
    return tables.length > 0;
  } finally {
    await pool.end();
  }
}
