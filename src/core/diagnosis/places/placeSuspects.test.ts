import { type Finding, gatherSymptoms } from "../findings/caseFindings";
import { diagnoseCase } from "../diagnoseCase";
import { compileLibrary } from "../library/compileLibrary";
import { withGeneratedChecks } from "../library/generateChecks";
import { type CaseContext, type Library } from "../library/library.types";
import { shippedLibrary } from "../shippedLibrary";
import { type PlacesOfCraft, placeSuspects } from "./placeSuspects";

const context: CaseContext = { craftKind: "quad", phase: "landing", history: "crash" };
const craft: PlacesOfCraft = { shape: { kind: "quad", motorCount: 4 }, fitted: { esc: 4, motor: 4 } };
const fault = (id: string, part: string, prior: number) => ({
  id,
  name: id,
  part,
  looksLike: "",
  repair: "r",
  prior,
  grade: "guess" as const,
});
const symptom = (id: string, leak: number, links: Record<string, number>) => ({
  id,
  whenTrue: id,
  whenFalse: `not ${id}`,
  leak,
  grade: "guess" as const,
  links,
});
const library: Library = {
  version: "test",
  repairs: [{ id: "r", name: "r", part: "esc", minutes: 1, parts: [] }],
  faults: [fault("burnt", "esc", 0.1), fault("rough", "motor", 0.2), fault("board", "flight_controller", 0.05)],
  symptoms: [
    symptom("soot", 0.02, { burnt: 0.8, board: 0.3 }),
    symptom("stutter", 0.05, { burnt: 0.7, rough: 0.4 }),
    symptom("hot", 0.1, { rough: 0.6, burnt: 0.2 }),
  ],
  checks: [],
};
const seen = (symptomId: string, place = "", value = true): Finding => ({
  kind: "symptom",
  symptomId,
  value,
  ...(place && { place }),
});

const linksOf = (symptomId: string): Readonly<Record<string, number>> =>
  library.symptoms.find(({ id }) => id === symptomId)!.links;

/**
 * The same straight from the definition: every set of faults of a craft on which a fault that was seen at a place may be at each of the
 * places named, or anywhere else, so that one of them somewhere is as probable as the library says.
 *
 * @returns P(this fault at this corner | findings).
 */
function byEnumeration(findings: readonly Finding[], faultId: string, corner: string): number {
  const named = [...new Set(findings.flatMap(({ place }) => place ?? []))];
  const bearsOnPlace = (id: string) =>
    findings.some((finding) => finding.place && finding.kind === "symptom" && id in linksOf(finding.symptomId));
  const units = library.faults.flatMap(({ id, prior, part }): { id: string; at: string | null; prior: number }[] => {
    if (part === "flight_controller" || !bearsOnPlace(id)) return [{ id, at: null, prior }];
    const share = (corners: number) => 1 - (1 - prior) ** (corners / 4);
    return [
      ...named.map((at) => ({ id, at, prior: share(1) })),
      { id, at: "elsewhere", prior: share(4 - named.length) },
    ];
  });
  let [whole, there] = [0, 0];
  for (let mask = 0; mask < 1 << units.length; mask++) {
    const present = units.filter((_, at) => (mask >> at) & 1);
    let joint = units.reduce((product, { prior }, at) => product * ((mask >> at) & 1 ? prior : 1 - prior), 1);
    for (const finding of findings) {
      if (finding.kind !== "symptom") continue;
      const { leak } = library.symptoms.find(({ id }) => id === finding.symptomId)!;
      const links = linksOf(finding.symptomId);
      const isFalse = present
        .filter(({ at }) => at === null || !finding.place || finding.place === at)
        .reduce((product, { id }) => product * (1 - (links[id] ?? 0)), 1 - leak);
      joint *= finding.value ? 1 - isFalse : isFalse;
    }
    whole += joint;
    if (present.some(({ id, at }) => id === faultId && at === corner)) there += joint;
  }
  return there / whole;
}

const placesOf = (findings: readonly Finding[]) =>
  placeSuspects(compileLibrary(library, context), findings, gatherSymptoms(library, findings), craft);

describe("where a suspect is", () => {
  it.each([
    ["one place", [seen("soot", "rear left")]],
    ["two places", [seen("soot", "rear left"), seen("stutter", "front right")]],
    ["a symptom at two places", [seen("hot", "rear left"), seen("hot", "front left"), seen("stutter", "rear left")]],
    ["with a place and without", [seen("soot", "rear left"), seen("stutter"), seen("hot", "", false)]],
  ])("agrees with the enumeration of every set of faults: %s", (_, findings) => {
    const places = placesOf(findings);
    expect(places.size).toBeGreaterThan(0);
    for (const [faultId, all] of places)
      for (const { place, probability } of all)
        expect(probability).toBeCloseTo(byEnumeration(findings, faultId, place), 10);
  });

  it("reads the number of a part as its corner, and holds nothing where no finding has a place", () => {
    expect(placesOf([seen("soot", "ESC 3")]).get("burnt")![0]!.place).toBe("rear left");
    expect(placesOf([seen("soot"), seen("stutter", "front right", false)]).size).toBe(0);
  });

  it("names two parts where two corners show it, and one where all findings point to it", () => {
    const whole = withGeneratedChecks(shippedLibrary);
    const places = (...findings: Finding[]) =>
      diagnoseCase(whole, { context, findings, craft }).suspects.find(({ fault: { id } }) => id === "esc-phase")!
        .places;
    const one = places(seen("burnt-trace", "rear left"), seen("one-corner", "rear left"));
    expect(one).toEqual([{ place: "rear left", probability: expect.closeTo(one[0]!.probability, 12) as number }]);
    const two = places(seen("burnt-trace", "rear left"), seen("esc-phase-off", "front right"));
    // A phase that reads off speaks for a burnt ESC far more strongly than soot, which much else leaves.
    expect(two.map(({ place }) => place)).toEqual(["front right", "rear left"]);
    expect(two[0]!.probability).toBeGreaterThan(3 * two[1]!.probability);
  });
});
