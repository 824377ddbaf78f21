import { ESC_SETTINGS } from "@/core/bench/escSettings";
import { saveEscSettings } from "@/features/bench/escSettings/saveEscSettings";
import { getCraft } from "@/features/craft/craftRepository";
import { findEscSettings } from "@/features/craft/escSettingsRepository";
import { listFittedParts } from "@/features/craft/fittedPartRepository";
import { getCraftList } from "@/features/craft/getCraftFile";
import { DEFAULT_WORKSHOP } from "@/features/faultLibrary/defaultWorkshop";
import { saveWorkshop } from "@/features/workshop/saveWorkshop";
import { getKnowledge } from "@/features/faultLibrary/getKnowledge";
import { handBack } from "@/features/handback/handBack";
import { enterBay } from "@/features/job/bays/enterBay";
import { listEvents } from "@/features/job/events/jobEventRepository";
import { getJob } from "@/features/job/jobRepository";
import { listProofs } from "@/features/job/proofRepository";
import { getProveBay } from "@/features/prove/getProveBay";
import { decideProof } from "@/features/prove/proveVerbs";
import { changeSetting } from "@/features/refit/changeSetting";
import { findDonors } from "@/features/refit/findDonors";
import { getRefitBay } from "@/features/refit/getRefitBay";
import { replacePart } from "@/features/refit/replacePart";
import { reserveParts } from "@/features/refit/reserveParts";
import { type ReplacePartInput } from "@/features/refit/refit.schema";
import { type SaveStockItemInput } from "@/features/stock/stock.schema";
import { importStock } from "@/features/stock/importStock";
import { exportStock, getStockPage, moveStockPieces, saveStockItem } from "@/features/stock/stockVerbs";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => (shop = await openTestShop({ ownDatabase: true })));
afterAll(() => shop.close());

let count = 0;
const label = (over: Partial<SaveStockItemInput> = {}): SaveStockItemInput => ({
  id: null,
  version: 0,
  kind: "esc",
  name: `Sorrel ${(count += 1)}`,
  shelf: "B2",
  continuousA: 45,
  priceCents: 2150,
  fewest: 0,
  ...over,
});
const item = async (id: number) => (await getStockPage(shop.viewer)).items.find((each) => each.id === id)!;
const move = (itemId: number, pieces: number, note = "counted") =>
  moveStockPieces(shop.technician, { itemId, pieces, note });
async function stocked(pieces: number, over: Partial<SaveStockItemInput> = {}): Promise<number> {
  const id = await saveStockItem(shop.technician, label(over));
  if (pieces > 0) await move(id, pieces, "bought");
  return id;
}
const ESCS = [1, 2, 3, 4].map((at) => ({
  kind: "esc" as const,
  position: `ESC ${at}`,
  name: "Sorrel 45",
  continuousA: 45,
}));
/** A quad with four ESCs whose serials begin with a letter of its own. */
const quad = (own: string) =>
  shop.receive({}, { name: `Quad ${own}`, parts: ESCS.map((esc, at) => ({ ...esc, serial: `${own}-${at + 1}` })) });
const fittedAt = async (jobId: number, position: string) => {
  const { craftId } = await getJob(shop.pool, jobId);
  return (await listFittedParts(shop.pool, craftId)).find((part) => part.position === position && !part.removedAt);
};
const replace = async (jobId: number, position: string, more: Partial<ReplacePartInput>) =>
  replacePart(shop.technician, {
    ...(await shop.target(jobId)),
    partId: (await fittedAt(jobId, position))?.id ?? null,
    position,
    reason: "no signal",
    name: "Sorrel 45",
    serial: "none",
    continuousA: null,
    despite: "",
    ...more,
  });
const reserve = async (jobId: number, itemId: number, pieces: number) =>
  reserveParts(shop.technician, { ...(await shop.target(jobId)), itemId, pieces });
