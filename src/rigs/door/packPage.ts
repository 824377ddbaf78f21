import type http from "node:http";
import { constants, createGzip } from "node:zlib";

/** Light: a page of 200 kB shrinks to a sixth; higher levels cost twice the time for a tenth less. */
const LEVEL = 3;

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

/** Sends a page on, packed as it comes: the packing runs beside this process's own thread, and each piece goes out at once. */
export function sendPacked(answer: http.IncomingMessage, response: http.ServerResponse): void {
  const headers: http.OutgoingHttpHeaders = { ...answer.headers, "content-encoding": "gzip" };
  delete headers["content-length"];
  headers.vary = [answer.headers.vary, "Accept-Encoding"].filter(Boolean).join(", ");
  response.writeHead(answer.statusCode ?? 502, headers);
  const gzip = createGzip({ level: LEVEL, flush: constants.Z_SYNC_FLUSH });
  gzip.on("error", () => response.destroy());
  answer.pipe(gzip).pipe(response);
}
