import { writeRunFile } from "@/core/bench/run/runFile";
import { CHANNELS } from "@/core/series/channels";
import { otherLog } from "../../../../tests/fixtures/otherLogs/logs";
import { readLog } from "./readLog.fixture";
import { writeLog } from "./writeLog";

describe("a bench run's own file", () => {
  const series = Object.fromEntries(
    Object.keys(CHANNELS).map((name, at) => [
      name,
      Array.from({ length: 300 }, (_, row) => (name === "time" ? row / 50 : at + Math.sin(row / 9 + at))),
    ]),
  );
  const log = readLog(
    writeRunFile({ kind: "motor", profile: [], limits: {}, options: {} }, series, ["craft: Sorrel 5"]),
  );

  it("is read by its names: what was measured is what it was, and nothing of it is taken for an attitude or a motor", () => {
    const cells = Array.from({ length: 14 }, (_, cell) => `cell_${cell + 1}`);
    expect([...log.channels.keys()].sort()).toEqual(
      ["throttle", "current", "voltage", "rpm_1", "temperature", "esc_temp_1", ...cells].sort(),
    );
    expect(log.channels.get("rpm_1")![7]).toBeCloseTo(series.speed![7]!, 3);
    expect(log.channels.get("esc_temp_1")![7]).toBeCloseTo(series.esctemperature![7]!, 3);
    expect(log.rateHz).toBeCloseTo(50, 6);
  });

  it("says what was not used", () => {
    expect(log.unused).toEqual(expect.arrayContaining(["vibration [m/s²]", "shown [A]", "step [1]"]));
  });
});

describe("a log's own file", () => {
  it.each(["healthy, gusty", "healthy wing", "satellites lost"])(
    "has the same channels when it is read again: %s",
    (name) => {
      const log = readLog(otherLog(name, 1, 2).text);
      const text = [...writeLog(new Map([["time", log.timeS], ...log.channels]))].join("");
      const again = readLog(text);
      expect([...again.channels.keys()].sort()).toEqual([...log.channels.keys()].sort());
      expect(again.unused).toEqual([]);
      for (const [role, values] of log.channels) {
        const worst = values.reduce((most, value, row) => {
          const read = again.channels.get(role)![row]!;
          return Number.isNaN(value) && Number.isNaN(read) ? most : Math.max(most, Math.abs(read - value));
        }, 0);
        expect(`${role} ${worst < 1e-6}`).toBe(`${role} true`);
      }
    },
  );

  it("leaves a cell empty where a row has no figure", () => {
    const channels = new Map([
      ["time", Float64Array.of(0, 0.5)],
      ["voltage", Float64Array.of(NaN, 16.25)],
    ]);
    expect([...writeLog(channels)].join("")).toBe("# pitstopa-log/1\ntime [s],voltage [V]\n0,\n0.5,16.25\n");
  });
});
