import http from "node:http";
import { type AddressInfo } from "node:net";
import { type RigClient, RigCallError } from "../rigClient";
import { isPackable, sendPacked } from "./packPage";

/** What the door needs to know. */
export interface DoorOptions {
  /** The shop's address: 0 picks a free port. */
  port: number;
  host: string;
  /** Where the web process listens, on loopback. */
  webPort: number;
  rig: Pick<RigClient, "beat" | "stop">;
}

const MOST_BYTES = 256 * 1024;
const BEAT = "/api/rig/beat";
const STOP = "/api/rig/stop";

/**
 * The shop's door: the one address that browsers know. It passes the heartbeat and the stop key of the page that armed a run
 * straight to the rig agent, and everything else to the web process. So neither a busy web process nor one that is being
 * restarted keeps a beat or a stop from the rig, and both stay calls to the page's own origin.
 *
 * It does next to nothing itself, so that nothing holds it.
 */
export function startDoor({
  port,
  host,
  webPort,
  rig,
}: DoorOptions): Promise<{ port: number; close(): Promise<void> }> {
  const agent = new http.Agent({ keepAlive: true, maxSockets: 256 });
  const toWeb = (request: http.IncomingMessage, response: http.ServerResponse, body: Buffer | null) => {
    const passed = http.request(
      {
        host: "127.0.0.1",
        port: webPort,
        method: request.method,
        path: request.url,
        agent,
        // Whose call it is is told by the socket alone: what the caller claims to be forwarded for counts for nothing.
        headers: { ...request.headers, "x-forwarded-for": request.socket.remoteAddress ?? "" },
      },
      (answer) => {
        if (isPackable(request, answer)) sendPacked(answer, response);
        else {
          response.writeHead(answer.statusCode ?? 502, answer.headers);
          answer.pipe(response);
        }
        answer.on("error", () => response.destroy()); // it broke off in the middle
        // What is answered before it was read whole, such as a photo that is too large, need not be sent on to its end.
        request.unpipe(passed);
        request.resume();
      },
    );
    passed.on("error", () => {
      if (!response.headersSent) webIsAway(request, response);
    });
    response.on("close", () => passed.destroy());
    if (body) passed.end(body);
    else request.pipe(passed);
  };
  const server = http.createServer((request, response) => {
    const isRigCall = request.method === "POST" && (request.url === BEAT || request.url === STOP);
    if (!isRigCall || !isOwnPage(request)) {
      toWeb(request, response, null);
      return;
    }
    readBody(request)
      .then(async (body) => {
        const call = parse(body);
        // Without the token of the page that armed the run, the web process asks who is calling.
        if (!call) return toWeb(request, response, body);
        const { runId, operatorToken, since, pushed } = call;
        const answer = await (request.url === BEAT
          ? rig.beat(runId, operatorToken, since, pushed)
          : rig.stop(runId, operatorToken));
        sendJson(response, 200, answer);
      })
      .catch((error: unknown) => {
        const message = error instanceof RigCallError ? error.message : "The call to the rig is not understood.";
        sendJson(response, error instanceof RigCallError ? 502 : 400, { ok: false, code: "rig_unreachable", message });
      });
  });
  server.keepAliveTimeout = 60_000;
  return new Promise((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, host, () =>
      resolve({
        port: (server.address() as AddressInfo).port,
        close: () =>
          new Promise((done) => {
            server.close(() => done());
            server.closeAllConnections();
            agent.destroy();
          }),
      }),
    );
  });
}

/** A browser names the origin of the page that calls; one from elsewhere is left to the web process, which refuses it. */
function isOwnPage({ headers }: http.IncomingMessage): boolean {
  const site = headers["sec-fetch-site"];
  const { origin, host } = headers;
  if (site !== undefined && site !== "same-origin" && site !== "none") return false;
  return origin === undefined || (URL.canParse(origin) && new URL(origin).host === host);
}

interface OperatorCall {
  runId: number;
  operatorToken: string;
  since: number;
  pushed: Parameters<RigClient["beat"]>[3];
}

/** The call of a page that holds a run's token; null for any other. The agent checks its fields. */
function parse(body: Buffer): OperatorCall | null {
  const call = JSON.parse(body.toString("utf8")) as Partial<OperatorCall> | null;
  if (typeof call?.runId !== "number" || typeof call.operatorToken !== "string") return null;
  return { runId: call.runId, operatorToken: call.operatorToken, since: call.since ?? 0, pushed: call.pushed ?? [] };
}

async function readBody(request: http.IncomingMessage): Promise<Buffer> {
  const chunks: Buffer[] = [];
  let length = 0;
  for await (const chunk of request as AsyncIterable<Buffer>) {
    length += chunk.length;
    if (length > MOST_BYTES) throw new SyntaxError("The request is too long.");
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}

function sendJson(response: http.ServerResponse, status: number, body: object): void {
  response.writeHead(status, { "Content-Type": "application/json", "Cache-Control": "no-store" });
  response.end(JSON.stringify(body));
}

/** While the web process is away, a page tries again by itself; a call gets the sentence as data. */
function webIsAway(request: http.IncomingMessage, response: http.ServerResponse): void {
  const sentence = "The shop's server is being started. This comes back by itself.";
  if (request.url?.startsWith("/api/") || request.method !== "GET") {
    sendJson(response, 503, { ok: false, code: "unreachable", message: sentence });
    return;
  }
  response.writeHead(503, {
    "Content-Type": "text/html; charset=utf-8",
    "Retry-After": "2",
    "Cache-Control": "no-store",
  });
  response.end(
    `<!doctype html><html lang="en"><meta http-equiv="refresh" content="2"><title>Pitstopa</title><body><p>${sentence}</p></body></html>`,
  );
}
