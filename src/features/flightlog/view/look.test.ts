import { type Judgement, type Look, type ShownVerdict } from "../flightlog.schema";
import { lanesOf } from "./lanes";
import { firstLook, lookAt, lookThatFits, verdictOf } from "./look";

const verdict = (code: ShownVerdict["code"], fromS: number): ShownVerdict => ({
  code, fromS, toS: fromS + 1, severity: "fault", confidence: 1, sentence: "", statistics: {},
}); // prettier-ignore
const judged = (...verdicts: ShownVerdict[]): Judgement => ({
  craft: "multirotor", phases: [], verdicts, assumptions: [], notes: [],
}); // prettier-ignore
const lanes = lanesOf(["motor_1", "rpm_1", "gyro_roll", "voltage"].map((role) => ({ role, heading: role, unit: "" })));

describe("look", () => {
  it("opens on the first verdict, or on the whole flight", () => {
    const look = firstLook(judged(verdict("desync", 10), verdict("tired-pack", 20)), lanes, 60);
    expect(look).toMatchObject({ verdict: 0, fromS: 8, toS: 13, mode: "time" });
    expect(look.lanes).toEqual(["motors", "speeds", "rates"]);
    expect(firstLook(judged(), lanes, 60)).toMatchObject({ verdict: null, fromS: 0, toS: 60 });
  });

  it("opens as it was kept", () => {
    const judgement = judged(verdict("desync", 10));
    const kept: Look = { verdict: 0, fromS: 30, toS: 31, lanes: ["pack"], mode: "map-speed" };
    expect(lookThatFits(kept, judgement, lanes, 60)).toEqual(kept);
    expect(verdictOf(kept, judgement)!.code).toBe("desync");
  });

  it("falls back to what the log has, where it was judged or read anew since", () => {
    const kept: Look = { verdict: 3, fromS: 30, toS: 90, lanes: ["pack", "field"], mode: "time" };
    const judgement = judged(verdict("desync", 10));
    expect(lookThatFits(kept, judgement, lanes, 60)).toEqual({ ...kept, verdict: null, toS: 60, lanes: ["pack"] });
    expect(lookThatFits({ ...kept, lanes: ["field"] }, judgement, lanes, 60)).toEqual(lookAt(judgement, 0, lanes, 60));
    expect(lookThatFits({ ...kept, fromS: 70 }, judgement, lanes, 60).fromS).toBe(8);
  });
});
