"use server";

import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { pool } from "@/server/pool";
import { currentSession } from "@/server/session";
import { safeParseForm } from "@/shared/parseForm";
import { type ActionFailure } from "@/shared/actionResult";
import { invalidInput, toFailure } from "@/server/verbs/runAction";
import { signIn } from "./signIn";
import { SignInInput } from "./signIn.schema";

/** Signs in and goes to the board; gives back why not. */
export async function signInAction(raw: unknown): Promise<ActionFailure> {
  const parsed = safeParseForm(SignInInput, raw);
  if (!parsed.success) return invalidInput(parsed.issues);
  const origin = (await headers()).get("x-forwarded-for")?.slice(0, 64) ?? "local";
  try {
    const person = await signIn(pool(), parsed.output, origin, new Date());
    const session = await currentSession();
    session.personId = person.id;
    await session.save();
  } catch (error) {
    return toFailure(error);
  }
  redirect("/");
}

/** Ends the session. */
export async function signOutAction(): Promise<void> {
  const session = await currentSession();
  session.destroy();
  redirect("/sign-in");
}
