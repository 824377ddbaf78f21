import { type Estimate, estimateOf } from "@/core/bench/measure/measured.types";
import { measurementEvents } from "./measurementEvents";
import { estimateText } from "../tables/measureText";
import { OPTION_FIELDS, RUN_OPTION_FIELDS } from "../tables/optionFields";
import { readRunRequest } from "../runs/readRunRequest";
import { sideBySide } from "./sideBySide";
import { MeasurementOptionsSchema, RunOptionsSchema } from "../runs/runOptions.schema";

const figure = (label: string, value = 1): Estimate => ({ label, value, halfWidth: 0.05, unit: "A", decimals: 2 });

describe("sideBySide", () => {
  it("puts motors and cells side by side and leaves the rest one a line", () => {
    const { columns, rows, single } = sideBySide([
      { ...figure("", 1), ...estimateOf("Motor 1", "no-load current") },
      { ...figure("", 2), ...estimateOf("Motor 2", "no-load current") },
      { ...figure("", 3), ...estimateOf("Motor 2", "in hover") },
      figure("Spread at rest", 4),
    ]);
    expect(columns).toEqual(["Motor 1", "Motor 2"]);
    expect([...rows.keys()]).toEqual(["No-load current", "In hover"]);
    expect(rows.get("In hover")!.has("Motor 1")).toBe(false);
    expect(rows.get("No-load current")!.get("Motor 2")!.value).toBe(2);
    expect(single.map(({ label }) => label)).toEqual(["Spread at rest"]);
  });
});

describe("figureText", () => {
  it("shows a figure with its margin and unit, or without what it lacks", () => {
    expect(estimateText(figure("x", 4.104))).toBe("4.10 ± 0.05\u00a0A");
    expect(estimateText({ ...figure("x", 4.104), halfWidth: null, unit: "" })).toBe("4.10");
  });
});

describe("measurementEvents", () => {
  const shape = { kind: "quad", motorCount: 4 } as const;
  const measured = {
    word: "bad" as const,
    reasons: ["It drags."],
    figures: [figure("x")],
    evidence: { "no-load-amps": true },
    chart: null,
  };

  it("keeps the verdict and hands on what it proves", () => {
    expect(
      measurementEvents("Motors, run 3", measured, { source: "bench run 3", of: "motor", runId: 3, shape }),
    ).toEqual([
      {
        kind: "measurement_kept",
        payload: {
          title: "Motors, run 3",
          of: "motor",
          isWhole: true,
          isCompared: true,
          word: "bad",
          reasons: ["It drags."],
          figures: [{ label: "x", text: "1.00 ± 0.05\u00a0A" }],
          runId: 3,
        },
      },
      {
        kind: "evidence_given",
        payload: { symptoms: { "no-load-amps": true }, source: "bench run 3", note: "It drags.", places: {} },
      },
    ]);
  });

  it("says where: the one motor of several that shows it, or the part that was measured, in the craft's words", () => {
    const placesOf = (over: object, position?: string) =>
      (
        measurementEvents("Motors", { ...measured, ...over }, { source: "bench", of: "motor", shape, position })[1]!
          .payload as { places: object }
      ).places;
    expect(placesOf({ places: { "no-load-amps": "Motor 3" } })).toEqual({ "no-load-amps": "Motor 3, rear left" });
    expect(placesOf({}, "Left aileron servo")).toEqual({ "no-load-amps": "Left aileron servo" });
    expect(placesOf({ evidence: { "no-load-amps": false }, places: { "no-load-amps": "Motor 3" } })).toEqual({});
    expect(placesOf({})).toEqual({});
  });

  it("hands on nothing when the verdict is that it cannot say", () => {
    expect(
      measurementEvents("Motors", { ...measured, word: "cannot say" }, { source: "bench", of: "servo", shape }),
    ).toHaveLength(1);
    expect(
      measurementEvents("Motors", { ...measured, evidence: {} }, { source: "bench", of: "servo", shape }),
    ).toHaveLength(1);
  });
});

describe("readRunRequest", () => {
  it("reads the run and the stretch", () => {
    expect(readRunRequest("12", "http://x/api/runs/12?from=1.5&to=")).toEqual({
      runId: 12,
      range: { fromS: 1.5, toS: null },
    });
    expect(readRunRequest("12", "http://x/api/runs/12?from=soon")).toMatchObject({ range: { fromS: null } });
  });
  it.each(["", "x", "-1", "1e3", "1234567890"])("knows no run called %p", (run) =>
    expect(() => readRunRequest(run, "http://x/")).toThrow(/does not exist/),
  );
});

describe("option fields", () => {
  it("ask for nothing that the server does not take", () => {
    for (const { name } of Object.values(RUN_OPTION_FIELDS).flat())
      expect(RunOptionsSchema.entries).toHaveProperty([name]);
    for (const { name } of Object.values(OPTION_FIELDS).flat())
      expect(MeasurementOptionsSchema.entries).toHaveProperty([name]);
  });
});
