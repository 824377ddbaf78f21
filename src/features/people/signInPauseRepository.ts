import "server-only";
import { type ResultSetHeader, type RowDataPacket } from "mysql2/promise";
import { type Db } from "@/server/db";

/** Who tries: one name from one address, or with an empty name everything from that address. */
export interface Tries {
  signInName: string;
  origin: string;
}

/** Tries that cost no pause, and how the pause grows after them. */
export interface PauseRule {
  freeTries: number;
  longestS: number;
}

/** A try long after the last one begins anew. */
const FORGOTTEN_S = 900;

const MAKE = `
  INSERT IGNORE INTO sign_in_pause (sign_in_name, origin, tries, tried_at, free_at)
  VALUES (?, ?, 0, UTC_TIMESTAMP(3), UTC_TIMESTAMP(3))`;

// Assignments go from left to right, each seeing the ones before it: `tries` is the new count where the pause is worked out.
const COUNT = `
  UPDATE sign_in_pause
     SET tries = IF(tried_at < UTC_TIMESTAMP(3) - INTERVAL ${FORGOTTEN_S} SECOND, 1, tries + 1),
         tried_at = UTC_TIMESTAMP(3),
         free_at = UTC_TIMESTAMP(3) + INTERVAL IF(tries < ?, 0, LEAST(?, POW(2, LEAST(tries - ?, 20)))) SECOND
   WHERE sign_in_name = ? AND origin = ? AND free_at <= UTC_TIMESTAMP(3)`;

/**
 * Counts a try before it is looked at, in one statement: of many at once only as many are let through as are free. All times are
 * the database's own.
 *
 * @returns True when the try may be looked at.
 */
export async function countTry(
  db: Db,
  { signInName, origin }: Tries,
  { freeTries, longestS }: PauseRule,
): Promise<boolean> {
  await db.execute(MAKE, [signInName, origin]);
  const [result] = await db.execute<ResultSetHeader>(COUNT, [freeTries, longestS, freeTries, signInName, origin]);
  return result.affectedRows === 1;
}

/** Seconds until the next try counts. */
export async function pauseLeftS(db: Db, { signInName, origin }: Tries): Promise<number> {
  const [rows] = await db.execute<RowDataPacket[]>(
    `SELECT GREATEST(0, TIMESTAMPDIFF(MICROSECOND, UTC_TIMESTAMP(3), free_at)) / 1e6 AS s
       FROM sign_in_pause WHERE sign_in_name = ? AND origin = ?`,
    [signInName, origin],
  );
  return Number(rows[0]?.s ?? 0);
}

/** Forgets the tries of a name from an address once it has signed in, and sweeps those of yesterday. */
export async function forgetTries(db: Db, { signInName, origin }: Tries): Promise<void> {
  await db.execute("DELETE FROM sign_in_pause WHERE sign_in_name = ? AND origin = ?", [signInName, origin]);
  await db.execute("DELETE FROM sign_in_pause WHERE tried_at < UTC_TIMESTAMP(3) - INTERVAL 1 DAY");
}
