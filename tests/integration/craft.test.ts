import { changeCraft } from "@/features/craft/changeCraft";
import { getCraft } from "@/features/craft/craftRepository";
import { listCraftChanges } from "@/features/craft/craftChangeRepository";
import { listFittedParts } from "@/features/craft/fittedPartRepository";
import { getJob } from "@/features/job/jobRepository";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => (shop = await openTestShop()));
afterAll(() => shop.close());

/** A craft's sheet as the form sends it, with what is changed. */
async function sheetOf(over: { name?: string; tailNumber?: string } = {}) {
  const { craftId } = await getJob(shop.pool, await shop.receive());
  const { id: _, baselineRunId: __, ...craft } = await getCraft(shop.pool, craftId);
  const parts = (await listFittedParts(shop.pool, craftId))
    .filter(({ removedAt }) => removedAt === null)
    .map(({ id, kind, position, name, serial, continuousA }) => ({ id, kind, position, name, serial, continuousA }));
  return { ...craft, craftId, parts, ...over };
}

describe("changeCraft", () => {
  it("keeps what each field was, and touches nothing that stayed", async () => {
    const sheet = await sheetOf({ name: "Sorrel the second" });
    await changeCraft(shop.technician, sheet);
    const [change, ...more] = await listCraftChanges(shop.pool, sheet.craftId);
    expect(more).toEqual([]);
    expect(Object.keys(change!.changed)).toEqual(["name"]);
    expect(change).toMatchObject({ personName: "Test technician", changed: { name: { to: "Sorrel the second" } } });
  });

  it("corrects a serial in its place and adds a part that was not noted, without a former part", async () => {
    const sheet = await sheetOf();
    const [first, ...rest] = sheet.parts;
    const added = { id: null, kind: "gimbal" as const, position: "Gimbal", name: "", serial: "", continuousA: null };
    await changeCraft(shop.technician, { ...sheet, parts: [{ ...first!, serial: "SCANNED-1" }, ...rest, added] });
    const parts = await listFittedParts(shop.pool, sheet.craftId);
    expect(parts).toHaveLength(sheet.parts.length + 1);
    expect(parts.every(({ removedAt }) => removedAt === null)).toBe(true);
    expect(parts.find(({ id }) => id === first!.id)!.serial).toBe("SCANNED-1");
    const [change] = await listCraftChanges(shop.pool, sheet.craftId);
    expect(Object.keys(change!.changed)).toEqual([first!.position, "Gimbal"]);
  });

  it("writes nothing when nothing is different, and loses no other's edit", async () => {
    const sheet = await sheetOf();
    await changeCraft(shop.technician, sheet);
    expect((await getCraft(shop.pool, sheet.craftId)).version).toBe(sheet.version);
    await changeCraft(shop.lead, { ...sheet, owner: "Another owner" });
    await expect(changeCraft(shop.technician, { ...sheet, massG: 700 })).rejects.toMatchObject({ code: "conflict" });
    expect((await getCraft(shop.pool, sheet.craftId)).owner).toBe("Another owner");
  });

  it("stores nothing of a sheet whose tail number is taken, and nothing of a viewer's", async () => {
    const other = await sheetOf();
    const sheet = await sheetOf();
    const taken = changeCraft(shop.technician, { ...sheet, tailNumber: other.tailNumber, parts: [] });
    await expect(taken).rejects.toThrow(`Tail number ${other.tailNumber} belongs to another craft.`);
    expect(await listCraftChanges(shop.pool, sheet.craftId)).toEqual([]);
    await expect(changeCraft(shop.viewer, { ...sheet, owner: "X" })).rejects.toMatchObject({ code: "forbidden" });
  });
});
