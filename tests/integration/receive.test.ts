import { type RowDataPacket } from "mysql2/promise";
import * as v from "valibot";
import { listFittedParts } from "@/features/craft/fittedPartRepository";
import { findingsOf } from "@/features/job/events/findings";
import { listEvents } from "@/features/job/events/jobEventRepository";
import { getJob } from "@/features/job/jobRepository";
import { addPhoto } from "@/features/receive/addPhoto";
import { changeDetails } from "@/features/receive/changeDetails";
import { receiveCraft } from "@/features/receive/receiveCraft";
import { ReceiveCraftInput } from "@/features/receive/receiveCraft.schema";
import { getPhoto, listPhotos } from "@/features/job/photos/photoRepository";
import { intake, openTestShop, testCraft, type TestShop } from "./testShop";

let shop: TestShop;
// Its own: what is stored is counted over the whole shop, and the other tests take craft in meanwhile.
beforeAll(async () => (shop = await openTestShop({ ownDatabase: true })));
afterAll(() => shop.close());

const count = async (table: string) => {
  const [rows] = await shop.pool.query<RowDataPacket[]>(`SELECT COUNT(*) AS n FROM ${table}`);
  return Number(rows[0]!.n);
};

describe("receiveCraft", () => {
  it("opens a job in Isolate with what was seen as findings and the suspects on its strip", async () => {
    const job = await getJob(shop.pool, await shop.receive());
    expect(job).toMatchObject({ bay: "isolate", baysDone: ["receive"], version: 1 });
    expect(job.headline).toMatch(/Camera/);
    expect(job.nextStep).not.toBe("");
    const findings = findingsOf(await listEvents(shop.pool, job.id));
    expect(findings.map(({ finding }) => finding)).toEqual([
      { kind: "symptom", symptomId: "picture-black", value: true },
    ]);
  });

  it("makes one job of two clicks, one after the other and at the same moment", async () => {
    const once = intake();
    const first = await receiveCraft(shop.technician, once);
    expect(await receiveCraft(shop.technician, once)).toEqual(first);
    const twice = intake();
    const [a, b] = await Promise.all([receiveCraft(shop.technician, twice), receiveCraft(shop.technician, twice)]);
    expect(a).toEqual(b);
  });

  it("takes forty new craft in at the same moment, and each has its parts counted from one", async () => {
    const jobs = await Promise.all(Array.from({ length: 40 }, () => shop.receive()));
    for (const jobId of jobs) {
      const { craftId } = await getJob(shop.pool, jobId);
      const parts = await listFittedParts(shop.pool, craftId);
      expect(parts.map(({ id }) => id).sort((a, b) => a - b)).toEqual(testCraft().parts.map((_, i) => i + 1));
    }
  });

  it("stores nothing of an intake that fails half-way", async () => {
    const taken = testCraft();
    await receiveCraft(shop.technician, intake({ newCraft: taken }));
    const before = [await count("craft"), await count("job"), await count("fitted_part")];
    await expect(receiveCraft(shop.technician, intake({ newCraft: taken }))).rejects.toThrow(
      `Tail number ${taken.tailNumber} belongs to another craft.`,
    );
    await expect(receiveCraft(shop.technician, intake({ newCraft: null, craftId: 99999999 }))).rejects.toMatchObject({
      code: "not_found",
    });
    expect([await count("craft"), await count("job"), await count("fitted_part")]).toEqual(before);
  });

  it("refuses a craft that has an open job, and says which", async () => {
    const jobId = await shop.receive();
    const { craftId } = await getJob(shop.pool, jobId);
    const again = receiveCraft(shop.technician, intake({ newCraft: null, craftId }));
    await expect(again).rejects.toThrow(`Reed is here already: job ${String(jobId).padStart(4, "0")} is open.`);
  });

  it("refuses something seen that the library has no word for, and stores nothing", async () => {
    const before = [await count("craft"), await count("job")];
    await expect(receiveCraft(shop.technician, intake({ seen: ["picture-black", "aura"] }))).rejects.toThrow(
      'The library has no symptom "aura".',
    );
    expect([await count("craft"), await count("job")]).toEqual(before);
  });

  it("refuses a viewer", async () => {
    await expect(receiveCraft(shop.viewer, intake())).rejects.toMatchObject({ code: "forbidden" });
  });
});

