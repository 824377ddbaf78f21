import "server-only";
import { getIronSession, type IronSession } from "iron-session";
import { cookies } from "next/headers";
import { environment } from "./env";
import { AppError } from "./errors";

/** What the sealed cookie holds. */
export interface SessionData {
  personId?: number;
}

const TWELVE_HOURS_S = 12 * 3600;

/** The caller's session, sealed in an HttpOnly, SameSite cookie: the web process keeps no state of its own. */
export async function currentSession(): Promise<IronSession<SessionData>> {
  return getIronSession<SessionData>(await cookies(), {
    cookieName: "pitstopa_session",
    password: environment().SESSION_SECRET,
    ttl: TWELVE_HOURS_S,
    // Without "secure": a shop's server speaks plain HTTP on loopback or its own network.
    cookieOptions: { httpOnly: true, sameSite: "lax", secure: false, path: "/" },
  });
}

/**
 * Refuses callers without a session, without asking the database who they are.
 *
 * @throws {AppError} `unauthenticated`
 */
export async function requireSession(): Promise<void> {
  const { personId } = await currentSession();
  if (personId === undefined) throw new AppError("unauthenticated", "Sign in first.");
}
