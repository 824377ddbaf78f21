import "server-only";
import { randomInt } from "node:crypto";
import { type RowDataPacket } from "mysql2/promise";
import { type Db, withTransaction } from "@/server/db";
import { isDuplicate } from "@/server/databaseErrors";
import { AppError, NotFoundError } from "@/server/errors";
import { hasRole } from "@/server/person";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { hashPassword, isPassword } from "./hashing";
import {
  type AddPersonInput,
  type ChangePasswordInput,
  type ChangePersonInput,
  type ResetPasswordInput,
} from "./people.schema";
import {
  findPersonBySignInName,
  insertPerson,
  listEverybody,
  type PersonLine,
  setPassword,
  updatePerson,
} from "./personRepository";
import { endSessionsOf } from "./sessionRepository";

/** What the page of the people is given. */
export interface PeoplePageProps {
  /** Everybody, for a lead; nobody for the others, who see their own password alone. */
  people: readonly PersonLine[];
  ownId: number;
  isLead: boolean;
}

/** The shop's people. @throws {AppError} `forbidden` */
export async function getPeoplePage(context: VerbContext): Promise<PeoplePageProps> {
  requireRole(context, "viewer");
  const isLead = hasRole(context.person, "lead");
  return { people: isLead ? await listEverybody(context.pool) : [], ownId: context.person.id, isLead };
}

/**
 * Adds a person, with a password made for them.
 *
 * @returns The password: shown once, kept nowhere.
 * @throws {AppError} `forbidden`, `invalid_input` for a sign-in name that is taken.
 */
export async function addPerson(context: VerbContext, input: AddPersonInput): Promise<{ password: string }> {
  requireRole(context, "lead");
  const password = makePassword();
  try {
    await insertPerson(context.pool, { ...input, passwordHash: await hashPassword(password) }, context.now);
  } catch (error) {
    if (isDuplicate(error))
      throw new AppError("invalid_input", `There is somebody with the sign-in name “${input.signInName}” already.`);
    throw error;
  }
  return { password };
}

/**
 * Changes what a person is called and may do, and whether they sign in at all. Who may do less, or has left, is signed out.
 *
 * @throws {AppError} `forbidden`, `invalid_input` for the last lead; {NotFoundError}
 */
export async function changePerson(context: VerbContext, input: ChangePersonInput): Promise<null> {
  requireRole(context, "lead");
  await withTransaction(context.pool, async (db) => {
    await requireALeadLeft(db, input);
    if (!(await updatePerson(db, input))) throw new NotFoundError(`Person ${input.personId}`);
    if (input.isDisabled) await endSessionsOf(db, input.personId);
  });
  return null;
}

/** A shop without a lead could not make one. Leads are locked, so that two do not take the role from each other at once. */
async function requireALeadLeft(db: Db, { personId, role, isDisabled }: ChangePersonInput): Promise<void> {
  const [leads] = await db.execute<RowDataPacket[]>(
    "SELECT id FROM person WHERE role = 'lead' AND disabled_at IS NULL ORDER BY id FOR UPDATE",
  );
  const staysLead = role === "lead" && !isDisabled;
  if (!staysLead && leads.every(({ id }) => id === personId))
    throw new AppError("invalid_input", "This is the last lead. Make somebody else a lead first.");
}

/**
 * Gives a person a new password, and ends all their sessions.
 *
 * @returns The password: shown once, kept nowhere.
 * @throws {AppError} `forbidden`; {NotFoundError}
 */
export async function resetPassword(
  context: VerbContext,
  { personId }: ResetPasswordInput,
): Promise<{ password: string }> {
  requireRole(context, "lead");
  const password = makePassword();
  if (!(await setPassword(context.pool, personId, await hashPassword(password))))
    throw new NotFoundError(`Person ${personId}`);
  await endSessionsOf(context.pool, personId);
  return { password };
}

/**
 * Changes one's own password, and ends one's sessions on all other devices.
 *
 * @param ownKey - Key of the session that asks.
 * @throws {AppError} `invalid_input` when the password they have is another.
 */
export async function changeOwnPassword(
  { pool, person }: VerbContext,
  { current, next }: ChangePasswordInput,
  ownKey: string | null,
): Promise<null> {
  const own = await findPersonBySignInName(pool, person.signInName);
  if (!own || !(await isPassword(own.passwordHash, current)))
    throw new AppError("invalid_input", "That is not the password you have.");
  await setPassword(pool, person.id, await hashPassword(next));
  await endSessionsOf(pool, person.id, ownKey);
  return null;
}

// Without the letters and digits that look alike on paper.
const LETTERS = "abcdefghjkmnpqrstuvwxyz23456789";

/** Three groups of five: 74 bits, and easy to read out. */
export function makePassword(): string {
  const group = () => Array.from({ length: 5 }, () => LETTERS[randomInt(LETTERS.length)]).join("");
  return [group(), group(), group()].join("-");
}
