#!/usr/bin/env node
// Draws docs/screenshots from a fresh demo shop: one picture of each main view.
import { mkdirSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { ensureBuild, ensureDebianPackages, ensureNodeModules } from "./lib/install.mjs";
import { root } from "./lib/paths.mjs";
import { freePorts } from "./lib/ports.mjs";
import { runMain, say } from "./lib/say.mjs";
import { startStack } from "./lib/stack.mjs";

const folder = join(root, "docs/screenshots");

await runMain(async () => {
  await ensureDebianPackages({ browser: true });
  await ensureNodeModules();
  await ensureBuild();
  const state = join(root, ".pitstopa-test", "screenshots");
  rmSync(state, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  const stack = await startStack({ folder: state, ports: await freePorts(), demo: true });
  const { chromium } = await import("@playwright/test");
  const browser = await chromium.launch(JSON.parse(readFileSync(join(root, "bin/lib/chromium.json"), "utf8")));
  try {
    await shootAll(browser, stack.url);
  } finally {
    await browser.close();
    await stack.stop();
  }
});

async function shootAll(browser, url) {
  const wide = await signedIn(browser, url, { viewport: { width: 1280, height: 800 }, colorScheme: "light" });
  await wide.page.goto(`${url}/sign-in`);
  await shoot(wide.page, "board", "/");
  await shoot(wide.page, "receive", "/receive", async (page) => {
    await page.getByLabel("Battery is out").check();
    await page.getByLabel("Props are off").check();
  });
  const black = await jobOf(wide.page, "Picture went black after a hard landing");
  await shoot(wide.page, "isolate", `/jobs/${black}/isolate`);
  const lifter = await jobOf(wide.page, "New motors and ESCs");
  await shoot(wide.page, "bench", `/jobs/${lifter}/bench`);
  await shoot(wide.page, "bench-running", `/jobs/${lifter}/bench`, async (page) => {
    await page.getByText(/of \d+ connected/).waitFor();
    await page.getByLabel("All of that is so").check();
    await page.getByRole("button", { name: "Hold for a second to arm" }).hover();
    await page.mouse.down();
    await page.getByRole("button", { name: /^Run: / }).click({ timeout: 10_000 });
    await page.waitForTimeout(7200);
  });
  await wide.page.keyboard.press("Space");
  await shoot(wide.page, "bench-motors", `/jobs/${black}/bench`, async (page) => {
    await page.getByRole("button", { name: "Motors", exact: true }).first().click();
    await page.getByText("this craft, healthy").click();
    await page.getByText("with a dragging bearing", { exact: true }).click();
    await page.getByText(/of \d+ connected/).waitFor();
    await page.getByLabel("All of that is so").check();
    await page.getByRole("button", { name: "Hold for a second to arm" }).hover();
    await page.mouse.down();
    await page.getByRole("button", { name: /^Run: / }).click({ timeout: 10_000 });
    await page.mouse.up();
    await page.getByText(/Run \d+: Ran to its end/).waitFor({ timeout: 120_000 });
    await page.waitForTimeout(1500);
  });
  await shoot(wide.page, "rig", "/instruments", (page) => page.getByText("Wattmeter").first().click());
  await shoot(wide.page, "packs", "/packs");
  await shoot(wide.page, "calculators", "/calculators/drive-matching");
  const burnt = await jobOf(wide.page, "Board burnt, second time");
  await shoot(wide.page, "refit", `/jobs/${burnt}/refit`);
  const hot = await jobOf(wide.page, "Picture goes after four minutes");
  await shoot(wide.page, "prove", `/jobs/${hot}/prove`);
  await shoot(wide.page, "hand-back", "/jobs/0005/handback");
  await shoot(wide.page, "craft", "/craft/2");
  await shoot(wide.page, "library", "/library", (page) => page.getByRole("button", { name: /^Camera dead/ }).click());
  await shoot(wide.page, "workshop", "/workshop");
  await wide.context.close();

  const dark = await signedIn(browser, url, { viewport: { width: 1280, height: 800 }, colorScheme: "dark" });
  await shoot(dark.page, "isolate-dark", `/jobs/${black}/isolate`);
  await dark.context.close();

  const phone = await signedIn(browser, url, { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  await shoot(phone.page, "board-390", "/");
  await shoot(phone.page, "prove-390", `/jobs/${hot}/prove`);
  await phone.context.close();
}

async function signedIn(browser, url, options) {
  const context = await browser.newContext({ baseURL: url, ...options });
  const page = await context.newPage();
  await page.goto("/sign-in");
  await page.getByLabel("Sign-in name").fill("ines");
  await page.getByLabel("Password", { exact: true }).fill("bench-light-7");
  await page.getByRole("button", { name: "Sign in" }).click();
  await page.waitForURL(`${url}/`);
  return { context, page };
}

async function shoot(page, name, path, prepare = () => Promise.resolve()) {
  await page.goto(path);
  await page.waitForLoadState("networkidle");
  await prepare(page);
  await page.waitForTimeout(700); // fonts and charts
  await page.screenshot({ path: join(folder, `${name}.png`) });
  say(`docs/screenshots/${name}.png`);
}

/** The number of the job with this complaint. */
async function jobOf(page, complaint) {
  await page.goto(`/?q=${encodeURIComponent(complaint)}`);
  const label = await page.getByRole("article").first().getAttribute("aria-label");
  return /Job (\d+)/.exec(label)[1];
}
