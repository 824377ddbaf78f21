import { shippedLibrary } from "@/core/diagnosis/shippedLibrary";
import { listFittedParts } from "@/features/craft/fittedPartRepository";
import { positionsOf } from "@/features/craft/positionsOf";
import { handBack } from "@/features/handback/handBack";
import { reportOf } from "@/features/handback/report";
import { reportPdf } from "@/features/handback/reportPdf";
import { armRun } from "@/features/bench/benchVerbs";
import { confirmBeforePower } from "@/features/job/power/confirmBeforePower";
import { getCraft } from "@/features/craft/craftRepository";
import { findClosedCase } from "@/features/faultLibrary/closedCaseRepository";
import { type VerbContext } from "@/server/verbs/verbContext";
import { nameCause, withdrawCause } from "@/features/isolate/isolateVerbs";
import { causesOf } from "@/features/job/causes/causesOf";
import { changeJob } from "@/features/job/changeJob";
import { eventText } from "@/features/job/events/eventText";
import { enterBay } from "@/features/job/bays/enterBay";
import { countedFindings, findingsOf } from "@/features/job/events/findings";
import { loadJobFacts } from "@/features/job/headline/jobFacts";
import { listEvents } from "@/features/job/events/jobEventRepository";
import { getJob } from "@/features/job/jobRepository";
import { listProofs } from "@/features/job/proofRepository";
import { cleanFlyingOf } from "@/features/prove/cleanFlying";
import { type GivenEvidence } from "@/features/prove/prove.schema";
import { decideProof, logSortie, putRight, reopenProof } from "@/features/prove/proveVerbs";
import { changeSetting } from "@/features/refit/changeSetting";
import { type ReplacePartInput } from "@/features/refit/refit.schema";
import { replacePart } from "@/features/refit/replacePart";
import { randomUuid } from "@/shared/randomUuid";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => (shop = await openTestShop()));
afterAll(() => shop.close());

const proofs = (jobId: number) => listProofs(shop.pool, jobId);
const decide = async (jobId: number, kind: string, state: "met" | "failed" | "waived", who = shop.technician) =>
  decideProof(who, {
    ...(await shop.target(jobId)),
    kind,
    state,
    note: `${state} in the test`,
    symptomId: state === "failed" ? "dropped" : null,
    place: "",
    evidence: { by: "eye", because: "looked at in the test" },
  });
const fly = async (jobId: number, seconds: number, failures = 0) =>
  logSortie(shop.technician, { ...(await shop.target(jobId)), seconds, failures, note: "" });

async function swap(jobId: number, position: string, serial: string) {
  const { craftId } = await getJob(shop.pool, jobId);
  const old = (await listFittedParts(shop.pool, craftId)).find(
    (part) => part.position === position && !part.removedAt,
  )!;
  await replacePart(shop.technician, {
    ...(await shop.target(jobId)),
    partId: old.id,
    reason: "no picture with it",
    name: `${position} mark 2`,
    serial,
    continuousA: null,
    despite: "",
  });
  return { craftId, oldId: old.id };
}

async function inProve(over: Parameters<TestShop["receive"]>[0] = {}) {
  const jobId = await shop.receive(over);
  await swap(jobId, "Camera", randomUuid());
  await enterBay(shop.technician, { ...(await shop.target(jobId)), to: "prove", reason: "" });
  return jobId;
}

async function meetAll(jobId: number) {
  for (const { kind, state } of await proofs(jobId)) if (state === "open") await decide(jobId, kind, "met");
}

const BY_WORDS = { reason: "burnt, smelt it" };

