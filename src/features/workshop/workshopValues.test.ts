import * as v from "valibot";
import { DEFAULT_WORKSHOP } from "@/features/faultLibrary/defaultWorkshop";
import { SaveWorkshopInput, WorkshopContent } from "@/features/faultLibrary/workshop.schema";
import { fromWorkshopValues, toWorkshopValues } from "./workshopValues";

describe("the workshop form", () => {
  it("gives back what it was given", () => {
    expect(fromWorkshopValues(toWorkshopValues(DEFAULT_WORKSHOP))).toEqual(DEFAULT_WORKSHOP);
  });

  it("stores whole cents however the amount was typed", () => {
    const values = { ...toWorkshopValues(DEFAULT_WORKSHOP), labour: 19.99, parts: { motor: 0.29 * 3 } };
    expect(fromWorkshopValues(values)).toMatchObject({ labourCentsPerHour: 1999, partCents: { motor: 87 } });
  });

  it("leaves out a part without a price, and lets an emptied price be named", () => {
    const values = { ...toWorkshopValues(DEFAULT_WORKSHOP), labour: null, parts: { motor: null, prop: 3 } };
    const content = fromWorkshopValues(values);
    expect(content.partCents).toEqual({ prop: 300 });
    const parsed = v.safeParse(SaveWorkshopInput, { version: 0, content });
    expect(parsed.issues?.map((issue) => [v.getDotPath(issue), issue.message])).toEqual([
      ["content.labourCentsPerHour", "A price is a number."],
    ]);
  });

  it.each<[string, object]>([
    ["a tool nobody knows", { tools: ["dowsing rod"] }],
    ["a part nobody knows", { spares: ["flux"] }],
    ["a negative price", { partCents: { motor: -1 } }],
    ["half a cent", { givenUpCents: 100.5 }],
    ["a whole day of retesting", { retestMinutes: 1440 }],
  ])("refuses %s", (_, over) => {
    expect(v.safeParse(WorkshopContent, { ...DEFAULT_WORKSHOP, ...over }).success).toBe(false);
  });
});
