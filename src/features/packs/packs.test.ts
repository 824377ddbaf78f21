import * as v from "valibot";
import { LogPackInput, SavePackInput } from "./pack.schema";

const issue = (schema: v.GenericSchema, input: object) => {
  const parsed = v.safeParse(schema, input);
  return parsed.success ? null : { at: v.getDotPath(parsed.issues[0]), message: parsed.issues[0].message };
};
const pack = {
  id: null,
  version: 0,
  label: "A",
  chemistry: "LiPo",
  cellCount: 4,
  capacityMah: 1500,
  cRating: null,
  boughtOn: "",
  isRetired: false,
};
const entry = {
  packId: 1,
  measuredOn: "2026-11-26",
  cycles: null,
  resistanceMohm: 4,
  capacityMah: null,
  spreadMv: null,
  note: "",
};

describe("a pack's label", () => {
  it("is taken with what is known of it", () => {
    expect(issue(SavePackInput, pack)).toBeNull();
    expect(issue(SavePackInput, { ...pack, cRating: 95, boughtOn: "2026-01-05" })).toBeNull();
  });
  it.each([
    ["label", { label: "  " }, /name on its label/],
    ["cellCount", { cellCount: 2.5 }, /whole number/],
    ["capacityMah", { capacityMah: 5 }, /At least 50/],
    ["chemistry", { chemistry: "lemon" }, /lemon/],
    ["cRating", { cRating: 0 }, /At least 0.1/],
  ])("is refused at %s", (at, over, message) =>
    expect(issue(SavePackInput, { ...pack, ...over })).toEqual({ at, message: expect.stringMatching(message) }),
  );
});

describe("an entry in its log", () => {
  it("needs one figure or a note", () => {
    expect(issue(LogPackInput, entry)).toBeNull();
    expect(issue(LogPackInput, { ...entry, resistanceMohm: null })).toMatchObject({
      at: "note",
      message: expect.stringMatching(/at least one figure/),
    });
    expect(issue(LogPackInput, { ...entry, resistanceMohm: null, note: "puffs" })).toBeNull();
    expect(issue(LogPackInput, { ...entry, resistanceMohm: null, cycles: 0 })).toBeNull();
  });
  it("takes all its cells or none", () => {
    const bare = { ...entry, resistanceMohm: null };
    expect(issue(LogPackInput, { ...bare, cellsMohm: [5, 5.1, 5.2, 5] })).toBeNull();
    expect(issue(LogPackInput, { ...entry, cellsMohm: [null, null, null, null] })).toBeNull();
    expect(issue(LogPackInput, { ...bare, cellsMohm: [null, null] })).toMatchObject({ at: "note" });
    expect(issue(LogPackInput, { ...entry, cellsV: [4.1, null, 4.1, 4.1] })).toMatchObject({
      at: "cellsV",
      message: "Give every cell, or none.",
    });
  });
  it.each([
    ["measuredOn", { measuredOn: "yesterday" }],
    ["cycles", { cycles: -1 }],
    ["resistanceMohm", { resistanceMohm: 0 }],
  ])("is refused at %s", (at, over) => expect(issue(LogPackInput, { ...entry, ...over })).toMatchObject({ at }));
});
