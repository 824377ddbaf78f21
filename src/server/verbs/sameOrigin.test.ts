import { AppError } from "../errors";
import { requireSameOrigin } from "./sameOrigin";

const call = (method: string, headers: Record<string, string>) => () =>
  requireSameOrigin(
    new Request("http://shop.test:4600/api/rig/arm", { method, headers: { host: "shop.test:4600", ...headers } }),
  );

describe("requireSameOrigin", () => {
  it.each<[string, Record<string, string>]>([
    ["the shop's own page", { origin: "http://shop.test:4600", "sec-fetch-site": "same-origin" }],
    ["a program, which names no origin", {}],
    ["an address typed by hand", { "sec-fetch-site": "none" }],
  ])("lets %s through", (_, headers) => expect(call("POST", headers)).not.toThrow());

  it.each<[string, Record<string, string>]>([
    ["a page on another port of the same host", { origin: "http://shop.test:8080", "sec-fetch-site": "same-site" }],
    ["a page of another host", { origin: "http://elsewhere.test", "sec-fetch-site": "cross-site" }],
    ["a page that hides where it is from", { origin: "null" }],
    ["a browser that says it came from elsewhere", { "sec-fetch-site": "cross-site" }],
  ])("refuses %s", (_, headers) => expect(call("POST", headers)).toThrow(AppError));

  it("asks nothing of a page that is only read", () => {
    expect(call("GET", { "sec-fetch-site": "cross-site" })).not.toThrow();
  });
});
