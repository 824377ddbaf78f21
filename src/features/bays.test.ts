import { type Finding } from "@/core/diagnosis/findings/caseFindings";
import { BAYS } from "./bays";
import { testKnowledge } from "./faultLibrary/testKnowledge";
import { isolateHeadline } from "./isolate/isolateHeadline";
import { bayChange } from "./job/bays/bayChange";
import { eventKinds } from "./job/bays/bayRegistry";
import { asStored } from "./job/events/asStored.fixture";
import { type JobEvent, type NewJobEvent } from "./job/events/eventKind";
import { causeNamed } from "./job/events/jobEvents";
import { eventText } from "./job/events/eventText";
import { countedFindings, findingsOf, isOpenAnswer } from "./job/events/findings";
import { diagnosisOf } from "./job/headline/diagnosisOf";
import { type Job, jobNumber } from "./job/job";
import { holeState } from "./job/tickets/ticket";

const at = new Date("2026-05-01T08:00:00Z");
const history = (...events: NewJobEvent[]): JobEvent[] =>
  events.map((event, index) => ({
    ...asStored(event),
    seq: index + 1,
    at,
    personName: "Ines Vaar",
    jobVersion: index + 1,
  }));
const saw = (symptomId: string): NewJobEvent => ({
  kind: "finding_added",
  payload: { symptomId, value: true, doubtful: false, note: "" },
});
const answered = (checkId: string, outcomeId: string): NewJobEvent => ({
  kind: "check_answered",
  payload: { checkId, outcomeId, minutes: 3, note: "", value: null, doubtful: false },
});
const swapped: NewJobEvent = {
  kind: "part_replaced",
  payload: {
    kind: "camera",
    position: "Camera",
    removed: { partId: 1, name: "Oru Eye 3", serial: "A" },
    fitted: { partId: 2, name: "Oru Eye 3", serial: "" },
    reason: "no picture",
  },
};
const failed = (symptomId: string | null): NewJobEvent => ({
  kind: "proof_decided",
  payload: { kind: "low-hover", state: "failed", note: "fell", symptomId },
});

describe("findingsOf", () => {
  const states = (events: JobEvent[]) => findingsOf(events).map(({ state }) => state);

  it("counts what was seen and answered, in order", () => {
    const findings = findingsOf(history(saw("picture-black"), answered("overlay", "none")));
    expect(countedFindings(findings, testKnowledge.library)).toEqual<Finding[]>([
      { kind: "symptom", symptomId: "picture-black", value: true },
      { kind: "check", checkId: "overlay", outcomeId: "none" },
    ]);
  });

  it("keeps a finding that was taken back on the list, but does not count it", () => {
    const events = history(saw("picture-black"), saw("dropped"), {
      kind: "finding_withdrawn",
      payload: { seq: 1, reason: "" },
    });
    expect(states(events)).toEqual(["taken back", "counted"]);
  });

  it("counts only what was found since the last part or setting was changed", () => {
    expect(states(history(saw("picture-black"), swapped, saw("dropped")))).toEqual(["before the repair", "counted"]);
    const set: NewJobEvent = { kind: "setting_changed", payload: { what: "rate", before: "8", after: "4" } };
    expect(states(history(saw("dropped"), set))).toEqual(["before the repair"]);
  });

  it("takes a failed proof as a finding when it says what was seen", () => {
    expect(findingsOf(history(swapped, failed("dropped"))).map(({ finding }) => finding)).toEqual([
      { kind: "symptom", symptomId: "dropped", value: true },
    ]);
    expect(findingsOf(history(swapped, failed(null)))).toEqual([]);
    const met: NewJobEvent = {
      kind: "proof_decided",
      payload: { kind: "low-hover", state: "met", note: "", symptomId: null },
    };
    expect(findingsOf(history(met))).toEqual([]);
  });

  it("knows an answer that proves nothing", () => {
    expect(isOpenAnswer({ kind: "check", checkId: "overlay", outcomeId: "unclear" })).toBe(true);
    expect(isOpenAnswer({ kind: "check", checkId: "overlay", outcomeId: "none" })).toBe(false);
    expect(isOpenAnswer({ kind: "symptom", symptomId: "dropped", value: true })).toBe(false);
  });
});

