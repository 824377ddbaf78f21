import { compileLibrary } from "./compileLibrary";
import { type Finding } from "./caseFindings";
import { type CaseContext, type Library } from "./library.types";
import { smallestClash } from "./smallestClash";

/** `count` faults, each the only way to its own silence; smoke needs one of them. No leak, so that things can be impossible. */
function libraryOf(count: number): Library {
  const ids = Array.from({ length: count }, (_, index) => `f${index}`);
  const reading = { whenTrue: "", whenFalse: "", leak: 0, grade: "guess" } as const;
  return {
    version: "test",
    repairs: [],
    checks: [],
    faults: ids.map((id) => ({ id, name: id, part: "esc", looksLike: "", repair: "", prior: 0.2, grade: "guess" })),
    readings: [
      { ...reading, id: "smoke", links: Object.fromEntries(ids.map((id) => [id, 0.5])) },
      ...ids.map((id) => ({ ...reading, id: `warm-${id}`, links: { [id]: 1 } })),
      { ...reading, id: "anyway", leak: 0.5, links: {} },
    ],
  };
}
const CONTEXT: CaseContext = { craftKind: "quad", phase: "hover", history: "crash" };
const compile = (count: number) => compileLibrary(libraryOf(count), CONTEXT);
const seen = (readingId: string, value: boolean): Finding => ({ kind: "reading", readingId, value });

describe("smallestClash", () => {
  it("is empty when all findings are possible together", () => {
    expect(smallestClash(compile(2), [seen("smoke", true), seen("warm-f0", false)])).toEqual([]);
  });

  it("names one finding that is impossible by itself", () => {
    const library = libraryOf(1);
    const readings = library.readings.map((reading) => (reading.id === "anyway" ? { ...reading, leak: 0 } : reading));
    const compiled = compileLibrary({ ...library, readings }, CONTEXT);
    expect(smallestClash(compiled, [seen("smoke", true), seen("anyway", true)])).toEqual([1]);
  });

  it("names the three that clash among others that do not", () => {
    const findings = [
      seen("anyway", true),
      seen("warm-f0", false),
      seen("smoke", true),
      seen("anyway", true),
      seen("warm-f1", false),
    ];
    expect(smallestClash(compile(2), findings)).toEqual([1, 2, 4]);
  });

  it("names a larger set of which none can be left out", () => {
    const findings = [
      seen("anyway", true),
      seen("smoke", true),
      ...[0, 1, 2, 3].map((fault) => seen(`warm-f${fault}`, false)),
    ];
    expect(smallestClash(compile(4), findings)).toEqual([1, 2, 3, 4, 5]);
  });

  it("finds no clash in a doubtful finding", () => {
    const findings = [seen("smoke", true), seen("warm-f0", false), { ...seen("warm-f1", false), doubtful: true }];
    expect(smallestClash(compile(2), findings)).toEqual([]);
  });
});
