import "server-only";
import { type ResultSetHeader, type RowDataPacket } from "mysql2/promise";
import { type Db } from "@/server/db";
import { type Person, type Role } from "@/server/person";

interface PersonRow extends RowDataPacket {
  id: number;
  sign_in_name: string;
  display_name: string;
  role: Role;
  password_hash: string;
  disabled_at: Date | null;
}

const FIND_BY_NAME = `
  SELECT id, sign_in_name, display_name, role, password_hash, disabled_at
    FROM person
   WHERE sign_in_name = ?`;

/** The person with this sign-in name and the hash of the password, or null. */
export async function findPersonBySignInName(
  db: Db,
  signInName: string,
): Promise<(Person & { passwordHash: string; isDisabled: boolean }) | null> {
  const [rows] = await db.execute<PersonRow[]>(FIND_BY_NAME, [signInName]);
  const row = rows[0];
  return row ? { ...toPerson(row), passwordHash: row.password_hash, isDisabled: row.disabled_at !== null } : null;
}

const LIST = `
  SELECT id, sign_in_name, display_name, role
    FROM person
   WHERE disabled_at IS NULL
   ORDER BY display_name`;

/** Everybody who is here, by name. */
export async function listPeople(db: Db): Promise<Person[]> {
  const [rows] = await db.execute<PersonRow[]>(LIST);
  return rows.map(toPerson);
}

const INSERT = `
  INSERT INTO person (sign_in_name, display_name, role, password_hash, created_at)
  VALUES (?, ?, ?, ?, ?)`;

/** Adds a person. @returns the new id. */
export async function insertPerson(
  db: Db,
  person: Omit<Person, "id"> & { passwordHash: string },
  now: Date,
): Promise<number> {
  const { signInName, displayName, role, passwordHash } = person;
  const [result] = await db.execute<ResultSetHeader>(INSERT, [signInName, displayName, role, passwordHash, now]);
  return result.insertId;
}

/** A person as a lead sees them. */
export interface PersonLine extends Person {
  isDisabled: boolean;
}

const LIST_EVERYBODY = `
  SELECT id, sign_in_name, display_name, role, disabled_at
    FROM person
   ORDER BY disabled_at IS NOT NULL, display_name`;

/** Everybody who ever was, those who have left last. */
export async function listEverybody(db: Db): Promise<PersonLine[]> {
  const [rows] = await db.execute<PersonRow[]>(LIST_EVERYBODY);
  return rows.map((row) => ({ ...toPerson(row), isDisabled: row.disabled_at !== null }));
}

const UPDATE = `
  UPDATE person
     SET display_name = ?, role = ?, disabled_at = IF(?, COALESCE(disabled_at, UTC_TIMESTAMP(3)), NULL)
   WHERE id = ?`;

/** @returns False when there is no such person. */
export async function updatePerson(
  db: Db,
  {
    personId,
    displayName,
    role,
    isDisabled,
  }: { personId: number; displayName: string; role: Role; isDisabled: boolean },
): Promise<boolean> {
  const [result] = await db.execute<ResultSetHeader>(UPDATE, [displayName, role, isDisabled ? 1 : 0, personId]);
  return result.affectedRows === 1;
}

/** @returns False when there is no such person. */
export async function setPassword(db: Db, personId: number, passwordHash: string): Promise<boolean> {
  const [result] = await db.execute<ResultSetHeader>("UPDATE person SET password_hash = ? WHERE id = ?", [
    passwordHash,
    personId,
  ]);
  return result.affectedRows === 1;
}

function toPerson({ id, sign_in_name, display_name, role }: PersonRow): Person {
  return { id, signInName: sign_in_name, displayName: display_name, role };
}
