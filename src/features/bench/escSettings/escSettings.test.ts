import * as v from "valibot";
import { ESC_SETTINGS } from "@/core/bench/escSettings";
import { EscMatrixSchema } from "@/features/craft/escMatrix.schema";

const rows = ESC_SETTINGS.map((setting) => ({ setting, values: ["", "", "", ""], reason: "" }));

describe("the matrix of ESC settings", () => {
  it("is taken empty, as it stands before anything was read", () =>
    expect(v.safeParse(EscMatrixSchema, { rows }).success).toBe(true));

  it("keeps a record of both end points and the day they were set", () => {
    expect(ESC_SETTINGS).toEqual(expect.arrayContaining(["Low end point, µs", "High end point, µs", "Calibrated on"]));
  });

  it.each([
    ["a setting without a name", [{ setting: "", values: ["1"], reason: "" }]],
    ["no ESC at all", [{ setting: "Timing", values: [], reason: "" }]],
    ["more ESCs than a craft has", [{ setting: "Timing", values: Array(13).fill("1"), reason: "" }]],
    ["a value that is a novel", [{ setting: "Timing", values: ["x".repeat(61)], reason: "" }]],
  ])("refuses %s", (_, odd) => expect(v.safeParse(EscMatrixSchema, { rows: odd }).success).toBe(false));
});
