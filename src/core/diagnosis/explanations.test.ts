import fc from "fast-check";
import { type Finding } from "./findings/caseFindings";
import { withGeneratedChecks } from "./library/generateChecks";
import { diagnoseCase } from "./diagnoseCase";
import { shippedLibrary } from "./shippedLibrary";
import { type CaseContext } from "./library/library.types";
import { weighCase } from "./weighCase";

const library = withGeneratedChecks(shippedLibrary);
const context: CaseContext = { craftKind: "quad", phase: "landing", history: "crash" };
const seen = (symptomId: string, value = true): Finding => ({ kind: "symptom", symptomId, value });
const answered = (checkId: string, outcomeId: string): Finding => ({ kind: "check", checkId, outcomeId });
const isolate = (findings: Finding[]) => diagnoseCase(library, { context, findings });

describe("the trail of a case", () => {
  it("says what each finding ruled out and when the lead changed", () => {
    const { trail, suspects } = isolate([
      seen("picture-black"),
      answered("spare-camera", "same"),
      answered("bypass-video-path", "gone"),
    ]);
    expect(trail.map(({ finding }) => finding)).toEqual([0, 1, 2]);
    expect(trail[1]!.ruledOut).toContain("camera-sensor");
    expect(trail.flatMap(({ ruledOut }) => ruledOut).filter((id) => id === "camera-dead")).toHaveLength(1);
    expect(trail[2]!.newLeader).toBe("board-video-path");
    expect(suspects[0]!.fault.id).toBe("board-video-path");
  });

  it("leaves out of it an answer that proves nothing", () => {
    const { trail } = isolate([seen("picture-black"), answered("spare-camera", "unclear")]);
    expect(trail[1]).toEqual({ finding: 1, ruledOut: [], newLeader: "" });
  });
});

describe("what would change the engine's mind", () => {
  it("are answers to checks on offer that would put another suspect first, and do", () => {
    const findings = [seen("picture-black"), answered("camera-supply", "good")];
    const before = isolate(findings);
    const leader = before.suspects[0]!.fault.name;
    expect(before.mindChangers.length).toBeGreaterThan(0);
    for (const { checkId, answer, newLeader, newProbability } of before.mindChangers) {
      expect(newLeader).not.toBe(leader);
      const { outcomes } = library.checks.find(({ id }) => id === checkId)!;
      const outcome = outcomes.find(({ label }) => label === answer)!;
      const [first] = isolate([...findings, answered(checkId, outcome.id)]).suspects;
      expect(first!.fault.name).toBe(newLeader);
      expect(first!.probability).toBeCloseTo(newProbability, 9);
    }
  });
});

describe("findings in any order, taken back, and doubtful", () => {
  const pool: Finding[] = [
    seen("picture-black"),
    seen("burnt-trace"),
    seen("one-corner"),
    answered("camera-supply", "good"),
    answered("spare-camera", "same"),
    answered("esc-phases", "off"),
    answered("hold-props", "holds"),
  ];
  const some = fc.subarray(pool, { minLength: 1 });
  const doubts = fc.array(fc.boolean(), { minLength: pool.length, maxLength: pool.length });
  const marginalOf = (findings: readonly Finding[]) => weighCase(library, context, findings).now.marginal;
  const expectSame = (a: Float64Array, b: Float64Array) =>
    a.forEach((value, at) => expect(b[at]).toBeCloseTo(value, 10));

  it("give the same suspects", () => {
    fc.assert(
      fc.property(some, doubts, fc.infiniteStream(fc.nat()), (findings, doubtful, keys) => {
        const marked = findings.map((finding, at) => ({ ...finding, doubtful: doubtful[at]! }));
        const shuffled = marked
          .map((finding) => ({ finding, key: keys.next().value as number }))
          .sort((a, b) => a.key - b.key)
          .map(({ finding }) => finding);
        expectSame(marginalOf(marked), marginalOf(shuffled));
      }),
      { numRuns: 25 },
    );
  });

  it("leave no trace when they are taken back", () => {
    fc.assert(
      fc.property(some, fc.constantFrom(...pool), (findings, extra) => {
        const before = marginalOf(findings.filter((finding) => finding !== extra));
        marginalOf([...findings, extra]);
        expectSame(before, marginalOf(findings.filter((finding) => finding !== extra)));
      }),
      { numRuns: 15 },
    );
  });

  it("move the suspects less when doubtful than when sure, in the same direction", () => {
    const base = [seen("picture-black")];
    const place = library.faults.findIndex(({ id }) => id === "camera-rail");
    const none = marginalOf(base)[place]!;
    const sure = marginalOf([...base, answered("camera-supply", "missing")])[place]!;
    const doubtful = marginalOf([...base, { ...answered("camera-supply", "missing"), doubtful: true }])[place]!;
    expect(doubtful).toBeGreaterThan(none);
    expect(sure).toBeGreaterThan(doubtful);
  });
});
