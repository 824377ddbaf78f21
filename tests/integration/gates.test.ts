import { loadJobFacts } from "@/features/job/headline/jobFacts";
import { diagnoseJob } from "@/features/job/headline/diagnoseJob";
import { addFinding, openGate } from "@/features/isolate/isolateVerbs";
import { stopWorkers } from "@/server/workers/workerPool";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => void (shop = await openTestShop()));
afterAll(async () => {
  await stopWorkers();
  await shop.close();
});

const gatesOf = async (jobId: number) =>
  (await diagnoseJob(shop.pool, await loadJobFacts(shop.pool, jobId))).gates.map(({ gate }) => gate.id);

describe("a gate of the library", () => {
  it("is shut by soot, opened by a technician with a reason, and shut again by fresh soot", async () => {
    const jobId = await shop.receive({ seen: ["burnt-trace"] });
    expect(await gatesOf(jobId)).toContain("limiter-first");
    const open = async (reason: string) => {
      const { job } = await loadJobFacts(shop.pool, jobId);
      return openGate(shop.technician, { jobId, version: job.version, gateId: "limiter-first", reason });
    };
    await open("the limiter is at the other bench, powered from it");
    expect(await gatesOf(jobId)).not.toContain("limiter-first");
    const { job, events } = await loadJobFacts(shop.pool, jobId);
    expect(events.at(-1)).toMatchObject({
      kind: "gate_opened",
      payload: { reason: expect.stringMatching(/other bench/) },
    });
    await addFinding(shop.technician, {
      jobId,
      version: job.version,
      symptomId: "burnt-trace",
      value: true,
      doubtful: false,
      place: "",
      note: "",
    });
    expect(await gatesOf(jobId)).toContain("limiter-first");
  });

  it("is not opened by a name the library does not have, and nothing is stored", async () => {
    const jobId = await shop.receive({ seen: ["burnt-trace"] });
    const { job, events } = await loadJobFacts(shop.pool, jobId);
    await expect(
      openGate(shop.technician, { jobId, version: job.version, gateId: "barn-door", reason: "draught" }),
    ).rejects.toThrow(/no gate "barn-door"/);
    expect((await loadJobFacts(shop.pool, jobId)).events).toHaveLength(events.length);
  });
});
