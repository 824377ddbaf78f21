import { toAfterKey, toBoardFilter } from "@/features/board/boardFilter";
import { type BoardFilter, PAGE_SIZE } from "@/features/board/boardRepository";
import { getBoard } from "@/features/board/getBoard";
import { nameCause } from "@/features/isolate/isolateVerbs";
import { getJob } from "@/features/job/jobRepository";
import { randomUuid } from "@/shared/randomUuid";
import { openTestShop, testCraft, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => (shop = await openTestShop()));
afterAll(() => shop.close());

const everything: BoardFilter = { search: "", bay: null, technicianId: null, closed: false, after: null };
const board = (filter: Partial<BoardFilter>) => getBoard(shop.viewer, { ...everything, ...filter });
const ids = async (filter: Partial<BoardFilter>) => (await board(filter)).tickets.map(({ jobId }) => jobId);

describe("getBoard", () => {
  it("finds a job by craft, tail number, serial, part serial, complaint and number", async () => {
    const tag = randomUuid().slice(0, 8);
    const newCraft = testCraft({ name: `Name${tag}` });
    const jobId = await shop.receive({ newCraft, complaint: `Hums like ${tag}x` });
    for (const search of [`Name${tag}`, newCraft.tailNumber, newCraft.serial, newCraft.parts[0]!.serial, `${tag}x`]) {
      expect(await ids({ search })).toEqual([jobId]);
    }
    expect(await ids({ search: String(jobId).padStart(4, "0") })).toContain(jobId);
    expect(await ids({ search: `Name${tag}`, closed: true })).toEqual([]);
  });

  it("takes a percent sign as what it is", async () => {
    const tag = randomUuid().slice(0, 8);
    const jobId = await shop.receive({ complaint: `${tag} lost 50% of thrust` });
    await shop.receive({ complaint: `${tag} lost 50 grams` });
    expect(await ids({ search: `${tag} lost 50%` })).toEqual([jobId]);
  });

  it("filters by bay and technician", async () => {
    const jobId = await shop.receive({ technicianId: shop.lead.person.id });
    await nameCause(shop.technician, {
      ...(await shop.target(jobId)),
      faultIds: ["camera-dead"],
      places: {},
      instead: null,
      otherPlace: "",
      other: "",
      note: "",
    });
    expect(await ids({ bay: "refit", technicianId: shop.lead.person.id })).toEqual([jobId]);
    expect(await ids({ bay: "isolate", technicianId: shop.lead.person.id })).toEqual([]);
  });

  it("counts what the filter leaves, and no more", async () => {
    const tag = randomUuid().slice(0, 8);
    await shop.receive({ complaint: `${tag} counted` });
    await shop.receive({ complaint: `${tag} counted`, technicianId: shop.lead.person.id });
    const counts = async (more: object) =>
      (await getBoard(shop.technician, { ...everything, search: tag, ...more })).openByBay;
    expect(await counts({})).toEqual({ isolate: 2 });
    expect(await counts({ technicianId: shop.lead.person.id })).toEqual({ isolate: 1 });
  });

  it("names as the next thing what is urgent, then what was promised first, then the oldest", async () => {
    const mine = await openTestShop();
    const next = async () => (await getBoard(mine.technician, everything)).nextStep?.jobId;
    const oldest = await mine.receive();
    expect(await next()).toBe(oldest);
    const later = await mine.receive({ promisedOn: "2026-12-04" });
    expect(await next()).toBe(later);
    const sooner = await mine.receive({ promisedOn: "2026-12-02" });
    expect(await next()).toBe(sooner);
    const urgent = await mine.receive({ isUrgent: true });
    expect(await next()).toBe(urgent);
    await mine.close();
  });

  it("pages by key without leaving a job out or showing one twice", async () => {
    for (let i = 0; i < PAGE_SIZE + 3; i++) await shop.receive();
    const seen: number[] = [];
    let after: BoardFilter["after"] = null;
    do {
      const page = await board({ after });
      seen.push(...page.tickets.map(({ jobId }) => jobId));
      after = page.nextAfter;
    } while (after);
    expect(new Set(seen).size).toBe(seen.length);
    const { openByBay } = await board({});
    expect(seen).toHaveLength(Object.values(openByBay).reduce((sum, count) => sum + count, 0));
  });

  it("names the technician's oldest job that waits for nothing as the next thing", async () => {
    const { nextStep } = await getBoard(shop.lead, everything);
    const job = await getJob(shop.pool, nextStep!.jobId);
    expect(job).toMatchObject({ technicianId: shop.lead.person.id, waitingFor: "", nextStep: nextStep!.step });
  });
});

describe("toBoardFilter", () => {
  it("reads the address, and leaves out what makes no sense there", () => {
    const at = new Date("2026-01-02T03:04:05.678Z");
    const filter = toBoardFilter({
      q: " whin ",
      bay: "prove",
      who: "3",
      show: "done",
      after: toAfterKey({ at, id: 7 }),
    });
    expect(filter).toEqual({ search: "whin", bay: "prove", technicianId: 3, closed: true, after: { at, id: 7 } });
    expect(toBoardFilter({ bay: "attic", who: "me", show: "?", after: "1;DROP", place: "" })).toEqual({
      search: "",
      bay: null,
      technicianId: null,
      closed: false,
      after: null,
    });
  });
});
