import "server-only";
import { type Pool } from "mysql2/promise";
import { AppError } from "@/server/errors";
import { hashPassword, isPassword } from "./hashing";
import { type Person } from "@/server/person";
import { findPersonBySignInName } from "./personRepository";
import { type SignInInput } from "./signIn.schema";
import { clearFailures, countFailures, recordFailure } from "./signInFailureRepository";

const WINDOW_MS = 10 * 60_000;
export const MAX_FAILURES_BY_NAME = 5;
const MAX_FAILURES_BY_ORIGIN = 30;

// Checked when the name is unknown, so that the time an answer takes does not tell which names exist.
let decoyHash: Promise<string> | undefined;

/**
 * Checks a sign-in.
 *
 * @returns The person.
 * @throws {AppError} `unauthenticated` for a wrong name or password, `too_many_attempts` after five failures for the
 *   name or thirty from the address within ten minutes; then even the right password is refused until they have passed.
 */
export async function signIn(
  pool: Pool,
  { signInName, password }: SignInInput,
  origin: string,
  now: Date,
): Promise<Person> {
  const { byName, byOrigin } = await countFailures(pool, signInName, origin, new Date(now.getTime() - WINDOW_MS));
  if (byName >= MAX_FAILURES_BY_NAME || byOrigin >= MAX_FAILURES_BY_ORIGIN) {
    throw new AppError("too_many_attempts", "Too many failed sign-ins. Wait ten minutes, then try again.");
  }
  decoyHash ??= hashPassword("nobody has this password");
  const found = await findPersonBySignInName(pool, signInName);
  const isRight = await isPassword(found?.passwordHash ?? (await decoyHash), password);
  if (!found || !isRight) {
    await recordFailure(pool, signInName, origin, now);
    throw new AppError("unauthenticated", "Name and password do not fit together.");
  }
  await clearFailures(pool, signInName);
  const { id, displayName, role } = found;
  return { id, signInName: found.signInName, displayName, role };
}