describe("a part that burnt before at the same place", () => {
  it("is not fitted a third time without a reason, which is kept with it", async () => {
    const jobId = await shop.receive();
    const { craftId } = await getJob(shop.pool, jobId);
    const burn = async (despite: string, said: Pick<ReplacePartInput, "reason" | "removedAs"> = BY_WORDS) => {
      const old = (await listFittedParts(shop.pool, craftId)).find(
        (part) => part.position === "Camera" && !part.removedAt,
      )!;
      await replacePart(shop.technician, {
        ...(await shop.target(jobId)),
        partId: old.id,
        ...said,
        name: "Camera mark 2",
        serial: "none",
        continuousA: null,
        despite,
      });
    };
    await burn("");
    await expect(burn("")).rejects.toThrow(/second camera that burnt on this craft: its power is the suspect/);
    // What a hand says counts, and not what the words sound like, either way.
    await expect(burn("", { reason: "two gates gone", removedAs: "burnt" })).rejects.toThrow(
      /its power is the suspect/,
    );
    await burn("", { reason: "smells burnt: that was the glue, the sensor is stuck", removedAs: "faulty" });
    await burn("rail metered 10 V, jumper moved to 5 V");
    const former = (await listFittedParts(shop.pool, craftId)).filter(
      ({ position, removedAt }) => position === "Camera" && removedAt,
    );
    expect(former.map(({ removedAs }) => removedAs)).toEqual([null, "faulty", null]);
    expect(former.map(({ removedReason }) => removedReason)).toContain(
      "burnt, smelt it; fitted all the same: rail metered 10 V, jumper moved to 5 V",
    );
  });
});

describe("replacePart", () => {
  it("names every place that a proof is owed for, once, and the newest alone after it was met", async () => {
    const escs = [1, 2, 3].map((at) => ({
      kind: "esc" as const,
      position: `ESC ${at}`,
      name: "Kite 45",
      serial: `E-${at}`,
      continuousA: 45,
    }));
    const jobId = await shop.receive({}, { parts: escs });
    const askedBy = async () => (await proofs(jobId)).find(({ kind }) => kind === "motor-map")!.askedBy;
    await swap(jobId, "ESC 1", "E-11");
    await swap(jobId, "ESC 3", "E-13");
    expect(await askedBy()).toBe("the new ESC 1 and the new ESC 3");
    await swap(jobId, "ESC 3", "E-33");
    expect(await askedBy()).toBe("the new ESC 1 and the new ESC 3");
    await enterBay(shop.technician, { ...(await shop.target(jobId)), to: "prove", reason: "" });
    await meetAll(jobId);
    await swap(jobId, "ESC 2", "E-12");
    expect(await askedBy()).toBe("the new ESC 2");
  });

  it("keeps the old part in its position's history and asks for the proofs of the new one, in order", async () => {
    const jobId = await shop.receive();
    const { craftId } = await swap(jobId, "Camera", "NEW-7");
    const camera = positionsOf(await listFittedParts(shop.pool, craftId)).find(
      ({ position }) => position === "Camera",
    )!;
    expect(camera.fitted).toMatchObject({ serial: "NEW-7", name: "Camera mark 2" });
    expect(camera.former).toEqual([
      expect.objectContaining({ name: "Camera mark 1", reason: "no picture with it", jobId }),
    ]);
    const kinds = (await proofs(jobId)).map(({ kind }) => kind);
    expect(kinds.slice(0, 2).sort()).toEqual(["continuity", "mounting"]);
    expect(kinds.at(-1)).toBe("picture-flight");
    expect(kinds).not.toContain("clean-time");
  });

  it("refuses a part that is out already and leaves everything as it was", async () => {
    const jobId = await shop.receive();
    const { oldId } = await swap(jobId, "Camera", "NEW-8");
    const before = await getJob(shop.pool, jobId);
    const again = replacePart(shop.technician, {
      jobId,
      version: before.version,
      partId: oldId,
      reason: "again",
      name: "X",
      serial: "none",
      continuousA: null,
      despite: "",
    });
    await expect(again).rejects.toThrow(/not fitted/);
    expect(await getJob(shop.pool, jobId)).toEqual(before);
  });

  it("opens proofs again that a second swap invalidates, and keeps the others", async () => {
    const jobId = await inProve();
    await decide(jobId, "continuity", "met");
    await decide(jobId, "mounting", "met");
    await changeSetting(shop.technician, {
      ...(await shop.target(jobId)),
      what: "video channel",
      before: "1",
      after: "2",
      mended: "settings",
      place: "",
    });
    const state = async (kind: string) => (await proofs(jobId)).find((proof) => proof.kind === kind)?.state;
    expect(await state("continuity")).toBe("met");
    expect(await state("settings")).toBe("open");
    await swap(jobId, "Camera", "NEW-9");
    expect(await state("continuity")).toBe("open");
  });

  it("lets findings from before the swap count no longer", async () => {
    const jobId = await shop.receive();
    await swap(jobId, "Camera", "NEW-2");
    const findings = findingsOf(await listEvents(shop.pool, jobId));
    expect(findings.map(({ state }) => state)).toEqual(["before the repair"]);
  });
});

