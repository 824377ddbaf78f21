import type http from "node:http";
import { createGzip } from "node:zlib";

/** The lightest: a page of 200 kB still shrinks to a fifth. */
const LEVEL = 1;
/** A page that pauses for this long is shown as far as it has come. */
const PAUSE_MS = 8;

/** True for a page, or what a page asks of the server to go on, that goes to somebody who can unpack it. */
export function isPackable(request: http.IncomingMessage, answer: http.IncomingMessage): boolean {
  const type = answer.headers["content-type"] ?? "";
  return (
    /^text\/(html|x-component)\b/.test(type) &&
    answer.headers["content-encoding"] === undefined &&
    request.method !== "HEAD" &&
    /\bgzip\b/.test(String(request.headers["accept-encoding"] ?? ""))
  );
}

/** Sends a page on, packed as it comes, in threads beside this process's own; what came before a pause does not wait for the rest. */
export function sendPacked(answer: http.IncomingMessage, response: http.ServerResponse): void {
  const headers: http.OutgoingHttpHeaders = { ...answer.headers, "content-encoding": "gzip" };
  delete headers["content-length"];
  headers.vary = [answer.headers.vary, "Accept-Encoding"].filter(Boolean).join(", ");
  response.writeHead(answer.statusCode ?? 502, headers);
  const gzip = createGzip({ level: LEVEL });
  gzip.on("error", () => response.destroy());
  let pause: NodeJS.Timeout | undefined;
  answer.on("data", () => {
    clearTimeout(pause);
    pause = setTimeout(() => gzip.flush(), PAUSE_MS);
  });
  answer.on("end", () => clearTimeout(pause));
  answer.pipe(gzip).pipe(response);
}
