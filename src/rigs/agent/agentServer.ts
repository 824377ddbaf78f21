import { timingSafeEqual } from "node:crypto";
import http from "node:http";
import { type AddressInfo } from "node:net";
import * as v from "valibot";
import { ArmRequest, BeatRequest, ConnectRequest, OperatorRequest, StopRequest, TryRequest } from "../runProtocol";
import { tryInstrument } from "../tryInstrument";
import { type RigAgent, RigRefusal } from "./RigAgent";

const MAX_BODY_BYTES = 256 * 1024;

/**
 * Serves an agent as JSON over HTTP on loopback, for the web process only: each request carries the shared token.
 *
 * @param port - 0 picks a free one.
 * @param token - Shared secret; requests without it are refused.
 */
export function startAgentServer(
  agent: RigAgent,
  port: number,
  token: string,
): Promise<{ port: number; close(): Promise<void> }> {
  const server = http.createServer((request, response) => {
    const answer = (status: number, body: object) => {
      response.writeHead(status, { "Content-Type": "application/json" });
      response.end(JSON.stringify(body));
    };
    if (!isAuthorised(request.headers.authorization, token)) {
      answer(401, { message: "The rig agent does not know the caller." });
      return;
    }
    readBody(request)
      .then((body) => route(agent, `${request.method} ${request.url}`, body))
      .then((result) => (result ? answer(200, result) : answer(404, { message: "The rig agent has no such call." })))
      .catch((error: unknown) => {
        if (error instanceof RigRefusal) answer(409, { code: error.code, message: error.message });
        else if (error instanceof v.ValiError || error instanceof SyntaxError) answer(400, { message: error.message });
        else answer(500, { message: error instanceof Error ? error.message : String(error) });
      });
  });
  server.keepAliveTimeout = 60_000;
  return new Promise((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, "127.0.0.1", () =>
      resolve({
        port: (server.address() as AddressInfo).port,
        close: () =>
          new Promise((done) => {
            server.close(() => done());
            server.closeAllConnections();
          }),
      }),
    );
  });
}

async function route(agent: RigAgent, call: string, body: unknown): Promise<object | null> {
  switch (call) {
    case "GET /status":
      return agent.status();
    case "GET /readings":
      return agent.readOnce();
    case "POST /connect": {
      const { instruments, pushed } = v.parse(ConnectRequest, body);
      return agent.connect(instruments, pushed);
    }
    case "POST /try":
      if (isRunOn(agent)) throw new RigRefusal("busy", "A run is on: try it when that is over.");
      return tryInstrument(v.parse(TryRequest, body));
    case "POST /arm":
      return agent.arm(v.parse(ArmRequest, body));
    case "POST /start": {
      const { runId, operatorToken } = v.parse(OperatorRequest, body);
      return agent.start(runId, operatorToken);
    }
    case "POST /beat": {
      const { runId, operatorToken, since, pushed } = v.parse(BeatRequest, body);
      return agent.beat(runId, operatorToken, since, pushed);
    }
    case "POST /stop": {
      const { runId, operatorToken } = v.parse(StopRequest, body);
      return agent.stop(runId, operatorToken);
    }
    default:
      return null;
  }
}

/** True while a run is armed or going; one that has ended may still be asked about. */
function isRunOn(agent: RigAgent): boolean {
  const { run } = agent.status();
  return run !== null && run.state !== "ended";
}

function isAuthorised(header: string | undefined, token: string): boolean {
  const given = Buffer.from(header ?? "");
  const wanted = Buffer.from(`Bearer ${token}`);
  return given.length === wanted.length && timingSafeEqual(given, wanted);
}

async function readBody(request: http.IncomingMessage): Promise<unknown> {
  let text = "";
  for await (const chunk of request) {
    text += String(chunk);
    if (text.length > MAX_BODY_BYTES) throw new SyntaxError("The request is too long.");
  }
  return text ? (JSON.parse(text) as unknown) : {};
}