describe("decideProof", () => {
  it("meets nothing before what must come first", async () => {
    const jobId = await inProve();
    await expect(decide(jobId, "low-hover", "met")).rejects.toThrow(/^First: Continuity/);
    await decide(jobId, "continuity", "met");
    expect((await proofs(jobId))[0]).toMatchObject({ kind: "continuity", state: "met", decidedBy: "Test technician" });
  });

  it("lets only a lead waive, in their name", async () => {
    const jobId = await inProve();
    await expect(decide(jobId, "picture-range", "waived")).rejects.toMatchObject({ code: "forbidden" });
    await decide(jobId, "picture-range", "waived", shop.lead);
    expect((await proofs(jobId)).find(({ kind }) => kind === "picture-range")).toMatchObject({
      state: "waived",
      decidedBy: "Test lead",
    });
  });

  it("sends a failed proof back to Isolate with what was seen as a finding", async () => {
    const jobId = await inProve();
    await decide(jobId, "continuity", "failed");
    const job = await getJob(shop.pool, jobId);
    expect(job).toMatchObject({ bay: "isolate", cameBackFrom: "prove" });
    expect(job.baysDone).toEqual(["receive"]);
    expect(countedFindings(findingsOf(await listEvents(shop.pool, jobId)), shippedLibrary)).toEqual([
      { kind: "symptom", symptomId: "dropped", value: true },
    ]);
    await expect(decide(jobId, "mounting", "met")).rejects.toThrow(/decided in Prove/);
  });

  it("refuses a proof that was not asked for", async () => {
    const jobId = await inProve();
    await expect(decide(jobId, "gimbal-level", "met")).rejects.toThrow(/not asked of this job/);
  });
});

