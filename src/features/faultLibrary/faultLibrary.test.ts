import { withGeneratedChecks } from "@/core/diagnosis/library/generateChecks";
import { shippedLibrary } from "@/core/diagnosis/shippedLibrary";
import { CRAFT_KIND_LIST } from "@/core/craft/craftKinds";
import { choicesOf, complaintsOf } from "./complaintsOf";
import { parseLibrary } from "./parseLibrary";
import { placeOf, ZONE_NAMES, ZONE_SPOTS } from "./zones";

const copy = () => JSON.parse(JSON.stringify(shippedLibrary)) as Record<string, Record<string, unknown>[]>;
const placesOf = (raw: unknown) => {
  const parsed = parseLibrary(raw);
  return parsed.ok ? [] : parsed.problems.map(({ place, problem }) => `${place}: ${problem}`);
};

describe("parseLibrary", () => {
  it("takes the shipped library through JSON and back", () => {
    expect(parseLibrary(copy())).toEqual({ ok: true, library: copy() });
  });

  it("goes on reading a library that was saved with its symptoms called readings", () => {
    const { symptoms, ...rest } = copy();
    expect(parseLibrary({ ...rest, readings: symptoms })).toEqual({ ok: true, library: copy() });
  });

  it.each<[string, (raw: ReturnType<typeof copy>) => void, RegExp]>([
    ["minutes that are no number", ({ checks }) => (checks![2]!.minutes = "ten"), /^checks\/[a-z0-9-]+ minutes: /],
    ["a missing title", ({ checks }) => delete checks![0]!.title, /^checks\/[a-z0-9-]+ title: /],
    ["a grade of its own", ({ faults }) => (faults![0]!.grade = "certain"), /^faults\/[a-z0-9-]+ grade: /],
    ["a field it does not know", ({ faults }) => (faults![0]!.colour = "red"), /^faults\/[a-z0-9-]+ colour: /],
    ["an entry without an id", ({ repairs }) => delete repairs![4]!.id, /^repairs\/4 id: /],
    ["a whole group missing", (raw) => delete raw.symptoms, /^symptoms: /],
    ["an unknown repair", ({ faults }) => (faults![0]!.repair = "pray"), /^faults\/[a-z0-9-]+: no repair "pray"/],
    [
      "an id that a generated check has",
      ({ checks }) => checks!.push({ ...checks![0]!, id: "spare-camera" }),
      /^checks\/spare-camera: the id is used twice/,
    ],
  ])("refuses %s and names the place", (_, spoil, expected) => {
    const raw = copy();
    spoil(raw);
    expect(placesOf(raw)).toEqual(expect.arrayContaining([expect.stringMatching(expected)]));
  });

  it.each([[null], [42], [[]], ["library"]])("refuses %j without falling over", (raw) => {
    expect(placesOf(raw).length).toBeGreaterThan(0);
  });

  it("names every error at once, not only the first", () => {
    const raw = copy();
    raw.checks![1]!.minutes = "ten";
    raw.checks![7]!.hazard = "mild";
    raw.faults![3]!.prior = "often";
    expect(placesOf(raw)).toHaveLength(3);
  });
});

describe("complaints", () => {
  const complaints = complaintsOf(shippedLibrary);

  it("all have a place on the picture of each kind of craft that can show them", () => {
    for (const { id, zone, craftKinds } of complaints) {
      expect(zone).not.toBeNull();
      for (const kind of craftKinds) {
        const spot = ZONE_SPOTS[kind][placeOf(zone, kind)!];
        expect([id, kind, spot]).toEqual([id, kind, expect.anything()]);
      }
      expect(ZONE_NAMES[zone!]).toBeTruthy();
    }
  });

  it("are found by other words people use", () => {
    const found = (word: string) => complaints.filter(({ words }) => words.includes(word)).map(({ id }) => id);
    expect(found("snow")).toContain("picture-static");
    expect(found("osd")).toContain("overlay-missing");
    expect(found("quantum")).toEqual([]);
  });

  it("are those of the craft's kind only", () => {
    const kindsOf = (id: string) => complaints.find((complaint) => complaint.id === id)!.craftKinds;
    expect(kindsOf("head-wobbles")).toEqual(["helicopter"]);
    expect(kindsOf("head-speed-hunts")).toEqual(["helicopter"]);
    expect(kindsOf("servo-jumps")).not.toContain("quad");
    expect(kindsOf("tail-wags")).not.toContain("quad");
    expect(kindsOf("wrong-way")).toContain("quad");
    // It keeps power away: it must be there to be ticked, whatever the craft.
    expect(kindsOf("damage-seen")).toEqual([...CRAFT_KIND_LIST]);
    expect(kindsOf("dropped")).toEqual([...CRAFT_KIND_LIST]);
    for (const kind of CRAFT_KIND_LIST) {
      expect(complaints.filter(({ craftKinds }) => craftKinds.includes(kind)).length).toBeGreaterThan(25);
    }
  });

  it("stand among all symptoms, generated ones too, when a finding is added later", () => {
    const choices = choicesOf(withGeneratedChecks(shippedLibrary)).map(({ id }) => id);
    expect(choices).toEqual(expect.arrayContaining(["gone-with-spare-camera", "picture-black", "rail-sags"]));
  });
});
