import "server-only";
import { type Pool } from "mysql2/promise";
import { AppError } from "@/server/errors";
import { newSessionKey } from "@/server/sessionKey";
import { hashPassword, isPassword } from "./hashing";
import { type Person } from "@/server/person";
import { findPersonBySignInName } from "./personRepository";
import { openSession } from "./sessionRepository";
import { type SignInInput } from "./signIn.schema";
import { countTry, forgetTries, type PauseRule, pauseLeftS } from "./signInPauseRepository";

/** One name from one address: a stranger elsewhere makes nobody wait. */
export const BY_NAME: PauseRule = { freeTries: 5, longestS: 300 };
/** All names from one address: guessing a list of names is slowed as well. */
const BY_ADDRESS: PauseRule = { freeTries: 40, longestS: 60 };

// Checked when the name is unknown, so that the time an answer takes does not tell which names exist.
let decoyHash: Promise<string> | undefined;

/**
 * Checks a sign-in and opens a session.
 *
 * @param origin - Address of the caller, as the door saw it.
 * @returns The person, and the key for their cookie.
 * @throws {AppError} `unauthenticated` for a wrong name or password; `too_many_attempts` for a try during the pause that grows
 *   after five wrong ones, with how long it still is.
 */
export async function signIn(
  pool: Pool,
  { signInName, password }: SignInInput,
  origin: string,
): Promise<{ person: Person; key: string }> {
  const byAddress = { signInName: "", origin };
  const byName = { signInName, origin };
  if (!(await countTry(pool, byAddress, BY_ADDRESS))) throw pauseError(await pauseLeftS(pool, byAddress));
  if (!(await countTry(pool, byName, BY_NAME))) throw pauseError(await pauseLeftS(pool, byName));
  decoyHash ??= hashPassword("nobody has this password");
  const found = await findPersonBySignInName(pool, signInName);
  const isRight = await isPassword(found?.passwordHash ?? (await decoyHash), password);
  if (!found || !isRight || found.isDisabled)
    throw new AppError("unauthenticated", "Name and password do not fit together.");
  await forgetTries(pool, byName);
  await forgetTries(pool, byAddress);
  const key = newSessionKey();
  await openSession(pool, key, found.id);
  const { id, displayName, role } = found;
  return { person: { id, signInName: found.signInName, displayName, role }, key };
}

function pauseError(leftS: number): AppError {
  const seconds = Math.max(1, Math.ceil(leftS));
  return new AppError(
    "too_many_attempts",
    `Too many wrong tries. Wait ${seconds === 1 ? "a second" : `${seconds} seconds`}, then try again.`,
  );
}
