import * as v from "valibot";
import { type Craft, type FittedPart } from "@/features/craft/craft";
import { positionsOf } from "@/features/craft/positionsOf";
import { DEMO_DRIVES } from "@/sim/demoDrives";
import { CRAFT_KIND_LIST } from "@/core/craft/craftKinds";
import { ArmRunInput } from "./bench.schema";
import { POWER_DRAW_PROFILE } from "@/core/bench/run/profiles";
import { linePartsOf, suggestedLimits } from "./rig/lineParts";
import { type SeriesPoints } from "@/core/series/pointsOf";
import { seriesChartOption, lanesOf } from "@/shared/charts/seriesChartOption";
import { simulatedDriveOf } from "./rig/simulatedDriveOf";

const craft = { motorCount: 4, cellCount: 4 } as Craft;
const part = (over: Partial<FittedPart>): FittedPart => ({
  id: 1,
  kind: "esc",
  position: "ESC 1",
  name: "ESC",
  serial: "E1",
  continuousA: 45,
  fittedAt: new Date("2026-01-01"),
  fittedJobId: null,
  removedAt: null,
  removedJobId: null,
  removedReason: null,
  removedAs: null,
  fromCraftId: null,
  lentToCraftId: null,
  ...over,
});
const lead = part({ kind: "power_lead", position: "Main lead", continuousA: 140 });

describe("linePartsOf", () => {
  it("takes rated parts in the pack's line, and shares the current among what stands side by side", () => {
    expect(linePartsOf(craft, [lead, part({})])).toEqual([
      { position: "Main lead", name: "ESC", continuousA: 140, parallel: 1 },
      { position: "ESC 1", name: "ESC", continuousA: 45, parallel: 4 },
    ]);
  });

  it("leaves out what is not rated, not fitted any more, or not in the line", () => {
    const out = [
      part({ continuousA: null }),
      part({ removedAt: new Date() }),
      part({ kind: "camera", continuousA: 2 }),
    ];
    expect(linePartsOf(craft, out)).toEqual([]);
  });
});

describe("suggestedLimits", () => {
  it("begins at the weakest rating in line and at what the cells may do", () => {
    expect(suggestedLimits(craft, linePartsOf(craft, [lead, part({ continuousA: 30 })]), POWER_DRAW_PROFILE)).toEqual({
      current: { max: 120 },
      voltage: { min: 12.8, max: 17.6 },
    });
  });

  it("is cautious without any rating", () =>
    expect(suggestedLimits(craft, [], POWER_DRAW_PROFILE).current!.max).toBe(30));
});

describe("ArmRunInput", () => {
  const good = {
    jobId: 1,
    operatorToken: "3f2c8d1e-7a64-4b7f-9d55-0a6a1c2b3d4e",
    kind: "power-draw",
    profile: POWER_DRAW_PROFILE,
    limits: { current: { max: 60 }, voltage: { min: 12.8, max: 17.6 } },
  };
  it("takes a whole order, with no defect, the usual rate and no options by default", () => {
    expect(v.parse(ArmRunInput, good)).toMatchObject({ kind: "power-draw", defect: null, rateHz: 20, options: {} });
  });
  it("takes a servo alone without a bound on the amps", () => {
    const servo = {
      ...good,
      kind: "servo",
      profile: [{ name: "x", throttle: 0, holdS: 1, pulseS: 1.5e-3 }],
      limits: {},
    };
    expect(v.safeParse(ArmRunInput, servo).success).toBe(true);
  });
  it.each<[string, object]>([
    ["motors without a current limit", { limits: { voltage: { min: 12 } } }],
    ["a current limit of zero", { limits: { current: { max: 0 } } }],
    ["a limit on a channel that there is not", { limits: { ...good.limits, mood: { max: 1 } } }],
    ["a throttle above full", { profile: [{ name: "x", throttle: 1.1, holdS: 1 }] }],
    ["a defect that the simulator does not have", { defect: "gremlin" }],
    ["a made-up operator", { operatorToken: "me" }],
  ])("refuses %s", (_, over) => expect(v.safeParse(ArmRunInput, { ...good, ...over }).success).toBe(false));
});

