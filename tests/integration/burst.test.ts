import { type RowDataPacket } from "mysql2/promise";
import { armRun } from "@/features/bench/benchVerbs";
import { importRun, noteRun } from "@/features/bench/runs/runFileVerbs";
import { getJob } from "@/features/job/jobRepository";
import { saveInstrument } from "@/features/instruments/saveInstrument";
import { listPhotos } from "@/features/job/photos/photoRepository";
import { logPack, savePack } from "@/features/packs/packVerbs";
import { addPhoto } from "@/features/receive/addPhoto";
import { receiveCraft } from "@/features/receive/receiveCraft";
import { changeDetails } from "@/features/receive/changeDetails";
import { saveEntry } from "@/features/library/libraryVerbs";
import { type Job } from "@/features/job/job";
import { type VerbContext } from "@/server/verbs/verbContext";
import { toFailure } from "@/server/verbs/runAction";
import { randomUuid } from "@/shared/randomUuid";
import { intake, openTestShop, type TestShop } from "./testShop";

// Many at once, the same twice, and things that only look alike: what a shop full of people and poor networks does.
let shop: TestShop;
beforeAll(async () => (shop = await openTestShop({ ownDatabase: true })));
afterAll(() => shop.close());

const count = async (table: string) => {
  const [rows] = await shop.pool.query<RowDataPacket[]>(`SELECT COUNT(*) AS n FROM ${table}`);
  return Number(rows[0]!.n);
};
const close = (jobId: number) =>
  shop.pool.execute("UPDATE job SET closed_at = UTC_TIMESTAMP(3), is_open = NULL WHERE id = ?", [jobId]);
const detailsOf = ({ version, complaint, lastChange, waitingFor, technicianId, promisedOn, isUrgent }: Job) => ({
  version,
  complaint,
  lastChange,
  waitingFor,
  technicianId,
  promisedOn,
  isUrgent,
});
const TABLE = [
  "time [s],throttle [%],voltage [V],current [A]",
  ...Array.from({ length: 900 }, (_, at) => `${at / 10},50,16,9`),
];

describe("many at once", () => {
  it("take a craft in once: one is first, the others are told which job it is", async () => {
    const first = await shop.receive();
    const craftId = (await getJob(shop.pool, first)).craftId;
    await close(first);
    const all = await Promise.allSettled(
      Array.from({ length: 8 }, () => receiveCraft(shop.technician, intake({ newCraft: null, craftId }))),
    );
    const taken = all.flatMap((one) => (one.status === "fulfilled" ? [one.value.jobId] : []));
    expect(taken).toHaveLength(1);
    for (const one of all)
      if (one.status === "rejected")
        expect((one.reason as Error).message).toBe(
          `Reed is here already: job ${String(taken[0]).padStart(4, "0")} is open.`,
        );
  });

  it("put fifty photos on one job, every one, and the same picture once", async () => {
    const jobId = await shop.receive();
    const png = (at: number) =>
      Buffer.concat([Buffer.from("89504e470d0a1a0a0000000d49484452", "hex"), Buffer.from(`picture ${at}`)]);
    await Promise.all(
      Array.from({ length: 50 }, (_, at) =>
        addPhoto(shop.technician, { jobId, fileName: `p${at}.png`, bytes: png(at) }),
      ),
    );
    expect(await listPhotos(shop.pool, jobId)).toHaveLength(50);
    const twice = await Promise.all(
      [1, 2].map(() => addPhoto(shop.technician, { jobId, fileName: "again.png", bytes: png(7) })),
    );
    expect(twice[0]).toEqual(twice[1]);
    expect(await listPhotos(shop.pool, jobId)).toHaveLength(50);
  }, 60_000);
});

describe("many who meet", () => {
  it("work on each other's jobs without waiting for one another", async () => {
    const mine = await shop.receive({ technicianId: shop.technician.person.id });
    const theirs = await shop.receive({ technicianId: shop.lead.person.id });
    const note = async (context: VerbContext, jobId: number, at: number) =>
      changeDetails(context, { ...detailsOf(await getJob(shop.pool, jobId)), jobId, complaint: `It fell, ${at}` });
    for (let at = 0; at < 60; at++) await Promise.all([note(shop.technician, theirs, at), note(shop.lead, mine, at)]);
    for (const jobId of [mine, theirs]) expect((await getJob(shop.pool, jobId)).complaint).toBe("It fell, 59");
  }, 60_000);

  it("save the library at the same moment: one is first, the others are told of a conflict", async () => {
    const save = (at: number) =>
      saveEntry(shop.lead, {
        baseRevision: 0,
        group: "repairs",
        id: null,
        entry: { name: `Tighten ${at}`, part: "frame", minutes: 5, parts: [] },
        note: "",
      });
    const all = await Promise.allSettled(Array.from({ length: 6 }, (_, at) => save(at)));
    expect(all.filter(({ status }) => status === "fulfilled")).toHaveLength(1);
    for (const one of all) if (one.status === "rejected") expect(one.reason).toMatchObject({ code: "conflict" });
  }, 60_000);
});

