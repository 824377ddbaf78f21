import { addFinding, answerCheck, nameCause, withdrawFinding } from "@/features/isolate/isolateVerbs";
import { enterBay } from "@/features/job/bays/enterBay";
import { findingsOf } from "@/features/job/events/findings";
import { listEvents } from "@/features/job/events/jobEventRepository";
import { getJob } from "@/features/job/jobRepository";
import { ConflictError } from "@/server/errors";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => (shop = await openTestShop()));
afterAll(() => shop.close());

const answer = async (jobId: number, checkId: string, outcomeId: string) =>
  answerCheck(shop.technician, {
    ...(await shop.target(jobId)),
    checkId,
    outcomeId,
    minutes: null,
    note: "",
    value: null,
    doubtful: false,
    place: "",
  });

describe("a job's history", () => {
  it("shows the one who comes second what the first did, and stores nothing of theirs", async () => {
    const jobId = await shop.receive();
    const seen = await shop.target(jobId);
    await answerCheck(shop.lead, {
      ...seen,
      checkId: "overlay",
      outcomeId: "none",
      minutes: 1,
      note: "",
      value: null,
      doubtful: false,
      place: "",
    });
    const second = answerCheck(shop.technician, {
      ...seen,
      checkId: "spare-camera",
      outcomeId: "gone",
      minutes: 4,
      note: "",
      value: null,
      doubtful: false,
      place: "",
    });
    const error = await second.catch((caught: unknown) => caught);
    expect(error).toBeInstanceOf(ConflictError);
    expect((error as ConflictError).changes).toEqual([
      expect.stringMatching(/^Test lead: .*overlay.*No overlay text$/),
    ]);
    expect((await listEvents(shop.pool, jobId)).filter(({ kind }) => kind === "check_answered")).toHaveLength(1);
  });

  it("lets exactly one of many who come at once win", async () => {
    const jobId = await shop.receive();
    const seen = await shop.target(jobId);
    const attempts = await Promise.allSettled(
      Array.from({ length: 6 }, () =>
        addFinding(shop.technician, {
          ...seen,
          symptomId: "burnt-trace",
          value: true,
          doubtful: false,
          place: "",
          note: "",
        }),
      ),
    );
    expect(attempts.filter(({ status }) => status === "fulfilled")).toHaveLength(1);
    expect((await getJob(shop.pool, jobId)).version).toBe(seen.version + 1);
    const seqs = (await listEvents(shop.pool, jobId)).map(({ seq }) => seq);
    expect(seqs).toEqual(seqs.map((_, index) => index + 1));
  });
});

describe("the verbs of Isolate", () => {
  it("move the suspects on the strip with each answer, and back when one is taken back", async () => {
    const jobId = await shop.receive();
    const before = await getJob(shop.pool, jobId);
    await answer(jobId, "spare-camera", "same");
    const after = await getJob(shop.pool, jobId);
    expect(after.headline).not.toBe(before.headline);
    expect(after.detail).toMatch(/^1 check done, \d+ min$/);
    const { seq } = findingsOf(await listEvents(shop.pool, jobId)).at(-1)!;
    await withdrawFinding(shop.technician, {
      ...(await shop.target(jobId)),
      seq,
      andLater: false,
      reason: "wrong plug",
    });
    expect((await getJob(shop.pool, jobId)).headline).toBe(before.headline);
    expect(findingsOf(await listEvents(shop.pool, jobId)).at(-1)!.state).toBe("taken back");
    const again = withdrawFinding(shop.technician, { ...(await shop.target(jobId)), seq, andLater: false, reason: "" });
    await expect(again).rejects.toMatchObject({ code: "invalid_input" });
  });

  it("refuse what the library does not have, and a viewer", async () => {
    const jobId = await shop.receive();
    const target = await shop.target(jobId);
    await expect(answer(jobId, "dowsing", "yes")).rejects.toThrow(/no check "dowsing"/);
    await expect(answer(jobId, "overlay", "maybe")).rejects.toThrow(/no outcome "maybe"/);
    await expect(
      addFinding(shop.technician, { ...target, symptomId: "aura", value: true, doubtful: false, place: "", note: "" }),
    ).rejects.toThrow(/no symptom "aura"/);
    await expect(
      nameCause(shop.viewer, {
        ...target,
        faultIds: ["camera-dead"],
        places: {},
        instead: null,
        otherPlace: "",
        other: "",
        note: "",
      }),
    ).rejects.toMatchObject({
      code: "forbidden",
    });
  });

  it("name the cause with the probability it had, and go on to Refit, where no measurement would settle it", async () => {
    const jobId = await shop.receive();
    await answer(jobId, "spare-camera", "gone");
    await nameCause(shop.technician, {
      ...(await shop.target(jobId)),
      faultIds: ["camera-dead"],
      places: {},
      instead: null,
      otherPlace: "",
      other: "",
      note: "",
    });
    expect(await getJob(shop.pool, jobId)).toMatchObject({ bay: "refit", baysDone: ["receive", "isolate"] });
    const named = (await listEvents(shop.pool, jobId)).find((event) => event.kind === "cause_named")!;
    expect(named.payload).toMatchObject({ faults: [{ id: "camera-dead", repair: "Replace the camera" }] });
    const [fault] = (named.payload as { faults: { probability: number }[] }).faults;
    expect(fault!.probability).toBeGreaterThan(0.3);
  });

  it("keep the door to Hand back shut, and say when a job is in a bay already", async () => {
    const jobId = await shop.receive();
    const target = await shop.target(jobId);
    await expect(enterBay(shop.technician, { ...target, to: "handback", reason: "" })).rejects.toThrow(
      /every proof is met or waived/,
    );
    await expect(enterBay(shop.technician, { ...target, to: "isolate", reason: "" })).rejects.toThrow(
      /in Isolate already/,
    );
    await expect(enterBay(shop.technician, { jobId: 9999999, version: 1, to: "bench", reason: "" })).rejects.toThrow(
      "Job 9999999 does not exist.",
    );
  });
});
