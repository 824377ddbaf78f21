import { execFile } from "node:child_process";
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { promisify } from "node:util";
import { type Pool, type RowDataPacket } from "mysql2/promise";
import { loadDemoShop } from "@/demo/loadDemoShop";
import { openPool } from "@/server/db";
import { migrate, statementsOf } from "@/server/migrate";
import { migrationsFolder } from "./testShop";

const runFile = promisify(execFile);
const database = `pitstopa_demo_${process.pid}`;
const url = new URL(process.env.DATABASE_URL!);
url.pathname = `/${database}`;
let admin: Pool;
let pool: Pool;

beforeAll(async () => {
  admin = openPool(process.env.DATABASE_URL!, 1);
  await admin.query(`CREATE DATABASE ${database} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  pool = openPool(url.href, 4);
});
afterAll(async () => {
  await pool.end();
  await admin.query(`DROP DATABASE ${database}`);
  await admin.end();
});

const rows = async (sql: string) => (await pool.query<RowDataPacket[]>(sql))[0];
const pitstopa = (...args: string[]) =>
  runFile(process.execPath, ["bin/pitstopa.mjs", ...args], { env: { ...process.env, DATABASE_URL: url.href } });

describe("a new database", () => {
  it("is migrated once, and a second time changes nothing", async () => {
    expect((await migrate(pool, migrationsFolder)).length).toBeGreaterThanOrEqual(5);
    expect(await migrate(pool, migrationsFolder)).toEqual([]);
  });

  it("takes the demo shop once: at least 12 craft of 6 kinds, 25 jobs, every bay from Isolate on, and finished ones", async () => {
    expect(await loadDemoShop(pool, path.resolve("demo"), new Date())).toBe(true);
    const [craft] = await rows("SELECT COUNT(*) AS n, COUNT(DISTINCT kind) AS kinds FROM craft");
    expect(Number(craft!.n)).toBeGreaterThanOrEqual(12);
    expect(Number(craft!.kinds)).toBeGreaterThanOrEqual(6);
    const [jobs] = await rows("SELECT COUNT(*) AS n, SUM(is_open IS NULL) AS closed FROM job");
    expect(Number(jobs!.n)).toBeGreaterThanOrEqual(25);
    expect(Number(jobs!.closed)).toBeGreaterThanOrEqual(10);
    const bays = (await rows("SELECT DISTINCT bay FROM job WHERE is_open = 1")).map(({ bay }) => String(bay));
    expect(bays.sort()).toEqual(["bench", "handback", "isolate", "prove", "receive", "refit"]);
    expect(await loadDemoShop(pool, path.resolve("demo"), new Date())).toBe(false);
  }, 180_000);

  it("has headlines that follow from the events: made anew, each is what the verbs left behind", async () => {
    const headlines = () => rows("SELECT id, bay, headline, detail, next_step, next_worth FROM job ORDER BY id");
    const before = await headlines();
    expect(before.every(({ headline }) => headline !== "")).toBe(true);
    await pool.query("UPDATE job SET headline = 'wrong', detail = '', next_step = '', next_worth = '' WHERE id <= 3");
    await pool.query("UPDATE job SET headline = 'stale', headline_events = 0 WHERE id > 3");
    expect((await pitstopa("rebuild-headlines")).stdout).toContain(`Made anew: ${before.length - 3} headlines`);
    expect((await headlines()).slice(3)).toEqual(before.slice(3));
    expect((await pitstopa("rebuild-headlines", "--all")).stdout).toContain(`Made anew: ${before.length} headlines`);
    expect(await headlines()).toEqual(before);
  });

  it("renames what older histories called a reading and a sum, and leaves remarks alone", async () => {
    const { kind, payload } = {
      kind: "finding_added",
      payload: { readingId: "dropped", note: 'said "readingId": odd' },
    };
    const insert =
      "INSERT INTO job_event (job_id, seq, at, person_id, job_version, kind, payload) VALUES (1, ?, NOW(), 1, 1, ?, ?)";
    await pool.execute(insert, [901, kind, JSON.stringify(payload)]);
    await pool.execute(insert, [902, "sum_kept", JSON.stringify({ sumId: "endurance" })]);
    await pool.execute(insert, [903, "evidence_given", JSON.stringify({ readings: { dropped: true } })]);
    const sql = readFileSync(path.join(migrationsFolder, "0008_symptoms_and_calculations.sql"), "utf8");
    for (const statement of statementsOf(sql)) await pool.query(statement);
    const renamed = await rows("SELECT kind, payload FROM job_event WHERE job_id = 1 AND seq > 900 ORDER BY seq");
    expect(renamed.map((row) => [row.kind, JSON.parse(String(row.payload))])).toEqual([
      ["finding_added", { symptomId: "dropped", note: 'said "readingId": odd' }],
      ["calculation_kept", { calculatorId: "endurance" }],
      ["evidence_given", { symptoms: { dropped: true } }],
    ]);
    await pool.query("DELETE FROM job_event WHERE job_id = 1 AND seq > 900");
  });

  it("says by their roles what the steps of older runs were for", async () => {
    const step = (name: string) => ({ name, throttle: 0.6, holdS: 1 });
    const put = (kind: string, ...names: string[]) =>
      pool.execute("UPDATE bench_run SET kind = ?, profile = ? WHERE id = 1", [kind, JSON.stringify(names.map(step))]);
    const [before] = await rows("SELECT kind, profile FROM bench_run WHERE id = 1");
    const sql = readFileSync(path.join(migrationsFolder, "0009_step_roles.sql"), "utf8");
    const roles = async () => {
      for (const statement of statementsOf(sql)) await pool.query(statement);
      const [row] = await rows("SELECT profile FROM bench_run WHERE id = 1");
      return (JSON.parse(String(row!.profile)) as { role?: string }[]).map(({ role }) => role);
    };
    await put("motor", "motor 2, 50 %", "motor 2, before the jump", "motor 2, jump");
    expect(await roles()).toEqual([undefined, "before jump", "jump"]);
    await put("servo", "let go", "held by hand");
    expect(await roles()).toEqual([undefined, "hand held"]);
    await put("ladder", "up", "held");
    expect(await roles()).toEqual([undefined, "plateau"]);
    await pool.execute("UPDATE bench_run SET kind = ?, profile = ? WHERE id = 1", [before!.kind, before!.profile]);
  });

  it("goes into one backup file and comes back whole", async () => {
    const folder = mkdtempSync(path.join(tmpdir(), "pitstopa-"));
    const file = path.join(folder, "shop.backup");
    await pitstopa("backup", file);
    const before = await rows("CHECKSUM TABLE job, job_event, fitted_part, bench_run_chunk, proof, person");
    await pool.query("DELETE FROM bench_run_chunk");
    await expect(pitstopa("restore", file)).rejects.toThrow(/Add --yes/);
    await pitstopa("restore", file, "--yes");
    expect(await rows("CHECKSUM TABLE job, job_event, fitted_part, bench_run_chunk, proof, person")).toEqual(before);

    const cut = path.join(folder, "cut.backup");
    writeFileSync(cut, readFileSync(file).subarray(0, 5000));
    await expect(pitstopa("restore", cut, "--yes")).rejects.toThrow(/damaged or no backup/);
    expect(await rows("CHECKSUM TABLE job, job_event, fitted_part, bench_run_chunk, proof, person")).toEqual(before);
  }, 180_000);
});

describe("statementsOf", () => {
  it("splits a file at semicolons that end a line and leaves comments out", () => {
    expect(statementsOf("-- one; two;\nCREATE TABLE a (x INT);\n\nINSERT INTO a VALUES (1);\n")).toEqual([
      "CREATE TABLE a (x INT)",
      "INSERT INTO a VALUES (1)",
    ]);
  });
});
