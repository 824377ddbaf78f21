import { timingSafeEqual } from "node:crypto";
import http from "node:http";
import next from "next";
import { DOOR_HEADER } from "../rigs/door/doorHeader";

/*
 * The web process. It listens on loopback and answers the shop's door alone, which shows a token with each call: whatever else
 * runs on this machine, a page on another port or a program, comes in by the door and its gate or not at all.
 */
const { WEB_PORT, DOOR_TOKEN = "" } = process.env;
if (DOOR_TOKEN === "") throw new Error("DOOR_TOKEN is missing: the web process serves nobody without it.");
const port = Number(WEB_PORT);
const hostname = "127.0.0.1";
const app = next({ dev: false, dir: process.cwd(), hostname, port });
await app.prepare();
const handle = app.getRequestHandler();
const expected = Buffer.from(DOOR_TOKEN);

function isFromDoor(request: http.IncomingMessage): boolean {
  const shown = Buffer.from(String(request.headers[DOOR_HEADER] ?? ""));
  return shown.length === expected.length && timingSafeEqual(shown, expected);
}

const server = http.createServer((request, response) => {
  if (!isFromDoor(request)) {
    response.writeHead(403, { "Content-Type": "text/plain; charset=utf-8" });
    response.end("The shop is entered by its door.");
    request.resume();
    return;
  }
  delete request.headers[DOOR_HEADER];
  void handle(request, response);
});
server.keepAliveTimeout = 70_000; // longer than the door keeps its lines
server.listen(port, hostname);
for (const signal of ["SIGTERM", "SIGINT"] as const)
  process.once(signal, () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });
