import { type RowDataPacket } from "mysql2/promise";
import { shippedLibrary } from "@/core/diagnosis/shippedLibrary";
import { decideCase } from "@/features/handback/handBack";
import { getIsolateBay } from "@/features/isolate/getIsolateBay";
import { getJob } from "@/features/job/jobRepository";
import { getLearnedCauses } from "@/features/faultLibrary/closedCaseRepository";
import { getCurrentLibrary } from "@/features/faultLibrary/currentLibrary";
import { DEFAULT_WORKSHOP } from "@/features/faultLibrary/defaultWorkshop";
import { listRevisions } from "@/features/faultLibrary/libraryRepository";
import { getWorkshop } from "@/features/faultLibrary/workshopRepository";
import { getRevisionDiff } from "@/features/library/getLibraryPage";
import { importLibrary, removeEntry, restoreRevision, saveEntry } from "@/features/library/libraryVerbs";
import { getWorkshopPage } from "@/features/workshop/getWorkshopPage";
import { saveWorkshop } from "@/features/workshop/saveWorkshop";
import { closeJob } from "./closeJob";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => (shop = await openTestShop({ ownDatabase: true })));
afterAll(() => shop.close());

const revision = async () => (await getCurrentLibrary(shop.pool)).revision;
const fault = (id: string) => shippedLibrary.faults.find((each) => each.id === id)!;
const { id: cameraDead, ...cameraEntry } = fault("camera-dead");

describe("the library in the app", () => {
  it("is the shipped one until a lead saves an entry; open jobs go by the new one at once", async () => {
    expect(await revision()).toBe(0);
    const jobId = await shop.receive();
    const before = (await getIsolateBay(shop.technician, jobId)).view;
    const result = await saveEntry(shop.lead, {
      baseRevision: 0,
      group: "faults",
      id: cameraDead,
      entry: { ...cameraEntry, prior: cameraEntry.prior / 50, name: "Camera gave up" },
      note: "our cameras last",
    });
    expect(result).toMatchObject({ saved: true });
    const { edited } = await getCurrentLibrary(shop.pool);
    expect(edited.faults.find(({ id }) => id === cameraDead)!.name).toBe("Camera gave up");
    const probability = (view: typeof before) =>
      view.groups.flatMap(({ suspects }) => suspects).find(({ faultId }) => faultId === cameraDead)?.probability ?? 0;
    expect(probability((await getIsolateBay(shop.technician, jobId)).view)).toBeLessThan(probability(before) / 5);
  });

  it("says field by field what a revision changed, and who, and why", async () => {
    const [newest] = await listRevisions(shop.pool);
    expect(newest).toMatchObject({ personName: "Test lead", note: "our cameras last" });
    const [change] = await getRevisionDiff(shop.viewer, newest!.id);
    expect(change).toMatchObject({ group: "faults", id: cameraDead, kind: "changed" });
    expect(change!.fields.map(({ field }) => field).sort()).toEqual(["name", "prior"]);
  });

  it("refuses an entry that makes no sense, with the place, and stores nothing", async () => {
    const base = await revision();
    const result = await saveEntry(shop.lead, {
      baseRevision: base,
      group: "faults",
      id: cameraDead,
      entry: { ...cameraEntry, prior: 1.7, repair: "wish" },
      note: "",
    });
    expect(result).toMatchObject({ saved: false });
    const problems = "problems" in result ? result.problems.map(({ place, problem }) => `${place}: ${problem}`) : [];
    expect(problems.join("\n")).toMatch(/faults\/camera-dead/);
    expect(await revision()).toBe(base);
  });

  it("tells the second of two leads what the first one saved", async () => {
    const base = await revision();
    const save = (name: string) =>
      saveEntry(shop.lead, {
        baseRevision: base,
        group: "faults",
        id: cameraDead,
        entry: { ...cameraEntry, name },
        note: "",
      });
    await save("Camera dead indeed");
    await expect(save("Camera very dead")).rejects.toMatchObject({
      code: "conflict",
      changes: [expect.stringMatching(/^Test lead: /)],
    });
  });

  it("names what still needs an entry that is to be removed, and removes one that nothing needs", async () => {
    const needed = await removeEntry(shop.lead, {
      baseRevision: await revision(),
      group: "repairs",
      id: "replace-camera",
      note: "",
    });
    expect(needed).toMatchObject({ saved: false });
    expect("problems" in needed && needed.problems.map(({ place }) => place)).toContain("faults/camera-dead");
    const gone = await removeEntry(shop.lead, {
      baseRevision: await revision(),
      group: "faults",
      id: "camera-dead",
      note: "",
    });
    expect(gone).toMatchObject({ saved: true });
    const { edited } = await getCurrentLibrary(shop.pool);
    expect(edited.symptoms.some(({ links }) => "camera-dead" in links)).toBe(false);
  });

  it("goes back to the shipped library as a new revision, and keeps the history", async () => {
    const count = (await listRevisions(shop.pool)).length;
    await restoreRevision(shop.lead, { baseRevision: await revision(), revision: 0, note: "" });
    expect((await getCurrentLibrary(shop.pool)).edited).toEqual(JSON.parse(JSON.stringify(shippedLibrary)));
    const revisions = await listRevisions(shop.pool);
    expect(revisions).toHaveLength(count + 1);
    expect(revisions[0]!.note).toBe("back to the shipped library");
  });

  it("takes its own export in again: nothing would change", async () => {
    const text = JSON.stringify((await getCurrentLibrary(shop.pool)).edited);
    const trial = await importLibrary(shop.lead, { baseRevision: await revision(), text, isTrial: true, note: "" });
    expect(trial).toMatchObject({ saved: false, changes: [] });
  });

  it("refuses a file with errors whole, with each error's place", async () => {
    const base = await revision();
    const broken = structuredClone(shippedLibrary) as unknown as {
      faults: { id: string; prior: number }[];
      checks: { id: string; minutes: unknown }[];
    };
    broken.faults[3]!.prior = -1;
    broken.checks[5]!.minutes = "some";
    const attempt = (text: string) => importLibrary(shop.lead, { baseRevision: base, text, isTrial: false, note: "" });
    const result = await attempt(JSON.stringify(broken));
    const places = "problems" in result ? result.problems.map(({ place }) => place) : [];
    expect(places.join("\n")).toContain(`checks/${broken.checks[5]!.id} minutes`);
    expect(await attempt("{ not json")).toMatchObject({ saved: false, problems: [{ place: "file" }] });
    expect(await revision()).toBe(base);
  });
});

