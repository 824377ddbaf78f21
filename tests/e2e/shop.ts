import { existsSync, mkdirSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { type Page, test as base, expect } from "@playwright/test";
import { createConnection, type RowDataPacket } from "mysql2/promise";
import { ScpiConnection } from "../../src/rigs/scpi/ScpiConnection";

/** People of the demo shop. */
export const PEOPLE = {
  ines: "bench-light-7",
  tamsin: "solder-wick-4",
  orrin: "brass-marker-3",
  wim: "paper-stub-1",
} as const;

/** A machine that stood still for longer than this may have cut a run that was well: the rig must cut then. */
const STANDSTILL_MS = 150;

/** A machine counts as calm again when it has not stood still for so long; it is waited for so long at most. */
const CALM_MS = 10_000;
const CALM_AT_LAST_MS = 60_000;

/** Waits until the machine runs evenly again: on one that stands still a second time at once, another try says nothing. */
async function untilCalm(startMachineWatch: () => { sum(): { pauses: number[] }; stop(): void }): Promise<void> {
  for (let waited = 0; waited < CALM_AT_LAST_MS; waited += CALM_MS) {
    const machine = startMachineWatch();
    await new Promise((resolve) => setTimeout(resolve, CALM_MS));
    const longestMs = Math.max(0, ...machine.sum().pauses);
    machine.stop();
    if (longestMs < STANDSTILL_MS) return;
  }
}

/**
 * `strangers`: addresses outside the shop that a page asked for; there must be none. `standstill`: a failed test is failed,
 * unless this machine was measured to stand still meanwhile; then it is run again, twice at most, and said so.
 */
export const test = base.extend<{ strangers: string[]; standstill: void }>({
  baseURL: async ({}, provide) => provide(process.env.SHOP_URL!),
  standstill: [
    async ({}, provide, info) => {
      const note = path.join(info.project.outputDir, `standstill-${info.testId}.json`);
      if (info.retry > 0 && !existsSync(note))
        throw new Error("It failed, and the machine did not stand still: no other try.");
      rmSync(note, { force: true });
      const { startMachineWatch } = await import("../../bin/lib/machineWatch.mjs");
      if (info.retry > 0) await untilCalm(startMachineWatch);
      const machine = startMachineWatch();
      await provide();
      const longestMs = Math.max(0, ...machine.sum().pauses);
      machine.stop();
      if (info.status === info.expectedStatus || longestMs < STANDSTILL_MS) return;
      mkdirSync(path.dirname(note), { recursive: true });
      writeFileSync(note, JSON.stringify({ longestMs }));
      info.annotations.push({
        type: "standstill",
        description: `the machine stood still for ${Math.round(longestMs)} ms`,
      });
    },
    { auto: true, timeout: 2 * CALM_AT_LAST_MS },
  ],
  strangers: [
    async ({ context }, provide) => {
      const strangers: string[] = [];
      const own = new URL(process.env.SHOP_URL!).host;
      context.on("request", (request) => {
        const { protocol, host } = new URL(request.url());
        if (/^(http|ws)/.test(protocol) && host !== own) strangers.push(request.url());
      });
      await provide(strangers);
      expect(strangers).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };

/** Sessions of those who have signed in before, for this worker: the form is gone through once for each person. */
const sessions = new Map<string, Awaited<ReturnType<ReturnType<Page["context"]>["cookies"]>>>();

/** Signs in and waits for the board. */
export async function signIn(page: Page, who: keyof typeof PEOPLE): Promise<void> {
  const before = sessions.get(who);
  if (before) {
    await page.context().addCookies(before);
    await page.goto("/");
  }
  // For the first time, or after a test that signed out: a session that has ended is ended for every copy of its cookie.
  if (!before || /sign-in$/.test(page.url())) {
    await page.goto("/sign-in");
    await page.getByLabel("Sign-in name").fill(who);
    await page.getByLabel("Password", { exact: true }).fill(PEOPLE[who]);
    await page.getByRole("button", { name: "Sign in" }).click();
  }
  await expect(page.getByRole("heading", { name: /board$/ })).toBeVisible();
  sessions.set(who, await page.context().cookies());
}

/** Takes a new quad in and gives its job number; the page stands in Isolate. */
export async function receiveQuad(
  page: Page,
  givenTag: string,
  seen: string[] = ["Black picture, no static"],
  submit: { clickCount?: number } = {},
): Promise<string> {
  // A test that is run again takes in another craft.
  const tag = givenTag + "b".repeat(test.info().retry);
  await page.goto("/receive");
  await page.getByLabel("Battery is out").check();
  await page.getByLabel("Props are off").check();
  await page.getByRole("button", { name: "It is new here: add it" }).click();
  await page.getByLabel("Name", { exact: true }).fill(`Sorrel ${tag}`);
  await page.getByLabel("Tail number").fill(tag);
  await page.getByLabel("Serial", { exact: true }).fill(`SR-${tag}`);
  await pick(page, "Kind", "Quad");
  await page.getByLabel("Frame class").fill("5 inch");
  await page.getByLabel("All-up mass").fill("640");
  await page.getByLabel("Motors", { exact: true }).fill("4");
  await page.getByLabel("Cells", { exact: true }).fill("4");
  await page.getByLabel("Owner").fill("Mirel Oost");
  await addPart(page, 0, "Camera", "Oru Eye 3", `CA-${tag}`);
  await addPart(page, 1, "Main lead and connector", "Tam lead 12", `ML-${tag}`, "140");
  await page.getByLabel("Complaint, in the customer's words").fill(`Picture went black, ${tag}`);
  await pick(page, "When did it show?", "landing");
  await pick(page, "What came just before?", "A crash or hard landing");
  for (const text of seen) await page.getByRole("group", { name: "What was seen" }).getByText(text).click();
  await page.getByRole("button", { name: "Take it in and isolate the fault" }).click(submit);
  await page.waitForURL(/\/jobs\/\d+\/isolate$/);
  await keysWork(page);
  return /jobs\/(\d+)/.exec(page.url())![1]!;
}

/** Waits until the page's own program has taken it over: before that a key is pressed into the void. */
export async function keysWork(page: Page): Promise<void> {
  await expect(page.getByRole("status", { name: "Loading" })).toHaveCount(0);
  await expect
    .poll(() =>
      page
        .locator("main :is(h1, h2)")
        .evaluateAll(
          (nodes) =>
            nodes.length > 0 && nodes.every((node) => Object.keys(node).some((key) => key.startsWith("__reactProps"))),
        ),
    )
    .toBe(true);
}

/** Picks an option of a drop-down by its label; one that can be searched is, since a long list draws only what is in sight. */
export async function pick(page: Page, label: string, option: string): Promise<void> {
  const box = page.getByRole("combobox", { name: label, exact: true });
  await box.click();
  if (await box.isEditable()) await box.fill(option);
  await page
    .locator(".ant-select-dropdown:visible .ant-select-item-option")
    .getByText(option, { exact: true })
    .first()
    .click();
}

async function addPart(page: Page, row: number, kind: string, name: string, serial: string, amps?: string) {
  await page.getByRole("button", { name: "Add a part" }).click();
  await page.getByLabel("Kind of part").nth(row).click();
  await page.getByLabel("Kind of part").nth(row).fill(kind);
  await page.keyboard.press("Enter");
  await page.getByLabel("Part", { exact: true }).nth(row).fill(name);
  await page.getByLabel("Part serial").nth(row).fill(serial);
  if (amps) await page.getByLabel("Rating").nth(row).fill(amps);
}

/** Meets the proof in hand, by eye where it wants more than looking. */
export async function meet(page: Page): Promise<void> {
  const eye = page.getByRole("radio", { name: /^By eye, because/ });
  if (await eye.isVisible()) {
    await eye.check();
    await page.getByRole("textbox", { name: "By eye, because" }).fill("looked at in the test");
  }
  await page.getByRole("button", { name: /^Met/ }).click();
}

/** Opens the bench of a job and keeps that the steps before power were done: nobody has looked at the craft since its crash. */
export async function openBench(page: Page, number: string): Promise<void> {
  await page.goto(`/jobs/${number}/bench`);
  const before = page.getByRole("region", { name: "Before power" });
  await before.getByRole("checkbox", { name: /^Looked and smelled all over/ }).check();
  await before.getByRole("button", { name: "Keep what was done" }).click();
  await expect(page.getByRole("button", { name: "Hold for a second to arm" })).toBeVisible();
}

/** Holds the arming button and starts the run. */
export async function startSweep(page: Page): Promise<void> {
  await expect(page.getByText(/[1-9] of \d+ connected/)).toBeVisible();
  await page.getByLabel("All of that is so").check();
  const hold = page.getByRole("button", { name: "Hold for a second to arm" });
  await hold.hover();
  await page.mouse.down();
  await expect(page.getByText(/^Armed\./)).toBeVisible();
  await page.mouse.up();
  await page.getByRole("button", { name: /^Run: / }).click();
  await expect(page.getByText(/^Running, throttle/)).toBeVisible();
}

/** Waits until the live throttle shows a share of full. */
export async function waitForThrottle(page: Page, percent: number): Promise<void> {
  await expect(page.getByText(`Running, throttle ${percent}\u00a0%`)).toBeVisible({ timeout: 15_000 });
}

/** The throttle in force, asked of the instrument itself, past agent and web server. */
export async function throttleNow(): Promise<number> {
  const line = await ScpiConnection.open("127.0.0.1", Number(process.env.SHOP_THROTTLE_PORT));
  const isOn = await line.query("OUTP?");
  const throttle = await line.query("SOUR:THR?");
  line.drop("asked");
  return isOn === "1" ? Number(throttle) : 0;
}

/** Kills or starts a part of the shop, or asks about one. @returns What the switchboard says. */
export async function switchboard(
  call:
    | `${"kill" | "start"}-${"web" | "door"}`
    | "kill-one-that-answers"
    | "how-many-answer"
    | "stop-database"
    | "start-database",
): Promise<string> {
  return (await fetch(`${process.env.SHOP_SWITCHBOARD}/${call}`)).text();
}

/** Asks the shop's database. */
export async function query(sql: string, values: (string | number)[] = []): Promise<RowDataPacket[]> {
  const connection = await createConnection({ uri: process.env.SHOP_DATABASE_URL!, timezone: "Z" });
  const [rows] = await connection.execute<RowDataPacket[]>(sql, values);
  await connection.end();
  return rows;
}

/** Locks tables for writing, as a long report or a repair of a table would. @returns what lets them go. */
export async function lockTables(tables: readonly string[]): Promise<() => Promise<void>> {
  const connection = await createConnection({ uri: process.env.SHOP_DATABASE_URL!, timezone: "Z" });
  await connection.query(`LOCK TABLES ${tables.map((table) => `${table} WRITE`).join(", ")}`);
  return async () => {
    await connection.query("UNLOCK TABLES");
    await connection.end();
  };
}
