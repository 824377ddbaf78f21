"use server";

import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { pool } from "@/server/pool";
import { currentSession } from "@/server/session";
import { safeParseForm } from "@/shared/parseForm";
import { type ActionFailure } from "@/shared/actionResult";
import { invalidInput, toFailure } from "@/server/verbs/runAction";
import { endSession } from "./sessionRepository";
import { signIn } from "./signIn";
import { SignInInput } from "./signIn.schema";

/** Signs in and goes to the board; gives back why not. */
export async function signInAction(raw: unknown): Promise<ActionFailure> {
  const parsed = safeParseForm(SignInInput, raw);
  if (!parsed.success) return invalidInput(parsed.issues);
  // Written by the door: what a caller says of itself never gets here.
  const origin = (await headers()).get("x-forwarded-for")?.slice(0, 64) ?? "local";
  try {
    const { key } = await signIn(pool(), parsed.output, origin);
    const session = await currentSession();
    session.key = key;
    await session.save();
  } catch (error) {
    return toFailure(error);
  }
  redirect("/");
}

/** Ends the session, for every copy of its cookie. */
export async function signOutAction(): Promise<void> {
  const session = await currentSession();
  if (session.key !== undefined) await endSession(pool(), session.key);
  session.destroy();
  redirect("/sign-in");
}
