import "server-only";
import { createHash } from "node:crypto";
import { getIronSession, type IronSession } from "iron-session";
import { cookies } from "next/headers";
import { environment } from "./env";
import { AppError } from "./errors";
import { SESSION_S } from "./sessionKey";

/** What the sealed cookie holds: the key of a row in `session`. */
export interface SessionData {
  key?: string;
}

const NAME_LETTERS = 8;

/**
 * The cookie's name. Cookies know no ports: another installation on this host must not write over ours, so the name is bound to
 * this one's secret. Under TLS the prefix makes the browser keep it to this host and to secure connections.
 *
 * @see RFC 6265bis, section 4.1.3, cookie name prefixes.
 */
export function sessionCookieName(secret: string, isSecure: boolean): string {
  const bound = createHash("sha256").update(`cookie of ${secret}`).digest("hex").slice(0, NAME_LETTERS);
  return `${isSecure ? "__Host-" : ""}pitstopa_${bound}`;
}

/** The caller's session, sealed in an HttpOnly, SameSite cookie: the web process keeps no state of its own. */
export async function currentSession(): Promise<IronSession<SessionData>> {
  const { SESSION_SECRET, PITSTOPA_TLS } = environment();
  const isSecure = PITSTOPA_TLS !== "";
  return getIronSession<SessionData>(await cookies(), {
    cookieName: sessionCookieName(SESSION_SECRET, isSecure),
    password: SESSION_SECRET,
    ttl: SESSION_S,
    cookieOptions: { httpOnly: true, sameSite: "lax", secure: isSecure, path: "/" },
  });
}

/**
 * Refuses callers without a session, without asking the database who they are.
 *
 * @throws {AppError} `unauthenticated`
 */
export async function requireSession(): Promise<void> {
  const { key } = await currentSession();
  if (key === undefined) throw new AppError("unauthenticated", "Sign in first.");
}
