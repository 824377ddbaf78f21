import { seededRandom } from "@/sim/random";
import { shippedLibrary } from "../shippedLibrary";
import { chanceToShow, drawnTowards, learnedLinks, withLearnedLinks } from "./learnedLinks";
import { type Library } from "./library.types";

const library: Library = {
  version: "test",
  repairs: [],
  faults: [],
  checks: [],
  symptoms: [
    {
      id: "hot",
      whenTrue: "Hot",
      whenFalse: "Cool",
      leak: 0.1,
      grade: "judgement",
      links: { bearing: 0.5, winding: 0.8 },
    },
    { id: "rough", whenTrue: "Rough", whenFalse: "Smooth", leak: 0.02, grade: "guess", links: { bearing: 0.9 } },
  ],
};
const linksOf = ({ symptoms }: Library, id: string) => symptoms.find((symptom) => symptom.id === id)!.links;

describe("drawnTowards", () => {
  it("is the library's figure before anything was looked at", () => {
    expect(drawnTowards(0.37, 20, { looked: 0, shown: 0 })).toBeCloseTo(0.37, 12);
  });

  // Placenta previa, 437 girls of 980 births: with a Beta prior of mean 0.485 the posterior median is 0.446 at a prior of 2 and 5 births,
  // 0.450 at 100, 0.453 at 200; the mean lies within 0.0005 of it. Gelman et al., Bayesian Data Analysis, 3rd ed., table 2.1 in section 2.4 (figures from memory).
  it.each([
    [2, 0.446],
    [5, 0.446],
    [100, 0.45],
    [200, 0.453],
  ])("agrees with the published example at a prior worth %d", (weight, mean) => {
    expect(drawnTowards(0.485, weight, { looked: 980, shown: 437 })).toBeCloseTo(mean, 3);
  });
});

describe("withLearnedLinks", () => {
  it("changes nothing in a shop whose looks are as the library says", () => {
    const seen = library.symptoms.flatMap(({ id, leak, links }) =>
      Object.entries(links).map(([faultId, strength]) => ({
        faultId,
        symptomId: id,
        looked: 40,
        shown: 40 * chanceToShow(leak, strength),
      })),
    );
    const learned = withLearnedLinks(library, seen);
    for (const { id, links } of library.symptoms)
      for (const [fault, strength] of Object.entries(links))
        expect(linksOf(learned, id)[fault]).toBeCloseTo(strength, 12);
  });

  it("moves a guess further than trade judgement, and leaves the other links of the symptom alone", () => {
    const never = (symptomId: string) => [{ faultId: "bearing", symptomId, looked: 10, shown: 0 }];
    const hot = linksOf(withLearnedLinks(library, never("hot")), "hot");
    const rough = linksOf(withLearnedLinks(library, never("rough")), "rough");
    expect(hot.winding).toBe(0.8);
    expect(rough.bearing! / 0.9).toBeLessThan(hot.bearing! / 0.5);
  });

  it("never falls below what crafts without the fault show, nor reaches certainty", () => {
    const many = (shown: number) => [{ faultId: "bearing", symptomId: "hot", looked: 1e6, shown }];
    expect(linksOf(withLearnedLinks(library, many(0)), "hot").bearing).toBe(0);
    expect(linksOf(withLearnedLinks(library, many(1e6)), "hot").bearing).toBeLessThan(1);
  });

  it("takes no notice of a pair that the library does not link, or of what it no longer has", () => {
    const seen = [
      { faultId: "winding", symptomId: "rough", looked: 9, shown: 9 },
      { faultId: "bearing", symptomId: "gone", looked: 9, shown: 9 },
    ];
    expect(learnedLinks(library, seen)).toEqual([]);
    expect(withLearnedLinks(library, seen)).toBe(library);
  });

  it("comes nearer to a world that is not as the library says, on links that were looked at ten times and more", () => {
    const random = seededRandom(8);
    let [before, now] = [0, 0];
    for (const symptom of shippedLibrary.symptoms.slice(0, 60)) {
      for (const [faultId, strength] of Object.entries(symptom.links)) {
        const believed = chanceToShow(symptom.leak, strength);
        const odds = (believed / (1 - believed)) * Math.exp(2 * random() - 1);
        const truth = odds / (1 + odds);
        const looked = 10 + Math.floor(30 * random());
        const shown = Array.from({ length: looked }, () => random()).filter((draw) => draw < truth).length;
        const [link] = learnedLinks(shippedLibrary, [{ faultId, symptomId: symptom.id, looked, shown }]);
        before += (link!.before - truth) ** 2;
        now += (link!.now - truth) ** 2;
      }
    }
    expect(now).toBeLessThan(0.8 * before);
  });
});
