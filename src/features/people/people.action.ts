"use server";

import { redirect } from "next/navigation";
import { pool } from "@/server/pool";
import { currentSession } from "@/server/session";
import { invalidInput, runAction, toFailure } from "@/server/verbs/runAction";
import { type ActionFailure } from "@/shared/actionResult";
import { safeParseForm } from "@/shared/parseForm";
import { makeFirstLead } from "./firstLead";
import {
  AddPersonInput,
  ChangePasswordInput,
  ChangePersonInput,
  FirstLeadInput,
  ResetPasswordInput,
} from "./people.schema";
import { addPerson, changeOwnPassword, changePerson, resetPassword } from "./peopleVerbs";

/** Adds a person and gives their first password. */
export async function addPersonAction(raw: unknown) {
  return runAction(AddPersonInput, raw, addPerson);
}

/** Changes what a person is called and may do. */
export async function changePersonAction(raw: unknown) {
  return runAction(ChangePersonInput, raw, changePerson);
}

/** Gives a person a new password. */
export async function resetPasswordAction(raw: unknown) {
  return runAction(ResetPasswordInput, raw, resetPassword);
}

/** Changes one's own password. */
export async function changePasswordAction(raw: unknown) {
  const { key = null } = await currentSession();
  return runAction(ChangePasswordInput, raw, (context, input) => changeOwnPassword(context, input, key));
}

/** Makes the first lead, signs them in and goes to the board; gives back why not. */
export async function firstLeadAction(raw: unknown): Promise<ActionFailure> {
  const parsed = safeParseForm(FirstLeadInput, raw);
  if (!parsed.success) return invalidInput(parsed.issues);
  try {
    const session = await currentSession();
    session.key = await makeFirstLead(pool(), parsed.output);
    await session.save();
  } catch (error) {
    return toFailure(error);
  }
  redirect("/");
}