async function provenAndHandedBack(jobId: number) {
  if ((await getJob(shop.pool, jobId)).bay !== "prove")
    await enterBay(shop.technician, { ...(await shop.target(jobId)), to: "prove", reason: "" });
  for (const { kind } of (await listProofs(shop.pool, jobId)).filter(({ state }) => state === "open"))
    await decideProof(shop.lead, {
      ...(await shop.target(jobId)),
      kind,
      state: "waived",
      note: "in the test",
      symptomId: null,
      place: "",
      evidence: null,
    });
  await handBack(shop.technician, { ...(await shop.target(jobId)), to: "owner", note: "" });
}

describe("the shelves", () => {
  it("know what came and went, and why, and never hold less than nothing", async () => {
    const id = await stocked(3);
    await move(id, -2, "thrown away, pins bent");
    expect(await item(id)).toMatchObject({ onHand: 1, reserved: 0 });
    expect((await item(id)).moves.map(({ pieces, note }) => [pieces, note])).toEqual([
      [-2, "thrown away, pins bent"],
      [3, "bought"],
    ]);
    await expect(move(id, -2)).rejects.toThrow(/only 1 can go/);
    expect((await item(id)).onHand).toBe(1);
  });

  it("refuse a second label that reads the same, and one that somebody changed since", async () => {
    const id = await stocked(0, { name: "Tarn 30" });
    await expect(saveStockItem(shop.technician, label({ name: "tarn 30" }))).rejects.toThrow(/Duplicate/);
    await saveStockItem(shop.technician, label({ id, version: 1, name: "Tarn 30", shelf: "C1" }));
    await expect(saveStockItem(shop.technician, label({ id, version: 1, name: "Tarn 30" }))).rejects.toMatchObject({
      code: "conflict",
    });
    expect((await item(id)).shelf).toBe("C1");
  });

  it("go out as a table in which no cell is a formula", async () => {
    await stocked(1, { name: "=1+1", kind: "camera" });
    const table = await exportStock(shop.viewer);
    expect(table.split("\n")[0]).toBe("kind,name,shelf,continuous_a,price,on_hand,reserved,fewest");
    expect(table).toMatch(/camera,"'=1\+1",B2,45,21\.50,1,0,0/);
  });

  it("what lies on them is a known-good spare to the diagnosis, whatever the workshop's list says", async () => {
    const jobId = await quad("S");
    const craft = await getCraft(shop.pool, (await getJob(shop.pool, jobId)).craftId);
    await saveWorkshop(shop.lead, { version: 0, content: { ...DEFAULT_WORKSHOP, spares: [] } });
    const spares = async () => [...(await getKnowledge(shop.pool, craft)).workshop.spares];
    const id = await stocked(0, { kind: "gimbal", name: "Level 2" });
    expect(await spares()).not.toContain("gimbal");
    await move(id, 1, "bought");
    expect(await spares()).toContain("gimbal");
  });
});

describe("a table of shelves", () => {
  const take = (text: string, isTrial = false) => importStock(shop.technician, { text, isTrial });
  const named = async (name: string) => (await getStockPage(shop.viewer)).items.find((each) => each.name === name);

  it("goes out and comes in again without a change, formulas and all", async () => {
    await stocked(2, { name: "=2+2", kind: "servo" });
    expect(await take(await exportStock(shop.viewer))).toEqual({ saved: false, changes: [] });
  });

  it("says what it would change before it does, then adds, labels and counts, each piece written down", async () => {
    const id = await stocked(5, { name: "Fen 20", kind: "motor", shelf: "A1" });
    const table = "Kind;Name;Shelf;Price;On hand\nmotor;Fen 20;A2;21,50;3\nCamera;Wick eye;C4;;2\n";
    const changes = [
      { name: "Fen 20", what: "label", pieces: 0 },
      { name: "Fen 20", what: "pieces", pieces: -2 },
      { name: "Wick eye", what: "new", pieces: 2 },
    ];
    expect(await take(table, true)).toEqual({ saved: false, changes });
    expect(await named("Wick eye")).toBeUndefined();
    expect(await take(table)).toEqual({ saved: true, changes });
    expect(await item(id)).toMatchObject({ shelf: "A2", onHand: 3, priceCents: 2150 });
    expect((await item(id)).moves[0]).toMatchObject({ pieces: -2, note: "counted, from a table" });
    expect(await named("Wick eye")).toMatchObject({ kind: "camera", onHand: 2, priceCents: null });
  });

  it("is refused whole with each line that is wrong, and nothing is stored", async () => {
    const result = await take(
      "kind,name,on_hand\nmotor,Dell 9,2\nwheel,Round,1\nmotor,Dell 9,3\nesc,,1\nesc,Half,1.5\nesc,Many,lots\n",
    );
    expect(result).toEqual({
      saved: false,
      problems: [
        { line: 3, problem: "There is no kind of part “wheel”." },
        { line: 4, problem: "Dell 9 stands in line 2 already." },
        { line: 5, problem: "Give its name." },
        { line: 6, problem: "1.5 on hand: whole pieces, 0 to 10,000." },
        { line: 7, problem: "“lots” under on_hand is no number." },
      ],
    });
    expect(await named("Dell 9")).toBeUndefined();
    expect(await take("name\nX")).toMatchObject({ problems: [{ line: 1, problem: "There is no column “kind”." }] });
  });

  it("leaves what jobs have their name on", async () => {
    const id = await stocked(2, { name: "Rill 7", kind: "esc" });
    await reserve(await quad("T"), id, 2);
    expect(await take("kind,name,on_hand\nesc,Rill 7,1\n")).toMatchObject({
      problems: [{ line: 2, problem: "Jobs have their name on 2 of Rill 7: 1 cannot be left." }],
    });
  });
});

