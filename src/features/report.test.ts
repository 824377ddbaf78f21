import { shippedLibrary } from "@/core/diagnosis/shippedLibrary";
import "./bays";
import { type Craft } from "./craft/craft";
import { reportOf } from "./handback/report";
import { documentOf } from "./handback/reportPdf";
import { asStored } from "./job/events/asStored.fixture";
import { type JobEvent, type NewJobEvent } from "./job/events/eventKind";
import { findingsOf } from "./job/events/findings";
import { type Job } from "./job/job";
import { type Proof } from "./job/proof";

const at = new Date("2026-05-01T08:00:00Z");
const job = { id: 12, complaint: "no picture", receivedAt: at, closedAt: new Date("2026-05-03T08:00:00Z") } as Job;
const craft = { name: "Whin", kind: "quad", frameClass: "5 inch", tailNumber: "5-017", massG: 620 } as Craft;
const history = (...events: NewJobEvent[]): JobEvent[] =>
  events.map((event, index) => ({
    ...asStored(event),
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
      title: "Power draw",
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
    metBy: "",
    decidedBy: "Ines Vaar",
    decidedAt: at,
  },
  {
    kind: "compass",
    state: "waived" as const,
    askedBy: "the new camera",
    note: "no compass",
    metBy: "",
    decidedBy: "Orrin Heyl",
    decidedAt: at,
  },
];
const reportWith = (history: JobEvent[], asked: readonly Proof[] = [], of = job) =>
  reportOf(
    { job: of, craft, events: history, findings: findingsOf(history), proofs: asked, library: shippedLibrary },
    { shopName: "Low Weir Works", paper: "LETTER" },
  );
const report = reportWith(events, proofs);
const section = (title: string, of = report) => of.sections.find((each) => each.title === title)!;

describe("reportOf", () => {
  it("says what was wrong and how it was proven, leaving out what was taken back or could not be answered", () => {
    expect(section("Cause").lines[0]).toBe("Camera dead (97\u00a0% when named)");
    expect(section("Cause").lines[1]).toMatch(/^Proven by: .*No overlay text$/);
    const unclear = reportWith(history(answer("unclear"), answer("could-not-do")));
    expect(section("Cause", unclear).lines).toEqual(["No cause was named."]);
    expect(section("Also found", unclear)).toBeUndefined();
    expect(section("Not settled", unclear).lines).toHaveLength(2);
  });

  it("sets measured beside baseline, with the change at one voltage", () => {
    expect(section("Measured").table!.rows).toEqual([
      ["idle", expect.stringContaining("11.87"), "–", "–"],
      ["full", expect.stringContaining("15.4"), expect.stringContaining("183"), "+9.0\u00a0%"],
    ]);
    expect(section("Measured").lines).toEqual(["Power draw: watch. At full: 9.0 % more."]);
  });

  it("tells every kind of measurement that was kept, the newest of each", () => {
    const measured = (title: string, word: string): NewJobEvent => ({
      kind: "measurement_kept",
      payload: { title, word, reasons: ["As it was read."], figures: [] },
    });
    const many = reportWith(history(measured("Motors", "bad"), measured("Pack", "good"), measured("Motors", "good")));
    expect(section("Measured", many).lines).toEqual(["Motors: good. As it was read.", "Pack: good. As it was read."]);
  });

  it("names each proof with who met or waived it, and everybody who worked on it", () => {
    expect(section("Proofs").table!.rows[1]).toEqual(["Compass calibration", "waived", "Orrin Heyl", "no compass"]);
    expect(section("Who").lines).toEqual(["Ines Vaar, Tamsin Oake"]);
    expect(section("Flown").lines).toEqual(["2 sorties, 1:30\u00a0min in all, 1 failure."]);
    expect(report.handedBack).toBe("3 May 2026 to Ferrol Brandt");
  });

  it("says so when there is nothing to say", () => {
    const empty = reportWith([], [], { ...job, closedAt: null } as Job);
    expect(section("Cause", empty).lines).toEqual(["No cause was named."]);
    expect(section("Measured", empty)).toMatchObject({ lines: [], none: "Nothing was kept from the bench." });
    expect(section("Flown", empty).lines).toEqual(["No sortie was logged."]);
    expect(empty.handedBack).toBe("not yet");
  });
});

describe("documentOf", () => {
  it("sets more in smaller type", () => {
    const many = reportWith(
      events,
      Array.from({ length: 30 }, () => proofs[0]!),
    );
    expect(documentOf(many, "<svg/>").defaultStyle!.fontSize).toBeLessThan(
      documentOf(report, "<svg/>").defaultStyle!.fontSize!,
    );
  });

  it("carries the shop's name, on the paper it prints on", () => {
    expect(documentOf(report, "<svg/>")).toMatchObject({ pageSize: "LETTER" });
    expect(JSON.stringify(documentOf(report, "<svg/>"))).toContain("Low Weir Works");
  });

  it("never calls a craft fit to fly", () => {
    const text = JSON.stringify(documentOf(report, "<svg/>"));
    expect(text).toMatch(/does not say that the craft may fly/);
    expect(text).not.toMatch(/airworthy|\bsafe\b/i);
  });
});
