import { connectedSymptoms } from "@/core/diagnosis/connectedSymptoms.fixture";
import { withGeneratedChecks } from "@/core/diagnosis/library/generateChecks";
import { shippedLibrary } from "@/core/diagnosis/shippedLibrary";
import { diagnoseJob } from "@/features/job/headline/diagnoseJob";
import { diagnosisOf } from "@/features/job/headline/diagnosisOf";
import { getKnowledge } from "@/features/faultLibrary/getKnowledge";
import { loadJobFacts } from "@/features/job/headline/jobFacts";
import { stopWorkers } from "@/server/workers/workerPool";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => void (shop = await openTestShop()));
afterAll(async () => {
  await stopWorkers();
  await shop.close();
});

describe("diagnoseJob", () => {
  it("gives from the pool what the engine gives here", async () => {
    const facts = await loadJobFacts(shop.pool, await shop.receive({ seen: ["picture-black", "dropped"] }));
    const knowledge = await getKnowledge(shop.pool, facts.craft);
    const { nextChecks, missing, shut, ...rest } = diagnosisOf(facts.job, facts.craft.kind, facts.findings, knowledge);
    const pooled = await diagnoseJob(shop.pool, facts);
    expect(pooled).toMatchObject(rest);
    expect(pooled.nextChecks.map(({ check }) => check.id)).toEqual(
      nextChecks.slice(0, 24).map(({ check }) => check.id),
    );
    expect(pooled.missing).toEqual(missing.slice(0, 24));
    expect(pooled.shut).toEqual(shut.slice(0, 24));
  });

  it("weighs a case once for the headline of a verb and the page after it", async () => {
    const jobId = await shop.receive({ seen: ["motor-noise"] });
    const [first, second] = [await loadJobFacts(shop.pool, jobId), await loadJobFacts(shop.pool, jobId)];
    expect(await diagnoseJob(shop.pool, first)).toBe(await diagnoseJob(shop.pool, second));
  });

  it("answers the worst that can be picked at intake within its time, and says that it is an approximation", async () => {
    const seen = connectedSymptoms(withGeneratedChecks(shippedLibrary), 24);
    const begunMs = performance.now();
    const jobId = await shop.receive({ seen });
    expect(performance.now() - begunMs).toBeLessThan(4000); // weighed exactly it took 48 s
    expect((await diagnoseJob(shop.pool, await loadJobFacts(shop.pool, jobId))).isExact).toBe(false);
  });
});