describe("a job's name on a part", () => {
  it("leaves it a spare for its own craft, and for no other", async () => {
    const [mine, theirs] = [await quad("P"), await quad("Q")];
    const id = await stocked(1, { kind: "receiver", name: "Ear 1" });
    const spares = async (jobId: number) =>
      (await getKnowledge(shop.pool, await getCraft(shop.pool, (await getJob(shop.pool, jobId)).craftId))).workshop
        .spares;
    expect(await spares(theirs)).toContain("receiver");
    await reserve(mine, id, 1);
    expect(await spares(mine)).toContain("receiver");
    expect(await spares(theirs)).not.toContain("receiver");
  });

  it("keeps it from every other job, and is gone once the part is fitted", async () => {
    const [mine, theirs] = [await quad("A"), await quad("B")];
    const id = await stocked(1);
    await reserve(mine, id, 1);
    await expect(reserve(theirs, id, 1)).rejects.toThrow(/Only 0 of/);
    await expect(replace(theirs, "ESC 2", { source: { of: "shelf", itemId: id }, serial: "N-1" })).rejects.toThrow(
      /Other jobs have their name on all 1/,
    );
    await expect(move(id, -1)).rejects.toThrow(/jobs have their name on 1/);
    await replace(mine, "ESC 2", { source: { of: "shelf", itemId: id }, serial: "N-1", minutes: 20 });
    expect(await item(id)).toMatchObject({ onHand: 0, reserved: 0, jobs: [] });
    expect(await fittedAt(mine, "ESC 2")).toMatchObject({ serial: "N-1", continuousA: 45 });
    const swap = (await listEvents(shop.pool, mine)).find(({ kind }) => kind === "part_replaced");
    expect(swap?.payload).toMatchObject({ from: "off shelf B2", costCents: 2150, minutes: 20 });
    // The part and a third of an hour.
    const { costs } = await getRefitBay(shop.viewer, mine);
    expect(costs.spentCents).toBe(Math.round(2150 + costs.labourCentsPerHour / 3));
    // And a mend without a part: its solder and a quarter of an hour.
    const target = await shop.target(mine);
    const mend = { what: "resolder", before: "cracked", after: "bright", mended: "esc", place: "" } as const;
    await changeSetting(shop.technician, { ...target, ...mend, costCents: 30, minutes: 15 });
    const after = (await getRefitBay(shop.viewer, mine)).costs;
    expect(after.spentCents).toBe(Math.round(2180 + (costs.labourCentsPerHour * 35) / 60));
  });

  it("is gone when the job is handed back", async () => {
    const jobId = await quad("C");
    const id = await stocked(2);
    await reserve(jobId, id, 2);
    await replace(jobId, "ESC 1", { serial: "N-2" });
    await provenAndHandedBack(jobId);
    expect(await item(id)).toMatchObject({ onHand: 2, reserved: 0, jobs: [] });
  });

  it("the last one goes to one of ten who fit it at once, and nothing of the others is stored", async () => {
    const jobs: number[] = [];
    for (let at = 0; at < 10; at += 1) jobs.push(await quad(`R${at}`));
    const id = await stocked(1);
    const done = await Promise.allSettled(
      jobs.map((jobId) => replace(jobId, "ESC 1", { source: { of: "shelf", itemId: id }, serial: `L-${jobId}` })),
    );
    expect(done.filter(({ status }) => status === "fulfilled")).toHaveLength(1);
    expect((await item(id)).onHand).toBe(0);
    const serials = await Promise.all(jobs.map(async (jobId) => (await fittedAt(jobId, "ESC 1"))?.serial));
    expect(serials.filter((serial) => serial?.startsWith("L-"))).toHaveLength(1);
  });

  it("whatever many do at once, the shelf is the sum of what came and went", async () => {
    const jobs = [await quad("M"), await quad("N"), await quad("O")];
    const id = await stocked(6);
    const acts = Array.from({ length: 40 }, (_, at) => async () => {
      const jobId = jobs[at % 3]!;
      if (at % 4 === 0) return move(id, at % 8 === 0 ? 1 : -1);
      if (at % 4 === 1)
        return replace(jobId, `ESC ${(at % 3) + 1}`, { source: { of: "shelf", itemId: id }, serial: "none" });
      return reserve(jobId, id, at % 3);
    });
    const done = await Promise.allSettled(acts.map((act) => act()));
    expect(done.some(({ status }) => status === "fulfilled")).toBe(true);
    const [[sums]] = await shop.pool.query<never[]>(
      `SELECT i.on_hand, i.reserved, (SELECT SUM(pieces) FROM stock_move WHERE item_id = i.id) AS moved,
              (SELECT COALESCE(SUM(pieces), 0) FROM stock_reservation WHERE item_id = i.id) AS named
         FROM stock_item AS i WHERE i.id = ${id}`,
    );
    const { on_hand, reserved, moved, named } = sums! as Record<string, number>;
    expect(Number(moved)).toBe(on_hand);
    expect(Number(named)).toBe(reserved);
    expect(on_hand).toBeGreaterThanOrEqual(reserved!);
  });
});

