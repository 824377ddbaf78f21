import { createHash, randomBytes } from "node:crypto";
import { secretsOf } from "../lib/secrets.mjs";

/** Opens a session for a person of the demo, as signing in does, and gives its cookie. */
export async function openBenchSession(db, folder, signInName) {
  const { sealData } = await import("iron-session");
  const { session } = secretsOf(folder);
  const key = randomBytes(24).toString("base64url");
  await db.execute(
    `INSERT INTO session (key_hash, person_id, created_at, expires_at)
     SELECT ?, id, UTC_TIMESTAMP(3), UTC_TIMESTAMP(3) + INTERVAL 10 HOUR FROM person WHERE sign_in_name = ?`,
    [createHash("sha256").update(key).digest(), signInName],
  );
  const name = createHash("sha256").update(`cookie of ${session}`).digest("hex").slice(0, 8);
  return `pitstopa_${name}=${await sealData({ key }, { password: session, ttl: 36_000 })}`;
}
