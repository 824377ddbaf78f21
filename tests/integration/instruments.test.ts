import { getInstrumentsPage } from "@/features/instruments/getInstrumentsPage";
import { type SaveInstrumentInput } from "@/features/instruments/instrument.schema";
import { deleteInstrument, saveInstrument, tryInstrument } from "@/features/instruments/saveInstrument";
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
    const id = await saveInstrument(shop.lead, input());
    expect((await list()).find((one) => one.id === id)).toMatchObject({
      name: "Wattmeter",
      map,
      calibratedOn: "2025-01-10",
      calibrationDue: "2026-01-10",
      isOverdue: true,
      isUsed: true,
    });
    await saveInstrument(shop.lead, input({ id, version: 1, calibrationDue: "2999-01-01", isUsed: false }));
    expect((await list()).find((one) => one.id === id)).toMatchObject({ isOverdue: false, isUsed: false, version: 2 });
  });

  it("refuse a name that is taken, and an edit of what somebody else changed", async () => {
    const id = await saveInstrument(shop.lead, input({ name: "Stand" }));
    await expect(saveInstrument(shop.lead, input({ name: "stand" }))).rejects.toThrow(/another instrument called/);
    await saveInstrument(shop.lead, input({ id, version: 1, name: "Stand", port: 1 }));
    await expect(saveInstrument(shop.lead, input({ id, version: 1, name: "Stand" }))).rejects.toMatchObject({
      code: "conflict",
    });
  });

  it("have their address and what cuts them from a lead only, the papers from a technician as well", async () => {
    const output = {
      drives: "throttle",
      enable: "ON",
      set: "SET {value}",
      cut: "OFF",
      confirm: "STATE?",
      confirmed: "0",
    } as const;
    const mapText = JSON.stringify({ ...map, output });
    const id = await saveInstrument(shop.lead, input({ name: "Box", mapText }));
    const asTechnician = (over: Partial<SaveInstrumentInput>) =>
      saveInstrument(shop.technician, input({ id, version: 1, name: "Box", mapText, ...over }));
    for (const over of [
      { port: 22 },
      { host: "10.0.0.1" },
      { mapText: JSON.stringify({ ...map, output: { ...output, cut: "ON" } }) },
      { mapText: JSON.stringify(map) },
    ])
      await expect(asTechnician(over)).rejects.toMatchObject({ code: "forbidden" });
    await expect(saveInstrument(shop.technician, input({ name: "Feeler", port: 22 }))).rejects.toMatchObject({
      code: "forbidden",
    });
    await expect(tryInstrument(shop.technician, input({ name: "Feeler", port: 22 }))).rejects.toMatchObject({
      code: "forbidden",
    });
    await asTechnician({ calibrationDue: "2999-01-01" });
    await saveInstrument(shop.technician, input({ name: "Stand here", transport: "serial", host: "", port: 0 }));
  });

  it("are listed also when the rig agent is away", async () => {
    expect((await list()).length).toBeGreaterThan(0);
  });

  it("are taken off the list by a lead only, and not over somebody else's change", async () => {
    const id = await saveInstrument(shop.lead, input({ name: "Old stand" }));
    await expect(deleteInstrument(shop.technician, { id, version: 1 })).rejects.toMatchObject({ code: "forbidden" });
    await expect(deleteInstrument(shop.lead, { id, version: 7 })).rejects.toMatchObject({ code: "conflict" });
    await deleteInstrument(shop.lead, { id, version: 1 });
    expect((await list()).some((one) => one.id === id)).toBe(false);
  });
});