describe("a part off another craft", () => {
  const lend = async (from: number, to: number) => {
    const donor = (await findDonors(shop.technician, { jobId: to, kind: "esc", search: "" })).find(({ serial }) =>
      serial.endsWith("-3"),
    )!;
    expect(donor).toBeDefined();
    const part = (await fittedAt(from, "ESC 3"))!;
    const { craftId } = await getJob(shop.pool, from);
    return replace(to, "ESC 3", { source: { of: "craft", craftId, partId: part.id, because: "the owner knows" } });
  };

  it("moves with its serial; the other craft lacks it, its job says so, and it is not handed back without", async () => {
    const [donor, taker] = [await quad("D"), await quad("T")];
    await replace(donor, "ESC 1", { serial: "D-11" });
    await lend(donor, taker);
    expect(await fittedAt(taker, "ESC 3")).toMatchObject({ serial: "D-3", name: "Sorrel 45" });
    expect(await fittedAt(donor, "ESC 3")).toBeUndefined();
    expect((await listEvents(shop.pool, donor)).at(-1)).toMatchObject({ kind: "part_lent" });
    const { craftId } = await getJob(shop.pool, donor);
    expect((await getCraftList(shop.viewer)).find(({ id }) => id === craftId)?.lacks).toBe(1);
    await expect(provenAndHandedBack(donor)).rejects.toThrow(/lacks a part. ESC 3: taken for Quad T/);
    // Back again: the taker gets one off the shelf, and what was lent goes home into the empty position.
    const id = await stocked(1);
    await expect(replace(donor, "ESC 3", { serial: "D-3" })).rejects.toThrow(/Serial D-3 is on Quad T/);
    const lent = (await fittedAt(taker, "ESC 3"))!;
    const taken = await getJob(shop.pool, taker);
    await replace(donor, "ESC 3", {
      source: { of: "craft", craftId: taken.craftId, partId: lent.id, because: "it is ours" },
    });
    await replace(taker, "ESC 3", { source: { of: "shelf", itemId: id }, serial: "N-9" });
    expect(await fittedAt(donor, "ESC 3")).toMatchObject({ serial: "D-3" });
    await provenAndHandedBack(donor);
    expect((await getCraftList(shop.viewer)).every(({ lacks }) => lacks === 0)).toBe(true);
  });

  it("is taken once: of two who want it, one is told that it is gone", async () => {
    const [donor, first, second] = [await quad("E"), await quad("F"), await quad("G")];
    const done = await Promise.allSettled([lend(donor, first), lend(donor, second)]);
    expect(done.filter(({ status }) => status === "fulfilled")).toHaveLength(1);
    const serials = await Promise.all([first, second].map(async (jobId) => (await fittedAt(jobId, "ESC 3"))?.serial));
    expect(serials.filter((serial) => serial === "E-3")).toHaveLength(1);
  });

  it("is refused where it would not fit, or is not there", async () => {
    const [donor, taker] = [await quad("H"), await quad("I")];
    const { craftId } = await getJob(shop.pool, donor);
    const from = { of: "craft", craftId, partId: 99, because: "x" } as const;
    await expect(replace(taker, "ESC 3", { source: from })).rejects.toThrow(/has no such part any more/);
    const camera = await stocked(1, { kind: "camera" });
    await expect(replace(taker, "ESC 3", { source: { of: "shelf", itemId: camera } })).rejects.toThrow(
      /is no part for this position/,
    );
    await expect(replace(taker, "ESC 9", {})).rejects.toThrow(/has no such position/);
  });
});

