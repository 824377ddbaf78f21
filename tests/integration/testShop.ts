import "@/features/bays";
import { type Pool } from "mysql2/promise";
import path from "node:path";
import { type CraftInput } from "@/features/craft/addCraft.schema";
import { getJob } from "@/features/job/jobRepository";
import { type Person, type Role } from "@/server/person";
import { insertPerson } from "@/features/people/personRepository";
import { type VerbContext } from "@/server/verbs/verbContext";
import { receiveCraft } from "@/features/receive/receiveCraft";
import { type ReceiveCraftInput } from "@/features/receive/receiveCraft.schema";
import { openPool } from "@/server/db";
import { migrate } from "@/server/migrate";
import { randomUuid } from "@/shared/randomUuid";

/** A shop for one test file: its own people and craft in the shared test database. */
export interface TestShop {
  pool: Pool;
  technician: VerbContext;
  lead: VerbContext;
  viewer: VerbContext;
  /** Takes a new craft in and gives the job's id. */
  receive(over?: Partial<ReceiveCraftInput>, craft?: Partial<CraftInput>): Promise<number>;
  /** The job and its present version, as a verb wants it. */
  target(jobId: number): Promise<{ jobId: number; version: number }>;
  close(): Promise<void>;
}

export const migrationsFolder = path.resolve("db/migrations");

/**
 * Opens the shop.
 *
 * @param options.ownDatabase - For tests of what all jobs share (library, workshop, counters), which others must not feel.
 */
export async function openTestShop({ ownDatabase = false } = {}): Promise<TestShop> {
  const url = new URL(process.env.DATABASE_URL!);
  const drop = ownDatabase ? await makeOwnDatabase(url) : null;
  const pool = openPool(url.href, 5);
  await migrate(pool, migrationsFolder);
  const person = async (role: Role): Promise<VerbContext> => {
    const details = { signInName: `${role}-${randomUuid().slice(0, 8)}`, displayName: `Test ${role}`, role };
    const id = await insertPerson(pool, { ...details, passwordHash: "none" }, new Date());
    const made: Person = { id, ...details };
    return { pool, person: made, now: new Date() };
  };
  const technician = await person("technician");
  return {
    pool,
    technician,
    lead: await person("lead"),
    viewer: await person("viewer"),
    receive: async (over = {}, craft = {}) => (await receiveCraft(technician, intake(over, craft))).jobId,
    target: async (jobId) => ({ jobId, version: (await getJob(pool, jobId)).version }),
    close: async () => {
      await pool.end();
      await drop?.();
    },
  };
}

/** Makes a database for this file alone and points `url` at it. @returns what removes it again. */
async function makeOwnDatabase(url: URL): Promise<() => Promise<void>> {
  const admin = openPool(url.href, 1);
  const name = `pitstopa_${randomUuid().slice(0, 8)}`;
  await admin.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  url.pathname = `/${name}`;
  return async () => {
    await admin.query(`DROP DATABASE ${name}`);
    await admin.end();
  };
}

/** A whole intake of a new quad with no picture. */
export function intake(over: Partial<ReceiveCraftInput> = {}, craft: Partial<CraftInput> = {}): ReceiveCraftInput {
  return {
    requestKey: randomUuid(),
    batteryOut: true,
    propsOff: true,
    craftId: null,
    newCraft: testCraft(craft),
    places: {},
    promisedOn: null,
    isUrgent: false,
    complaint: "Picture went black after a hard landing",
    phase: "landing",
    history: "crash",
    lastChange: "",
    seen: ["picture-black"],
    intermittent: null,
    technicianId: null,
    ...over,
  };
}

/** A quad with a tail number of its own. */
export function testCraft(over: Partial<CraftInput> = {}): CraftInput {
  const tag = randomUuid().slice(0, 8);
  const part = (kind: CraftInput["parts"][number]["kind"], position: string, continuousA: number | null = null) => ({
    kind,
    position,
    name: `${position} mark 1`,
    serial: `${kind}-${tag}`,
    continuousA,
  });
  return {
    name: "Reed",
    tailNumber: `T-${tag}`,
    serial: `S-${tag}`,
    kind: "quad",
    frameClass: "5 inch",
    massG: 620,
    motorCount: 4,
    cellCount: 4,
    owner: "Test owner",
    parts: [
      part("camera", "Camera"),
      part("flight_controller", "Flight controller"),
      part("power_lead", "Main lead", 140),
      part("esc", "ESC 1", 45),
    ],
    ...over,
  };
}
