import * as v from "valibot";

/*
 * A backup is a gzip of lines of JSON. The first says what it is and what it holds; then each table, its rows one a line as lists of
 * values; the last has the SHA-256 of all before it. It holds data and nothing that is run: rows come back through prepared
 * statements, into a database aside.
 */

/** What every backup's first line says. */
export const BACKUP_FORMAT = "pitstopa-backup/2";

const name = v.pipe(v.string(), v.regex(/^[a-z][a-z0-9_]{0,63}$/, "A name of letters, digits and underscores."));

/** The first line. */
export const BackupHead = v.object({
  format: v.literal(BACKUP_FORMAT),
  madeAt: v.string(),
  /** The last migration that the data had. */
  schema: v.pipe(v.string(), v.regex(/^\d{4}_[a-z0-9_]+\.sql$/)),
  tables: v.array(v.object({ name, columns: v.array(name), rows: v.pipe(v.number(), v.integer(), v.minValue(0)) })),
});
export type BackupHead = v.InferOutput<typeof BackupHead>;

/** The last line. */
export const BackupTail = v.object({ sha256: v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/)) });

/** A value of a row: numbers that JSON cannot carry whole, and days and moments, come as text; bytes in base 64. */
export type BackupValue = string | number | null | { bytes: string };

export const BackupRow = v.array(
  v.union([v.string(), v.number(), v.null(), v.strictObject({ bytes: v.pipe(v.string(), v.base64()) })]),
);

/** A stored value as a backup carries it. */
export function toBackupValue(value: unknown): BackupValue {
  if (Buffer.isBuffer(value)) return { bytes: value.toString("base64") };
  if (value === null || typeof value === "string" || typeof value === "number") return value;
  throw new Error(`A value of type ${typeof value} has no place in a backup.`);
}

/** The same on its way back. */
export function fromBackupValue(value: BackupValue): string | number | Buffer | null {
  return value !== null && typeof value === "object" ? Buffer.from(value.bytes, "base64") : value;
}
