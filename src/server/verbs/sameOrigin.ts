import "server-only";
import { AppError } from "../errors";

/**
 * Refuses a call that another page made the browser send: cookies ignore ports, so a page on another port of this host would
 * be signed in. A browser names the page's origin with every call that changes something; programs send none.
 *
 * @throws {AppError} `forbidden`
 * @see W3C Fetch Metadata Request Headers, and RFC 6454, section 7.
 */
export function requireSameOrigin(request: Request): void {
  if (request.method === "GET" || request.method === "HEAD") return;
  const site = request.headers.get("sec-fetch-site");
  const origin = request.headers.get("origin");
  const isOwn =
    (site === null || site === "same-origin" || site === "none") &&
    (origin === null || hostOf(origin) === request.headers.get("host"));
  if (!isOwn) throw new AppError("forbidden", "This call came from another page than the shop's own.");
}

function hostOf(origin: string): string | null {
  return URL.canParse(origin) ? new URL(origin).host : null;
}
