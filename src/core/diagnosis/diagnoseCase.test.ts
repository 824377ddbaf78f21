import { type Finding } from "./findings/caseFindings";
import { diagnoseCase } from "./diagnoseCase";
import { withGeneratedChecks } from "./library/generateChecks";
import { shippedLibrary } from "./shippedLibrary";
import { type CaseContext } from "./library/library.types";
import { validateLibrary } from "./library/validateLibrary";

// The stories below are common practice in the trade, no published source.
const library = withGeneratedChecks(shippedLibrary);
const crashed: CaseContext = { craftKind: "quad", phase: "landing", history: "crash" };
const seen = (symptomId: string, value = true): Finding => ({ kind: "symptom", symptomId, value });
const answered = (checkId: string, outcomeId: string): Finding => ({ kind: "check", checkId, outcomeId });
const isolate = (findings: Finding[], context = crashed) => diagnoseCase(library, { context, findings });
const leader = (findings: Finding[], context = crashed) => isolate(findings, context).suspects[0]!.fault.id;
const probabilityOf = (findings: Finding[], faultId: string) =>
  isolate(findings).suspects.find(({ fault }) => fault.id === faultId)!.probability;

describe("isolateCase with the shipped library", () => {
  it("ships a library without a problem, of at least 110 fault modes and 140 checks", () => {
    expect(validateLibrary(shippedLibrary)).toEqual([]);
    expect(validateLibrary(library)).toEqual([]);
    expect(shippedLibrary.faults.length).toBeGreaterThanOrEqual(110);
    expect(shippedLibrary.checks.length).toBeGreaterThanOrEqual(140);
  });

  it.each<[string, CaseContext, Finding[], string]>([
    [
      "picture appears on a direct joint",
      crashed,
      [
        seen("picture-black"),
        answered("camera-supply", "good"),
        answered("spare-camera", "same"),
        answered("bypass-video-path", "gone"),
      ],
      "board-video-path",
    ],
    [
      "menu opens, picture back with a spare",
      crashed,
      [seen("picture-black"), answered("camera-menu", "opens"), answered("spare-camera", "gone")],
      "camera-sensor",
    ],
    [
      "static, lamp dark, no supply",
      crashed,
      [seen("picture-static"), answered("transmitter-lamp", "dark"), answered("transmitter-supply", "missing")],
      "vtx-unpowered",
    ],
    [
      "static after a firmware change, found on another channel",
      { ...crashed, history: "firmware" },
      [seen("picture-static"), answered("step-channels", "found")],
      "vtx-channel",
    ],
    [
      "resets each 10 to 15 s after firmware, gone at half rate",
      { craftKind: "quad", phase: "hover", history: "firmware" },
      [seen("dropped"), seen("resets-10-15-s"), answered("halve-loop-rate", "rate")],
      "loop-overload",
    ],
    [
      "dimming lamps, rail sags, unloading does not help",
      { craftKind: "quad", phase: "hover", history: "in-service" },
      [seen("dropped"), seen("lamps-dim-first"), answered("rail-under-load", "sags"), answered("unload-rail", "same")],
      "regulator-weak",
    ],
    [
      "tumbled over one corner, ESC phase differs",
      crashed,
      [seen("one-corner"), answered("throttle-jab", "stutters"), answered("esc-phases", "off")],
      "esc-phase",
    ],
  ])("names the cause: %s", (_, context, findings, cause) => {
    expect(leader(findings, context)).toBe(cause);
  });

  it("lets a black picture without overlay say little, and one with overlay much", () => {
    const black = seen("picture-black");
    const bare = probabilityOf([black], "board-video-path");
    const without = probabilityOf([black, answered("overlay", "none")], "board-video-path");
    const withText = probabilityOf([black, answered("overlay", "overlay")], "board-video-path");
    expect(without / bare).toBeLessThan(3);
    expect(bare / withText).toBeGreaterThan(4);
  });

  it("names a second fault when one does not explain all findings", () => {
    const result = isolate([
      seen("picture-black"),
      answered("spare-camera", "gone"),
      seen("one-corner"),
      answered("hold-props", "slips"),
    ]);
    expect(result.bestSet.faults.map(({ part }) => part).sort()).toEqual(["camera", "prop"]);
    expect(result.unexplained).toEqual([]);
  });

  it("offers no check again that was answered or could not be done, and moves nothing on 'could not do'", () => {
    const before = isolate([seen("picture-black")]);
    const first = before.nextChecks[0]!.check.id;
    const after = isolate([seen("picture-black"), answered(first, "could-not-do")]);
    expect(after.nextChecks.map(({ check }) => check.id)).not.toContain(first);
    expect(after.suspects.map(({ probability }) => probability)).toEqual(
      before.suspects.map(({ probability }) => probability),
    );
  });

  it("restores the suspects when a finding is taken back", () => {
    const findings = [seen("picture-black"), answered("spare-camera", "same")];
    expect(isolate(findings.slice(0, 1)).suspects).not.toEqual(isolate(findings).suspects);
    expect(isolate([...findings].slice(0, 1)).suspects[0]).toEqual(isolate([seen("picture-black")]).suspects[0]);
  });

  it("weighs 5 V at the plug against the supply and says so in decibans", () => {
    const result = isolate([seen("picture-black"), answered("camera-supply", "good")]);
    const rail = result.findings[1]!.weights.find(({ faultId }) => faultId === "camera-rail")!;
    expect(rail.decibans).toBeLessThan(-10);
  });

  it("says what each answer of the next check would leave", () => {
    const [next] = isolate([seen("picture-black")]).nextChecks;
    expect(next!.bits).toBeGreaterThan(0.1);
    expect(next!.previews.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
    expect(next!.splits).toHaveLength(2);
  });

  it("names an unknown check and an unknown outcome", () => {
    expect(() => isolate([answered("dowsing", "yes")])).toThrow(/no check "dowsing"/);
    expect(() => isolate([answered("overlay", "maybe")])).toThrow(/no outcome "maybe"/);
  });
});
