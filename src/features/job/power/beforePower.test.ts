import { gatesOf } from "@/core/diagnosis/gates/shutGates";
import { shippedLibrary } from "@/core/diagnosis/shippedLibrary";
import { type Craft } from "@/features/craft/craft";
import { gateOpened, proofDecided } from "@/features/job/events/jobEvents";
import { type JobFinding } from "@/features/job/events/jobFinding";
import { type Job } from "@/features/job/job";
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
const job = { phase: "hover", history: "in-service" } as Job;
/** Proofs are met now, after all that was seen, or before it. */
const before = (
  findings: JobFinding[],
  proofs: Proof[] = [],
  { metAt = Infinity, history = job.history, opened = [] as string[], library = shippedLibrary } = {},
) =>
  beforePowerOf({
    job: { ...job, history },
    craft: { kind: "quad" } as Craft,
    events: [
      ...proofs.map(({ kind }) => ({
        ...proofDecided.of({ kind, state: "met", note: "", symptomId: null }),
        seq: metAt,
        at: new Date(),
        personName: "Ines Vaar",
        jobVersion: 1,
      })),
      ...opened.map((gateId) => ({
        ...gateOpened.of({ gateId, because: "", reason: "looked at it under the microscope" }),
        seq: Infinity,
        at: new Date(),
        personName: "Ines Vaar",
        jobVersion: 1,
      })),
    ],
    findings,
    proofs,
    library,
  });

// Common practice, no published source: eyes before power.
describe("beforePowerOf", () => {
  it("asks nothing of a craft on which nothing burnt", () => {
    expect(before([saw("picture-black")])).toEqual({ because: "", missing: [], elsewhere: [], isShort: false });
    expect(before([saw("burnt-trace", true, "taken back")]).missing).toEqual([]);
  });

  it("asks for power against ground and a limiter after something burnt, also when the part was replaced since", () => {
    for (const state of ["counted", "before the repair"] as const)
      expect(before([saw("burnt-trace", true, state)])).toMatchObject({
        because: "“Burnt trace or smell” was found.",
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
    expect(before([burnt], [met("continuity"), met("first-power")], { metAt: burnt.seq - 1 }).missing).toHaveLength(2);
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

  it("asks for the same after a crash that nobody has looked at, until somebody has", () => {
    const crash = { history: "crash" as const };
    expect(before([saw("motor-twitch")], [], crash)).toMatchObject({
      because: "A short is not ruled out.",
      missing: ["power-to-ground"],
    });
    const looked = { ...saw("x"), finding: { kind: "check", checkId: "look-and-smell", outcomeId: "clean" } };
    expect(before([looked as JobFinding], [], crash).missing).toEqual([]);
    expect(before([], [met("continuity")], crash).missing).toEqual([]);
  });

  it("asks for a bad pack to be away, which is seen to be so and not otherwise", () => {
    const swollen = saw("pack-swollen");
    expect(before([swollen]).missing).toEqual(["pack-away"]);
    expect(before([swollen, saw("pack-away", false)]).missing).toEqual(["pack-away"]);
    expect(before([swollen, saw("pack-away")])).toMatchObject({ because: "", missing: [] });
  });

  it("does not ask for a step whose gate a technician opened with a reason; a short stays a short", () => {
    const opened = ["short-not-ruled-out"];
    expect(before([saw("burnt-trace")], [], { opened }).missing).toEqual(["limiter-trips"]);
    expect(before([saw("power-to-ground")], [], { opened })).toMatchObject({ isShort: true });
    expect(before([saw("power-to-ground")], [], { opened }).missing).toContain("power-to-ground");
  });

  it("names a gate of the shop's own that only Isolate opens", () => {
    const [gate] = gatesOf(shippedLibrary);
    const own = {
      ...gate!,
      id: "own",
      because: "Fuel near.",
      when: [{ symptom: "picture-black" }],
      opens: { "damage-seen": false },
    };
    expect(before([saw("picture-black")], [], { library: { ...shippedLibrary, gates: [own] } })).toMatchObject({
      because: "Fuel near.",
      missing: [],
      elsewhere: ["Fuel near."],
    });
  });
});