describe("what a proof is met by", () => {
  const give = async (jobId: number, kind: string, evidence: GivenEvidence | null) =>
    decideProof(shop.technician, {
      ...(await shop.target(jobId)),
      kind,
      state: "met",
      note: "",
      symptomId: null,
      place: "",
      evidence,
    });
  const rowOf = async (jobId: number, kind: string) => (await proofs(jobId)).find((proof) => proof.kind === kind)!;
  /** A job in Prove after a new ESC, with every proof before this one met. */
  async function readyFor(kind: string) {
    const jobId = await shop.receive();
    await swap(jobId, "ESC 1", randomUuid());
    await enterBay(shop.technician, { ...(await shop.target(jobId)), to: "prove", reason: "" });
    for (const proof of await proofs(jobId)) {
      if (proof.kind === kind) break;
      await decide(jobId, proof.kind, "met");
    }
    return jobId;
  }
  const keepDraw = async (jobId: number, word: string, isCompared: boolean, isWhole = true) => {
    const draw = { voltageV: 15, currentA: 20, powerW: 300 };
    const [baseline, change] = isCompared ? [draw, 0.01] : [null, null];
    await changeJob(shop.technician, await shop.target(jobId), async () => ({
      events: [
        {
          kind: "run_kept",
          payload: {
            runId: 7,
            title: "Power draw",
            word,
            isWhole,
            reasons: ["At full: 1.0 % more."],
            steps: [{ name: "full", throttle: 1, measured: draw, baseline, change }],
          },
        },
      ],
      result: null,
    }));
    return (await listEvents(shop.pool, jobId)).at(-1)!.seq;
  };

  it("is no power draw without a run, a reading or a word why", async () => {
    const jobId = await readyFor("power-draw");
    await expect(give(jobId, "power-draw", null)).rejects.toThrow(/wants a kept measurement of the bench/);
    expect((await rowOf(jobId, "power-draw")).state).toBe("open");
    await give(jobId, "power-draw", { by: "eye", because: "the bench is away for repair" });
    expect(await rowOf(jobId, "power-draw")).toMatchObject({
      state: "met",
      metBy: "by eye, because the bench is away for repair",
    });
  });

  it("takes a good run that was held against a baseline, and says which; refuses a bad one", async () => {
    const jobId = await readyFor("power-draw");
    const bad = await keepDraw(jobId, "bad", true);
    await expect(give(jobId, "power-draw", { by: "measurement", seq: bad, asFirstBaseline: false })).rejects.toThrow(
      /says bad/,
    );
    const good = await keepDraw(jobId, "good", true);
    await give(jobId, "power-draw", { by: "measurement", seq: good, asFirstBaseline: false });
    expect((await rowOf(jobId, "power-draw")).metBy).toBe("Power draw, run 7, good: At full: 1.0 % more.");
  });

  it("takes no run that was cut, neither as it is nor as the first baseline", async () => {
    const jobId = await readyFor("power-draw");
    for (const isCompared of [true, false]) {
      const seq = await keepDraw(jobId, "good", isCompared, false);
      await expect(give(jobId, "power-draw", { by: "measurement", seq, asFirstBaseline: true })).rejects.toThrow(
        /cut before its end/,
      );
    }
  });

  it("takes a run that was held against nothing only as the first baseline", async () => {
    const jobId = await readyFor("power-draw");
    const seq = await keepDraw(jobId, "good", false);
    await expect(give(jobId, "power-draw", { by: "measurement", seq, asFirstBaseline: false })).rejects.toThrow(
      /held against nothing/,
    );
    await give(jobId, "power-draw", { by: "measurement", seq, asFirstBaseline: true });
    expect((await rowOf(jobId, "power-draw")).metBy).toMatch(/taken as the first baseline$/);
    const { craftId } = await getJob(shop.pool, jobId);
    expect((await getCraft(shop.pool, craftId)).baselineRunId).toBe(7);
  });

  it("does not take a run from before the repair", async () => {
    const jobId = await shop.receive();
    const seq = await keepDraw(jobId, "good", true);
    await swap(jobId, "ESC 1", "NEW-F");
    await enterBay(shop.technician, { ...(await shop.target(jobId)), to: "prove", reason: "" });
    for (const { kind } of await proofs(jobId)) {
      if (kind === "power-draw") break;
      await decide(jobId, kind, "met");
    }
    await expect(give(jobId, "power-draw", { by: "measurement", seq, asFirstBaseline: false })).rejects.toThrow(
      /before the last repair/,
    );
  });

  it("holds typed figures against their limit, and stores nothing of one that misses it", async () => {
    const jobId = await readyFor("first-power");
    const over = { by: "figures" as const, values: { standby: 2.6, limiter: 2 } };
    await expect(give(jobId, "first-power", over)).rejects.toThrow(/not below 80.% of it/);
    await expect(give(jobId, "first-power", { by: "figures", values: { standby: 0.4 } })).rejects.toMatchObject({
      code: "invalid_input",
    });
    expect((await rowOf(jobId, "first-power")).state).toBe("open");
    await give(jobId, "first-power", { by: "figures", values: { standby: 0.4, limiter: 2 } });
    expect((await rowOf(jobId, "first-power")).metBy).toMatch(/standby 0\.4.A, limiter set to 2.A: well below it/);
  });

  it("takes no photo that is not on the job", async () => {
    const jobId = await readyFor("mounting");
    await expect(give(jobId, "mounting", { by: "photo", photoId: 3 })).rejects.toThrow(/not on this job/);
  });
});

describe("reopenProof", () => {
  const reopen = async (jobId: number, kind: string) =>
    reopenProof(shop.technician, { ...(await shop.target(jobId)), kind, reason: "wrong craft" });
  const stateOf = async (jobId: number, kind: string) => (await proofs(jobId)).find((proof) => proof.kind === kind)!;

  it("takes met and waived back with the reason, as an event", async () => {
    const jobId = await inProve();
    await decide(jobId, "continuity", "met");
    await decide(jobId, "picture-range", "waived", shop.lead);
    for (const kind of ["continuity", "picture-range"]) {
      await reopen(jobId, kind);
      expect(await stateOf(jobId, kind)).toMatchObject({ state: "open", note: "", metBy: "", decidedBy: null });
    }
    const last = (await listEvents(shop.pool, jobId)).at(-1)!;
    expect(eventText(last, shippedLibrary)).toBe("Picture at a distance: “waived” taken back (wrong craft)");
    await expect(reopen(jobId, "continuity")).rejects.toThrow(/Nothing was decided/);
  });

  it("takes a failure back with its finding, and the job to Prove again", async () => {
    const jobId = await inProve();
    await decide(jobId, "continuity", "failed");
    await reopen(jobId, "continuity");
    expect((await getJob(shop.pool, jobId)).bay).toBe("prove");
    const findings = findingsOf(await listEvents(shop.pool, jobId));
    expect(findings.filter(({ state }) => state === "counted")).toEqual([]);
  });
});

