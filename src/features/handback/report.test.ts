import { shippedLibrary } from "@/core/diagnosis/shippedLibrary";
import { type Craft } from "@/features/craft/craft";
import { type Job } from "@/features/job/job";
import { type JobEvent, type NewJobEvent } from "@/features/job/jobEvent.schema";
import { reportOf } from "./report";
import { documentOf } from "./reportPdf";

const at = new Date("2026-05-01T08:00:00Z");
const job = { id: 12, complaint: "no picture", receivedAt: at, closedAt: new Date("2026-05-03T08:00:00Z") } as Job;
const craft = { name: "Whin", kind: "quad", frameClass: "5 inch", tailNumber: "5-017", massG: 620 } as Craft;
const history = (...events: NewJobEvent[]): JobEvent[] =>
  events.map((event, index) => ({
    ...event,
    seq: index + 1,
    at,
    personName: index % 2 ? "Tamsin Oake" : "Ines Vaar",
    jobVersion: 1,
  }));
const draw = { voltageV: 11.87, currentA: 15.4, powerW: 182.8 };
const answer = (outcomeId: string): NewJobEvent => ({
  kind: "check_answered",
  payload: { checkId: "overlay", outcomeId, minutes: 1, note: "", value: null, doubtful: false },
});

const events = history(
  { kind: "received", payload: { complaint: "no picture", makeSafe: [] } },
  answer("overlay"),
  { kind: "finding_withdrawn", payload: { seq: 2, reason: "wrong channel" } },
  answer("none"),
  {
    kind: "cause_named",
    payload: {
      faults: [{ id: "camera-dead", name: "Camera dead", repair: "Replace the camera", probability: 0.97 }],
      other: "",
      note: "",
    },
  },
  {
    kind: "run_kept",
    payload: {
      runId: 3,
      word: "watch",
      reasons: ["At full: 9.0 % more."],
      steps: [
        { name: "idle", throttle: 0, measured: draw, baseline: null, change: null },
        { name: "full", throttle: 1, measured: draw, baseline: draw, change: 0.09 },
      ],
    },
  },
  { kind: "sortie_logged", payload: { seconds: 60, failures: 0, note: "" } },
  { kind: "sortie_logged", payload: { seconds: 30, failures: 1, note: "" } },
  { kind: "handed_back", payload: { to: "Ferrol Brandt", note: "" } },
);
const proofs = [
  {
    kind: "continuity",
    state: "met" as const,
    askedBy: "the new camera",
    note: "",
    decidedBy: "Ines Vaar",
    decidedAt: at,
  },
  {
    kind: "compass",
    state: "waived" as const,
    askedBy: "the new camera",
    note: "no compass",
    decidedBy: "Orrin Heyl",
    decidedAt: at,
  },
];
const report = reportOf(job, craft, events, proofs, shippedLibrary);

describe("reportOf", () => {
  it("says what was wrong and how it was proven, leaving out what was taken back", () => {
    expect(report.cause).toEqual(["Camera dead (97\u00a0% when named)"]);
    expect(report.evidence).toEqual([expect.stringMatching(/No overlay text$/)]);
  });

  it("sets measured beside baseline, with the change at one voltage", () => {
    expect(report.figures).toEqual([
      { step: "idle", measured: expect.stringContaining("11.87"), baseline: "–", change: "–" },
      {
        step: "full",
        measured: expect.stringContaining("15.4"),
        baseline: expect.stringContaining("183"),
        change: "+9.0\u00a0%",
      },
    ]);
    expect(report.verdict).toBe("watch. At full: 9.0 % more.");
  });

  it("names each proof with who met or waived it, and everybody who worked on it", () => {
    expect(report.proofs[1]).toEqual({
      title: "Compass calibration",
      state: "waived",
      who: "Orrin Heyl",
      note: "no compass",
    });
    expect(report.people).toBe("Ines Vaar, Tamsin Oake");
    expect(report.flown).toBe("2 sorties, 1:30\u00a0min in all, 1 failure.");
    expect(report.handedBack).toBe("3 May 2026 to Ferrol Brandt");
  });

  it("says so when there is nothing to say", () => {
    const empty = reportOf({ ...job, closedAt: null } as Job, craft, [], [], shippedLibrary);
    expect(empty).toMatchObject({
      cause: ["No cause was named."],
      verdict: "No bench run was kept.",
      flown: "No sortie was logged.",
      handedBack: "not yet",
    });
  });
});

describe("documentOf", () => {
  it("sets more in smaller type", () => {
    const many = { ...report, proofs: Array.from({ length: 30 }, () => report.proofs[0]!) };
    expect(documentOf(many).defaultStyle!.fontSize).toBeLessThan(documentOf(report).defaultStyle!.fontSize!);
  });

  it("never calls a craft fit to fly", () => {
    const text = JSON.stringify(documentOf(report));
    expect(text).toMatch(/does not say that the craft may fly/);
    expect(text).not.toMatch(/airworthy|\bsafe\b/i);
  });
});