describe("seriesChartOption", () => {
  const colours = {
    ink: "i",
    soft: "s",
    line: "l",
    main: "m",
    second: "2",
    third: "2",
    fourth: "2",
    limit: "x",
    card: "c",
  };
  type Series = {
    name: string;
    data: [number, number][];
    lineStyle: { color: string };
    markLine?: { data: { yAxis?: number; xAxis?: number }[] };
  };
  const main: SeriesPoints = { current: [[1, 10]], power: [[1, 120]], voltage: [[1, 12]], step: [[1, 0]] };
  const option = seriesChartOption(
    {
      main,
      others: [{ name: "baseline", points: main }],
      limits: { current: { max: 60 }, voltage: { min: 9.6, max: 20 } },
      durationS: 10,
      draws: ["current", "power", "voltage"],
      notes: [{ atS: 3, note: "a squeal" }],
    },
    colours,
  ) as {
    series: Series[];
    yAxis: {
      axisLabel: { formatter: (value: number) => string };
      max?: (range: { max: number }) => number;
      min?: (range: { min: number }) => number;
    }[];
  };
  const series = (name: string) => option.series.find((one) => one.name === name)!;

  it("draws amps, watts and volts, each with its unit on the axis, and no commands", () => {
    expect(option.yAxis.map(({ axisLabel }) => axisLabel.formatter(1500))).toEqual(["1.5k A", "1.5k W", "1.5k V"]);
    expect(option.yAxis.map(({ axisLabel }) => axisLabel.formatter(15))).toEqual(["15 A", "15 W", "15 V"]);
    expect(series("Watts").data).toEqual([[1, 120]]);
    expect(lanesOf({ main: { speed: [], step: [] }, draws: ["current"] })).toEqual(["speed"]);
  });

  it("keeps the limits in sight, and makes room for what lies beyond them", () => {
    const [amps, , volts] = option.yAxis;
    expect([amps!.max!({ max: 10 }), amps!.max!({ max: 75 })]).toEqual([60, 75]);
    expect([volts!.min!({ min: 12 }), volts!.min!({ min: 8 })]).toEqual([9.6, 8]);
  });

  it("draws the limits and the remarks, and other runs in the second tone", () => {
    expect(series("Amps").markLine!.data).toEqual([{ yAxis: 60 }, expect.objectContaining({ xAxis: 3 })]);
    expect(series("Volts").markLine!.data).toEqual([{ yAxis: 9.6 }]);
    expect(series("Watts").markLine!.data).toEqual([]);
    expect(series("Amps, baseline").lineStyle.color).toBe("2");
  });
});

it("has a simulated drive for every kind of craft", () => {
  for (const kind of CRAFT_KIND_LIST) expect(DEMO_DRIVES).toHaveProperty([simulatedDriveOf(kind)]);
});

describe("positionsOf", () => {
  it("puts the fitted part of each position first and its former ones behind, newest first", () => {
    const removed = (id: number, day: string, reason: string) =>
      part({ id, serial: `old-${id}`, removedAt: new Date(day), removedReason: reason, removedJobId: id });
    const [esc, main] = positionsOf([
      part({ id: 3, serial: "new" }),
      removed(2, "2026-04-01", "burnt"),
      removed(1, "2026-02-01", "bent"),
      lead,
    ]);
    expect(esc!.fitted).toMatchObject({ partId: 3, serial: "new", since: "1 Jan 2026" });
    expect(esc!.former.map(({ serial, reason, span }) => [serial, reason, span])).toEqual([
      ["old-2", "burnt", "1 Jan 2026 to 1 Apr 2026"],
      ["old-1", "bent", "1 Jan 2026 to 1 Feb 2026"],
    ]);
    expect(main!.former).toEqual([]);
  });

  it("shows a position whose part is gone as empty", () => {
    expect(positionsOf([part({ removedAt: new Date() })])[0]!.fitted).toBeNull();
  });
});
