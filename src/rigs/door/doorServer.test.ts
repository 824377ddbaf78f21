import http from "node:http";
import { type AddressInfo } from "node:net";
import { gunzipSync } from "node:zlib";
import { type RigClient, RigCallError } from "../rigClient";
import { type RunStatus } from "../runProtocol";
import { startDoor } from "./doorServer";

const status: RunStatus = {
  runId: 7,
  state: "running",
  stepIndex: 0,
  sampleCount: 3,
  longestSilenceMs: 100,
  cut: null,
};
const beat = jest.fn<ReturnType<RigClient["beat"]>, Parameters<RigClient["beat"]>>();
const stop = jest.fn<ReturnType<RigClient["stop"]>, Parameters<RigClient["stop"]>>();
const seen: { method: string; url: string; body: string; headers: http.IncomingHttpHeaders }[] = [];
let web: http.Server;
let webDelayMs = 0;
let webHeaders: http.OutgoingHttpHeaders = {};
let door: Awaited<ReturnType<typeof startDoor>>;
let url: string;

beforeEach(async () => {
  beat.mockReset().mockResolvedValue({ status, from: 0, samples: {} });
  stop.mockReset().mockResolvedValue(status);
  seen.length = 0;
  webDelayMs = 0;
  webHeaders = {};
  web = http.createServer((request, response) => {
    let body = "";
    request.on("data", (chunk) => (body += String(chunk)));
    request.on("end", () => {
      seen.push({ method: request.method!, url: request.url!, body, headers: request.headers });
      setTimeout(() => {
        response.writeHead(201, { "X-From": "web", "Set-Cookie": ["a=1", "b=2"], ...webHeaders });
        response.end(`web: ${body}`);
      }, webDelayMs);
    });
  });
  await new Promise<void>((resolve) => web.listen(0, "127.0.0.1", resolve));
  door = await startDoor({
    port: 0,
    host: "127.0.0.1",
    webPort: (web.address() as AddressInfo).port,
    webToken: "token-of-the-door",
    rig: { beat, stop },
  });
  url = `http://127.0.0.1:${door.port}`;
});
afterEach(async () => {
  await door.close();
  web.closeAllConnections();
  await new Promise((resolve) => web.close(resolve));
});

const post = (path: string, body: object, headers: Record<string, string> = {}) =>
  fetch(url + path, {
    method: "POST",
    headers: { "Content-Type": "application/json", ...headers },
    body: JSON.stringify(body),
  });
/*
 * Calls by node's http take a connection of their own (agent: false): the shared agent keeps one by its port, and a door that gets the
 * port of an earlier one would be called on a connection that is dead.
 */
const token = { runId: 7, operatorToken: "token-of-this-page" };

