import { shippedLibrary } from "@/core/diagnosis/shippedLibrary";
import { listFittedParts } from "@/features/craft/fittedPartRepository";
import { positionsOf } from "@/features/craft/positionsOf";
import { handBack } from "@/features/handback/handBack";
import { reportOf } from "@/features/handback/report";
import { reportPdf } from "@/features/handback/reportPdf";
import { enterBay } from "@/features/job/bays/enterBay";
import { countedFindings, findingsOf } from "@/features/job/events/findings";
import { loadJobFacts } from "@/features/job/headline/jobFacts";
import { listEvents } from "@/features/job/events/jobEventRepository";
import { getJob } from "@/features/job/jobRepository";
import { listProofs } from "@/features/job/proofRepository";
import { cleanFlyingOf } from "@/features/prove/cleanFlying";
import { decideProof, logSortie } from "@/features/prove/proveVerbs";
import { changeSetting, replacePart } from "@/features/refit/refitVerbs";
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
  });
  return { craftId, oldId: old.id };
}

async function inProve(over: Parameters<TestShop["receive"]>[0] = {}) {
  const jobId = await shop.receive(over);
  await swap(jobId, "Camera", "NEW-1");
  await enterBay(shop.technician, { ...(await shop.target(jobId)), to: "prove", reason: "" });
  return jobId;
}

async function meetAll(jobId: number) {
  for (const { kind, state } of await proofs(jobId)) if (state === "open") await decide(jobId, kind, "met");
}

describe("replacePart", () => {
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

  it("gives a report of one page that says what was proven and never that it may fly", async () => {
    const jobId = await inProve();
    await meetAll(jobId);
    const report = reportOf(await loadJobFacts(shop.pool, jobId));
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
    const report = reportOf(await loadJobFacts(shop.pool, jobId));
    expect(report.sections.find(({ title }) => title === "Proofs")!.table!.rows.length).toBeGreaterThan(18);
    const pdf = (await reportPdf(report)).toString("latin1");
    expect(pdf.match(/\/Type \/Page\b(?!s)/g)).toHaveLength(1);
  });
});
