import { timingSafeEqual } from "node:crypto";
import cluster from "node:cluster";
import http from "node:http";
import { constants, setPriority } from "node:os";
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

/** Starts as many that serve, and those that fall again after a moment; ends where one cannot even begin. */
function lead(processes: number): void {
  const AGAIN_MS = 300;
  const served = new Set<number>();
  let isOver = false;
  const others = () => Object.values(cluster.workers ?? {});
  for (let at = 0; at < processes; at++) cluster.fork();
  cluster.on("listening", ({ id }) => served.add(id));
  cluster.on("exit", ({ id }) => {
    if (isOver && others().length === 0) process.exit(0);
    if (isOver) return;
    // One that never served would fall again and again: where no other serves either, who started all this hears of it.
    if (!served.has(id) && !others().some((other) => served.has(other!.id))) process.exit(1);
    setTimeout(() => isOver || cluster.fork(), AGAIN_MS);
  });
  for (const signal of ["SIGTERM", "SIGINT"] as const)
    process.once(signal, () => {
      isOver = true;
      for (const worker of others()) worker?.kill(signal);
      if (others().length === 0) process.exit(0);
    });
}

async function serve(): Promise<void> {
  // The door and the rig agent go first: between them runs the dead man's beat.
  setPriority(constants.priority.PRIORITY_BELOW_NORMAL);
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
