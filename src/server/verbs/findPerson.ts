import "server-only";
import { type RowDataPacket } from "mysql2/promise";
import { type Db } from "../db";
import { type Person, type Role } from "../person";

const FIND_BY_ID = `
  SELECT id, sign_in_name, display_name, role
    FROM person
   WHERE id = ?`;

/** The person with this id, or null. */
export async function findPerson(db: Db, id: number): Promise<Person | null> {
  const [rows] = await db.execute<RowDataPacket[]>(FIND_BY_ID, [id]);
  const row = rows[0];
  return row
    ? {
        id: row.id as number,
        signInName: row.sign_in_name as string,
        displayName: row.display_name as string,
        role: row.role as Role,
      }
    : null;
}
