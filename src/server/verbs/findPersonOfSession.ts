import "server-only";
import { type RowDataPacket } from "mysql2/promise";
import { type Db } from "../db";
import { type Person, type Role } from "../person";
import { setShopZone } from "@/shared/format";
import { hashOfKey } from "../sessionKey";

/** A person as the table has it. */
export interface PersonRow {
  id: number;
  sign_in_name: string;
  display_name: string;
  role: Role;
}

const FIND_BY_SESSION = `
  SELECT p.id, p.sign_in_name, p.display_name, p.role, JSON_VALUE(w.content, '$.timeZone') AS zone
    FROM session AS s
    JOIN person AS p ON p.id = s.person_id
    LEFT JOIN workshop AS w ON w.id = 1
   WHERE s.key_hash = ? AND s.expires_at > UTC_TIMESTAMP(3) AND p.disabled_at IS NULL`;

/**
 * Whose session this key opens; null for one that has ended, and for people who have left. Sets the shop's clock on the way: each
 * call of somebody comes by here, and a lead may have moved it in another process.
 */
export async function findPersonOfSession(db: Db, key: string): Promise<Person | null> {
  const [rows] = await db.execute<(PersonRow & RowDataPacket)[]>(FIND_BY_SESSION, [hashOfKey(key)]);
  if (!rows[0]) return null;
  setShopZone((rows[0].zone as string | null) ?? "");
  return toPerson(rows[0]);
}

export function toPerson({ id, sign_in_name, display_name, role }: PersonRow): Person {
  return { id, signInName: sign_in_name, displayName: display_name, role };
}
