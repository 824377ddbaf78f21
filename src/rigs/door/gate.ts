import type http from "node:http";

/** What the gate holds calls against. */
export interface Gate {
  /** Host headers that name this shop, port included: "127.0.0.1:4600". */
  hosts: ReadonlySet<string>;
  /** "http" or "https": what its own pages are reached by. */
  scheme: "http" | "https";
}

/** Why a call is not let in. */
export interface Refusal {
  status: 400 | 403 | 421;
  message: string;
}

const READS: ReadonlySet<string> = new Set(["GET", "HEAD", "OPTIONS"]);

/**
 * Says why a call is not let in; null for one that is. A name that was pointed at this machine by somebody else's name server is
 * no name of ours (rebinding); and what changes something comes from a page of our own, which a browser says with every such
 * call: cookies know no ports, so a page on another port of this host would else act as whoever is signed in. Programs say
 * neither, and have no cookies of ours.
 *
 * @see W3C Fetch Metadata Request Headers; RFC 6454, section 7; RFC 9110, section 15.5.20 (421).
 */
export function refusalOf(
  { method, headers, url = "/" }: Pick<http.IncomingMessage, "method" | "headers"> & { url?: string | undefined },
  gate: Gate,
): Refusal | null {
  const { host = "", origin } = headers;
  if (!gate.hosts.has(host.toLowerCase()))
    return { status: 421, message: "The shop is not reached by this name. Use the address it was started with." };
  if (!isReadable(url)) return { status: 400, message: "This address cannot be read." };
  if (READS.has(method ?? "GET")) return null;
  const site = headers["sec-fetch-site"];
  const isOwnSite = site === undefined || site === "same-origin" || site === "none";
  const isOwnOrigin = origin === undefined || origin.toLowerCase() === `${gate.scheme}://${host.toLowerCase()}`;
  return isOwnSite && isOwnOrigin
    ? null
    : { status: 403, message: "This call came from another page than the shop's own. Nothing was stored." };
}

/** False for an address whose percent signs stand for no text, as in /jobs/%FF. */
function isReadable(url: string): boolean {
  try {
    decodeURIComponent(url.split("?")[0]!);
    return true;
  } catch {
    return false;
  }
}

/**
 * The host headers of a shop that listens on a port: loopback by its names, and what else it was told it is called. A name with a port of its own is that of
 * a balancer before the door.
 */
export function hostsOf(port: number, names: readonly string[] = []): Set<string> {
  const all = ["127.0.0.1", "localhost", "[::1]", ...names].map((name) => name.trim().toLowerCase()).filter(Boolean);
  return new Set(
    all.flatMap((given) => {
      const [, name, own] = /^(.*[^:]):(\d{1,5})$/.exec(given) ?? [undefined, given, String(port)];
      return [`${name}:${own}`, ...(own === "80" || own === "443" ? [name!] : [])];
    }),
  );
}

/** The longest body of a call, in bytes, by where it goes: a photo, a run from a file, anything else. */
export function mostBytes(url: string): number {
  const path = url.split("?")[0]!;
  if (/^\/api\/jobs\/[^/]+\/photos$/.test(path)) return 15_200_000;
  if (/^\/api\/jobs\/[^/]+\/settings-files$/.test(path)) return 48_100_000;
  if (path === "/api/runs/import") return 31_000_000;
  return 2_000_000;
}

/** What a page may load and where its forms may go. @param nonce - Of this page's own scripts; empty for what is no page. */
export function contentPolicy(nonce: string): string {
  return [
    "default-src 'self'",
    `script-src 'self'${nonce && ` 'nonce-${nonce}'`}`,
    "style-src 'self' 'unsafe-inline'", // React and Ant Design write style attributes
    "img-src 'self' data: blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");
}