describe("putRight", () => {
  const right = async (jobId: number, isRewired = false) =>
    putRight(shop.technician, {
      ...(await shop.target(jobId)),
      kind: "motor-map",
      note: "motor 3 turns the wrong way",
      symptomId: "motor-directions",
      place: "Motor 3, rear left",
      done: "two of its wires crossed",
      isRewired,
    });

  it("keeps the failure and the cure, asks for the proof again with what rests on it, and stays in Prove", async () => {
    const jobId = await shop.receive();
    await swap(jobId, "ESC 1", "NEW-G");
    await enterBay(shop.technician, { ...(await shop.target(jobId)), to: "prove", reason: "" });
    const upTo = (await proofs(jobId)).findIndex(({ kind }) => kind === "power-draw");
    for (const { kind } of (await proofs(jobId)).slice(0, upTo + 1)) await decide(jobId, kind, "met");
    await right(jobId);
    const state = async (kind: string) => (await proofs(jobId)).find((proof) => proof.kind === kind)!.state;
    expect((await getJob(shop.pool, jobId)).bay).toBe("prove");
    expect(await state("motor-map")).toBe("open");
    expect(await state("power-draw")).toBe("open"); // it rests on the motors turning right
    expect(await state("continuity")).toBe("met");
    // Put right, it tells Isolate nothing any more.
    const still = countedFindings(findingsOf(await listEvents(shop.pool, jobId)), shippedLibrary);
    expect(JSON.stringify(still)).not.toContain("motor-directions");
    const texts = (await listEvents(shop.pool, jobId)).slice(-3).map((event) => eventText(event, shippedLibrary));
    expect(texts[0]).toBe("Motor order and direction: Motor 3, rear left: failed (motor 3 turns the wrong way)");
    expect(texts[1]).toMatch(/from motor 3 turns the wrong way to two of its wires crossed$/);
  });

  it("asks for power and ground again when wires were touched", async () => {
    const jobId = await shop.receive();
    await swap(jobId, "ESC 1", "NEW-H");
    await enterBay(shop.technician, { ...(await shop.target(jobId)), to: "prove", reason: "" });
    for (const { kind } of (await proofs(jobId)).slice(0, 3)) await decide(jobId, kind, "met");
    expect((await proofs(jobId)).find(({ kind }) => kind === "esc-settings")!.askedBy).toBe("the new ESC 1");
    await right(jobId, true);
    const open = (await proofs(jobId)).filter(({ state }) => state === "open").map(({ kind }) => kind);
    expect(open).toEqual(expect.arrayContaining(["continuity", "mounting", "first-power", "motor-map"]));
  });
});

describe("the causes of a job", () => {
  it("both stand in the report with their own evidence, repair and place", async () => {
    const jobId = await shop.receive({
      seen: ["burnt-trace", "picture-black"],
      places: { "burnt-trace": "rear left" },
    });
    const name = async (faultIds: string[], places: Record<string, string>) =>
      nameCause(shop.technician, {
        ...(await shop.target(jobId)),
        faultIds,
        places,
        instead: null,
        other: "",
        otherPlace: "",
        note: "",
      });
    await name(["esc-phase"], { "esc-phase": "ESC 1, front right" });
    await swap(jobId, "ESC 1", "NEW-I");
    await enterBay(shop.technician, { ...(await shop.target(jobId)), to: "prove", reason: "" });
    await decide(jobId, "continuity", "failed");
    // The black picture has nothing to do with an ESC: it still holds. The burnt corner could have been it.
    const counted = countedFindings(findingsOf(await listEvents(shop.pool, jobId)), shippedLibrary);
    expect(counted.map((finding) => ("symptomId" in finding ? finding.symptomId : ""))).toEqual([
      "picture-black",
      "dropped",
    ]);
    await name(["camera-dead"], {});
    const report = reportOf(await loadJobFacts(shop.pool, jobId), { shopName: "", paper: "A4" });
    const first = report.sections.find(({ title }) => title === "Cause 1")!.lines.join("\n");
    const second = report.sections.find(({ title }) => title === "Cause 2")!.lines.join("\n");
    expect(first).toMatch(/burnt phase: ESC 1, front right/);
    expect(first).toMatch(/Proven by: .*Burnt trace or smell: rear left/);
    expect(first).toMatch(/Done: replaced ESC 1/);
    expect(first).toMatch(/Afterwards failed: Continuity/);
    expect(second).toMatch(/Camera dead/);
    expect(second).toMatch(/Not repaired/);
    expect(second).not.toMatch(/Burnt trace/);
  });

  it("can be taken back, and named in the place of another", async () => {
    const jobId = await shop.receive();
    const name = async (faultId: string, instead: number | null) =>
      nameCause(shop.technician, {
        ...(await shop.target(jobId)),
        faultIds: [faultId],
        places: {},
        instead,
        other: "",
        otherPlace: "",
        note: "",
      });
    await name("camera-dead", null);
    const first = (await listEvents(shop.pool, jobId)).find(({ kind }) => kind === "cause_named")!.seq;
    await name("board-video-path", first);
    const outcomes = async () => causesOf(await loadJobFacts(shop.pool, jobId)).map(({ outcome }) => outcome.kind);
    expect(await outcomes()).toEqual(["taken back", "not repaired"]);
    const second = (await listEvents(shop.pool, jobId)).findLast(({ kind }) => kind === "cause_named")!.seq;
    await withdrawCause(shop.technician, { ...(await shop.target(jobId)), seq: second, reason: "it was the lead" });
    expect(await outcomes()).toEqual(["taken back", "taken back"]);
    await expect(name("camera-dead", second)).rejects.toThrow(/does not stand/);
  });
});

