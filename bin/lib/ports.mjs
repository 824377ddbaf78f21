import http from "node:http";
import https from "node:https";
import net from "node:net";
import { SetupError } from "./say.mjs";

/** How many instruments the simulated bench has. */
export const SIMULATED_COUNT = 7;

/** A port on loopback that is free now. */
export function freePort() {
  return new Promise((resolve, reject) => {
    const server = net.createServer();
    server.once("error", reject);
    server.listen(0, "127.0.0.1", () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });
}

/** Fails with a sentence when the port is taken. */
function requireFreePort(port, what, variable) {
  return new Promise((resolve, reject) => {
    const server = net.createServer();
    server.once("error", () =>
      reject(
        new SetupError(`Port ${port} for ${what} is taken. Stop what uses it, or set ${variable} to another port.`),
      ),
    );
    server.listen(port, "127.0.0.1", () => server.close(resolve));
  });
}

/** The ports of a shop from its first on: own, web process, database, rig, and those of a simulated bench. */
export function portsFrom(first, { demo }) {
  const simulated = Array.from({ length: demo ? SIMULATED_COUNT : 0 }, (_, at) => first + 11 + at);
  return { web: first, inner: first + 1, database: first + 6, rig: first + 10, simulated };
}

/** Fails with a sentence when one of a shop's ports is taken. */
export async function requireFreePorts(ports) {
  for (const [what, taken] of Object.entries(ports)) {
    if (what === "database" && process.env.DATABASE_URL) continue;
    for (const port of [taken].flat()) await requireFreePort(port, what, "PITSTOPA_PORT");
  }
}

/** Waits until an address answers with a status below 500. */
export async function waitForHttp(url, seconds, isAlive = () => true, headers = {}) {
  for (let i = 0; i < seconds * 5; i++) {
    if (!isAlive()) return false;
    const status = await statusOf(url, headers);
    if (status !== null && status < 500) return true;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  return false;
}

/** The status that an address answers with; null for none. A certificate of our own making is good enough to look through. */
function statusOf(url, headers) {
  return new Promise((resolve) => {
    const { get } = url.startsWith("https:") ? https : http;
    const request = get(url, { headers, rejectUnauthorized: false, timeout: 5000 }, (answer) => {
      answer.resume();
      resolve(answer.statusCode);
    });
    request.on("timeout", () => request.destroy());
    request.on("error", () => resolve(null));
  });
}

/** A free port for each part of a shop. */
export async function freePorts() {
  const [web, inner, database, rig, ...simulated] = await Promise.all(
    Array.from({ length: 4 + SIMULATED_COUNT }, freePort),
  );
  return { web, inner, database, rig, simulated };
}
