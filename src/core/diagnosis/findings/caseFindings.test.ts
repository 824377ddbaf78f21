import { type Finding, findOutcome, gatherSymptoms, getCheck, symptomsOf } from "./caseFindings";
import { compileLibrary, priorInContext, toEvidence } from "../library/compileLibrary";
import { posteriors } from "../inference/posteriors";
import { findingText, isInLibrary } from "./findingText";
import { shippedLibrary } from "../shippedLibrary";
import { type CaseContext, type FaultMode } from "../library/library.types";
import { weighFindings } from "./weighFindings";

const context: CaseContext = { craftKind: "quad", phase: "hover", history: "in-service" };
const answered = (checkId: string, outcomeId: string): Finding => ({ kind: "check", checkId, outcomeId });
const seen = (symptomId: string, value = true): Finding => ({ kind: "symptom", symptomId, value });

describe("gatherSymptoms", () => {
  it("lets an outcome settle just what it names, and leave the rest open", () => {
    expect([...gatherSymptoms(shippedLibrary, [answered("look-at-screen", "black")]).known]).toEqual([
      ["picture-static", false],
      ["picture-black", true],
    ]);
    expect([...gatherSymptoms(shippedLibrary, [answered("look-at-screen", "static")]).known]).toEqual([
      ["picture-static", true],
    ]);
  });

  it("lets the later look at the same thing count", () => {
    const { known } = gatherSymptoms(shippedLibrary, [seen("picture-black"), seen("picture-black", false)]);
    expect(known.get("picture-black")).toBe(false);
  });

  it("names two sure findings that say opposite things, and no pair that agrees or is doubtful", () => {
    const findings = [
      seen("dropped"),
      seen("picture-black"),
      answered("look-at-screen", "static"),
      seen("picture-static"),
    ];
    expect(gatherSymptoms(shippedLibrary, findings).contradictions).toEqual([]);
    const opposed = [...findings, answered("look-at-screen", "black")];
    expect(gatherSymptoms(shippedLibrary, opposed).contradictions).toEqual([
      { symptomId: "picture-static", earlier: 3, later: 4 },
    ]);
    const doubtful = [...findings, { ...seen("picture-static", false), doubtful: true }];
    expect(gatherSymptoms(shippedLibrary, doubtful).contradictions).toEqual([]);
  });

  it("never lets a doubtful finding outweigh a sure one, before or after it", () => {
    const doubt = { ...seen("picture-black", false), doubtful: true };
    for (const findings of [
      [doubt, seen("picture-black")],
      [seen("picture-black"), doubt],
    ]) {
      const { known, doubtful } = gatherSymptoms(shippedLibrary, findings);
      expect([...known]).toEqual([["picture-black", true]]);
      expect(doubtful.size).toBe(0);
    }
    expect([...gatherSymptoms(shippedLibrary, [doubt]).doubtful]).toEqual([["picture-black", false]]);
  });

  it.each(["unclear", "could-not-do"])("lets %s prove nothing", (outcome) => {
    expect(symptomsOf(shippedLibrary, answered("overlay", outcome))).toEqual({});
    expect(findOutcome(getCheck(shippedLibrary, "overlay"), outcome)).toBeUndefined();
  });
});

describe("priorInContext", () => {
  const fault: FaultMode = {
    id: "x",
    name: "X",
    part: "motor",
    looksLike: "",
    repair: "r",
    prior: 0.2,
    grade: "guess",
    when: [
      { history: ["crash"], factor: 4 },
      { history: ["crash"], phase: ["landing"], factor: 2 },
      { craftKind: ["helicopter"], factor: 0.5 },
    ],
  };
  const prior = (over: Partial<CaseContext>) => priorInContext(fault, { ...context, ...over });

  it("multiplies the odds by each factor whose circumstances all hold", () => {
    expect(prior({})).toBeCloseTo(0.2, 12);
    expect(prior({ history: "crash" })).toBeCloseTo(1 / 2, 12); // odds 1/4 times 4
    expect(prior({ history: "crash", phase: "landing" })).toBeCloseTo(2 / 3, 12);
    expect(prior({ craftKind: "helicopter" })).toBeCloseTo(0.125 / 1.125, 12);
  });

  it("stays below 1 however strong the factors are", () => {
    const sure = { ...fault, when: [{ factor: 1e6 }] };
    expect(priorInContext(sure, context)).toBeLessThan(1);
  });
});

