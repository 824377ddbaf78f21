import "server-only";
import { createHash } from "node:crypto";
import { createWriteStream } from "node:fs";
import { rename, rm } from "node:fs/promises";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { createGzip } from "node:zlib";
import { createConnection, type Connection, type RowDataPacket } from "mysql2/promise";
import { BACKUP_FORMAT, type BackupHead, toBackupValue } from "./backupFormat";

/** What comes and goes with its people and is not worth keeping: whoever restores signs in anew. */
const LEFT_OUT: ReadonlySet<string> = new Set(["session", "sign_in_pause"]);
/** Rows are read in pieces of this many, so that a table of photos does not stand in memory whole. */
const PIECE = 200;

/**
 * Writes the whole shop into one file as it stands at one moment; it appears only when it is complete.
 *
 * @param databaseUrl - Of an account that may read every table.
 * @returns What the file holds.
 */
export async function writeBackup(databaseUrl: string, file: string, now: Date): Promise<BackupHead> {
  const db = await createConnection({
    uri: databaseUrl,
    timezone: "Z",
    charset: "utf8mb4",
    jsonStrings: true,
    dateStrings: true,
    supportBigNumbers: true,
  });
  const part = `${file}.part`;
  try {
    await db.query("SET SESSION TRANSACTION ISOLATION LEVEL REPEATABLE READ");
    await db.query("START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY");
    const head = await headOf(db, now);
    await pipeline(Readable.from(linesOf(db, head)), createGzip(), createWriteStream(part, { mode: 0o600 }));
    await rename(part, file);
    return head;
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  } finally {
    db.destroy();
  }
}

async function headOf(db: Connection, now: Date): Promise<BackupHead> {
  const [migrations] = await db.query<RowDataPacket[]>("SELECT name FROM migration ORDER BY name DESC LIMIT 1");
  const [columns] = await db.query<RowDataPacket[]>(
    `SELECT table_name AS t, column_name AS c
       FROM information_schema.columns
      WHERE table_schema = DATABASE() AND generation_expression IS NULL
      ORDER BY table_name, ordinal_position`,
  );
  const tables = new Map<string, string[]>();
  for (const { t, c } of columns) if (!LEFT_OUT.has(String(t))) tables.set(t, [...(tables.get(t) ?? []), String(c)]);
  const counted: BackupHead["tables"] = [];
  for (const [name, own] of tables) {
    const [[row]] = await db.query<RowDataPacket[]>("SELECT COUNT(*) AS n FROM ??", [name]);
    counted.push({ name, columns: own, rows: Number(row!.n) });
  }
  return { format: BACKUP_FORMAT, madeAt: now.toISOString(), schema: String(migrations[0]!.name), tables: counted };
}

/** The lines of the file, each with its end, the last with the hash of those before. */
async function* linesOf(db: Connection, head: BackupHead): AsyncGenerator<string> {
  const hash = createHash("sha256");
  const line = (value: unknown) => {
    const text = `${JSON.stringify(value)}\n`;
    hash.update(text);
    return text;
  };
  yield line(head);
  for (const { name, columns, rows } of head.tables) {
    yield line({ table: name });
    for (let at = 0; at < rows; at += PIECE) {
      const [piece] = await db.query<RowDataPacket[][]>({
        sql: "SELECT ?? FROM ?? ORDER BY ?? LIMIT ? OFFSET ?",
        values: [columns, name, await keyOf(db, name, columns), PIECE, at],
        rowsAsArray: true,
      });
      for (const row of piece) yield line((row as unknown as unknown[]).map(toBackupValue));
    }
  }
  yield `${JSON.stringify({ sha256: hash.digest("hex") })}\n`;
}

const keys = new Map<string, string[]>();

/** The primary key of a table: pieces follow each other in its order. */
async function keyOf(db: Connection, table: string, columns: readonly string[]): Promise<string[]> {
  const known = keys.get(table);
  if (known) return known;
  const [rows] = await db.query<RowDataPacket[]>(
    `SELECT column_name AS c FROM information_schema.key_column_usage
      WHERE table_schema = DATABASE() AND table_name = ? AND constraint_name = 'PRIMARY' ORDER BY ordinal_position`,
    [table],
  );
  const own = rows.length > 0 ? rows.map(({ c }) => String(c)) : [columns[0]!];
  keys.set(table, own);
  return own;
}
