import { placesByWhere } from "@/core/craft/spots";
import { type Finding } from "@/core/diagnosis/findings/caseFindings";
import { testKnowledge } from "@/features/faultLibrary/testKnowledge";
import { type JobFinding } from "@/features/job/events/jobFinding";
import { diagnosisOf } from "@/features/job/headline/diagnosisOf";
import { isolateView } from "./isolateView";

const entry = (seq: number, finding: Finding, over: Partial<JobFinding> = {}): JobFinding => ({
  seq,
  at: new Date(),
  personName: "Ines Vaar",
  finding,
  note: "",
  minutes: 0,
  state: "counted",
  ...over,
});
const escs = [1, 2, 3, 4].map((number) => ({ kind: "esc" as const, position: `ESC ${number}` }));
const quadPlaces = placesByWhere({ kind: "quad", motorCount: 4, cellCount: 4 }, escs);
const black = entry(2, { kind: "symptom", symptomId: "picture-black", value: true });
const supply = entry(4, { kind: "check", checkId: "camera-supply", outcomeId: "good" }, { minutes: 3, note: "5.02 V" });
const viewOf = (findings: JobFinding[]) =>
  isolateView(
    diagnosisOf({ phase: "landing", history: "crash" }, "quad", findings, testKnowledge),
    findings,
    testKnowledge,
    quadPlaces,
    { kind: "quad", motorCount: 4 },
  );

describe("isolateView", () => {
  it("shows only suspects that could explain something seen, and counts the others", () => {
    const view = viewOf([black]);
    const shown = view.groups.flatMap(({ suspects }) => suspects.map(({ faultId }) => faultId));
    expect(shown).toContain("camera-dead");
    expect(shown).not.toContain("loop-overload");
    expect(view.others).toBeGreaterThan(80);
  });

  it("knows which ESC a burnt corner means, and does not guess when two corners were named", () => {
    const burnt = (seq: number, place: string) =>
      entry(seq, { kind: "symptom", symptomId: "burnt-trace", value: true, place });
    const hint = (...findings: JobFinding[]) =>
      viewOf(findings)
        .groups.flatMap(({ suspects }) => suspects)
        .find(({ faultId }) => faultId === "esc-phase");
    expect(hint(burnt(2, "rear left"))).toMatchObject({ where: "esc", placeHint: "ESC 3, rear left" });
    expect(hint(burnt(2, "rear left"), burnt(3, "front left"))).toMatchObject({
      placeHint: "",
      placed: [
        { place: "ESC 3, rear left", probability: expect.any(Number) as number },
        { place: "ESC 2, front left", probability: expect.any(Number) as number },
      ],
    });
    expect(viewOf([burnt(2, "rear left")]).findings[0]!.title).toBe("Burnt trace or smell: rear left");
  });

  it("asks where with an answer that something is so, and not with one that it is not", () => {
    const view = viewOf([entry(2, { kind: "symptom", symptomId: "one-corner", value: true })]);
    const asking = view.checks.flatMap(({ outcomes }) => outcomes.filter(({ where }) => where !== null));
    expect(asking.length).toBeGreaterThan(0);
    for (const { id } of asking) expect(["no", "alike", "clean", "none"]).not.toContain(id);
  });

  it("keeps each finding's weights beside it, also with one taken back between", () => {
    const back = entry(3, { kind: "check", checkId: "overlay", outcomeId: "none" }, { state: "taken back" });
    const view = viewOf([black, back, supply]);
    expect(view.findings.map(({ seq }) => seq)).toEqual([2, 3, 4]);
    expect(view.findings[1]!.weights).toEqual([]);
    expect(view.findings[2]!.weights[0]).toMatchObject({ name: "Camera's 5 V supply gone" });
    expect(view.findings[2]!.weights[0]!.decibans).toBeLessThan(-10);
    expect(view.findings[2]!.detail).toBe("Measure 5 V at the camera plug (5.02 V)");
    expect(view.trail).toMatch(/^After 1 check, 3 min/);
  });

  it("says what each answer of the check in hand would leave", () => {
    const [check] = viewOf([black, supply]).checks;
    expect(check!.why).toMatch(/^then in front: .+ \(\d+ of 100\), else .+$/);
    for (const { would } of check!.outcomes) expect(would).toMatch(/\d+\s%/);
  });

  it("ticks the best explaining set, and names what it leaves unexplained", () => {
    const view = viewOf([black, entry(3, { kind: "symptom", symptomId: "picture-breaks-up-near", value: true })]);
    expect(view.bestSet.length).toBeGreaterThanOrEqual(1);
  });

  it("says that no repair pays yet where giving up is cheaper than a blind try, and never of one in no time", () => {
    const burnt = entry(2, { kind: "symptom", symptomId: "burnt-trace", value: true });
    const { sentence, next } = viewOf([burnt]).advice!;
    expect(sentence).not.toMatch(/\b0 min\b/);
    expect(sentence).toMatch(/No repair pays yet/);
    expect(next).toBe("");
    expect(viewOf([black, supply]).advice!.sentence).toMatch(/ min and .* in all/);
  });
});
