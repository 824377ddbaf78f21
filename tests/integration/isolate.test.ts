import { shippedLibrary } from "@/core/diagnosis/shippedLibrary";
import { diagnoseJob } from "@/features/job/headline/diagnoseJob";
import { loadJobFacts } from "@/features/job/headline/jobFacts";
import { getIsolateBay } from "@/features/isolate/getIsolateBay";
import {
  addExperimentStep,
  addFinding,
  answerCheck,
  confirmFinding,
  doubtFinding,
  nameCause,
  withdrawFinding,
} from "@/features/isolate/isolateVerbs";
import { enterBay } from "@/features/job/bays/enterBay";
import { findingsOf } from "@/features/job/events/findings";
import { checkAnswered } from "@/features/isolate/isolate.manifest";
import { listEvents } from "@/features/job/events/jobEventRepository";
import { getJob } from "@/features/job/jobRepository";
import { changeSetting } from "@/features/refit/changeSetting";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => (shop = await openTestShop()));
afterAll(() => shop.close());

const see = async (jobId: number, symptomId: string, value = true) =>
  addFinding(shop.technician, {
    ...(await shop.target(jobId)),
    symptomId,
    value,
    doubtful: false,
    place: "",
    note: "",
  });
const answer = async (jobId: number, checkId: string, given: { outcomeId?: string; value?: number }) =>
  answerCheck(shop.technician, {
    ...(await shop.target(jobId)),
    checkId,
    outcomeId: given.outcomeId ?? null,
    value: given.value ?? null,
    doubtful: false,
    place: "",
    minutes: null,
    note: "",
  });
const findings = async (jobId: number) => findingsOf(await listEvents(shop.pool, jobId));
const view = async (jobId: number) => (await getIsolateBay(shop.technician, jobId)).view;
const leader = async (jobId: number) => (await view(jobId)).groups[0]!.suspects[0]!;

describe("a finding", () => {
  it("weighs less while it is doubtful, and as before when it is sure again", async () => {
    const jobId = await shop.receive();
    await answer(jobId, "spare-camera", { outcomeId: "gone" });
    const sure = await leader(jobId);
    const { seq } = (await findings(jobId)).at(-1)!;
    const doubt = async (doubtful: boolean) =>
      doubtFinding(shop.technician, { ...(await shop.target(jobId)), seq, doubtful });
    await doubt(true);
    expect((await leader(jobId)).probability).toBeLessThan(sure.probability);
    expect((await view(jobId)).findings.at(-1)).toMatchObject({ isDoubtful: true, state: "counted" });
    await doubt(false);
    expect(await leader(jobId)).toEqual(sure);
  });

  it("is undone with all that came after it, and the suspects stand as they stood then", async () => {
    const jobId = await shop.receive({ history: "in-service" });
    const before = await leader(jobId);
    await answer(jobId, "spare-camera", { outcomeId: "same" });
    const { seq } = (await findings(jobId)).at(-1)!;
    await see(jobId, "burnt-trace");
    await answer(jobId, "camera-supply", { outcomeId: "good" });
    await withdrawFinding(shop.technician, {
      ...(await shop.target(jobId)),
      seq,
      andLater: true,
      reason: "wrong craft",
    });
    expect((await findings(jobId)).map(({ state }) => state)).toEqual([
      "counted",
      "taken back",
      "taken back",
      "taken back",
    ]);
    expect((await leader(jobId)).probability).toBeCloseTo(before.probability, 12);
    expect((await view(jobId)).checks.map(({ id }) => id)).toContain("spare-camera"); // on offer again
  });

  it("from before a repair counts again once somebody says it is still so", async () => {
    const jobId = await shop.receive();
    await changeSetting(shop.technician, {
      ...(await shop.target(jobId)),
      what: "video channel",
      before: "1",
      after: "4",
      mended: "settings",
      place: "",
    });
    const [finding] = await findings(jobId);
    expect(finding!.state).toBe("before the repair");
    const confirm = async () => confirmFinding(shop.technician, { ...(await shop.target(jobId)), seq: finding!.seq });
    await confirm();
    expect((await findings(jobId))[0]!.state).toBe("counted");
    await expect(confirm()).rejects.toThrow(/Only a finding from before the repair/);
  });

  it("that contradicts an earlier one is shown beside it; the later one counts", async () => {
    const jobId = await shop.receive();
    await see(jobId, "burnt-trace");
    await see(jobId, "burnt-trace", false);
    const { contradictions } = await view(jobId);
    expect(contradictions).toHaveLength(1);
    const onlyLater = await shop.receive();
    await see(onlyLater, "burnt-trace", false);
    expect((await leader(jobId)).probability).toBeCloseTo((await leader(onlyLater)).probability, 9);
  });

  it("is found where the first technician left off by a second one", async () => {
    const jobId = await shop.receive();
    await answer(jobId, "spare-camera", { outcomeId: "same" });
    const first = await getIsolateBay(shop.technician, jobId);
    const second = await getIsolateBay(shop.lead, jobId);
    expect(second.view).toEqual(first.view);
    await answerCheck(shop.lead, {
      ...second.target,
      checkId: "camera-supply",
      outcomeId: "good",
      value: null,
      doubtful: false,
      place: "",
      minutes: 2,
      note: "",
    });
    expect((await findings(jobId)).map(({ personName }) => personName)).toEqual([
      "Test technician",
      "Test technician",
      "Test lead",
    ]);
  });
});

