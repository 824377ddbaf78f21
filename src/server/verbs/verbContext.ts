import "server-only";
import { type Pool } from "mysql2/promise";
import { AppError } from "@/server/errors";
import { hasRole, type Person, type Role } from "../person";

/** What every verb is given: the database, who asks, and what time it is. */
export interface VerbContext {
  pool: Pool;
  person: Person;
  now: Date;
}

/** @throws {AppError} `forbidden` unless the person's role includes `needed`. */
export function requireRole({ person }: VerbContext, needed: Role): void {
  if (hasRole(person, needed)) return;
  throw new AppError("forbidden", `This needs a ${needed}; you are signed in as ${person.role}.`);
}
