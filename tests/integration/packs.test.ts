import { type SavePackInput } from "@/features/packs/pack.schema";
import { getPacksPage, logPack, savePack } from "@/features/packs/packVerbs";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => (shop = await openTestShop({ ownDatabase: true })));
afterAll(() => shop.close());

const label = (over: Partial<SavePackInput> = {}): SavePackInput => ({
  id: null,
  version: 0,
  label: "Pack A",
  chemistry: "LiPo",
  cellCount: 4,
  capacityMah: 1500,
  cRating: 95,
  boughtOn: "2026-01-05",
  isRetired: false,
  ...over,
});
const entry = (packId: number, measuredOn: string, resistanceMohm: number | null, note = "") => ({
  packId,
  measuredOn,
  cycles: 3,
  resistanceMohm,
  capacityMah: null,
  spreadMv: null,
  cellsMohm: null,
  cellsV: null,
  note,
});
const find = async (id: number) => (await getPacksPage(shop.viewer)).packs.find((pack) => pack.id === id)!;

describe("packs", () => {
  it("keep their log in order of the days and are advised by it", async () => {
    const id = await savePack(shop.technician, label());
    await logPack(shop.technician, entry(id, "2026-09-01", 9.1, "puffs"));
    await logPack(shop.technician, entry(id, "2026-02-01", 4.2));
    const pack = await find(id);
    expect(pack.log.map(({ measuredOn }) => measuredOn)).toEqual(["2026-02-01", "2026-09-01"]);
    expect(pack.log[1]).toMatchObject({ note: "puffs", by: "Test technician" });
    expect(pack.advice.word).toBe("bad");
  });

  it("are retired and taken back, and refuse a label that is taken", async () => {
    const id = await savePack(shop.technician, label({ label: "Pack B" }));
    await savePack(shop.technician, label({ id, version: 1, label: "Pack B", isRetired: true }));
    expect(await find(id)).toMatchObject({ isRetired: true, version: 2, boughtOn: "2026-01-05" });
    await savePack(shop.technician, label({ id, version: 2, label: "Pack B" }));
    expect((await find(id)).isRetired).toBe(false);
    await expect(savePack(shop.technician, label({ label: "pack b" }))).rejects.toThrow(/another pack labelled/);
    await expect(savePack(shop.technician, label({ id, version: 1, label: "Pack B" }))).rejects.toMatchObject({
      code: "conflict",
    });
  });

  it("keep each cell, with mean and spread worked out, and refuse another count of cells", async () => {
    const id = await savePack(shop.technician, label({ label: "Pack C" }));
    const cells = { cellsMohm: [5, 5.2, 8.3, 5.1], cellsV: [4.11, 4.1, 4.02, 4.11] };
    await logPack(shop.technician, { ...entry(id, "2026-03-01", null), ...cells });
    const { log, advice } = await find(id);
    expect(log[0]).toMatchObject({ ...cells, resistanceMohm: 5.9, spreadMv: 90 });
    expect(advice.reasons.join(" ")).toMatch(/Cell 3 has 1\.6 times/);
    await expect(
      logPack(shop.technician, { ...entry(id, "2026-03-02", null), ...cells, cellsMohm: [5, 5, 5] }),
    ).rejects.toThrow(/has 4 cells; 3 were given/);
    expect((await find(id)).log).toHaveLength(1);
  });

  it("refuse an entry for a pack that there is not", async () => {
    await expect(logPack(shop.technician, entry(99_999, "2026-02-01", 4))).rejects.toMatchObject({ code: "not_found" });
  });
});