describe("toEvidence", () => {
  it("names a symptom the library does not have", () => {
    const compiled = compileLibrary(shippedLibrary, context);
    expect(() => toEvidence(compiled, { known: new Map([["aura", true]]), doubtful: new Map() })).toThrow(
      expect.objectContaining({ code: "unknown_id" }),
    );
  });
});

describe("weighFindings", () => {
  const compiled = compileLibrary(shippedLibrary, context);
  const camera = compiled.faultIndex.get("camera-dead")!;
  const rail = compiled.faultIndex.get("camera-rail")!;

  it("weighs for and against, and gives nothing to what proves nothing", () => {
    const findings = [seen("picture-black"), answered("camera-supply", "good"), answered("overlay", "unclear")];
    const [black, supply, unclear] = weighFindings(compiled, findings, [camera, rail]);
    expect(black![0]).toBeGreaterThan(5);
    expect(supply![1]).toBeLessThan(-10);
    expect(unclear).toEqual([0, 0]);
  });

  it("gives a single symptom the weight of its likelihood ratio", () => {
    // One finding alone: the change of log odds is exactly ten times the log of P(true | fault) over P(true | no such fault).
    const only = weighFindings(compiled, [seen("camera-no-5v")], [rail])[0]![0]!;
    const symptom = compiled.symptomIndex.get("camera-no-5v")!;
    let allFalse = 1 - compiled.network.leak[symptom]!;
    for (const { fault, strength } of compiled.network.links[symptom]!) {
      if (fault !== rail) allFalse *= 1 - compiled.network.prior[fault]! * strength;
    }
    const without = 1 - allFalse;
    const withFault = 1 - allFalse * (1 - 0.98);
    expect(only).toBeCloseTo(10 * Math.log10(withFault / without), 9);
  });
});

describe("findingText", () => {
  it("says what was found and by which check, in the library's words", () => {
    expect(findingText(shippedLibrary, answered("camera-supply", "good"))).toEqual({
      title: "4.75 to 5.25 V",
      detail: "Measure 5 V at the camera plug",
    });
    expect(findingText(shippedLibrary, seen("picture-black", false)).title).toBe("Picture is not black");
    expect(findingText(shippedLibrary, { ...seen("picture-black"), doubtful: true }).detail).toBe("seen, doubtful");
    expect(findingText(shippedLibrary, answered("overlay", "could-not-do"))).toEqual({
      title: "Could not do it",
      detail: "Is there overlay text on the black picture?: says nothing yet",
    });
  });

  it("keeps the id as a name when an entry has left the library", () => {
    for (const gone of [seen("old-symptom"), answered("old-check", "yes"), answered("overlay", "old-answer")]) {
      expect(isInLibrary(shippedLibrary, gone)).toBe(false);
      expect(findingText(shippedLibrary, gone).title).toMatch(/old-|yes/);
    }
    expect(isInLibrary(shippedLibrary, answered("overlay", "unclear"))).toBe(true);
  });
});

describe("weighFindings by the quick way", () => {
  it("gives each finding the weight that leaving it out and weighing anew gives", () => {
    const compiled = compileLibrary(shippedLibrary, { craftKind: "quad", phase: "hover", history: "crash" });
    const findings: Finding[] = [
      seen("dropped"),
      { ...seen("lamps-out"), doubtful: true },
      answered("overlay", "none"),
      seen("picture-black"),
      seen("one-corner", false),
      seen("dropped"),
    ];
    const faults = [...compiled.network.prior.keys()].filter((fault) => compiled.network.prior[fault]! > 0);
    const logOdds = (list: readonly Finding[]) => {
      const evidence = toEvidence(compiled, gatherSymptoms(compiled.library, list));
      const { marginal } = posteriors(compiled.network, evidence);
      return faults.map((fault) => 10 * Math.log10(marginal[fault]! / (1 - marginal[fault]!)));
    };
    const all = logOdds(findings);
    weighFindings(compiled, findings, faults).forEach((weights, index) => {
      const without = logOdds(findings.filter((_, other) => other !== index));
      weights.forEach((weight, place) => expect(weight).toBeCloseTo(all[place]! - without[place]!, 6));
    });
  });
});