describe("the workshop", () => {
  it("takes checks off the list that need a tool the shop has not, and says what is missing", async () => {
    const jobId = await shop.receive({ history: "in-service" });
    const before = (await getIsolateBay(shop.technician, jobId)).view;
    expect(before.checks.map(({ id }) => id)).toContain("spare-camera");
    const { version } = await getWorkshop(shop.pool);
    const content = { ...DEFAULT_WORKSHOP, spares: DEFAULT_WORKSHOP.spares.filter((kind) => kind !== "camera") };
    await saveWorkshop(shop.lead, { version, content });
    const after = (await getIsolateBay(shop.technician, jobId)).view;
    expect(after.checks.map(({ id }) => id)).not.toContain("spare-camera");
    expect(after.missing.join("\n")).toMatch(/known-good camera \(no spare camera\)/);
  });

  it("is saved by one of two leads; the other is told", async () => {
    const { version } = await getWorkshop(shop.pool);
    await saveWorkshop(shop.lead, { version, content: DEFAULT_WORKSHOP });
    await expect(saveWorkshop(shop.lead, { version, content: DEFAULT_WORKSHOP })).rejects.toMatchObject({
      code: "conflict",
    });
    await expect(
      saveWorkshop(shop.technician, { version: version + 1, content: DEFAULT_WORKSHOP }),
    ).rejects.toMatchObject({ code: "forbidden" });
    await expect(getWorkshopPage(shop.viewer)).resolves.toMatchObject({ version: version + 1, mayEdit: false });
  });
});

describe("learning from closed jobs", () => {
  /** A whole job on a quad, closed with this cause. */
  async function close(faultIds: string[], other = ""): Promise<number> {
    const jobId = await shop.receive();
    await closeJob(shop, jobId, faultIds, other);
    return jobId;
  }
  const learned = () => getLearnedCauses(shop.pool, "quad");

  it("counts each closed job once, with all its causes, and those outside the library as a job", async () => {
    expect(await learned()).toEqual({ jobs: 0, withFault: {}, circumstances: [] });
    await close(["camera-dead", "board-video-path"]);
    await close([], "ants in the housing");
    expect(await learned()).toEqual({
      jobs: 2,
      withFault: { "camera-dead": 1, "board-video-path": 1 },
      circumstances: [{ phase: expect.any(String), history: expect.any(String), jobs: 2 }],
    });
  });

  it("moves the usual rate on the next job, and says both rates", async () => {
    const jobId = await shop.receive();
    const suspect = (await getIsolateBay(shop.technician, jobId)).view.groups
      .flatMap(({ suspects }) => suspects)
      .find(({ faultId }) => faultId === "camera-dead")!;
    expect(suspect.rate).toMatch(/^Library says .* \(judgement\), this shop 50\s% of 2 jobs\.$/);
    const { version } = await getWorkshop(shop.pool);
    await saveWorkshop(shop.lead, { version, content: { ...DEFAULT_WORKSHOP, isLearning: false } });
    const off = (await getIsolateBay(shop.technician, jobId)).view.groups
      .flatMap(({ suspects }) => suspects)
      .find(({ faultId }) => faultId === "camera-dead")!;
    expect(off.rate).toMatch(/^Library says [^,]*\.$/);
    expect(off.probability).toBeLessThan(suspect.probability);
  });

  it("takes a wrongly closed job out, once, and back in", async () => {
    const jobId = await close(["camera-dead"]);
    const decide = (counts: boolean, who = shop.lead) =>
      decideCase(who, { jobId, counts, reason: counts ? "" : "it was the lead" });
    await expect(decide(false, shop.technician)).rejects.toMatchObject({ code: "forbidden" });
    expect(await learned()).toMatchObject({ jobs: 3, withFault: { "camera-dead": 2 } });
    await decide(false);
    await decide(false); // a second click changes nothing
    expect(await learned()).toMatchObject({ jobs: 2, withFault: { "camera-dead": 1 } });
    await decide(true);
    expect(await learned()).toMatchObject({ jobs: 3, withFault: { "camera-dead": 2 } });
    expect(await getJob(shop.pool, jobId)).toMatchObject({ bay: "handback" });
    await expect(decideCase(shop.lead, { jobId: 999999, counts: false, reason: "" })).rejects.toMatchObject({
      code: "not_found",
    });
  });

  it("keeps counters that agree with a count over the cases themselves", async () => {
    const [rows] = await shop.pool.query<RowDataPacket[]>(
      "SELECT COUNT(*) AS n FROM closed_case WHERE craft_kind = 'quad' AND counts = 1",
    );
    expect((await learned()).jobs).toBe(Number(rows[0]!.n));
  });
});
