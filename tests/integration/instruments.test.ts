import { getInstrumentsPage } from "@/features/instruments/getInstrumentsPage";
import { type SaveInstrumentInput } from "@/features/instruments/instrument.schema";
import { deleteInstrument, saveInstrument } from "@/features/instruments/saveInstrument";
import { openTestShop, type TestShop } from "./testShop";

let shop: TestShop;
beforeAll(async () => (shop = await openTestShop({ ownDatabase: true })));
afterAll(() => shop.close());

const map = {
  format: "pitstopa-command-map/1",
  channels: [{ channel: "voltage", query: "V?", factor: 2 }],
  output: null,
};
const input = (over: Partial<SaveInstrumentInput> = {}): SaveInstrumentInput => ({
  id: null,
  version: 0,
  name: "Wattmeter",
  transport: "scpi",
  host: "127.0.0.1",
  port: 5025,
  mapText: JSON.stringify(map),
  serial: "W-1",
  calibratedOn: "2025-01-10",
  calibrationDue: "2026-01-10",
  isUsed: true,
  ...over,
});
const list = async () => (await getInstrumentsPage(shop.viewer)).instruments;

describe("the shop's instruments", () => {
  it("keep their map and papers, and say when a calibration has run out", async () => {
    const id = await saveInstrument(shop.technician, input());
    expect((await list()).find((one) => one.id === id)).toMatchObject({
      name: "Wattmeter",
      map,
      calibratedOn: "2025-01-10",
      calibrationDue: "2026-01-10",
      isOverdue: true,
      isUsed: true,
    });
    await saveInstrument(shop.technician, input({ id, version: 1, calibrationDue: "2999-01-01", isUsed: false }));
    expect((await list()).find((one) => one.id === id)).toMatchObject({ isOverdue: false, isUsed: false, version: 2 });
  });

  it("refuse a name that is taken, and an edit of what somebody else changed", async () => {
    const id = await saveInstrument(shop.technician, input({ name: "Stand" }));
    await expect(saveInstrument(shop.technician, input({ name: "stand" }))).rejects.toThrow(
      /another instrument called/,
    );
    await saveInstrument(shop.technician, input({ id, version: 1, name: "Stand", port: 1 }));
    await expect(saveInstrument(shop.technician, input({ id, version: 1, name: "Stand" }))).rejects.toMatchObject({
      code: "conflict",
    });
  });

  it("are listed also when the rig agent is away", async () => {
    expect((await list()).length).toBeGreaterThan(0);
  });

  it("are taken off the list by a lead only, and not over somebody else's change", async () => {
    const id = await saveInstrument(shop.technician, input({ name: "Old stand" }));
    await expect(deleteInstrument(shop.technician, { id, version: 1 })).rejects.toMatchObject({ code: "forbidden" });
    await expect(deleteInstrument(shop.lead, { id, version: 7 })).rejects.toMatchObject({ code: "conflict" });
    await deleteInstrument(shop.lead, { id, version: 1 });
    expect((await list()).some((one) => one.id === id)).toBe(false);
  });
});