describe("a measured value", () => {
  it("is turned into the check's answer by its limits, and kept", async () => {
    const jobId = await shop.receive();
    const { id: checkId, measure } = shippedLibrary.checks.find((check) => check.measure?.bands.length === 2)!;
    const limit = measure!.bands[0]!.below!;
    await answer(jobId, checkId, { value: limit - 0.5 });
    await answer(jobId, checkId, { value: limit + 0.5 });
    const answers = checkAnswered.in(await listEvents(shop.pool, jobId)).map(({ payload }) => payload);
    expect(answers.map(({ outcomeId }) => outcomeId)).toEqual(measure!.bands.map(({ outcomeId }) => outcomeId));
    expect(answers.map(({ value }) => value)).toEqual([limit - 0.5, limit + 0.5]);
  });

  it("is refused where the check has no limits, and an answer must be one or the other", async () => {
    const jobId = await shop.receive();
    await expect(answer(jobId, "spare-camera", { value: 3 })).rejects.toThrow(/takes no measured value/);
    await expect(answer(jobId, "spare-camera", {})).rejects.toThrow(/an answer or a measured value/);
  });
});

describe("an experiment", () => {
  it("proves the change that cured the fault and brought it back, and suspects the other", async () => {
    const jobId = await shop.receive();
    const step = async (tried: { name: string; to: "changed" | "restored" }[], faultShows: boolean) =>
      addExperimentStep(shop.technician, {
        ...(await shop.target(jobId)),
        changes: tried.map((change) => ({ ...change, part: null })),
        faultShows,
        note: "",
      });
    await step([{ name: "gyro rate", to: "changed" }], false);
    await step([{ name: "gyro rate", to: "restored" }], true);
    await step([{ name: "loop rate", to: "changed" }], false);
    const { experiments } = await getIsolateBay(shop.technician, jobId);
    expect(experiments.steps).toHaveLength(3);
    expect(experiments.judged.map(({ name, verdict }) => [name, verdict])).toEqual([
      ["gyro rate", "proven"],
      ["loop rate", "suspected"],
    ]);
  });
});

describe("an experiment", () => {
  const step = async (
    jobId: number,
    changes: { name: string; to: "changed" | "restored"; part: "camera" | null }[],
    faultShows: boolean,
  ) => addExperimentStep(shop.technician, { ...(await shop.target(jobId)), changes, faultShows, note: "" });
  const camera = { name: "camera", to: "changed" as const, part: "camera" as const };
  const dead = async (jobId: number) => {
    const facts = await loadJobFacts(shop.pool, jobId);
    return (await diagnoseJob(shop.pool, facts)).suspects.find(({ fault }) => fault.id === "camera-dead")!.probability;
  };

  it("with a known-good part moves the suspects as the check does, and can be taken back", async () => {
    const jobId = await shop.receive();
    const before = await dead(jobId);
    await step(jobId, [camera], false);
    const after = await dead(jobId);
    expect(after).toBeGreaterThan(before + 0.1);
    const { seq } = (await listEvents(shop.pool, jobId)).findLast(({ kind }) => kind === "experiment_step")!;
    await withdrawFinding(shop.technician, {
      ...(await shop.target(jobId)),
      seq,
      andLater: false,
      reason: "wrong plug",
    });
    expect(await dead(jobId)).toBeCloseTo(before, 9);
  });

  it("speaks against the part when nothing changed, and says nothing when two things were changed", async () => {
    const jobId = await shop.receive();
    const before = await dead(jobId);
    await step(jobId, [camera, { name: "other channel", to: "changed", part: null }], false);
    expect(await dead(jobId)).toBeCloseTo(before, 9);
    await step(jobId, [{ name: "camera again", to: "changed", part: "camera" }], true);
    expect(await dead(jobId)).toBeLessThan(before / 3);
  });
});

describe("the cause", () => {
  it("may be one that the library does not have", async () => {
    const jobId = await shop.receive();
    const cause = {
      faultIds: [],
      places: {},
      instead: null,
      otherPlace: "",
      other: "ants in the camera housing",
      note: "",
    };
    await nameCause(shop.technician, { ...(await shop.target(jobId)), ...cause });
    expect(await getJob(shop.pool, jobId)).toMatchObject({ bay: "refit" });
    const named = (await listEvents(shop.pool, jobId)).find(({ kind }) => kind === "cause_named")!;
    expect(named.payload).toMatchObject({ faults: [], other: "ants in the camera housing" });
  });

  it("may be named again after the job was sent back", async () => {
    const jobId = await shop.receive();
    const name = async (faultIds: string[]) =>
      nameCause(shop.technician, {
        ...(await shop.target(jobId)),
        faultIds,
        places: {},
        instead: null,
        otherPlace: "",
        other: "",
        note: "",
      });
    await name(["camera-dead"]);
    await enterBay(shop.technician, { ...(await shop.target(jobId)), to: "isolate", reason: "same with a new camera" });
    await name(["board-video-path"]);
    expect(await getJob(shop.pool, jobId)).toMatchObject({ bay: "refit" });
    await expect(name(["gremlins"])).rejects.toThrow(/no fault "gremlins"/);
  });
});