describe("the intake form", () => {
  const problems = (over: object) => {
    const parsed = v.safeParse(ReceiveCraftInput, { ...intake(), ...over });
    return parsed.success ? {} : Object.fromEntries(parsed.issues.map((issue) => [v.getDotPath(issue), issue.message]));
  };

  it("takes a whole intake", () => expect(problems({})).toEqual({}));

  it.each<[string, object, string, RegExp]>([
    ["a battery that is still in", { batteryOut: false }, "batteryOut", /battery out first/],
    ["props that are still on", { propsOff: false }, "propsOff", /props off/],
    ["no complaint", { complaint: "  " }, "complaint", /what is wrong/],
    ["neither craft nor new craft", { newCraft: null }, "craftId", /Pick a craft/],
    ["a craft of no known kind", { newCraft: { ...testCraft(), kind: "kite" } }, "newCraft.kind", /kind of craft/],
    ["a mass that is no number", { newCraft: { ...testCraft(), massG: "heavy" } }, "newCraft.massG", /all-up mass/],
    ["failures without a time", { intermittent: { failureCount: 3 } }, "intermittent.failureTimeS", /./],
  ])("says at the field what is wrong with %s", (_, over, field, message) => {
    expect(problems(over)[field as keyof object]).toMatch(message);
  });
});

describe("changeDetails", () => {
  it("writes what changed, from what to what, and nothing when nothing did", async () => {
    const jobId = await shop.receive();
    const { complaint, lastChange, technicianId } = await getJob(shop.pool, jobId);
    const details = {
      complaint,
      lastChange,
      technicianId,
      waitingFor: "camera, Thursday",
      promisedOn: null,
      isUrgent: false,
    };
    await changeDetails(shop.technician, { ...(await shop.target(jobId)), ...details });
    await changeDetails(shop.technician, { ...(await shop.target(jobId)), ...details });
    const changes = (await listEvents(shop.pool, jobId)).filter(({ kind }) => kind === "details_changed");
    expect(changes.map(({ payload }) => payload)).toEqual([
      { changed: { "waiting for": { from: "", to: "camera, Thursday" } } },
    ]);
  });
});

describe("addPhoto", () => {
  const png = (text: string) =>
    Buffer.concat([Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]), Buffer.from(text)]);

  it("keeps a picture, once however often it is sent", async () => {
    const jobId = await shop.receive();
    const photo = { jobId, fileName: "arm.png", bytes: png("arm") };
    const { photoId } = await addPhoto(shop.technician, photo);
    expect(await addPhoto(shop.technician, photo)).toEqual({ photoId });
    expect(await listPhotos(shop.pool, jobId)).toHaveLength(1);
    expect((await getPhoto(shop.pool, jobId, photoId)).bytes).toEqual(photo.bytes);
    await addPhoto(shop.technician, { ...photo, bytes: png("other") });
    expect((await listPhotos(shop.pool, jobId)).map(({ id }) => id)).toEqual([1, 2]);
  });

  it("takes a picture of fourteen megabytes and refuses one over fifteen with the limit", async () => {
    const jobId = await shop.receive();
    const large = Buffer.concat([png("large"), Buffer.alloc(14 * 1024 * 1024)]);
    await expect(addPhoto(shop.technician, { jobId, fileName: "l.png", bytes: large })).resolves.toEqual({
      photoId: 1,
    });
    const tooLarge = Buffer.concat([png("x"), Buffer.alloc(15 * 1024 * 1024)]);
    await expect(addPhoto(shop.technician, { jobId, fileName: "big.png", bytes: tooLarge })).rejects.toThrow(
      /big\.png has 15\.0 MB; the limit is 15 MB/,
    );
  });

  it("refuses what only calls itself a picture", async () => {
    const jobId = await shop.receive();
    const bytes = Buffer.from("#!/bin/sh");
    await expect(addPhoto(shop.technician, { jobId, fileName: "photo.png", bytes })).rejects.toMatchObject({
      code: "wrong_type",
    });
    await expect(addPhoto(shop.viewer, { jobId, fileName: "a.png", bytes: png("a") })).rejects.toMatchObject({
      code: "forbidden",
    });
  });
});
