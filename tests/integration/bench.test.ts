import { POWER_DRAW_PROFILE } from "@/core/bench/sweepProfile";
import { assessRun } from "@/features/bench/assessRun";
import { insertRun, listSamples } from "@/features/bench/benchRunRepository";
import { keepRun } from "@/features/bench/benchVerbs";
import { getCraft } from "@/features/craft/craftRepository";
import { getJob } from "@/features/job/jobRepository";
import { mariaRunStore } from "@/rigs/agent/runStore";
import { type CutCause } from "@/rigs/runProtocol";
import { DEMO_DRIVES } from "@/sim/demoDrives";
import { type DriveDefect, withDefect } from "@/sim/driveModel";
import { simulateSweep } from "@/sim/simulateSweep";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => (shop = await openTestShop()));
afterAll(() => shop.close());

/** Stores a simulated run as the agent does, in chunks. */
async function storeRun(jobId: number, seed: number, defect: DriveDefect | null, cause: CutCause = "end_of_profile") {
  const { craftId } = await getJob(shop.pool, jobId);
  const run = {
    craftId,
    jobId,
    personId: shop.technician.person.id,
    profile: POWER_DRAW_PROFILE,
    limits: {},
    instruments: null,
  };
  const runId = await insertRun(shop.pool, run, new Date());
  const samples = simulateSweep(withDefect(DEMO_DRIVES["five-inch"]!, defect), POWER_DRAW_PROFILE, 20, seed);
  const store = mariaRunStore(shop.pool);
  for (let i = 0; i < samples.length; i += 10) await store.appendSamples(runId, i / 10, samples.slice(i, i + 10));
  await store.finish(runId, { cause, detail: "", atS: 9 });
  return { runId, samples };
}

describe("bench runs", () => {
  it("come back from the database as they went in", async () => {
    const jobId = await shop.receive();
    const { runId, samples } = await storeRun(jobId, 1, null);
    const stored = await listSamples(shop.pool, runId);
    expect(stored).toHaveLength(samples.length);
    stored.forEach((sample, index) => {
      expect(sample.throttle).toBe(samples[index]!.throttle);
      expect(sample.currentA).toBeCloseTo(samples[index]!.currentA, 4);
    });
  });

  it("are judged against the craft's baseline at one voltage, and kept with their figures", async () => {
    const jobId = await shop.receive();
    const first = await storeRun(jobId, 1, null);
    await keepRun(shop.technician, { ...(await shop.target(jobId)), runId: first.runId, asBaseline: true });
    const { craftId } = await getJob(shop.pool, jobId);
    expect((await getCraft(shop.pool, craftId)).baselineRunId).toBe(first.runId);

    const healthy = await assessRun(shop.pool, (await storeRun(jobId, 2, null)).runId);
    expect(healthy.verdict.word).toBe("good");
    const { runId } = await storeRun(jobId, 3, "coarse-prop");
    const { verdict, baseline } = await assessRun(shop.pool, runId);
    expect(baseline!.run.id).toBe(first.runId);
    expect(verdict.word).toBe("bad");
    expect(verdict.comparisons.find(({ name }) => name === "full")!.normalised.voltageV).toBeCloseTo(
      verdict.comparisons.find(({ name }) => name === "full")!.baseline.voltageV,
      9,
    );
    await keepRun(shop.technician, { ...(await shop.target(jobId)), runId, asBaseline: false });
    expect((await getCraft(shop.pool, craftId)).baselineRunId).toBe(first.runId);
  });

  it("name the weakest rated part in line with its margin", async () => {
    const jobId = await shop.receive();
    const { verdict } = await assessRun(shop.pool, (await storeRun(jobId, 4, null)).runId);
    expect(verdict.weakest).toMatchObject({ position: "Main lead", continuousA: 140 });
    expect(verdict.weakest!.marginA).toBeCloseTo(140 - verdict.weakest!.currentA, 9);
  });

  it("cannot be kept on another job, and a cut one cannot become the baseline", async () => {
    const jobId = await shop.receive();
    const other = await shop.receive();
    const { runId } = await storeRun(jobId, 5, null, "stop_key");
    const keep = async (job: number, asBaseline: boolean) =>
      keepRun(shop.technician, { ...(await shop.target(job)), runId, asBaseline });
    await expect(keep(other, false)).rejects.toThrow(/belongs to another job/);
    await expect(keep(jobId, true)).rejects.toThrow(/went to its end/);
    await expect(
      keepRun(shop.viewer, { ...(await shop.target(jobId)), runId, asBaseline: false }),
    ).rejects.toMatchObject({ code: "forbidden" });
  });
});
