import { ESC_SETTINGS, type EscMatrix } from "../bench/escSettings";
import { carryEscSettings, escPlace, setAlarms, type SetPart } from "./motorSets";

const esc = (at: number, name = "Sorrel 45", continuousA = 45): SetPart => ({
  kind: "esc",
  position: `ESC ${at}`,
  name,
  continuousA,
});
const four = [1, 2, 3, 4].map((at) => esc(at));
const matrix = (given: Record<string, string[]>): EscMatrix => ({
  rows: ESC_SETTINGS.map((setting) => ({ setting, values: given[setting] ?? ["", "", "", ""], reason: "" })),
});

// Common practice, no published source.
describe("setAlarms", () => {
  it("says nothing of four alike, and nothing of settings that nobody read", () => {
    expect(setAlarms(four, null)).toEqual([]);
    expect(setAlarms(four, matrix({}))).toEqual([]);
    expect(setAlarms(four, matrix({ Firmware: ["2.1", "2.1", "", "2.1"] }))).toEqual([]);
  });

  it("names the type that does not belong, and a rating that differs under one name", () => {
    expect(setAlarms([...four.slice(0, 3), esc(4, "Harl 40", 40)], null)).toEqual([
      "The ESCs are not of one type: Sorrel 45, 45 A on ESC 1, ESC 2, ESC 3; Harl 40, 40 A on ESC 4.",
    ]);
    expect(setAlarms([...four.slice(0, 3), esc(4, "Sorrel 45", 35)], null)).toHaveLength(1);
  });

  it("firmware or timing of one corner comes first, whatever else differs", () => {
    const said = setAlarms(
      four,
      matrix({
        "Start power": ["4", "4", "7", "4"],
        Firmware: ["2.1", "2.1", "2.0", "2.1"],
        Timing: ["16", "16", "16", "22"],
        Direction: ["normal", "reversed", "normal", "reversed"],
      }),
    );
    expect(said.map((each) => each.split(":")[0])).toEqual(["Timing", "Firmware", "Start power"]);
    expect(said[1]).toMatch(/ESC 3 has 2\.0, the others 2\.1\. One corner/);
  });

  it("is silent where the difference has its reason", () => {
    const { rows } = matrix({ Timing: ["16", "16", "16", "22"] });
    expect(setAlarms(four, { rows: rows.map((row) => ({ ...row, reason: "tail motor of another kind" })) })).toEqual(
      [],
    );
  });
});

describe("carryEscSettings", () => {
  it("a new ESC gets what its peers have, and the corner's own direction and end points", () => {
    const { lines, matrix: after } = carryEscSettings(
      matrix({
        Timing: ["16", "16", "22", "16"],
        Direction: ["normal", "reversed", "normal", "reversed"],
        "Low end point, µs": ["1040", "1040", "1050", "1040"],
        "Calibrated on": ["2 May", "2 May", "2 May", "2 May"],
      }),
      2,
    );
    expect(lines).toEqual([
      "Timing 16.",
      "Direction normal.",
      "Low end point, µs 1050.",
      "Calibrate its end points with the others, and write down the day.",
    ]);
    expect(after.rows.every(({ values }) => values[2] === "")).toBe(true);
    expect(after.rows.find(({ setting }) => setting === "Timing")!.values).toEqual(["16", "16", "", "16"]);
  });
});

it("finds the ESC of a position by its number, then by its place", () => {
  const quad = { kind: "quad", motorCount: 4 } as const;
  expect(escPlace("ESC 3", quad)).toBe(2);
  expect(escPlace("ESC, rear right", quad)).toBe(3);
  expect(escPlace("ESC 1, rear right", quad)).toBe(0);
  expect(escPlace("Main ESC", quad)).toBeNull();
});
