import { shippedLibrary } from "./library";
import { type Library } from "./library.types";
import { validateLibrary } from "./validateLibrary";

const [repair] = shippedLibrary.repairs;
const [fault] = shippedLibrary.faults;
const [reading] = shippedLibrary.readings;
const [check] = shippedLibrary.checks;
const problems = (change: Partial<Library>) =>
  validateLibrary({ ...shippedLibrary, ...change }).map(({ place, problem }) => `${place}: ${problem}`);

describe("validateLibrary", () => {
  it.each<[string, Partial<Library>, RegExp]>([
    ["an id used twice", { repairs: [...shippedLibrary.repairs, repair!] }, /repairs\/.*used twice/],
    [
      "an unknown repair",
      { faults: [{ ...fault!, repair: "pray" }, ...shippedLibrary.faults.slice(1)] },
      /no repair "pray"/,
    ],
    [
      "a link to an unknown fault",
      { readings: [{ ...reading!, links: { gremlin: 0.5 } }, ...shippedLibrary.readings.slice(1)] },
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
      /faults\/ghost: no reading/,
    ],
    [
      "a reading nothing sets",
      { readings: [...shippedLibrary.readings, { ...reading!, id: "hum", complaint: false }] },
      /readings\/hum: no check/,
    ],
    [
      "a check that splits nothing",
      { checks: [...shippedLibrary.checks, { ...check!, id: "stare", outcomes: [] }] },
      /checks\/stare: .*splits nothing/,
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
