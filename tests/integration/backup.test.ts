import { createHash } from "node:crypto";
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { gunzipSync, gzipSync } from "node:zlib";
import { type Pool, type RowDataPacket } from "mysql2/promise";
import { loadDemoShop } from "@/demo/loadDemoShop";
import { restoreBackup } from "@/server/backup/restoreBackup";
import { writeBackup } from "@/server/backup/writeBackup";
import { openPool } from "@/server/db";
import { migrate } from "@/server/migrate";
import { randomUuid } from "@/shared/randomUuid";
import { migrationsFolder } from "./testShop";

const folder = mkdtempSync(path.join(tmpdir(), "pitstopa-backup-"));
const good = path.join(folder, "shop.backup");
const databases: string[] = [];
let admin: Pool;
let shopUrl: string;

async function makeDatabase(): Promise<string> {
  const url = new URL(process.env.DATABASE_URL!);
  const name = `pitstopa_${randomUuid().slice(0, 8)}`;
  databases.push(name);
  await admin.query("CREATE DATABASE ?? CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci", [name]);
  url.pathname = `/${name}`;
  return url.href;
}

/** What every table holds, as one hash: rows by their own text, in the order of that text. */
async function contentOf(databaseUrl: string): Promise<Record<string, string>> {
  const pool = openPool(databaseUrl, 1);
  try {
    const [tables] = await pool.query<RowDataPacket[]>("SHOW TABLES");
    const content: Record<string, string> = {};
    for (const row of tables) {
      const name = String(Object.values(row)[0]);
      if (name === "session" || name === "sign_in_pause") continue;
      const [rows] = await pool.query<RowDataPacket[]>("SELECT * FROM ??", [name]);
      const texts = rows.map((each) => JSON.stringify(each)).sort();
      content[name] = `${texts.length} ${createHash("sha256").update(texts.join("\n")).digest("hex")}`;
    }
    return content;
  } finally {
    await pool.end();
  }
}
/** Databases that restores into ours have left. */
const asides = async () => {
  const [rows] = await admin.query<RowDataPacket[]>("SHOW DATABASES");
  return rows
    .map((row) => String(Object.values(row)[0]))
    .filter((name) => /_(aside|old)_/.test(name) && databases.some((own) => name.startsWith(own)));
};
const spoilt = (name: string, change: (lines: string[]) => string[]): string => {
  const file = path.join(folder, name);
  const lines = gunzipSync(readFileSync(good)).toString("utf8").trimEnd().split("\n");
  writeFileSync(file, gzipSync(`${change(lines).join("\n")}\n`));
  return file;
};

beforeAll(async () => {
  admin = openPool(process.env.DATABASE_URL!, 1);
  shopUrl = await makeDatabase();
  const pool = openPool(shopUrl, 4);
  await migrate(pool, migrationsFolder);
  await loadDemoShop(pool, path.resolve("demo"), new Date());
  await pool.end();
  await writeBackup(shopUrl, good, new Date());
}, 120_000);
afterAll(async () => {
  for (const name of databases) await admin.query("DROP DATABASE IF EXISTS ??", [name]);
  await admin.end();
});

describe("a backup", () => {
  it("comes back whole, photos and history and all, over another shop as over an empty database", async () => {
    const before = await contentOf(shopUrl);
    expect(Object.keys(before).length).toBeGreaterThan(20);
    for (const isFilled of [false, true]) {
      const other = await makeDatabase();
      if (isFilled) {
        const pool = openPool(other, 1);
        await migrate(pool, migrationsFolder);
        await pool.query("INSERT INTO shop_setting (name, value) VALUES ('of', 'another shop')");
        await pool.end();
      }
      await restoreBackup(other, good, migrationsFolder);
      expect(await contentOf(other)).toEqual(before);
    }
    expect(await asides()).toEqual([]);
  }, 60_000);

  it("can be tried: all the way but for the last step, which leaves the shop as it was", async () => {
    const other = await makeDatabase();
    const { tables } = await restoreBackup(other, good, migrationsFolder, { isTrial: true });
    expect(tables.length).toBeGreaterThan(20);
    expect(await contentOf(other)).toEqual({});
    expect(await asides()).toEqual([]);
  });

  it("is readable by its owner alone, and holds no session", () => {
    const text = gunzipSync(readFileSync(good)).toString("utf8");
    expect(text).not.toMatch(/"name":"session"/);
    expect(existsSync(`${good}.part`)).toBe(false);
  });

  it.each<[string, (lines: string[]) => string[], RegExp]>([
    [
      "a line that is a command of a database client",
      ([head, ...rest]) => [head!, "\\! touch /tmp/pitstopa-ran", ...rest],
      /damaged/,
    ],
    ["SQL instead of rows", ([head]) => [head!, "USE mysql;", "DROP TABLE user;"], /damaged/],
    ["an empty body", ([head]) => [head!], /its end is missing/],
    ["nothing at all", () => [""], /no backup|damaged/],
    ["an end that was cut off", (lines) => lines.slice(0, -3), /its end is missing/],
    ["a row that is gone", (lines) => lines.filter((_, at) => at !== 5), /rows are missing|promised/],
    ["a figure that was changed", (lines) => lines.map((line) => line.replace("Orrin Heyl", "Orrin Hell")), /hash/],
    [
      "a table with another name",
      (lines) => lines.map((line) => line.replaceAll('"craft"', '"mysql.user"')),
      /no Pitstopa backup/,
    ],
    [
      "a column that is a piece of SQL",
      (lines) => lines.map((line) => line.replace('"tail_number"', '"x` = 1; --"')),
      /no Pitstopa backup/,
    ],
    [
      "a schema that is not here yet",
      (lines) => lines.map((line) => line.replace(/"schema":"\d{4}/, '"schema":"9999')),
      /newer Pitstopa/,
    ],
  ])("with %s is refused, and the shop stays as it was", async (name, change, why) => {
    const other = await makeDatabase();
    const pool = openPool(other, 1);
    await migrate(pool, migrationsFolder);
    await pool.end();
    const before = await contentOf(other);
    await expect(
      restoreBackup(other, spoilt(`${name.replace(/\W/g, "-")}.backup`, change), migrationsFolder),
    ).rejects.toThrow(why);
    expect(await contentOf(other)).toEqual(before);
    expect(await asides()).toEqual([]);
    expect(existsSync("/tmp/pitstopa-ran")).toBe(false);
  });

  it("that is no gzip is refused in words", async () => {
    const file = path.join(folder, "plain.backup");
    writeFileSync(file, "-- Pitstopa backup, form 1\n");
    await expect(restoreBackup(shopUrl, file, migrationsFolder)).rejects.toThrow(/damaged or no backup/);
  });
});