describe("after something burnt", () => {
  const done = async (jobId: number, steps: ("power-to-ground" | "limiter-trips")[]) =>
    confirmBeforePower(shop.technician, { ...(await shop.target(jobId)), done: steps });
  const arm = (jobId: number, throttle: number) =>
    armRun(shop.technician, {
      jobId,
      operatorToken: "6f2b0c1e-8f0d-4c58-9d53-2f2e8a1f2a11",
      kind: "power-draw",
      profile: [{ name: "step", throttle, holdS: 1 }],
      limits: { current: { max: 10 } },
      options: {},
      rateHz: 20,
      defect: null,
      severity: 2,
    });

  it("no run is armed, at no throttle either, and the limiter never comes before the look", async () => {
    const jobId = await shop.receive({ seen: ["burnt-trace"] });
    for (const throttle of [0, 1])
      await expect(arm(jobId, throttle)).rejects.toThrow(/“Burnt trace or smell” was found/);
    await expect(done(jobId, ["limiter-trips"])).rejects.toThrow(/^First: Looked and smelled/);
    await done(jobId, ["power-to-ground"]);
    await expect(arm(jobId, 1)).rejects.toThrow(/First power through a current limiter/);
    await done(jobId, ["limiter-trips"]);
    await expect(arm(jobId, 1)).rejects.not.toThrow(/was found/); // only the rig is away now
  });
});

describe("an intermittent fault", () => {
  const intermittent = { failureCount: 6, failureTimeS: 75 };

  it("asks for clean time, counts it down by sorties, and meets it only when enough was flown", async () => {
    const jobId = await inProve({ intermittent });
    for (const { kind } of await proofs(jobId)) if (kind !== "clean-time") await decide(jobId, kind, "met");
    const clean = async () => cleanFlyingOf(await getJob(shop.pool, jobId), await listEvents(shop.pool, jobId))!;
    expect((await clean()).leftS).toBeCloseTo(48.6, 1);
    await fly(jobId, 40);
    expect((await clean()).leftS).toBeCloseTo(8.6, 1);
    await expect(decide(jobId, "clean-time", "met")).rejects.toThrow(/9\s?s of clean flying are left/);
    await fly(jobId, 9);
    await decide(jobId, "clean-time", "met");
    expect((await getJob(shop.pool, jobId)).nextStep).toBe("Hand it back");
  });

  it("starts the count again and goes back to Isolate when it fails on a sortie", async () => {
    const jobId = await inProve({ intermittent });
    await fly(jobId, 45);
    await fly(jobId, 20, 1);
    const job = await getJob(shop.pool, jobId);
    expect(job).toMatchObject({ bay: "isolate", cameBackFrom: "prove" });
    expect(cleanFlyingOf(job, await listEvents(shop.pool, jobId))!.flownS).toBe(0);
    expect((await proofs(jobId)).find(({ kind }) => kind === "clean-time")!.state).toBe("failed");
  });
});

