import { type ChildProcess, spawn } from "node:child_process";
import { existsSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { expect, test } from "./shop";

/*
 * A shop of one's own, from nothing: begun by the address in the terminal, its parts killed, its launcher killed, its disk full,
 * ended by closing the terminal.
 */
const root = path.resolve(__dirname, "../..");
const folder = mkdtempSync(path.join(tmpdir(), "pitstopa-own-"));
let launchers: ChildProcess[] = [];

async function start(
  port: number,
  env: Record<string, string> = {},
): Promise<{ launcher: ChildProcess; said(): string }> {
  let printed = "";
  const launcher = spawn(process.execPath, [path.join(root, "bin/start.mjs")], {
    cwd: root,
    env: {
      ...process.env,
      PITSTOPA_STATE: folder,
      PITSTOPA_PORT: String(port),
      PITSTOPA_DIST_DIR: process.env.PITSTOPA_DIST_DIR ?? ".next",
      ...env,
    },
    stdio: ["ignore", "pipe", "pipe"],
  });
  launchers.push(launcher);
  for (const stream of [launcher.stdout!, launcher.stderr!]) stream.on("data", (chunk) => (printed += String(chunk)));
  await expect
    .poll(() => printed, { timeout: 120_000 })
    .toMatch(/Ctrl-C stops everything|Error|is taken|is running already/);
  return { launcher, said: () => printed };
}
const parts = () =>
  (JSON.parse(readFileSync(path.join(folder, "launcher.json"), "utf8")) as { parts: Record<string, number> }).parts;
const ends = (launcher: ChildProcess) =>
  launcher.exitCode !== null || launcher.signalCode !== null
    ? Promise.resolve()
    : new Promise((resolve) => launcher.once("exit", resolve));

test.afterAll(async () => {
  for (const launcher of launchers) {
    launcher.kill("SIGTERM");
    await ends(launcher);
  }
  rmSync(folder, { recursive: true, force: true });
});

test("a shop of one's own begins, comes back by itself, and ends", async ({ browser }) => {
  test.setTimeout(240_000);
  launchers = [];
  // Not among the ports that the system gives away by itself.
  const port = 21_000 + (process.pid % 800) * 10;
  const url = `http://127.0.0.1:${port}`;
  const context = await browser.newContext({ baseURL: url });
  const page = await context.newPage();
  const first = await start(port);

  await test.step("the first lead, once", async () => {
    const link = /http:\S+first-lead\?key=\S+/.exec(first.said())![0];
    await page.goto(link.replace(/key=.*/, "key=guessed"));
    await expect(page.getByRole("heading", { name: "This address is no longer good" })).toBeVisible();
    await page.goto(link);
    await page.getByLabel(/^Your name/).fill("Mara Quell");
    await page.getByLabel("Sign-in name").fill("mara");
    await page.getByLabel(/^Password/).fill("too short");
    await page.getByRole("button", { name: "Open the shop" }).click();
    await expect(page.getByText("At least 10 characters: three words will do.")).toBeVisible();
    await page.getByLabel(/^Password/).fill("kettle grain moss");
    await page.getByRole("button", { name: "Open the shop" }).click();
    await expect(page.getByRole("heading", { name: /board$/ })).toBeVisible();
    await page.goto(link);
    await expect(page.getByRole("heading", { name: "This address is no longer good" })).toBeVisible();
  });

  await test.step("somebody new, who enters with the password that was shown", async () => {
    await page.goto("/people");
    await page.getByLabel(/^Name, as it stands/).fill("Teo Brandt");
    await page.getByLabel("Sign-in name").fill("teo");
    await page.getByRole("button", { name: "Add them" }).click();
    const password = await page.getByRole("status").locator("strong").innerText();
    const other = await (await browser.newContext({ baseURL: url })).newPage();
    await other.goto("/sign-in");
    await other.getByLabel("Sign-in name").fill("teo");
    await other.getByLabel("Password", { exact: true }).fill(password);
    await other.getByRole("button", { name: "Sign in" }).click();
    await expect(other.getByRole("heading", { name: /board$/ })).toBeVisible();
    await other.context().close();
  });

  await test.step("each part that is killed is started again, and who was signed in still is", async () => {
    for (const name of ["web", "rig", "door", "database"]) {
      const before = parts()[name]!;
      process.kill(before, "SIGKILL");
      await expect.poll(() => parts()[name], { timeout: 20_000 }).not.toBe(before);
      await expect
        .poll(async () => (await page.request.get("/api/rig/status").catch(() => null))?.status(), { timeout: 20_000 })
        .toBe(200);
    }
  });

  await test.step("a second start in the same folder is refused", async () => {
    const second = await start(port);
    expect(second.said()).toMatch(/This shop is running already/);
    await ends(second.launcher);
  });

  await test.step("what a killed launcher left is taken over, with all that was stored", async () => {
    const left = parts();
    first.launcher.kill("SIGKILL");
    await ends(first.launcher);
    const next = await start(port, { PITSTOPA_LEAST_FREE_MB: "999999999" });
    expect(next.said()).toMatch(/ending what it left: .*database/);
    for (const pid of Object.values(left)) expect(existsSync(`/proc/${pid}`)).toBe(false);
    expect(next.said()).not.toMatch(/There is nobody yet/);
    // This start holds the disk for full.
    await page.goto("/people");
    await expect(page.getByRole("alert").getByText(/The shop's disk is full: \d+ MB left/)).toBeVisible();
    await page.getByLabel(/^Name, as it stands/).fill("Nobody");
    await page.getByLabel("Sign-in name").fill("nobody");
    await page.getByRole("button", { name: "Add them" }).click();
    await expect(page.getByText(/Nothing was stored; what you typed is kept here/)).toBeVisible();
    await expect(page.getByLabel("Sign-in name")).toHaveValue("nobody");

    const all = parts();
    next.launcher.kill("SIGHUP");
    await ends(next.launcher);
    for (const pid of Object.values(all)) expect(existsSync(`/proc/${pid}`)).toBe(false);
    expect(existsSync(path.join(folder, "launcher.json"))).toBe(false);
  });

  await test.step("with room on the disk again all goes on", async () => {
    const last = await start(port);
    await page.goto("/people");
    await expect(page.getByText(/disk is full/)).toHaveCount(0);
    await expect(page.getByText("Teo Brandt")).toBeVisible();
    last.launcher.kill("SIGTERM");
    await ends(last.launcher);
  });
  await context.close();
});