it("a new ESC among known ones: what it must be set to stands in Prove, and its column is empty", async () => {
  const jobId = await quad("K");
  const values = (value: string) => [value, value, value, value];
  await saveEscSettings(shop.technician, {
    ...(await shop.target(jobId)),
    settingsVersion: 0,
    matrix: {
      rows: ESC_SETTINGS.map((setting) => ({ setting, values: values(setting === "Timing" ? "16" : ""), reason: "" })),
    },
  });
  await replace(jobId, "ESC 3", { name: "Harl 40", serial: "N-3", continuousA: 40 });
  const { proofs } = await getProveBay(shop.viewer, jobId);
  expect(proofs.find(({ kind }) => kind === "esc-settings")!.how).toContain(
    "The new ESC 3, set as its peers: Timing 16.",
  );
  const { craftId } = await getJob(shop.pool, jobId);
  const { matrix } = (await findEscSettings(shop.pool, craftId))!;
  expect(matrix.rows.find(({ setting }) => setting === "Timing")!.values).toEqual(["16", "16", "", "16"]);
  expect((await getRefitBay(shop.viewer, jobId)).alarms).toEqual([
    "The ESCs are not of one type: Sorrel 45, 45 A on ESC 1, ESC 2, ESC 4; Harl 40, 40 A on ESC 3.",
  ]);
});

it("how often a type's repairs come back counts those that were followed long enough, and no loans", async () => {
  const jobId = await quad("P");
  const { craftId } = await getJob(shop.pool, jobId);
  for (const [at, days] of [
    ["ESC 1", 400],
    ["ESC 2", 300],
    ["ESC 3", 20],
  ] as const) {
    await replace(jobId, at, { serial: `P-${days}` });
    await shop.pool.query(
      `UPDATE fitted_part SET fitted_at = fitted_at - INTERVAL ${days} DAY WHERE craft_id = ? AND serial = 'P-${days}'`,
      [craftId],
    );
  }
  await shop.pool.query(
    "UPDATE fitted_part SET removed_at = fitted_at + INTERVAL 90 DAY, removed_reason = 'burnt' WHERE craft_id = ? AND serial = 'P-400'",
    [craftId],
  );
  const { costs } = await getRefitBay(shop.viewer, jobId);
  expect(costs.again.esc).toEqual({ followed: 2, failedAgain: 1 });
});