describe("isolateHeadline", () => {
  const context = { phase: "landing", history: "crash" } as const;
  const headline = (events: JobEvent[]) => {
    const findings = findingsOf(events);
    return isolateHeadline(diagnosisOf(context, "quad", findings, testKnowledge), findings);
  };

  it("names the leading suspects, the work so far, the next check and its worth", () => {
    expect(headline(history(saw("picture-black")))).toEqual({
      headline: expect.stringMatching(/^Camera.* \d+\s% · .* \d+\s%$/),
      detail: "no check done yet",
      nextStep: expect.any(String),
      nextWorth: expect.stringMatching(/^tells (much|something), \d+ min: .* or /),
    });
    expect(
      headline(history(saw("picture-black"), answered("overlay", "none"), answered("camera-menu", "missing"))).detail,
    ).toBe("2 checks done, 6 min");
  });

  it("asks for the name of the cause once repairing costs less than another check", () => {
    const all = history(
      saw("one-corner"),
      ...[
        "hold-props",
        "throttle-jab",
        "esc-phases",
        "winding-resistance",
        "prop-hubs",
        "look-and-smell",
        "move-board-lead",
      ].map((id) =>
        answered(
          id,
          {
            "hold-props": "slips",
            "look-and-smell": "clean",
            "move-board-lead": "holds",
            "prop-hubs": "no",
            "throttle-jab": "follows",
          }[id] ?? "alike",
        ),
      ),
    );
    expect(headline(all)).toMatchObject({ headline: expect.stringMatching(/^Prop slips/), nextStep: "Name the cause" });
  });
});

describe("bayChange", () => {
  const job = (bay: string, baysDone: string[], cameBackFrom: string | null = null) =>
    ({ bay, baysDone, cameBackFrom }) as Job;

  const nothing = { events: [], proofs: [] };
  const named = { events: [causeNamed.of({ faults: [], other: "a twig in the duct", note: "" })], proofs: [] };

  it("punches the bay that is left when going on, if something was done in it", () => {
    expect(bayChange(job("isolate", ["receive"]), "bench", "", named).patch).toEqual({
      bay: "bench",
      baysDone: ["receive", "isolate"],
      cameBackFrom: null,
    });
    expect(bayChange(job("isolate", ["receive"]), "bench", "", nothing).patch.baysDone).toEqual(["receive"]);
    expect(bayChange(job("bench", ["receive", "isolate"]), "refit", "", named).patch.baysDone).toEqual([
      "receive",
      "isolate",
    ]);
  });

  it("does not punch Isolate for a check that could not be done", () => {
    const tried = {
      kind: "check_answered",
      payload: { checkId: "overlay", outcomeId: "could-not-do", minutes: 0, note: "", value: null, doubtful: false },
    };
    expect(bayChange(job("isolate", []), "bench", "", { events: [tried], proofs: [] }).patch.baysDone).toEqual([]);
  });

  it("opens later bays again when going back, and marks where it came back from", () => {
    const done = ["receive", "isolate", "bench", "refit"];
    expect(bayChange(job("prove", done), "isolate", "hover failed", nothing).patch).toEqual({
      bay: "isolate",
      baysDone: ["receive"],
      cameBackFrom: "prove",
    });
  });

  it("keeps the mark until the job is back where it failed", () => {
    expect(bayChange(job("isolate", ["receive"], "prove"), "bench", "", nothing).patch.cameBackFrom).toBe("prove");
    expect(
      bayChange(job("refit", ["receive", "isolate", "bench"], "prove"), "prove", "", nothing).patch.cameBackFrom,
    ).toBeNull();
  });
});

describe("holeState", () => {
  const ticket = { bay: "isolate", baysDone: ["receive"], cameBackFrom: "prove", closedAt: null } as const;
  const path = BAYS.map(({ id }) => id);
  it("shows each bay done, in hand, came back from, or left to do", () => {
    const states = path.map((id) => holeState({ ...ticket, baysDone: [...ticket.baysDone] }, id, path));
    expect(states).toEqual(["done", "here", "left to do", "left to do", "came back", "left to do"]);
  });

  it("shows a bay that was passed with nothing done in it as skipped, and so it stays when the job is closed", () => {
    const baysDone = ["receive", "isolate", "refit"];
    const on = { bay: "prove", baysDone, cameBackFrom: null, closedAt: null };
    expect(path.map((id) => holeState(on, id, path))).toEqual([
      "done",
      "done",
      "skipped",
      "done",
      "here",
      "left to do",
    ]);
    const closed = { ...on, bay: "handback", baysDone: [...baysDone, "prove", "handback"], closedAt: at };
    expect(holeState(closed, "bench", path)).toBe("skipped");
    expect(holeState(closed, "prove", path)).toBe("done");
  });
});

