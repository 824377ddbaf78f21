import * as v from "valibot";
import { SIMULATED_INSTRUMENTS } from "@/rigs/simulated/simulatedInstruments";
import { isOverdue } from "./instrument";
import { parseCommandMap, SaveInstrumentInput } from "./instrument.schema";

const map = { format: "pitstopa-command-map/1", channels: [{ channel: "voltage", query: "V?" }] };
const good = {
  id: null,
  version: 0,
  name: "Wattmeter",
  transport: "scpi",
  host: "127.0.0.1",
  port: 5025,
  mapText: JSON.stringify(map),
  serial: "",
  calibratedOn: "2026-01-10",
  calibrationDue: "2027-01-10",
  isUsed: true,
};
const firstIssue = (over: object) => {
  const parsed = v.safeParse(SaveInstrumentInput, { ...good, ...over });
  return parsed.success ? null : { at: v.getDotPath(parsed.issues[0]), message: parsed.issues[0].message };
};

describe("an instrument", () => {
  it("is taken whole, and one on a serial port without host and port", () => {
    expect(firstIssue({})).toBeNull();
    expect(firstIssue({ transport: "serial", host: "", port: 0 })).toBeNull();
  });

  const driving = { ...SIMULATED_INSTRUMENTS[0]!.map };
  it.each([
    ["no name", { name: " " }, "name", /Give it a name/],
    ["no host", { host: "" }, "host", /Give host and port/],
    ["a due date before the calibration", { calibrationDue: "2025-01-01" }, "calibrationDue", /Due before/],
    ["a map that is no JSON", { mapText: "{" }, "mapText", /is no JSON/],
    ["a map of another format", { mapText: '{"format":"x"}' }, "mapText", /no command map/],
    [
      "a channel that there is not",
      { mapText: JSON.stringify({ ...map, channels: [{ channel: "mood", query: "?" }] }) },
      "mapText",
      /channels\.0\.channel: No channel is called "mood"/,
    ],
    [
      "two lines in a command",
      { mapText: JSON.stringify({ ...map, channels: [{ channel: "voltage", query: "A\nB" }] }) },
      "mapText",
      /One line only/,
    ],
    [
      "a map that does nothing",
      { mapText: JSON.stringify({ ...map, channels: [] }) },
      "mapText",
      /neither measures nor drives/,
    ],
    [
      "a stand without SCPI that is to drive",
      { transport: "line", mapText: JSON.stringify(driving) },
      "mapText",
      /cannot confirm a cut/,
    ],
  ])("is refused with %s, at its place", (_, over, at, message) => {
    expect(firstIssue(over)).toEqual({ at, message: expect.stringMatching(message) });
  });

  it("is overdue from the day after", () => {
    expect(isOverdue({ calibrationDue: "2026-11-25" }, "2026-11-26")).toBe(true);
    expect(isOverdue({ calibrationDue: "2026-11-26" }, "2026-11-26")).toBe(false);
    expect(isOverdue({ calibrationDue: null }, "2026-11-26")).toBe(false);
  });
});

it("has a sound command map for each simulated instrument", () => {
  for (const { map: own } of SIMULATED_INSTRUMENTS) expect(parseCommandMap(JSON.stringify(own))).toEqual({ map: own });
});
