import "server-only";
import { redirect } from "next/navigation";
import { cache } from "react";
import { AppError } from "@/server/errors";
import { pool } from "@/server/pool";
import { currentSession } from "@/server/session";
import { type Person } from "../person";
import { findPersonOfSession } from "./findPersonOfSession";
import { type VerbContext } from "./verbContext";

/** Who is signed in, or null. Read from the database, so that a changed role counts at once. */
export const findCurrentPerson = cache(async (): Promise<Person | null> => {
  const { key } = await currentSession();
  return key === undefined ? null : findPersonOfSession(pool(), key);
});

/** The context of a page; sends the caller to the sign-in page when nobody is signed in. */
export async function pageContext(): Promise<VerbContext> {
  const person = await findCurrentPerson();
  if (!person) redirect("/sign-in");
  return { pool: pool(), person, now: new Date() };
}

/**
 * The context of an action or a route handler.
 *
 * @throws {AppError} `unauthenticated` when nobody is signed in.
 */
export async function requestContext(): Promise<VerbContext> {
  const person = await findCurrentPerson();
  if (!person) throw new AppError("unauthenticated", "Your session has ended. Sign in again; what you typed is kept.");
  return { pool: pool(), person, now: new Date() };
}
