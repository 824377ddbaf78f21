import "server-only";
import { createHash } from "node:crypto";
import { createReadStream } from "node:fs";
import readline from "node:readline";
import { createGunzip } from "node:zlib";
import * as v from "valibot";
import { BackupHead, BackupRow, BackupTail, type BackupValue } from "./backupFormat";

/** A file that is no backup, or no longer whole; `message` says which. */
export class BackupError extends Error {}

/** A row on its way back. */
export interface RowOfTable {
  table: BackupHead["tables"][number];
  row: BackupValue[];
}

/**
 * Reads a backup: its head, then its rows one after the other. Everything is held against what the head promised and against the
 * hash; where something does not fit, it ends with an error, so rows count only once all of them were read.
 *
 * @throws {BackupError}
 */
export async function openBackup(file: string): Promise<{ head: BackupHead; rows(): AsyncGenerator<RowOfTable> }> {
  const lines = linesOf(file);
  const first = await lines.next();
  const parsed = first.done ? null : v.safeParse(BackupHead, json(first.value, file));
  if (!parsed?.success) throw new BackupError(`${file} is no Pitstopa backup.`);
  return { head: parsed.output, rows: () => rowsOf(file, parsed.output, String(first.value), lines) };
}

async function* rowsOf(
  file: string,
  head: BackupHead,
  firstLine: string,
  lines: AsyncGenerator<string>,
): AsyncGenerator<RowOfTable> {
  const hash = createHash("sha256").update(`${firstLine}\n`);
  const damaged = (why: string) => new BackupError(`${file} is damaged: ${why}. Nothing was changed.`);
  let at = -1;
  let seen = 0;
  const isWhole = () => at < 0 || seen === head.tables[at]!.rows;
  for await (const text of lines) {
    const value = json(text, file);
    const tail = v.safeParse(BackupTail, value);
    if (tail.success) {
      if (at !== head.tables.length - 1 || !isWhole()) throw damaged("rows are missing");
      if (hash.digest("hex") !== tail.output.sha256) throw damaged("its hash does not fit");
      return;
    }
    hash.update(`${text}\n`);
    if (!Array.isArray(value)) {
      const next = head.tables[at + 1];
      if (!isWhole() || !next || (value as { table?: unknown } | null)?.table !== next.name)
        throw damaged(`it does not go on with the table it promised`);
      at++;
      seen = 0;
      continue;
    }
    const table = head.tables[at];
    const row = v.safeParse(BackupRow, value);
    if (!table || !row.success || row.output.length !== table.columns.length) throw damaged("a row does not fit");
    seen++;
    yield { table, row: row.output };
  }
  throw damaged("its end is missing");
}

async function* linesOf(file: string): AsyncGenerator<string> {
  const source = createReadStream(file);
  const unzip = createGunzip();
  source.on("error", (error) => unzip.destroy(error));
  try {
    yield* readline.createInterface({ input: source.pipe(unzip), crlfDelay: Infinity });
  } catch {
    throw new BackupError(`${file} is damaged or no backup.`);
  } finally {
    source.destroy();
  }
}

function json(text: unknown, file: string): unknown {
  try {
    return JSON.parse(String(text));
  } catch {
    throw new BackupError(`${file} is damaged or no backup.`);
  }
}
