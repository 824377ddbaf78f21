import { randomBytes } from "node:crypto";
import http from "node:http";
import https from "node:https";
import { type AddressInfo } from "node:net";
import { type RigClient, RigCallError } from "../rigClient";
import { DOOR_HEADER } from "./doorHeader";
import { contentPolicy, type Gate, hostsOf, mostBytes, refusalOf } from "./gate";
import { isPackable, sendPacked } from "./packPage";

/** What the door needs to know. */
export interface DoorOptions {
  /** The shop's address: 0 picks a free port. */
  port: number;
  host: string;
  /** Names that the shop has beside loopback's own. */
  names?: readonly string[];
  /** Where the web process listens, on loopback, and what it is shown. */
  webPort: number;
  webToken: string;
  /** Certificate and key, for TLS. */
  tls?: { cert: string; key: string };
  /** Addresses of proxies that stand before the door: only they say whose call they hand on. */
  proxies?: readonly string[];
  rig: Pick<RigClient, "beat" | "stop">;
}

const MOST_RIG_BYTES = 256 * 1024;
const BEAT = "/api/rig/beat";
const STOP = "/api/rig/stop";
const NONCE_BYTES = 16;

/**
 * The shop's door: the one address that browsers know, with the one gate that every call passes. It hands the heartbeat and the
 * stop key of the page that armed a run straight to the rig agent, and everything else to the web process. So neither a busy web
 * process nor one that is being restarted keeps a beat or a stop from the rig, and both stay calls to the page's own origin.
 *
 * It does next to nothing itself, so that nothing holds it.
 */
export function startDoor(options: DoorOptions): Promise<{ port: number; close(): Promise<void> }> {
  const { port, host, rig, tls, names } = options;
  const agent = new http.Agent({ keepAlive: true, maxSockets: 256 });
  let gate: Gate = { hosts: new Set(), scheme: tls ? "https" : "http" };
  const onCall = (request: http.IncomingMessage, response: http.ServerResponse) => {
    const refusal = refusalOf(request, gate);
    if (refusal) {
      request.resume();
      sendJson(response, refusal.status, { ok: false, code: "forbidden", message: refusal.message });
      return;
    }
    if (request.method !== "POST" || (request.url !== BEAT && request.url !== STOP)) {
      passToWeb(options, agent, request, response, null);
      return;
    }
    readBody(request)
      .then(async (body) => {
        const call = parse(body);
        // Without the token of the page that armed the run, the web process asks who is calling.
        if (!call) return passToWeb(options, agent, request, response, body);
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
  };
  const server = tls ? https.createServer(tls, onCall) : http.createServer(onCall);
  server.keepAliveTimeout = 60_000;
  return new Promise((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, host, () => {
      const taken = (server.address() as AddressInfo).port;
      gate = { ...gate, hosts: hostsOf(taken, names) };
      resolve({
        port: taken,
        close: () =>
          new Promise((done) => {
            server.close(() => done());
            server.closeAllConnections();
            agent.destroy();
          }),
      });
    });
  });
}

/** Hands a call to the web process and its answer back, the body counted on its way. */
function passToWeb(
  { webPort, webToken, proxies = [] }: DoorOptions,
  agent: http.Agent,
  request: http.IncomingMessage,
  response: http.ServerResponse,
  body: Buffer | null,
): void {
  const nonce = randomBytes(NONCE_BYTES).toString("base64");
  const passed = http.request(
    {
      host: "127.0.0.1",
      port: webPort,
      method: request.method,
      path: request.url,
      agent,
      headers: {
        ...request.headers,
        "x-forwarded-for": callerOf(request, proxies),
        "content-security-policy": contentPolicy(nonce), // the web process reads the nonce off it, for its scripts
        [DOOR_HEADER]: webToken,
      },
    },
    (answer) => {
      const isPage = /^text\/html/.test(answer.headers["content-type"] ?? "");
      answer.headers["content-security-policy"] = contentPolicy(isPage ? nonce : "");
      if (isPackable(request, answer)) sendPacked(answer, response);
      else {
        response.writeHead(answer.statusCode ?? 502, answer.headers);
        answer.pipe(response);
      }
      answer.on("error", () => response.destroy()); // it broke off in the middle
      // What is answered before it was read whole, such as a call of somebody who may not, need not be sent on to its end.
      request.unpipe(passed);
      request.resume();
    },
  );
  passed.on("error", () => {
    if (!response.headersSent) webIsAway(request, response);
  });
  response.on("close", () => passed.destroy());
  if (body) {
    passed.end(body);
    return;
  }
  const most = mostBytes(request.url ?? "/");
  let length = 0;
  request.on("data", (chunk: Buffer) => {
    length += chunk.length;
    if (length <= most || response.headersSent) return;
    request.unpipe(passed);
    passed.destroy();
    request.resume(); // read to its end and dropped, so that the caller hears the answer
    sendJson(response, 413, {
      ok: false,
      code: "too_large",
      message: `This is larger than ${Math.floor(most / 1e6)} MB, which is the limit. Nothing was stored.`,
    });
  });
  request.pipe(passed);
}

/** Whose call it is: told by the socket alone. What a caller claims to be forwarded for counts only from a proxy we were told of. */
function callerOf(request: http.IncomingMessage, proxies: readonly string[]): string {
  const address = (request.socket.remoteAddress ?? "").replace(/^::ffff:/, "");
  if (!proxies.includes(address)) return address;
  const claimed = [request.headers["x-forwarded-for"] ?? []].flat().join(",");
  return claimed.split(",").at(-1)?.trim() || address;
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
    if (length > MOST_RIG_BYTES) throw new SyntaxError("The request is too long.");
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
