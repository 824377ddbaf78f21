import "server-only";
import { timingSafeEqual } from "node:crypto";
import { type Pool, type ResultSetHeader, type RowDataPacket } from "mysql2/promise";
import { withTransaction } from "@/server/db";
import { environment } from "@/server/env";
import { AppError } from "@/server/errors";
import { newSessionKey } from "@/server/sessionKey";
import { hashPassword } from "./hashing";
import { type FirstLeadInput } from "./people.schema";
import { openSession } from "./sessionRepository";

const INSERT = `
  INSERT INTO person (sign_in_name, display_name, role, password_hash, created_at)
  SELECT ?, ?, 'lead', ?, UTC_TIMESTAMP(3)
    FROM DUAL
   WHERE NOT EXISTS (SELECT 1 FROM person)`;

/** True when the address that the terminal printed is the one that was opened, and there is nobody yet. */
export async function mayMakeFirstLead(pool: Pool, key: string): Promise<boolean> {
  if (!isFirstLeadKey(key)) return false;
  const [rows] = await pool.execute<RowDataPacket[]>("SELECT 1 FROM person LIMIT 1");
  return rows.length === 0;
}

/**
 * Makes the first lead of a shop that has nobody, and signs them in.
 *
 * @returns The key for their cookie.
 * @throws {AppError} `forbidden` for another key, and once there is somebody.
 */
export async function makeFirstLead(pool: Pool, input: FirstLeadInput): Promise<string> {
  const isUsed = new AppError(
    "forbidden",
    "This address was used already, or belongs to an earlier start of the shop.",
  );
  if (!isFirstLeadKey(input.key)) throw isUsed;
  const passwordHash = await hashPassword(input.password);
  return withTransaction(pool, async (db) => {
    const [made] = await db.execute<ResultSetHeader>(INSERT, [input.signInName, input.displayName, passwordHash]);
    if (made.affectedRows !== 1) throw isUsed;
    const key = newSessionKey();
    await openSession(db, key, made.insertId);
    return key;
  });
}

function isFirstLeadKey(key: string): boolean {
  const expected = Buffer.from(environment().FIRST_LEAD_KEY);
  const given = Buffer.from(key);
  return expected.length > 0 && given.length === expected.length && timingSafeEqual(given, expected);
}
