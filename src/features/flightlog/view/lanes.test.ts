import { VERDICT_CODES } from "@/core/flightlog/verdicts/verdict.types";
import { ROLE_NAMES } from "@/core/flightlog/channels/roles";
import { lanesFor, lanesOf, lastSeconds, rangeFor, turned } from "./lanes";
import { type ShownVerdict } from "../flightlog.schema";

const columns = ["time", "gyro_roll", "gyro_pitch", "roll", "pitch", "motor_1", "motor_2", "voltage"].map((role) => ({
  role,
  heading: role,
  unit: "",
}));
const verdict = (code: ShownVerdict["code"], fromS: number, toS: number, axis?: "roll" | "pitch"): ShownVerdict => ({
  code, fromS, toS, severity: "fault", confidence: 1, sentence: "", statistics: {}, ...(axis && { axis }),
}); // prettier-ignore

describe("lanes", () => {
  it("hold what belongs together, and only what the log has", () => {
    expect(lanesOf(columns).map(({ id, roles }) => [id, roles.length])).toEqual([
      ["rates", 2], ["roll", 1], ["pitch", 1], ["motors", 2], ["pack", 1],
    ]); // prettier-ignore
  });

  it("have a place for every role but the clock and the place on earth", () => {
    const every = ROLE_NAMES.map((role) => ({ role: role.replace("_N", "_1"), heading: "", unit: "" }));
    const shown = lanesOf(every).flatMap(({ roles }) => roles);
    expect(every.map(({ role }) => role).filter((role) => !shown.includes(role))).toEqual([
      "time",
      "rssi",
      "latitude",
      "longitude",
    ]);
  });

  it("show for each verdict what speaks of it", () => {
    for (const code of VERDICT_CODES) expect(lanesFor(verdict(code, 0, 1), lanesOf(columns)).length).toBeGreaterThan(0);
    expect(lanesFor(verdict("feedback-reversed", 0, 1, "roll"), lanesOf(columns))).toEqual(["roll", "motors"]);
  });
});

describe("the stretch that is looked at", () => {
  it("is the verdict's own with a little about it, or all of the flight", () => {
    expect(rangeFor(verdict("desync", 10, 10.3), 60)).toEqual({ fromS: 8, toS: 12.3 });
    expect(rangeFor(verdict("weak-motor", 3, 55), 60)).toEqual({ fromS: 0, toS: 60 });
  });

  it("is that of the first moments where there are several", () => {
    const twice = { ...verdict("desync", 10, 40), momentsS: [10, 15, 40] };
    expect(rangeFor(twice, 60)).toEqual({ fromS: 8, toS: 17 });
  });

  it("moves and comes closer within the log", () => {
    expect(turned({ fromS: 10, toS: 20 }, 60, { factor: 0.5 })).toEqual({ fromS: 12.5, toS: 17.5 });
    expect(turned({ fromS: 10, toS: 20 }, 60, { shift: 5 })).toEqual({ fromS: 50, toS: 60 });
    expect(turned({ fromS: 0, toS: 60 }, 60, { factor: 4 })).toEqual({ fromS: 0, toS: 60 });
  });

  it("may be the last five seconds before the ground", () => {
    const phases = [
      { name: "flight", toS: 40 },
      { name: "ground", toS: 50 },
    ];
    expect(lastSeconds(phases, 50)).toEqual({ fromS: 35, toS: 40.5 });
  });
});