describe("the same twice", () => {
  it("writes a pack's measurement and a run's remark once", async () => {
    const packId = await savePack(shop.technician, {
      id: null,
      version: 0,
      label: "Twice",
      chemistry: "LiPo",
      cellCount: 4,
      capacityMah: 1500,
      cRating: null,
      boughtOn: null,
      isRetired: false,
    });
    const entry = {
      packId,
      measuredOn: "2026-03-01",
      cycles: null,
      resistanceMohm: 5,
      capacityMah: null,
      spreadMv: null,
      cellsMohm: null,
      cellsV: null,
      note: "",
      requestKey: randomUuid(),
    };
    await logPack(shop.technician, entry);
    await logPack(shop.technician, entry);
    expect(await count("pack_entry")).toBe(1);
    const jobId = await shop.receive();
    const { runId } = await importRun(shop.technician, { jobId, kind: "power-draw", text: TABLE.join("\n") });
    const remark = { runId, atS: 1, note: "here", requestKey: randomUuid() };
    await noteRun(shop.technician, remark);
    await noteRun(shop.technician, remark);
    expect(await count("bench_run_note")).toBe(1);
  });
});

describe("what only looks right", () => {
  it("is refused in words: a technician that there is not, a viewer as technician", async () => {
    for (const technicianId of [999_999, shop.viewer.person.id])
      await expect(receiveCraft(shop.technician, intake({ technicianId }))).rejects.toMatchObject({
        code: "invalid_input",
        message: "Pick somebody who works on jobs.",
      });
  });

  it("is told as a name that is taken where two names differ by an accent alone", async () => {
    const instrument = {
      id: null,
      version: 0,
      transport: "serial" as const,
      host: "",
      port: 0,
      mapText: JSON.stringify({
        format: "pitstopa-command-map/1",
        channels: [{ channel: "voltage", query: "v" }],
        output: null,
      }),
      serial: "",
      calibratedOn: null,
      calibrationDue: null,
      isUsed: false,
    };
    await saveInstrument(shop.technician, { ...instrument, name: "Metre" });
    const failure = await saveInstrument(shop.technician, { ...instrument, name: "Mètre" }).then(
      () => null,
      (error: unknown) => toFailure(error),
    );
    expect(failure).toMatchObject({ code: "invalid_input", message: expect.stringMatching(/reads the same/) });
  });

  it("is kept out of a job that was handed back: no run from a file, no arming", async () => {
    const jobId = await shop.receive();
    await close(jobId);
    await expect(importRun(shop.technician, { jobId, kind: "power-draw", text: TABLE.join("\n") })).rejects.toThrow(
      /has been handed back/,
    );
    await expect(
      armRun(shop.technician, {
        jobId,
        kind: "power-draw",
        profile: [{ name: "idle", throttle: 0, holdS: 1 }],
        limits: { current: { max: 10 } },
        options: {},
        rateHz: 20,
        operatorToken: randomUuid(),
        defect: null,
        severity: 1,
      } as unknown as Parameters<typeof armRun>[1]),
    ).rejects.toThrow(/has been handed back/);
  });

  it("leaves nothing of a run from a file that breaks off", async () => {
    const jobId = await shop.receive();
    const before = [await count("bench_run"), await count("bench_run_chunk")];
    // A disk that is full after the first chunk, as far as the verb can tell.
    await shop.pool.query("ALTER TABLE bench_run_chunk ADD CONSTRAINT breaks_off CHECK (seq < 1 OR run_id < 0)");
    const long = [TABLE[0], ...Array.from({ length: 40_000 }, (_, at) => `${at / 200},50,16,9`)].join("\n");
    await expect(importRun(shop.technician, { jobId, kind: "power-draw", text: long })).rejects.toThrow(/breaks_off/);
    await shop.pool.query("ALTER TABLE bench_run_chunk DROP CONSTRAINT breaks_off");
    expect([await count("bench_run"), await count("bench_run_chunk")]).toEqual(before);
  });
});
