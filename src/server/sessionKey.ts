import "server-only";
import { createHash, randomBytes } from "node:crypto";

/** A session lasts a working day. */
export const SESSION_S = 12 * 3600;
const KEY_BYTES = 24;

/** A key for a new session. */
export function newSessionKey(): string {
  return randomBytes(KEY_BYTES).toString("base64url");
}

/** What the database keeps of a key: who reads the table cannot sign in with it. */
export function hashOfKey(key: string): Buffer {
  return createHash("sha256").update(key).digest();
}
