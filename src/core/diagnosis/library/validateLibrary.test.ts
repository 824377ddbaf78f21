import { canHave } from "./compileLibrary";
import { shippedLibrary } from "../shippedLibrary";
import { type Check, type Library, type Measurement } from "./library.types";
import { validateLibrary } from "./validateLibrary";

const [repair] = shippedLibrary.repairs;
const [fault] = shippedLibrary.faults;
const [symptom] = shippedLibrary.symptoms;
const [check] = shippedLibrary.checks;
const problems = (change: Partial<Library>) =>
  validateLibrary({ ...shippedLibrary, ...change }).map(({ place, problem }) => `${place}: ${problem}`);
const yesNo = (id: string, asked: string): Check => ({
  ...check!,
  id,
  outcomes: [
    { id: "yes", label: "Yes", sets: { [asked]: true } },
    { id: "no", label: "No", sets: { [asked]: false } },
  ],
});
const withBands = (bands: Measurement["bands"]): Check => ({
  ...yesNo("measured", "dropped"),
  measure: { quantity: "Volts", unit: "V", bands },
});

describe("validateLibrary", () => {
  it.each<[string, Partial<Library>, RegExp]>([
    ["an id used twice", { repairs: [...shippedLibrary.repairs, repair!] }, /repairs\/.*used twice/],
    [
      "an unknown repair",
      { faults: [{ ...fault!, repair: "pray" }, ...shippedLibrary.faults.slice(1)] },
      /no repair "pray"/,
    ],
    [
      "a mend of what nobody can mend",
      { repairs: [{ ...repair!, mends: "luck" }, ...shippedLibrary.repairs.slice(1)] },
      /no kind of mend "luck"/,
    ],
    [
      "a link to an unknown fault",
      { symptoms: [{ ...symptom!, links: { gremlin: 0.5 } }, ...shippedLibrary.symptoms.slice(1)] },
      /no fault "gremlin"/,
    ],
    [
      "a prior out of range",
      { faults: [{ ...fault!, prior: 1.2 }, ...shippedLibrary.faults.slice(1)] },
      /prior must lie in/,
    ],
    [
      "a fault nothing can find",
      { faults: [...shippedLibrary.faults, { ...fault!, id: "ghost" }] },
      /faults\/ghost: no symptom/,
    ],
    [
      "a symptom nothing sets",
      { symptoms: [...shippedLibrary.symptoms, { ...symptom!, id: "hum", complaint: false }] },
      /symptoms\/hum: no check/,
    ],
    [
      "a check that splits nothing",
      { checks: [...shippedLibrary.checks, { ...check!, id: "stare", outcomes: [] }] },
      /checks\/stare: .*splits nothing/,
    ],
    [
      "a check that no fault is linked to",
      {
        symptoms: [...shippedLibrary.symptoms, { ...symptom!, id: "moon", links: {}, complaint: false }],
        checks: [...shippedLibrary.checks, yesNo("ask-the-moon", "moon")],
      },
      /checks\/ask-the-moon: no fault is linked/,
    ],
    [
      "a part nobody has a word for",
      { faults: [{ ...fault!, part: "flux" }, ...shippedLibrary.faults.slice(1)] },
      /no part "flux"/,
    ],
    [
      "a tool nobody has a word for",
      { checks: [{ ...check!, needs: ["dowsing rod"] }, ...shippedLibrary.checks.slice(1)] },
      /no tool "dowsing rod"/,
    ],
    [
      "a kind of craft nobody has a word for",
      { faults: [{ ...fault!, craftKinds: ["kite"] }, ...shippedLibrary.faults.slice(1)] },
      /no kind of craft "kite"/,
    ],
    [
      "a complaint without a place on the picture",
      { symptoms: [{ ...symptom!, complaint: true, zone: undefined }, ...shippedLibrary.symptoms.slice(1)] },
      /needs a zone/,
    ],
    [
      "a grade for a link that is not there",
      { symptoms: [{ ...symptom!, linkGrades: { gremlin: "guess" } }, ...shippedLibrary.symptoms.slice(1)] },
      /no link to grade "gremlin"/,
    ],
    [
      "limits that do not rise",
      { checks: [withBands([{ below: 5, outcomeId: "yes" }, { below: 4, outcomeId: "no" }, { outcomeId: "yes" }])] },
      /limits must rise/,
    ],
    [
      "a last band with a limit",
      {
        checks: [
          withBands([
            { below: 5, outcomeId: "yes" },
            { below: 6, outcomeId: "no" },
          ]),
        ],
      },
      /the last has none/,
    ],
    [
      "a band for an outcome that is not there",
      { checks: [withBands([{ below: 5, outcomeId: "perhaps" }, { outcomeId: "no" }])] },
      /a band names no outcome: "perhaps"/,
    ],
    [
      "outcomes that overlap",
      {
        checks: [
          {
            ...check!,
            outcomes: [
              { id: "a", label: "A", sets: { dropped: true } },
              { id: "b", label: "B", sets: {} },
            ],
          },
          ...shippedLibrary.checks.slice(1),
        ],
      },
      /with dropped=true, 2 outcomes fit/,
    ],
  ])("finds %s", (_, change, expected) => {
    expect(problems(change)).toEqual(expect.arrayContaining([expect.stringMatching(expected)]));
  });
});

describe("the library that ships", () => {
  // A tail that yaws by itself was once blamed on a helicopter's "arm screws".
  it.each<[string, RegExp]>([
    ["helicopter", /\barms? (delaminated|or)|\bprops?\b|\bwings?\b/i],
    ["fixed wing", /\barms? (delaminated|or)|swash|rotor/i],
    ["quad", /wing|servo|swash|linkage|hinge|belt/i],
  ])("suspects a %s of nothing that its kind does not have", (craftKind, lacks) => {
    const suspected = shippedLibrary.faults.filter((fault) => canHave(craftKind, fault)).map(({ name }) => name);
    expect(suspected.length).toBeGreaterThan(80);
    expect(suspected.filter((name) => lacks.test(name))).toEqual([]);
  });

  it.each([
    ["ducted quad"],
    ["tricopter"],
    ["camera drone"],
    ["octo"],
    ["vertical take-off"],
    ["helicopter"],
    ["fixed wing"],
  ])("has at least twelve faults that a quad cannot have, for a %s", (craftKind) => {
    const own = shippedLibrary.faults.filter((fault) => canHave(craftKind, fault) && !canHave("quad", fault));
    expect(own.length).toBeGreaterThanOrEqual(12);
  });

  it("ships no repair of settings that does not say which: it would owe the proofs of none", () => {
    const vague = shippedLibrary.repairs.filter(({ part, mends }) => part === "settings" && !mends);
    expect(vague.map(({ id }) => id)).toEqual([]);
  });
});
