import http from "node:http";
import { type AddressInfo } from "node:net";
import { expect, query, signIn, test } from "./shop";

/** Serves one page on another port of this host, as any program on the machine may. */
async function neighbour(html: string): Promise<{ url: string; close(): void }> {
  const server = http.createServer((_, response) => {
    response.writeHead(200, { "Content-Type": "text/html" });
    response.end(html);
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  return { url: `http://127.0.0.1:${(server.address() as AddressInfo).port}/`, close: () => server.close() };
}

test("a page on another port of this host does nothing in the name of who is signed in", async ({ browser }) => {
  const context = await browser.newContext({ baseURL: process.env.SHOP_URL! });
  const page = await context.newPage();
  await signIn(page, "ines");
  const shop = process.env.SHOP_URL!;
  const there = await neighbour("<!doctype html><title>neighbour</title><p>neighbour");
  try {
    await page.goto(there.url);
    const [{ runs, photos }] = (await query(
      "SELECT (SELECT COUNT(*) FROM bench_run) AS runs, (SELECT COUNT(*) FROM job_photo) AS photos",
    )) as unknown as [{ runs: number; photos: number }];
    for (const [path, body] of [
      ["/api/rig/connect", "{}"],
      ["/api/rig/arm", JSON.stringify({ jobId: 1 })],
      ["/api/runs/import", JSON.stringify({ jobId: 1, kind: "motor", text: "x" })],
      ["/api/jobs/0001/photos", "photo"],
      ["/jobs/0001/receive", "[]"],
    ] as const) {
      const answered = page.waitForResponse(shop + path);
      // As plain text a browser asks nobody first: the call goes out, with the cookie.
      await page.evaluate(
        ([url, text]) => void fetch(url, { method: "POST", mode: "no-cors", credentials: "include", body: text }),
        [shop + path, body] as const,
      );
      expect((await answered).status(), path).toBe(403);
    }
    const [after] = await query(
      "SELECT (SELECT COUNT(*) FROM bench_run) AS runs, (SELECT COUNT(*) FROM job_photo) AS photos",
    );
    expect(after).toMatchObject({ runs, photos });
  } finally {
    there.close();
    await context.close();
  }
});

test("the web process behind the door answers nobody but the door", async () => {
  const inner = `http://127.0.0.1:${process.env.SHOP_INNER_PORT}`;
  for (const headers of [{}, { "x-pitstopa-door": "guessed" }] as Record<string, string>[])
    expect((await fetch(`${inner}/sign-in`, { headers })).status).toBe(403);
});

test("a cookie that was copied opens nothing after its owner signed out", async ({ browser }) => {
  const context = await browser.newContext({ baseURL: process.env.SHOP_URL! });
  const page = await context.newPage();
  await page.goto("/sign-in");
  await page.getByLabel("Sign-in name").fill("wim");
  await page.getByLabel("Password", { exact: true }).fill("paper-stub-1");
  await page.getByRole("button", { name: "Sign in" }).click();
  await expect(page.getByRole("heading", { name: /board$/ })).toBeVisible();
  const copied = await context.cookies();
  expect(copied.find(({ name }) => /^pitstopa_[0-9a-f]{8}$/.test(name))).toMatchObject({
    httpOnly: true,
    sameSite: "Lax",
  });
  const thief = await browser.newContext({ baseURL: process.env.SHOP_URL! });
  await thief.addCookies(copied);
  expect((await thief.request.get("/api/rig/status")).status()).toBe(200);
  await page.getByRole("button", { name: "Sign out" }).click();
  await expect(page).toHaveURL(/\/sign-in$/);
  expect((await thief.request.get("/api/rig/status")).status()).toBe(401);
  await thief.close();
  await context.close();
});

test("pages run their own scripts and no others", async ({ page }) => {
  const refusals: string[] = [];
  page.on("console", (message) => {
    if (/content security policy/i.test(message.text())) refusals.push(message.text());
  });
  await signIn(page, "ines");
  for (const path of ["/", "/receive", "/jobs/0021/bench", "/jobs/0010/isolate", "/library", "/craft/1", "/nowhere"]) {
    const response = await page.goto(path);
    const policy = response!.headers()["content-security-policy"]!;
    const nonce = /'nonce-([^']+)'/.exec(policy)![1]!;
    // What stands in the page carries its nonce; a browser hides it from scripts, so the page is asked for it as text.
    const html = await response!.text();
    for (const [tag] of html.matchAll(/<script(?![^>]*\ssrc=)[^>]*>/g)) expect(tag).toContain(`nonce="${nonce}"`);
  }
  expect(refusals).toEqual([]);
  const ran = await page.evaluate(() => {
    const script = document.createElement("script");
    script.textContent = "window.intruder = true";
    document.body.append(script);
    return "intruder" in window;
  });
  expect(ran).toBe(false);
});