describe("handBack", () => {
  it("refuses while one proof is open, then closes the job for good", async () => {
    const jobId = await inProve();
    const last = (await proofs(jobId)).at(-1)!;
    for (const { kind } of await proofs(jobId)) if (kind !== last.kind) await decide(jobId, kind, "met");
    const give = async () => handBack(shop.technician, { ...(await shop.target(jobId)), to: "Test owner", note: "" });
    await expect(give()).rejects.toThrow("1 proof is neither met nor waived.");
    await decide(jobId, last.kind, "met");
    await give();
    expect(await getJob(shop.pool, jobId)).toMatchObject({ bay: "handback", headline: "Handed back to Test owner" });
    await expect(give()).rejects.toThrow(/has been handed back; receive the craft again/);
  });

  it("refuses a job on which nothing was asked to be proven", async () => {
    const jobId = await shop.receive();
    await expect(
      handBack(shop.technician, { ...(await shop.target(jobId)), to: "Test owner", note: "" }),
    ).rejects.toThrow(/Nothing was asked/);
  });

  it("lets one go unrepaired with a reason, says so wherever the job is told, and learns nothing of it", async () => {
    const jobId = await shop.receive();
    const unrepaired = "the owner declines the price";
    const target = await shop.target(jobId);
    await handBack(shop.technician, { ...target, to: "Test owner", note: "", unrepaired });
    expect(await getJob(shop.pool, jobId)).toMatchObject({
      bay: "handback",
      headline: "Went back unrepaired to Test owner",
    });
    const report = reportOf(await loadJobFacts(shop.pool, jobId), { shopName: "", paper: "A4" });
    expect(report.handedBack).toMatch(/to Test owner, UNREPAIRED$/);
    expect(report.sections.find(({ title }) => title === "Unrepaired")!.lines.join(" ")).toMatch(
      /declines the price.*not to be powered or flown/,
    );
    expect(await findClosedCase(shop.pool, jobId)).toBeNull();
  });

  it("lets only a lead give one back unrepaired on which work stands unproven, and nobody one that is proven", async () => {
    const jobId = await inProve();
    const give = async (who: VerbContext) =>
      handBack(who, { ...(await shop.target(jobId)), to: "Test owner", note: "", unrepaired: "beyond its worth" });
    await expect(give(shop.technician)).rejects.toThrow(/lead/);
    await meetAll(jobId);
    await expect(give(shop.lead)).rejects.toThrow(/goes back repaired/);
    const other = await inProve();
    const target = await shop.target(other);
    await handBack(shop.lead, { ...target, to: "Test owner", note: "", unrepaired: "beyond its worth" });
    expect((await getJob(shop.pool, other)).closedAt).not.toBeNull();
  });

  it("gives a report of one page that says what was proven and never that it may fly", async () => {
    const jobId = await inProve();
    await meetAll(jobId);
    const report = reportOf(await loadJobFacts(shop.pool, jobId), { shopName: "", paper: "A4" });
    const section = (title: string) => report.sections.find((each) => each.title === title)!;
    expect(section("Parts and settings").lines).toEqual([expect.stringContaining("Camera mark 1")]);
    expect(section("Proofs").table!.rows.every(([, state, who]) => state === "met" && who === "Test technician")).toBe(
      true,
    );
    const pdf = (await reportPdf(report)).toString("latin1");
    expect(pdf.startsWith("%PDF-")).toBe(true);
    expect(pdf.match(/\/Type \/Page\b(?!s)/g)).toHaveLength(1);
    expect(JSON.stringify(report)).not.toMatch(/airworthy|\bsafe\b/i);
  });

  it("keeps the report on one page when everything was replaced", async () => {
    const jobId = await shop.receive({ intermittent: { failureCount: 3, failureTimeS: 600 } });
    for (const position of ["Camera", "Flight controller", "Main lead", "ESC 1"]) await swap(jobId, position, "NEW-3");
    const report = reportOf(await loadJobFacts(shop.pool, jobId), { shopName: "", paper: "A4" });
    expect(report.sections.find(({ title }) => title === "Proofs")!.table!.rows.length).toBeGreaterThan(18);
    const pdf = (await reportPdf(report)).toString("latin1");
    expect(pdf.match(/\/Type \/Page\b(?!s)/g)).toHaveLength(1);
  });
});
