import "./bays";
import { asStored } from "./job/events/asStored.fixture";
import { type JobEvent, type NewJobEvent } from "./job/events/eventKind";
import { findingsOf } from "./job/events/findings";
import {
  causeNamed,
  causeTakenBack,
  findingAdded,
  findingWithdrawn,
  partReplaced,
  proofDecided,
  proofReopened,
  settingChanged,
} from "./job/events/jobEvents";
import { causeNames, causesOf, unrepairedCauses } from "./job/causes/causesOf";

const at = new Date("2026-06-02T08:00:00Z");
const history = (...events: NewJobEvent[]): JobEvent[] =>
  events.map((event, index) => ({
    ...asStored(event),
    seq: index + 1,
    at,
    personName: "Ines Vaar",
    jobVersion: index + 1,
  }));
const causes = (events: JobEvent[], proofs: { state: "open" | "met" | "waived" | "failed" }[] = []) =>
  causesOf({ events, findings: findingsOf(events), proofs });
const saw = (symptomId: string, place = "") => findingAdded.of({ symptomId, value: true, note: "", place });
const esc = (evidence: number[] | null, place = "ESC 3, rear left") =>
  causeNamed.of({
    faults: [{ id: "esc-phase", name: "ESC has a burnt phase", repair: "Replace the ESC", probability: 0.9, place }],
    evidence,
    note: "",
  });
const arm = (evidence: number[] | null) =>
  causeNamed.of({ faults: [], other: "Arm cracked at its root", otherPlace: "rear left", evidence, note: "" });
const newPart = (kind: string, position: string) =>
  partReplaced.of({
    kind,
    position,
    removed: { partId: 1, name: "old", serial: "" },
    fitted: { partId: 2, name: "new", serial: "N" },
    reason: "",
  });
const failed = (kind: string, note: string, place = "") =>
  proofDecided.of({ kind, state: "failed", note, symptomId: null, place });

/*
 * The story: a 7-inch quad comes in with a burnt corner. ESC 3 is named and replaced. In Prove it shakes in the hover; the arm
 * below it is found cracked, is named as well, and glued. Both were so, and the report must say both.
 */
const story = history(
  saw("burnt-trace", "rear left"), // 1
  saw("esc-phase-off", "ESC 3, rear left"), // 2
  esc([1, 2]), // 3
  newPart("esc", "ESC 3"), // 4
  failed("low-hover", "shakes at the rear left"), // 5
  saw("twist-arms", "rear left"), // 6
  arm([6]), // 7
  settingChanged.of({ what: "Arm", before: "cracked", after: "splinted and glued", place: "rear left" }), // 8
);

describe("causesOf", () => {
  it("keeps the first cause with its evidence and repair when a second is named", () => {
    const [first, second] = causes(story, [{ state: "met" }, { state: "waived" }]);
    expect(causeNames(first!)).toEqual(["ESC has a burnt phase: ESC 3, rear left"]);
    expect(first!.evidence.map(({ seq }) => seq)).toEqual([1, 2]);
    expect(first!.repairs.map(({ seq }) => seq)).toEqual([4]);
    expect(first!.outcome).toEqual({
      kind: "failed",
      proofKind: "low-hover",
      note: "shakes at the rear left",
      place: "",
    });
    expect(causeNames(second!)).toEqual(["Arm cracked at its root: rear left"]);
    expect(second!.evidence.map(({ seq }) => seq)).toEqual([6]);
    expect(second!.repairs.map(({ seq }) => seq)).toEqual([8]);
    expect(second!.outcome).toEqual({ kind: "proofs met", waived: 1 });
  });

  it("gives a repair to the cause whose place it is at, however late it is done", () => {
    const events = history(esc(null), arm(null), newPart("esc", "ESC 3"), newPart("frame", "Arm 3"));
    const [first, second] = causes(events);
    expect(first!.repairs.map(({ seq }) => seq)).toEqual([3]);
    expect(second!.repairs.map(({ seq }) => seq)).toEqual([4]);
  });

  it("has nothing to repair any more once the part was replaced, and something while it was not", () => {
    expect(unrepairedCauses(causes(history(esc(null)))).map(({ seq }) => seq)).toEqual([1]);
    expect(unrepairedCauses(causes(story))).toEqual([]);
  });

  it("does not let a failure before the repair, or one put right on the spot, count against it", () => {
    const putRight = settingChanged.of({
      what: "Motor order",
      before: "",
      after: "crossed two wires",
      afterProof: "motor-map",
      outdated: [],
    });
    const events = history(
      failed("continuity", "beeps"),
      esc(null),
      newPart("esc", "ESC 3"),
      failed("motor-map", "turns the wrong way", "Motor 3, rear left"),
      putRight,
    );
    expect(causes(events, [{ state: "open" }])[0]!.outcome).toEqual({ kind: "being proven" });
    expect(causes(events, [{ state: "met" }])[0]!.outcome).toEqual({ kind: "proofs met", waived: 0 });
  });

  it("does not count a failure that was taken back", () => {
    const back = proofReopened.of({ kind: "low-hover", was: "failed", reason: "wrong craft" });
    const events = history(esc(null), newPart("esc", "ESC 3"), failed("low-hover", "shakes"), back);
    expect(causes(events, [{ state: "open" }])[0]!.outcome).toEqual({ kind: "being proven" });
  });

  it("still counts a later failure that was not put right", () => {
    const putRight = settingChanged.of({ what: "Motor order", before: "", after: "crossed", afterProof: "motor-map" });
    const events = history(
      esc(null),
      newPart("esc", "ESC 3"),
      failed("motor-map", "turns the wrong way"),
      putRight,
      failed("low-hover", "shakes"),
    );
    expect(causes(events)[0]!.outcome).toMatchObject({ kind: "failed", proofKind: "low-hover", note: "shakes" });
  });

  it("keeps a cause that was taken back as such, and gives it no later repair", () => {
    const events = history(
      esc(null),
      causeTakenBack.of({ seq: 1, reason: "it was the motor" }),
      arm(null),
      newPart("esc", "ESC 3"),
    );
    const [first, second] = causes(events);
    expect(first!.outcome).toEqual({ kind: "taken back", reason: "it was the motor" });
    expect(first!.repairs).toEqual([]);
    expect(second!.repairs.map(({ seq }) => seq)).toEqual([4]);
  });

  it("takes as evidence of an older event what was found since the cause before, without what was taken back or could not be done", () => {
    const events = history(
      saw("burnt-trace"),
      saw("one-corner"),
      findingWithdrawn.of({ seq: 2, reason: "" }),
      {
        kind: "check_answered",
        payload: { checkId: "overlay", outcomeId: "could-not-do", minutes: 0, note: "", value: null },
      },
      esc(null),
    );
    expect(causes(events)[0]!.evidence.map(({ seq }) => seq)).toEqual([1]);
  });
});
