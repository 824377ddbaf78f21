import "server-only";
import { randomBytes } from "node:crypto";
import { readdir } from "node:fs/promises";
import { type Pool, type PoolConnection, type RowDataPacket } from "mysql2/promise";
import { openPool } from "../db";
import { migrate } from "../migrate";
import { type BackupHead, type BackupValue, fromBackupValue } from "./backupFormat";
import { BackupError, openBackup } from "./readBackup";

const BATCH = 100;
/** Rows with pictures are large: a batch ends at so many characters as well. */
const BATCH_LETTERS = 4_000_000;

/**
 * Puts a backup in place of what the database holds. It is read into a database aside, made by our own migrations, and counted
 * there; only then all tables change places in one statement. Until that statement the shop is as it was, whatever goes wrong.
 *
 * @param databaseUrl - Of the owner, who may make databases whose names begin with the shop's.
 * @param folder - With the migrations.
 * @param isTrial - Goes all the way but for the last step, and drops what it made: whether the file can be restored.
 * @returns What was put in place.
 * @throws {BackupError} with what is wrong with the file; nothing was changed then.
 */
export async function restoreBackup(
  databaseUrl: string,
  file: string,
  folder: string,
  { isTrial = false } = {},
): Promise<BackupHead> {
  const { head, rows } = await openBackup(file);
  if (!(await readdir(folder)).includes(head.schema))
    throw new BackupError(`${file} comes from a newer Pitstopa (${head.schema}). Update this one first.`);
  const url = new URL(databaseUrl);
  const shop = url.pathname.slice(1);
  const aside = `${shop}_aside_${randomBytes(4).toString("hex")}`;
  const admin = openPool(databaseUrl, 1);
  try {
    await admin.query("CREATE DATABASE ?? CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci", [aside]);
    url.pathname = `/${aside}`;
    const pool = openPool(url.href, 1);
    try {
      await migrate(pool, folder, head.schema);
      await fill(pool, rows());
      await requireCounts(pool, head);
    } finally {
      await pool.end();
    }
    if (!isTrial) await changePlaces(admin, shop, aside);
    return head;
  } finally {
    await admin.query("DROP DATABASE IF EXISTS ??", [aside]).catch(() => undefined);
    await admin.end();
  }
}

async function fill(pool: Pool, rows: AsyncGenerator<{ table: BackupHead["tables"][number]; row: BackupValue[] }>) {
  const connection = await pool.getConnection();
  try {
    await connection.query("SET SESSION foreign_key_checks = 0");
    await connection.query("SET SESSION sql_mode = 'STRICT_ALL_TABLES,NO_ZERO_DATE,NO_AUTO_VALUE_ON_ZERO'");
    const emptied = new Set<string>();
    let batch: BackupValue[][] = [];
    let letters = 0;
    let table: BackupHead["tables"][number] | null = null;
    const flush = async () => {
      if (table && batch.length > 0) await insert(connection, table, batch);
      batch = [];
      letters = 0;
    };
    for await (const { table: next, row } of rows) {
      if (next !== table) await flush();
      table = next;
      // What a migration puts into a table itself gives way to what the shop had.
      if (!emptied.has(next.name)) await connection.query("DELETE FROM ??", [next.name]);
      emptied.add(next.name);
      batch.push(row);
      letters += row.reduce<number>(
        (sum, value) => sum + (typeof value === "object" ? (value?.bytes.length ?? 0) : 40),
        0,
      );
      if (batch.length >= BATCH || letters >= BATCH_LETTERS) await flush();
    }
    await flush();
  } finally {
    connection.release();
  }
}

async function insert(
  connection: PoolConnection,
  { name, columns }: BackupHead["tables"][number],
  rows: readonly BackupValue[][],
): Promise<void> {
  const places = rows.map(() => `(${columns.map(() => "?").join(", ")})`).join(", ");
  const sql = `INSERT INTO ${connection.escapeId(name)} (${columns.map((column) => connection.escapeId(column)).join(", ")}) VALUES ${places}`;
  await connection.execute(sql, rows.flat().map(fromBackupValue));
}

async function requireCounts(pool: Pool, { tables }: BackupHead): Promise<void> {
  for (const { name, rows } of tables) {
    const [[row]] = await pool.query<RowDataPacket[]>("SELECT COUNT(*) AS n FROM ??", [name]);
    if (Number(row!.n) !== rows)
      throw new BackupError(`The table ${name} came out with ${row!.n} rows instead of ${rows}. Nothing was changed.`);
  }
}

/** All tables of both change places in one statement: either all of them did, or none. */
async function changePlaces(admin: Pool, shop: string, aside: string): Promise<void> {
  const tablesOf = async (schema: string) => {
    const [rows] = await admin.query<RowDataPacket[]>(
      "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = ?",
      [schema],
    );
    return rows.map(({ name }) => String(name));
  };
  const old = `${shop}_old_${randomBytes(4).toString("hex")}`;
  await admin.query("CREATE DATABASE ?? CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci", [old]);
  try {
    const move = (table: string, from: string, to: string) =>
      `${admin.escapeId(from)}.${admin.escapeId(table)} TO ${admin.escapeId(to)}.${admin.escapeId(table)}`;
    const moves = [
      ...(await tablesOf(shop)).map((table) => move(table, shop, old)),
      ...(await tablesOf(aside)).map((table) => move(table, aside, shop)),
    ];
    await admin.query(`RENAME TABLE ${moves.join(", ")}`);
  } finally {
    await admin.query("DROP DATABASE IF EXISTS ??", [old]);
  }
}
