import { type Page } from "@playwright/test";
import {
  expect,
  lockTables,
  query,
  openBench,
  receiveQuad,
  signIn,
  startSweep,
  switchboard,
  test,
  throttleNow,
  waitForThrottle,
} from "./shop";

async function toBench(page: Page, tag: string): Promise<string> {
  await signIn(page, "ines");
  const number = await receiveQuad(page, tag);
  await openBench(page, number);
  return number;
}

const newestRun = async () =>
  (await query("SELECT id, state, cut_cause, cut_at_s FROM bench_run ORDER BY id DESC LIMIT 1"))[0]!;
const sampleCount = async (runId: number) =>
  Number(
    (await query("SELECT COALESCE(SUM(sample_count), 0) AS n FROM bench_run_chunk WHERE run_id = ?", [runId]))[0]!.n,
  );

test("the stop key cuts, wherever the focus is", async ({ page }) => {
  await toBench(page, "S-100");
  await startSweep(page);
  await waitForThrottle(page, 50);
  await page.keyboard.press("Space");
  await expect(page.getByText("Stopped by the stop key").first()).toBeVisible();
  expect(await throttleNow()).toBe(0);
});

test("a limit cuts, and says which and by how much", async ({ page }) => {
  await toBench(page, "S-200");
  await page.getByLabel("Amps at most").fill("30");
  await startSweep(page);
  await expect(page.getByText(/Cut on a limit/).first()).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText(/amps over the limit: 3\d\.\d+ A, limit 30 A/).first()).toBeVisible();
  expect(await throttleNow()).toBe(0);
});

test("a reload in the middle of a sweep cuts it, and the page shows why", async ({ page }) => {
  await toBench(page, "S-300");
  await startSweep(page);
  await waitForThrottle(page, 50);
  await page.reload();
  await expect(page.getByText(/the operator.s page was lost/).first()).toBeVisible();
  expect(await throttleNow()).toBe(0);
  const run = await newestRun();
  expect(run).toMatchObject({ state: "ended", cut_cause: "operator_lost" });
  expect(await sampleCount(run.id)).toBeGreaterThan(30);
});

test("a web server killed in the middle of a sweep keeps neither the beat nor the stop key from the rig", async ({
  page,
}) => {
  const number = await toBench(page, "S-400");
  await startSweep(page);
  await waitForThrottle(page, 50);
  await switchboard("kill-web");
  await page.waitForTimeout(1500); // nearly four times what the dead man waits
  expect(await throttleNow()).toBeGreaterThan(0);
  await page.keyboard.press("Space");
  await expect.poll(throttleNow, { intervals: [50] }).toBe(0);
  await switchboard("start-web");
  await expect.poll(async () => (await newestRun()).state).toBe("ended");
  expect((await newestRun()).cut_cause).toBe("stop_key");
  await page.goto(`/jobs/${number}/bench`);
  await expect(page.getByText(/Stopped by the stop key/).first()).toBeVisible();
});

test("the shop's door shut in the middle of a sweep: the rig cuts by itself, and the samples are there", async ({
  page,
}) => {
  const number = await toBench(page, "S-401");
  await startSweep(page);
  await waitForThrottle(page, 50);
  await page.waitForTimeout(800);
  const killedMs = Date.now();
  await switchboard("kill-door");
  await expect.poll(throttleNow, { intervals: [50] }).toBe(0);
  expect(Date.now() - killedMs).toBeLessThan(1500); // the cut itself is timed in RigAgent.test.ts; here the whole chain
  await expect(page.getByText("The server does not answer. The rig cuts the throttle by itself.")).toBeVisible();
  await expect.poll(async () => (await newestRun()).state).toBe("ended");
  const run = await newestRun();
  expect(run.cut_cause).toBe("operator_lost");
  // Twenty samples a second up to the cut, and a few after it; at most the last second may be missing.
  expect(await sampleCount(run.id)).toBeGreaterThan((run.cut_at_s - 1) * 20);

  await switchboard("start-door");
  await page.goto(`/jobs/${number}/bench`);
  await expect(page.getByText(/the operator.s page was lost/).first()).toBeVisible();
});

test("a table that is locked for three seconds in the middle of a sweep does not cut it", async ({ page }) => {
  await toBench(page, "S-402");
  await startSweep(page);
  await waitForThrottle(page, 50);
  const release = await lockTables(["person", "job", "bench_run_chunk"]);
  await page.waitForTimeout(3000);
  await release();
  await expect.poll(async () => (await newestRun()).state, { timeout: 30_000 }).toBe("ended");
  expect((await newestRun()).cut_cause).toBe("end_of_profile");
});
