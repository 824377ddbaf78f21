import { shippedLibrary } from "@/core/diagnosis/shippedLibrary";
import { proofDecided } from "@/features/job/events/jobEvents";
import { type JobFinding } from "@/features/job/events/jobFinding";
import { type Proof } from "@/features/job/proof";
import { beforePowerOf } from "./beforePower";

let seq = 0;
const saw = (symptomId: string, value = true, state: JobFinding["state"] = "counted"): JobFinding => ({
  seq: ++seq,
  at: new Date(),
  personName: "Ines Vaar",
  finding: { kind: "symptom", symptomId, value },
  note: "",
  minutes: 0,
  state,
});
const met = (kind: string) => ({ kind, state: "met" }) as Proof;
/** Proofs are met now, after all that was seen, or before it. */
const before = (findings: JobFinding[], proofs: Proof[] = [], metAt = Infinity) =>
  beforePowerOf({
    events: proofs.map(({ kind }) => ({
      ...proofDecided.of({ kind, state: "met", note: "", symptomId: null }),
      seq: metAt,
      at: new Date(),
      personName: "Ines Vaar",
      jobVersion: 1,
    })),
    findings,
    proofs,
    library: shippedLibrary,
  });

// Common practice, no published source: eyes before power.
describe("beforePowerOf", () => {
  it("asks nothing of a craft on which nothing burnt", () => {
    expect(before([saw("picture-black")])).toEqual({ because: "", missing: [], isShort: false });
    expect(before([saw("burnt-trace", true, "taken back")]).missing).toEqual([]);
  });

  it("asks for power against ground and a limiter after something burnt, also when the part was replaced since", () => {
    for (const state of ["counted", "before the repair"] as const)
      expect(before([saw("burnt-trace", true, state)])).toMatchObject({
        because: "Burnt trace or smell",
        missing: ["power-to-ground", "limiter-trips"],
      });
  });

  it("is content with each step as a finding since, or as a proof", () => {
    const burnt = saw("burnt-trace");
    expect(before([burnt, saw("power-to-ground", false)]).missing).toEqual(["limiter-trips"]);
    expect(before([burnt, saw("power-to-ground", false)], [met("first-power")]).missing).toEqual([]);
  });

  it("does not take a proof that was met before it burnt again", () => {
    const burnt = saw("burnt-trace");
    expect(before([burnt], [met("continuity"), met("first-power")], burnt.seq - 1).missing).toHaveLength(2);
  });

  it("does not take a doubtful look, or one from before the repair", () => {
    const burnt = saw("burnt-trace");
    const doubtful = saw("power-to-ground", false);
    doubtful.finding = { ...doubtful.finding, doubtful: true };
    expect(before([burnt, doubtful]).missing).toContain("power-to-ground");
    expect(before([burnt, saw("power-to-ground", false, "before the repair")]).missing).toContain("power-to-ground");
  });

  it("does not take a step from before it burnt", () => {
    expect(
      before([saw("power-to-ground", false), saw("limiter-trips", false), saw("burnt-trace")]).missing,
    ).toHaveLength(2);
  });

  it("says a short is a short, from a check as well, until it is gone", () => {
    const short = saw("power-to-ground");
    expect(before([short]).isShort).toBe(true);
    expect(before([short, saw("power-to-ground", false)]).isShort).toBe(false);
    expect(before([short], [met("continuity")]).isShort).toBe(false);
    const checked = {
      ...saw("x"),
      finding: { kind: "check", checkId: "power-to-ground", outcomeId: "yes" },
    } as JobFinding;
    expect(before([checked])).toMatchObject({ isShort: true });
  });
});
