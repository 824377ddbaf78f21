import { contentPolicy, type Gate, hostsOf, mostBytes, refusalOf } from "./gate";

const gate: Gate = { hosts: hostsOf(4600, ["bench.shop.test"]), scheme: "http" };
const call = (method: string, headers: Record<string, string>) =>
  refusalOf({ method, headers: { host: "127.0.0.1:4600", ...headers } }, gate)?.status ?? "let in";

describe("the gate", () => {
  it.each<[string, Record<string, string>]>([
    ["the shop's own page", { origin: "http://127.0.0.1:4600", "sec-fetch-site": "same-origin" }],
    ["a program, which names no origin", {}],
    ["an address typed by hand", { "sec-fetch-site": "none" }],
    ["a page reached by a name it was given", { host: "bench.shop.test:4600", origin: "http://bench.shop.test:4600" }],
  ])("lets %s change things", (_, headers) => expect(call("POST", headers)).toBe("let in"));

  it.each<[string, Record<string, string>]>([
    ["a page on another port of this host", { origin: "http://127.0.0.1:8080", "sec-fetch-site": "same-site" }],
    ["the same, by a browser that says only the origin", { origin: "http://127.0.0.1:8080" }],
    ["the same, by a browser that says only the site", { "sec-fetch-site": "same-site" }],
    ["a page of another host", { origin: "http://elsewhere.test", "sec-fetch-site": "cross-site" }],
    ["a page from a file", { origin: "null" }],
    ["the same host by another scheme", { origin: "https://127.0.0.1:4600" }],
  ])("keeps %s from changing anything", (_, headers) => {
    for (const method of ["POST", "PUT", "PATCH", "DELETE"]) expect(call(method, headers)).toBe(403);
  });

  // A name server of somebody else's may point any name at 127.0.0.1: the page behind it is then "same-origin" with itself.
  it.each(["elsewhere.test:4600", "127.0.0.1:9", "127.0.0.1", "", "127.0.0.1.elsewhere.test:4600"])(
    "does not answer to the name “%s”, not even to be read",
    (host) => {
      expect(call("GET", { host, "sec-fetch-site": "same-origin" })).toBe(421);
      expect(call("POST", { host, origin: `http://${host}`, "sec-fetch-site": "same-origin" })).toBe(421);
    },
  );

  it("refuses an address that stands for no text", () => {
    const read = (url: string) =>
      refusalOf({ method: "GET", headers: { host: "127.0.0.1:4600" }, url }, gate)?.status ?? "let in";
    expect(read("/jobs/%FF/isolate")).toBe(400);
    expect(read("/jobs/%")).toBe(400);
    expect(read("/?q=100%")).toBe("let in");
    expect(read("/craft/%C3%A9")).toBe("let in");
  });

  it("knows how much a call may carry", () => {
    expect(mostBytes("/api/jobs/0012/photos?x")).toBe(15_200_000);
    expect(mostBytes("/api/runs/import")).toBe(31_000_000);
    expect(mostBytes("/api/jobs/0012/photos/3")).toBe(2_000_000);
    expect(mostBytes("/sign-in")).toBe(2_000_000);
  });

  it("lets a page run only its own scripts, and be framed by nobody", () => {
    expect(contentPolicy("abc")).toMatch(/script-src 'self' 'nonce-abc';/);
    expect(contentPolicy("abc")).toMatch(/base-uri 'none'; form-action 'self'; frame-ancestors 'none'/);
    expect(contentPolicy("abc")).not.toMatch(/script-src[^;]*unsafe/);
    expect(contentPolicy("")).toMatch(/script-src 'self';/);
  });
});

it("a shop behind a balancer is called by the balancer's port as well", () => {
  expect([...hostsOf(4600, ["shop.test:8080"])]).toContain("shop.test:8080");
  expect([...hostsOf(4600, ["shop.test:443"])]).toEqual(expect.arrayContaining(["shop.test", "shop.test:443"]));
  expect([...hostsOf(4600, ["shop.test"])]).not.toContain("shop.test");
  expect([...hostsOf(4600, ["[fd00::7]"])]).toContain("[fd00::7]:4600");
});
