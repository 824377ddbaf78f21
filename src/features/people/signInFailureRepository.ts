import "server-only";
import { type RowDataPacket } from "mysql2/promise";
import { type Db } from "@/server/db";

const COUNT = `
  SELECT (SELECT COUNT(*) FROM sign_in_failure WHERE sign_in_name = ? AND at >= ?) AS by_name,
         (SELECT COUNT(*) FROM sign_in_failure WHERE origin = ? AND at >= ?) AS by_origin`;

/** Failed sign-ins since a moment, for one name and from one address. */
export async function countFailures(db: Db, signInName: string, origin: string, since: Date) {
  const [rows] = await db.execute<RowDataPacket[]>(COUNT, [signInName, since, origin, since]);
  return { byName: Number(rows[0]!.by_name), byOrigin: Number(rows[0]!.by_origin) };
}

/** Notes one failed sign-in, and sweeps those older than a day. */
export async function recordFailure(db: Db, signInName: string, origin: string, now: Date): Promise<void> {
  await db.execute("INSERT INTO sign_in_failure (sign_in_name, at, origin) VALUES (?, ?, ?)", [
    signInName,
    now,
    origin,
  ]);
  await db.execute("DELETE FROM sign_in_failure WHERE at < ?", [new Date(now.getTime() - 86_400_000)]);
}

/** Forgets a name's failures once it has signed in. */
export async function clearFailures(db: Db, signInName: string): Promise<void> {
  await db.execute("DELETE FROM sign_in_failure WHERE sign_in_name = ?", [signInName]);
}
