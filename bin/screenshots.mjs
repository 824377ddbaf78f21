#!/usr/bin/env node
// Draws docs/screenshots from a fresh demo shop: one picture of each main view.
import { mkdirSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { ensureBuild, ensureDebianPackages, ensureNodeModules } from "./lib/install.mjs";
import { root } from "./lib/paths.mjs";
import { freePorts } from "./lib/ports.mjs";
import { readOptions } from "./lib/options.mjs";
import { runMain, say } from "./lib/say.mjs";
import { startStack } from "./lib/stack.mjs";

const folder = join(root, "docs/screenshots");

await runMain(async () => {
  readOptions({}, "npm run screenshots: the pictures of docs/screenshots, made from the demo");
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
  const black = await jobOf(wide.page, "Picture went black after a hard landing");
  const lifter = await jobOf(wide.page, "New motors and ESCs");
  await shoot(wide.page, "bench", `/jobs/${lifter}/bench`);
  await shoot(wide.page, "bench-motors", `/jobs/${black}/bench`, async (page) => {
    // After a crash nothing is powered before somebody has looked.
    await page.getByRole("checkbox", { name: /^Looked and smelled all over/ }).check();
    await page.getByRole("button", { name: "Keep what was done" }).click();
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
  const tumbled = await jobOf(wide.page, "Tumbled over one corner");
  await shoot(wide.page, "log-lab", `/jobs/${tumbled}/log`, async (page) => {
    await page.getByRole("img", { name: /Motor speeds.* from/ }).waitFor();
  });
  const burnt = await jobOf(wide.page, "second time in four months");
  await shoot(wide.page, "wiring", `/jobs/${burnt}/wiring`, async (page) => {
    await page
      .getByRole("row", { name: /Video transmitter.*4\.5 to 5\.5 V/ })
      .getByRole("button")
      .click();
    await page.getByText(/Next best/).waitFor();
    await page.evaluate(() => window.scrollTo(0, 250));
  });
  await shoot(wide.page, "rig", "/instruments", (page) => page.getByText("Wattmeter").first().click());
  await shoot(wide.page, "shelves", "/stock", (page) => page.getByRole("button", { name: /Brask ESC 45/ }).click());
  await shoot(wide.page, "packs", "/packs", (page) => page.getByRole("button", { name: /^Reed 4S B/ }).click());
  await shoot(wide.page, "calculators", "/calculators/drive-matching");
  await shootOneJob(wide.page);
  await shoot(wide.page, "craft", "/craft/2");
  await shoot(wide.page, "library", "/library", (page) => page.getByRole("button", { name: /^Camera dead/ }).click());
  await shoot(wide.page, "workshop", "/workshop");
  await wide.context.close();

  const dark = await signedIn(browser, url, { viewport: { width: 1280, height: 800 }, colorScheme: "dark" });
  await shoot(dark.page, "isolate-dark", `/jobs/${black}/isolate`);
  await dark.context.close();

  const phone = await signedIn(browser, url, { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  await shoot(phone.page, "board-390", "/");
  await phone.context.close();
}

/** The story of docs/one-job.md: a burnt corner, ESC 3, a wrong direction put right on the spot, a second cause, the report. */
async function shootOneJob(page) {
  const keep = async (name) => {
    await page.waitForTimeout(700);
    await page.screenshot({ path: join(folder, `${name}.png`) });
    say(`docs/screenshots/${name}.png`);
  };
  const button = (name) => page.getByRole("button", { name });
  const pick = async (label, option) => {
    await page.getByRole("combobox", { name: label, exact: true }).click();
    await page.locator(".ant-select-dropdown:visible").getByText(option, { exact: true }).first().click();
  };
  await page.goto("/receive");
  await page.getByLabel("Battery is out").check();
  await page.getByLabel("Props are off").check();
  await page.getByLabel("Craft", { exact: true }).fill("Rill");
  await page.keyboard.press("Enter");
  await page.getByLabel("Complaint, in the customer's words").fill("Tumbled out of a turn, smoke from one corner");
  await pick("When did it show?", "cruise");
  await pick("What came just before?", "A crash or hard landing");
  await page.getByRole("group", { name: "What was seen" }).getByText("Burnt trace or smell").click();
  await page
    .getByRole("group", { name: "Where: Burnt trace or smell" })
    .getByRole("button", { name: "rear left" })
    .click();
  await page.getByText("What was seen? Pick all that are sure.").scrollIntoViewIfNeeded();
  await keep("receive");
  await button("Take it in and isolate the fault").click();
  await page.waitForURL(/isolate$/);
  await page.getByRole("heading", { level: 1 }).waitFor();
  await keep("isolate");
  await button("Name the cause").first().click();
  await button("Name it and go on").click();
  await page.waitForURL(/(bench|refit)$/);
  await page.goto(page.url().replace(/bench$/, "refit"));
  await page.getByLabel("Why does the old one come out?").fill("one phase is burnt through");
  await page.getByLabel("Its serial").fill("7010-E3B");
  await keep("refit");
  await button("Replace it").click();
  await page.getByText(/before: .*burnt through/).waitFor();
  const prove = button("Go on to Prove");
  if (!(await prove.isVisible())) await button("Go on to Refit").click();
  await prove.click();
  await page.waitForURL(/prove$/);
  const title = () =>
    page.getByRole("region", { name: "Proof in hand" }).getByRole("heading", { level: 1 }).innerText();
  await meetUpTo(page, title, "Motor order and direction");
  await button(/^Failed/).click();
  await page.getByLabel("What was seen", { exact: true }).fill("motor 3 turns the wrong way");
  await page
    .getByRole("group", { name: "Where it failed" })
    .getByRole("button", { name: "Motor 3, rear left" })
    .click();
  await page.getByLabel("What was done").fill("two of its wires crossed");
  await page.getByLabel("Wires or joints were touched").check();
  await keep("prove");
  await button("Put right here, repeat the proof").click();
  await page.waitForTimeout(500);
  await meetUpTo(page, title, null);
  await button("Go on to Hand back").click();
  await page.waitForURL(/handback$/);
  await keep("hand-back");
}

/** Meets proofs by eye until one is in hand, or none is left. */
async function meetUpTo(page, title, last) {
  const left = page.getByRole("region", { name: "Proofs", exact: true });
  for (;;) {
    const text = (await left.innerText()).replaceAll("\n", " ");
    if (/(^| )0 left of/.test(text) || (last && (await title()) === last)) return;
    const now = await title();
    const eye = page.getByRole("radio", { name: /^By eye/ });
    if (await eye.isVisible()) {
      await eye.check();
      await page.getByRole("textbox", { name: "By eye, because" }).fill("the bench is out for repair");
    }
    await page.getByRole("button", { name: /^Met/ }).click();
    await page.getByText(`Met: ${now}`).waitFor();
    await page.waitForTimeout(150);
  }
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