describe("eventText", () => {
  const samples: Record<string, [NewJobEvent, RegExp]> = {
    received: [{ kind: "received", payload: { complaint: "no picture", makeSafe: [] } }, /^received: no picture$/],
    details_changed: [
      { kind: "details_changed", payload: { changed: { complaint: { from: "a", to: "" } } } },
      /^changed complaint from “a” to “nothing”$/,
    ],
    picture_kept: [
      { kind: "picture_kept", payload: { pictureId: 1, caption: "Motor outputs from 8.3 to 17.7 s" } },
      /put a picture into the report: Motor outputs/,
    ],
    picture_left_out: [
      { kind: "picture_left_out", payload: { pictureId: 1, caption: "Motor outputs" } },
      /left a picture out of the report: Motor outputs/,
    ],
    photo_added: [{ kind: "photo_added", payload: { photoId: 1, fileName: "arm.png" } }, /arm\.png/],
    bay_entered: [
      { kind: "bay_entered", payload: { from: "prove", to: "isolate", reason: "fell" } },
      /^went from Prove to Isolate \(fell\)$/,
    ],
    check_answered: [answered("overlay", "none"), /^Is there overlay text.*: No overlay text$/],
    finding_added: [saw("dropped"), /^found: Dropped out of the air/],
    evidence_given: [
      {
        kind: "evidence_given",
        payload: { symptoms: { "draws-too-much": true }, source: "bench run 4", note: "+27 %", places: {} },
      },
      /^bench run 4 says: Draws more than it used to \(\+27 %\)$/,
    ],
    finding_doubted: [{ kind: "finding_doubted", payload: { seq: 1, doubtful: true } }, /as doubtful$/],
    gate_opened: [
      {
        kind: "gate_opened",
        payload: { gateId: "limiter-first", because: "A short is not ruled out.", reason: "beeped" },
      },
      /went on all the same.*short is not ruled out.*beeped/,
    ],
    finding_confirmed: [{ kind: "finding_confirmed", payload: { seq: 1 } }, /still so$/],
    experiment_step: [
      {
        kind: "experiment_step",
        payload: { changes: [{ name: "gyro rate halved", to: "changed" }], faultShows: false, note: "" },
      },
      /^tried: gyro rate halved changed, fault gone$/,
    ],
    finding_withdrawn: [
      { kind: "finding_withdrawn", payload: { seq: 1, reason: "wrong plug" } },
      /took a finding back \(wrong plug\)/,
    ],
    cause_named: [
      {
        kind: "cause_named",
        payload: { faults: [{ id: "a", name: "Camera dead", repair: "r", probability: 0.9 }], other: "", note: "" },
      },
      /^named the cause: Camera dead$/,
    ],
    cause_taken_back: [
      { kind: "cause_taken_back", payload: { seq: 4, reason: "the lead was it" } },
      /^took a cause back \(the lead was it\)$/,
    ],
    proof_reopened: [
      { kind: "proof_reopened", payload: { kind: "compass", was: "met", reason: "near a magnet" } },
      /^Compass calibration: “met” taken back \(near a magnet\)$/,
    ],
    run_kept: [
      { kind: "run_kept", payload: { runId: 4, word: "good", reasons: ["3 A under."], steps: [] } },
      /bench run 4 .*good\. 3 A under\./,
    ],
    measurement_kept: [
      {
        kind: "measurement_kept",
        payload: { title: "Pack", word: "bad", reasons: ["Cell 3 has 1.8 times the resistance."], figures: [] },
      },
      /^measured: Pack, bad\. Cell 3 has 1\.8 times the resistance\.$/,
    ],
    calculation_kept: [
      {
        kind: "calculation_kept",
        payload: {
          calculatorId: "mean-current",
          title: "Mean amps",
          given: [{ label: "Time flown", text: "8.4 min" }],
          results: [{ label: "Mean current", text: "7.10 A" }],
          remarks: [],
        },
      },
      /^Mean amps: Mean current 7\.10 A; from Time flown 8\.4 min$/,
    ],
    part_lent: [
      {
        kind: "part_lent",
        payload: { position: "ESC 3", name: "Sorrel 45", serial: "E-9", to: "Wren", because: "the owner knows" },
      },
      /^ESC 3 was taken out for Wren: Sorrel 45 \(E-9\), the owner knows$/,
    ],
    parts_reserved: [
      { kind: "parts_reserved", payload: { name: "Sorrel 45", pieces: 2 } },
      /^put its name on 2 Sorrel 45$/,
    ],
    part_replaced: [swapped, /^replaced Camera: Oru Eye 3 \(A\) by Oru Eye 3 \(no serial\) \(no picture\)$/],
    setting_changed: [
      { kind: "setting_changed", payload: { what: "rate", before: "", after: "4 kHz" } },
      /^rate: 4 kHz$/,
    ],
    proofs_asked: [
      { kind: "proofs_asked", payload: { kinds: ["a", "b"], because: "the new camera" } },
      /^2 proofs asked for by the new camera$/,
    ],
    proof_decided: [failed(null), /^Long low hover by eye: failed \(fell\)$/],
    sortie_logged: [
      { kind: "sortie_logged", payload: { seconds: 75, failures: 1, note: "" } },
      /^flew 1:15\s?min, 1 failure$/,
    ],
    log_kept: [
      {
        kind: "log_kept",
        payload: { logId: 3, fileName: "maiden.csv", durationS: 61, faults: ["Motor 2 lost step once."], notes: [] },
      },
      /^kept the flight log maiden\.csv: Motor 2 lost step once\.$/,
    ],
    log_noted: [
      { kind: "log_noted", payload: { logId: 3, fileName: "maiden.csv", atS: 12.345, note: "the jab" } },
      /^remarked at 12\.35 s of maiden\.csv: the jab$/,
    ],
    proof_guided: [
      {
        kind: "proof_guided",
        payload: { proof: "motor-map", title: "Motor map", lines: ["Output 1: front right, clockwise."] },
      },
      /^Motor map: Output 1: front right, clockwise\.$/,
    ],
    wiring_done: [
      {
        kind: "wiring_done",
        payload: {
          board: "Cairn F",
          fromBoard: "Burr 45",
          wires: 21,
          moved: 3,
          leftOut: ["Camera"],
          jumpers: ["video: jumper 9 to 5"],
          protocols: [],
          withoutSettings: "the old board is dead",
        },
      },
      /^wired Cairn F in place of Burr 45: 21 wires; video: jumper 9 to 5; left out: Camera; no settings saved: the old board is dead$/,
    ],
    power_step_done: [
      { kind: "power_step_done", payload: { step: "first power", isGood: false, said: "2.10 A, expected 0.40 A." } },
      /^First power behind a limiter: WRONG\. 2\.10 A/,
    ],
    difference_settled: [
      {
        kind: "difference_settled",
        payload: { said: "Rail video of Hob 35: 10 V", isMetered: true, reason: "9.9 V at the pad" },
      },
      /^settled Rail video of Hob 35: 10 V, by the meter: 9\.9 V at the pad$/,
    ],
    settings_file_kept: [
      { kind: "settings_file_kept", payload: { name: "dump.bin", target: "Board 7", bytes: 2_500_000 } },
      /^kept the settings file dump\.bin as it came, 2\.50 MB, off Board 7$/,
    ],
    settings_kept: [
      { kind: "settings_kept", payload: { name: "s.txt", target: "Burr 45", lines: 40 } },
      /^kept the settings s\.txt, 40 lines, off Burr 45$/,
    ],
    handed_back: [{ kind: "handed_back", payload: { to: "Ada Quist", note: "" } }, /^handed back to Ada Quist$/],
  };

  it.each(Object.entries(samples))("puts %s into words", (_, [event, text]) =>
    expect(eventText(event, testKnowledge.library)).toMatch(text),
  );
  it("has a sample of every kind", () =>
    expect(Object.keys(samples).sort()).toEqual(
      eventKinds()
        .map(({ kind }) => kind)
        .sort(),
    ));
});

it("writes a job's number with four digits, and more when there are more", () => {
  expect([jobNumber(7), jobNumber(412), jobNumber(12345)]).toEqual(["0007", "0412", "12345"]);
});
