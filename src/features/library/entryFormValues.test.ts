import { shippedLibrary } from "@/core/diagnosis/shippedLibrary";
import { type Library } from "@/core/diagnosis/library/library.types";
import { ENTRY_GROUPS, type EntryGroup } from "@/features/faultLibrary/library.schema";
import { EMPTY_VALUES, fromValues, toValues } from "./entryFormValues";

const entriesOf = (group: EntryGroup) => shippedLibrary[group] as readonly Library[EntryGroup][number][];

describe("the library's forms", () => {
  it.each(ENTRY_GROUPS)("give each of the shipped %s back as it was", (group) => {
    for (const entry of entriesOf(group)) {
      const { id: _, ...rest } = JSON.parse(JSON.stringify(entry)) as { id: string };
      expect(fromValues(group, toValues(group, entry))).toEqual(rest);
    }
  });

  it("read one step a line, and leave empty lines out", () => {
    const values = { ...EMPTY_VALUES.checks, title: "Look", steps: " Battery out. \n\n Look. \n", cautions: "" };
    expect(fromValues("checks", values)).toMatchObject({ steps: ["Battery out.", "Look."], cautions: [] });
  });

  it("hand a measurement that is no JSON on as it is, for the library's check to name it", () => {
    expect(fromValues("checks", { ...EMPTY_VALUES.checks, measure: "volts" })).toMatchObject({ measure: "volts" });
    expect(fromValues("checks", { ...EMPTY_VALUES.checks, measure: "  " })).not.toHaveProperty("measure");
  });

  it("keep a grade only for the links that have one of their own", () => {
    const links = [
      { fault: "a", strength: 50, grade: "measured" },
      { fault: "b", strength: 40, grade: null },
    ];
    expect(fromValues("symptoms", { ...EMPTY_VALUES.symptoms, links })).toMatchObject({
      links: { a: 0.5, b: 0.4 },
      linkGrades: { a: "measured" },
    });
  });
});
