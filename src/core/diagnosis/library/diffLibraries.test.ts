import { diffLibraries } from "./diffLibraries";
import { shippedLibrary } from "../shippedLibrary";
import { type Library } from "./library.types";

type Group = "repairs" | "faults" | "symptoms" | "checks";

const change = (edit: (library: { -readonly [K in Group]: Library[K][number][] }) => void) => {
  const copy = structuredClone(shippedLibrary) as unknown as Parameters<typeof edit>[0];
  edit(copy);
  return diffLibraries(shippedLibrary, copy as unknown as Library);
};

describe("diffLibraries", () => {
  it("finds nothing in a copy, whatever the order of its entries", () => {
    expect(change(() => {})).toEqual([]);
    expect(change(({ faults }) => faults.reverse())).toEqual([]);
  });

  it("says of a changed entry which field, from what to what", () => {
    const [only, ...rest] = change(({ repairs }) => {
      repairs[0] = { ...(repairs[0] as Library["repairs"][number]), minutes: 99 };
    });
    expect(rest).toEqual([]);
    const { id, minutes } = shippedLibrary.repairs[0]!;
    expect(only).toMatchObject({ group: "repairs", id, kind: "changed" });
    expect(only!.fields).toEqual([{ field: "minutes", from: String(minutes), to: "99" }]);
  });

  it("compares links row by row: one moved, one gone, one new", () => {
    const place = shippedLibrary.symptoms.findIndex(({ links }) => Object.keys(links).length >= 2);
    const symptom = shippedLibrary.symptoms[place]!;
    const [moved, gone] = Object.keys(symptom.links);
    const [only] = change(({ symptoms }) => {
      const { [gone!]: _, ...links } = symptom.links;
      symptoms[place] = { ...symptom, links: { ...links, [moved!]: 0.123, "cosmic-ray": 0.5 } };
    });
    expect(only!.fields).toEqual([
      { field: `links ${moved}`, from: String(symptom.links[moved!]), to: "0.123" },
      { field: `links ${gone}`, from: String(symptom.links[gone!]), to: "" },
      { field: "links cosmic-ray", from: "", to: "0.5" },
    ]);
  });

  it("names what was added and what was removed", () => {
    const changes = change(({ checks }) => {
      const first = checks.shift() as Library["checks"][number];
      checks.push({ ...first, id: "listen-closely", title: "Listen closely" });
    });
    expect(changes.map(({ kind, name }) => [kind, name])).toEqual([
      ["added", "Listen closely"],
      ["removed", shippedLibrary.checks[0]!.title],
    ]);
  });
});
