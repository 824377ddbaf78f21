import "server-only";
import { type RowDataPacket } from "mysql2/promise";
import { type Db } from "../db";
import { type Person } from "../person";
import { type PersonRow, toPerson } from "./findPersonOfSession";

const FIND_BY_ID = `
  SELECT id, sign_in_name, display_name, role
    FROM person
   WHERE id = ? AND disabled_at IS NULL`;

/** The person with this id; null for one that there is not, or who has left. */
export async function findPerson(db: Db, id: number): Promise<Person | null> {
  const [rows] = await db.execute<(PersonRow & RowDataPacket)[]>(FIND_BY_ID, [id]);
  return rows[0] ? toPerson(rows[0]) : null;
}
