import * as v from "valibot";
import { AddPersonInput } from "../../features/people/people.schema";
import { addPerson, changePerson, resetPassword } from "../../features/people/peopleVerbs";
import { findPersonBySignInName, listEverybody } from "../../features/people/personRepository";
import { openPool } from "../../server/db";
import { AppError } from "../../server/errors";
import { type VerbContext } from "../../server/verbs/verbContext";

/** What was asked cannot be done; `message` says why. */
export class PersonCommandError extends Error {}

/** What the command line is told: a name to sign in with, and for a new person what they are called and may do. */
export interface PersonOrder {
  what: "list" | "add" | "reset" | "disable";
  signInName: string | undefined;
  displayName: string | undefined;
  role: string | undefined;
}

/** For `pitstopa person`: who has the machine may make, let in and shut out anybody. @returns What to print. */
export async function person(databaseUrl: string, order: PersonOrder): Promise<string> {
  const pool = openPool(databaseUrl, 2);
  try {
    const terminal = { id: 0, signInName: "terminal", displayName: "Terminal", role: "lead" } as const;
    return await carryOut({ pool, person: terminal, now: new Date() }, order);
  } catch (error) {
    if (error instanceof AppError) throw new PersonCommandError(error.message);
    throw error;
  } finally {
    await pool.end();
  }
}

async function carryOut(context: VerbContext, { what, signInName, displayName, role }: PersonOrder): Promise<string> {
  if (what === "list") {
    const lines = (await listEverybody(context.pool)).map(
      (one) =>
        `${one.signInName.padEnd(20)} ${one.role.padEnd(12)} ${one.displayName}${one.isDisabled ? " (has left)" : ""}`,
    );
    return lines.length > 0 ? lines.join("\n") : "There is nobody yet.";
  }
  if (!signInName) throw new PersonCommandError(`Say who: pitstopa person ${what} NAME`);
  if (what === "add") {
    const parsed = v.safeParse(AddPersonInput, {
      signInName,
      displayName: displayName ?? signInName,
      role: role ?? "technician",
    });
    if (!parsed.success) throw new PersonCommandError(parsed.issues[0].message);
    const { password } = await addPerson(context, parsed.output);
    return `Added ${parsed.output.signInName} as ${parsed.output.role}. Password, shown once: ${password}`;
  }
  const found = await findPersonBySignInName(context.pool, signInName);
  if (!found) throw new PersonCommandError(`There is nobody with the sign-in name “${signInName}”.`);
  if (what === "reset") {
    const { password } = await resetPassword(context, { personId: found.id });
    return `New password of ${found.signInName}, shown once: ${password}. They are signed out everywhere.`;
  }
  await changePerson(context, {
    personId: found.id,
    displayName: found.displayName,
    role: found.role,
    isDisabled: true,
  });
  return `${found.signInName} signs in no more. What they did keeps their name.`;
}
