import { timingSafeEqual } from "node:crypto";
import cluster from "node:cluster";
import http from "node:http";
import { DOOR_HEADER } from "../rigs/door/doorHeader";

/*
 * The web process. It listens on loopback and answers the shop's door alone, which shows a token with each call: whatever else
 * runs on this machine, a page on another port or a program, comes in by the door and its gate or not at all.
 *
 * Told by its environment: WEB_PORT, DOOR_TOKEN, WEB_PROCESSES. With more than one, this process hands the door's lines round to
 * as many like it and starts those that fall again; it keeps no state itself, nor do they.
 */
const { WEB_PORT, DOOR_TOKEN = "", WEB_PROCESSES = "1" } = process.env;
if (DOOR_TOKEN === "") throw new Error("DOOR_TOKEN is missing: the web process serves nobody without it.");
const count = Number(WEB_PROCESSES);
if (count > 1 && cluster.isPrimary) lead(count);
else await serve();

/** Starts as many that serve, and those that fall again after a moment. */
function lead(processes: number): void {
  const AGAIN_MS = 300;
  let isOver = false;
  for (let at = 0; at < processes; at++) cluster.fork();
  cluster.on("exit", () => void (isOver || setTimeout(() => isOver || cluster.fork(), AGAIN_MS)));
  for (const signal of ["SIGTERM", "SIGINT"] as const)
    process.once(signal, () => {
      isOver = true;
      for (const worker of Object.values(cluster.workers ?? {})) worker?.kill(signal);
      if (Object.keys(cluster.workers ?? {}).length === 0) process.exit(0);
      cluster.on("exit", () => Object.keys(cluster.workers ?? {}).length === 0 && process.exit(0));
    });
}

async function serve(): Promise<void> {
  const port = Number(WEB_PORT);
  const hostname = "127.0.0.1";
  // Loaded here: the one that only hands round needs nothing of it.
  const { default: next } = await import("next");
  const app = next({ dev: false, dir: process.cwd(), hostname, port });
  await app.prepare();
  const handle = app.getRequestHandler();
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
}

function isFromDoor(request: http.IncomingMessage): boolean {
  const shown = Buffer.from(String(request.headers[DOOR_HEADER] ?? ""));
  const expected = Buffer.from(DOOR_TOKEN);
  return shown.length === expected.length && timingSafeEqual(shown, expected);
}