describe("the door", () => {
  it("passes pages and calls to the web process and back, with cookies, status and the caller's true address", async () => {
    const answer = await post("/jobs/0001/isolate?x=1", { a: 1 }, { "X-Forwarded-For": "203.0.113.9" });
    expect(answer.status).toBe(201);
    expect(answer.headers.getSetCookie()).toEqual(["a=1", "b=2"]);
    expect(await answer.text()).toBe('web: {"a":1}');
    expect(seen[0]).toMatchObject({ method: "POST", url: "/jobs/0001/isolate?x=1" });
    expect(seen[0]!.headers["x-forwarded-for"]).toBe("127.0.0.1");
    expect(seen[0]!.headers.host).toBe(new URL(url).host);
  });

  it("gives a page's beat and stop to the rig at once, however long the web process takes", async () => {
    webDelayMs = 3000;
    const slow = fetch(`${url}/`).then((answer) => answer.text());
    const beganMs = performance.now();
    const answer = await post("/api/rig/beat", { ...token, since: 2, pushed: [] });
    expect(performance.now() - beganMs).toBeLessThan(1000);
    expect(await answer.json()).toEqual({ status, from: 0, samples: {} });
    expect(beat).toHaveBeenCalledWith(7, "token-of-this-page", 2, []);
    await post("/api/rig/stop", token);
    expect(stop).toHaveBeenCalledWith(7, "token-of-this-page");
    await slow;
    expect(seen.map((call) => call.url)).toEqual(["/"]);
  });

  it("gives them to the rig while the web process is away, and says of pages that they come back", async () => {
    web.closeAllConnections();
    await new Promise((resolve) => web.close(resolve));
    expect((await post("/api/rig/beat", token)).status).toBe(200);
    const page = await fetch(`${url}/`);
    expect(page.status).toBe(503);
    expect(await page.text()).toMatch(/comes back by itself/);
    expect(await (await fetch(`${url}/api/health`)).json()).toMatchObject({ code: "unreachable" });
  });

  it("hands on an answer that comes before the call was read whole", async () => {
    web.removeAllListeners("request");
    web.on("request", (_, response) => {
      response.writeHead(413);
      response.end("too large");
    });
    const answer = await fetch(`${url}/photos`, { method: "POST", body: Buffer.alloc(16 * 1024 * 1024, 1) });
    expect(answer.status).toBe(413);
    expect(await answer.text()).toBe("too large");
  });

  it("leaves a stop without a token to the web process, which asks who it is", async () => {
    await post("/api/rig/stop", { runId: 7 });
    expect(stop).not.toHaveBeenCalled();
    expect(seen[0]).toMatchObject({ url: "/api/rig/stop", body: '{"runId":7}' });
  });

  it.each<Record<string, string>>([
    { Origin: "http://127.0.0.1:9" },
    { "Sec-Fetch-Site": "same-site" },
    { Origin: "null" },
  ])("lets nothing of another page in, neither to the rig nor to the web process: %j", async (headers) => {
    for (const path of ["/api/rig/beat", "/api/rig/arm", "/api/jobs/0001/photos", "/sign-in"])
      expect((await post(path, token, headers)).status).toBe(403);
    expect(beat).not.toHaveBeenCalled();
    expect(seen).toEqual([]);
  });

  it("does not answer to a name that somebody else pointed at this machine", async () => {
    const { port } = new URL(url);
    const status = await new Promise<number>((resolve, reject) => {
      const request = http.request(
        { port, agent: false, path: "/", headers: { host: `elsewhere.test:${port}` } },
        (response) => {
          response.resume();
          resolve(response.statusCode!);
        },
      );
      request.on("error", reject);
      request.end();
    });
    expect(status).toBe(421);
    expect(seen).toEqual([]);
  });

  it("shows the web process its token, whatever the caller claims, and gives each page a nonce of its own", async () => {
    webHeaders = { "Content-Type": "text/html", "Content-Security-Policy": "default-src *" };
    const policies = [];
    for (let at = 0; at < 2; at++) {
      const answer = await post("/", {}, { "X-Pitstopa-Door": "guessed", "Content-Security-Policy": "script-src *" });
      policies.push(answer.headers.get("content-security-policy"));
      expect(seen.at(-1)!.headers["x-pitstopa-door"]).toBe("token-of-the-door");
      expect(seen.at(-1)!.headers["content-security-policy"]).toBe(policies.at(-1));
    }
    expect(policies[0]).toMatch(/script-src 'self' 'nonce-[A-Za-z0-9+/=]{20,}'/);
    expect(policies[0]).not.toBe(policies[1]);
  });

  it("stops reading what is too large, also without a length given in advance", async () => {
    const { port } = new URL(url);
    const status = await new Promise<number>((resolve, reject) => {
      const request = http.request({ port, agent: false, method: "POST", path: "/jobs" }, (response) => {
        response.resume();
        resolve(response.statusCode!);
      });
      request.on("error", reject);
      for (let at = 0; at < 40; at++) request.write(Buffer.alloc(100_000));
      request.end();
    });
    expect(status).toBe(413);
    expect(seen).toEqual([]);
  });

  it("hands on what the rig says when it refuses, and refuses what is no call", async () => {
    beat.mockRejectedValue(new RigCallError("refused", "Another page armed this run."));
    const refused = await post("/api/rig/beat", token);
    expect(refused.status).toBe(502);
    expect(await refused.json()).toMatchObject({ message: "Another page armed this run." });
    const broken = await fetch(`${url}/api/rig/beat`, { method: "POST", body: "{" });
    expect(broken.status).toBe(400);
  });

  it("packs pages for those who can unpack them, and nothing else", async () => {
    const page = "<p>a page that says the same again and again</p>".repeat(400);
    const ask = async (type: string, encoding: string) => {
      webHeaders = { "Content-Type": type };
      const { port } = new URL(url);
      return new Promise<{ headers: http.IncomingHttpHeaders; body: Buffer }>((resolve, reject) => {
        const request = http.request(
          { port, agent: false, method: "POST", path: "/", headers: { "accept-encoding": encoding } },
          (response) => {
            const chunks: Buffer[] = [];
            response.on("data", (chunk: Buffer) => chunks.push(chunk));
            response.on("end", () => resolve({ headers: response.headers, body: Buffer.concat(chunks) }));
          },
        );
        request.on("error", reject);
        request.end(page);
      });
    };
    const packed = await ask("text/html; charset=utf-8", "gzip, br");
    expect(packed.headers).toMatchObject({ "content-encoding": "gzip", "x-from": "web", vary: "Accept-Encoding" });
    expect(packed.body.length).toBeLessThan(page.length / 10);
    expect(gunzipSync(packed.body).toString()).toBe(`web: ${page}`);
    for (const [type, encoding] of [
      ["text/html", "identity"],
      ["application/json", "gzip"],
      ["image/png", "gzip"],
    ] as const) {
      const plain = await ask(type, encoding);
      expect(plain.headers["content-encoding"]).toBeUndefined();
      expect(plain.body.toString()).toBe(`web: ${page}`);
    }
  });
});
