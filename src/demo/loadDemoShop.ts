import { readFile } from "node:fs/promises";
import path from "node:path";
import { type Pool, type RowDataPacket } from "mysql2/promise";
import * as v from "valibot";
import { insertCraftWithParts } from "../features/craft/insertCraftWithParts";
import { DEMO_PEOPLE } from "../features/people/demoPeople";
import { type Person } from "../server/person";
import { insertPerson, listPeople } from "../features/people/personRepository";
import { hashPassword } from "../features/people/hashing";
import { withTransaction } from "../server/db";
import { DemoCraft, DemoJobs, DemoPacks, DemoStock } from "./demoShop.schema";
import { loadDemoPacks } from "./loadDemoPacks";
import { loadDemoStock } from "./loadDemoStock";
import { playDemoJob } from "./playDemoJob";

/**
 * Loads the invented shop into an empty database, by the shop's own verbs, so that its history is one that could have
 * happened. Dates count back from `now`.
 *
 * @param folder - Folder with craft.json, jobs.json, packs.json and stock.json.
 * @returns False when somebody is in the database already; then nothing is touched.
 */
export async function loadDemoShop(pool: Pool, folder: string, now: Date): Promise<boolean> {
  if ((await demoState(pool)) === "loading") await emptyDatabase(pool); // an earlier load broke off half-way
  if ((await listPeople(pool)).length > 0) return false;
  await setDemoState(pool, "loading");
  const read = async (name: string) => JSON.parse(await readFile(path.join(folder, name), "utf8")) as unknown;
  const craft = v.parse(DemoCraft, await read("craft.json"));
  const jobs = v.parse(DemoJobs, await read("jobs.json"));
  const packs = v.parse(DemoPacks, await read("packs.json"));
  const stock = v.parse(DemoStock, await read("stock.json"));

  const people = new Map<string, Person>();
  for (const { password, ...person } of DEMO_PEOPLE) {
    const id = await insertPerson(pool, { ...person, passwordHash: await hashPassword(password) }, now);
    people.set(person.signInName, { id, ...person });
  }
  const craftIds = new Map<string, number>();
  const twoHundredDaysAgo = new Date(now.getTime() - 200 * 86_400_000);
  for (const one of craft) {
    craftIds.set(one.tailNumber, await withTransaction(pool, (db) => insertCraftWithParts(db, one, twoHundredDaysAgo)));
  }
  for (const job of jobs.toSorted((a, b) => b.daysAgo - a.daysAgo)) {
    await playDemoJob(pool, job, { craftIds, people, now });
  }
  const person = people.values().next().value!;
  await loadDemoPacks(pool, packs, { person, now });
  await loadDemoStock({ pool, person, now }, stock, craftIds);
  await setDemoState(pool, "loaded");
  return true;
}

async function demoState(pool: Pool): Promise<string | null> {
  const [rows] = await pool.execute<RowDataPacket[]>("SELECT value FROM shop_setting WHERE name = 'demo'");
  return rows[0] ? String(rows[0].value) : null;
}

async function setDemoState(pool: Pool, state: "loading" | "loaded"): Promise<void> {
  await pool.execute("REPLACE INTO shop_setting (name, value) VALUES ('demo', ?)", [state]);
}

/** All that a load wrote before it broke off: every table but what the migrations keep. */
async function emptyDatabase(pool: Pool): Promise<void> {
  const [tables] = await pool.query<RowDataPacket[]>(
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()",
  );
  const connection = await pool.getConnection();
  try {
    await connection.query("SET FOREIGN_KEY_CHECKS = 0");
    for (const { name } of tables)
      if (name !== "migration" && name !== "shop_setting") await connection.query("DELETE FROM ??", [name]);
  } finally {
    await connection.query("SET FOREIGN_KEY_CHECKS = 1").finally(() => connection.release());
  }
}
