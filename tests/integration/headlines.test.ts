import { answerCheck } from "@/features/isolate/isolateVerbs";
import { keepMeasurement } from "@/features/bench/tables/keepMeasurement";
import { exampleReadings } from "@/features/bench/tables/exampleReadings";
import { enterBay } from "@/features/job/bays/enterBay";
import { getJob, saveHeadline } from "@/features/job/jobRepository";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => void (shop = await openTestShop()));
afterAll(() => shop.close());

describe("headlines", () => {
  it("tell of a measurement of any kind on the bench, not of power draws alone", async () => {
    const jobId = await shop.receive();
    await enterBay(shop.technician, { ...(await shop.target(jobId)), to: "bench", reason: "" });
    expect((await getJob(shop.pool, jobId)).headline).toBe("To be measured");
    await keepMeasurement(shop.technician, {
      ...(await shop.target(jobId)),
      kind: "motor",
      text: exampleReadings("motor"),
    });
    expect(await getJob(shop.pool, jobId)).toMatchObject({ headline: "Motors: bad", nextStep: "Go on to Refit" });
  });

  it("are not overwritten by one that was made of fewer events", async () => {
    const jobId = await shop.receive();
    await answerCheck(shop.technician, {
      ...(await shop.target(jobId)),
      checkId: "overlay",
      outcomeId: "none",
      value: null,
      doubtful: false,
      place: "",
      minutes: null,
      note: "",
    });
    const { headline } = await getJob(shop.pool, jobId);
    await saveHeadline(shop.pool, jobId, { headline: "late", detail: "", nextStep: "", nextWorth: "" }, 2);
    expect((await getJob(shop.pool, jobId)).headline).toBe(headline);
  });
});
