import "server-only";
import { type Db } from "@/server/db";
import { hashOfKey, SESSION_S } from "@/server/sessionKey";

const INSERT = `
  INSERT INTO session (key_hash, person_id, created_at, expires_at)
  VALUES (?, ?, UTC_TIMESTAMP(3), UTC_TIMESTAMP(3) + INTERVAL ? SECOND)`;

/** Opens a session for a person, and sweeps those that have run out. */
export async function openSession(db: Db, key: string, personId: number): Promise<void> {
  await db.execute("DELETE FROM session WHERE expires_at <= UTC_TIMESTAMP(3)");
  await db.execute(INSERT, [hashOfKey(key), personId, SESSION_S]);
}

/** Ends one session: its cookie opens nothing any more, wherever a copy of it is kept. */
export async function endSession(db: Db, key: string): Promise<void> {
  await db.execute("DELETE FROM session WHERE key_hash = ?", [hashOfKey(key)]);
}

/** Ends all sessions of a person, but for the one that asks. */
export async function endSessionsOf(db: Db, personId: number, exceptKey: string | null = null): Promise<void> {
  await db.execute("DELETE FROM session WHERE person_id = ? AND key_hash <> ?", [
    personId,
    exceptKey === null ? Buffer.alloc(32) : hashOfKey(exceptKey),
  ]);
}
