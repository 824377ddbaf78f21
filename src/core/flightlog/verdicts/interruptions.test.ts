import { type FlightLog } from "../FlightLog";
import { judgeLog } from "../judgeLog";
import { readLog } from "../reading/readLog.fixture";

/** A hover of a quad as a recorder writes it, from the ground to the ground unless it is cut; made up, without noise. */
function hover({
  cutS = 30,
  gapS = 0,
  restartsAtS = Infinity,
}: { cutS?: number; gapS?: number; restartsAtS?: number } = {}): FlightLog {
  const lines = [
    "time [s],motor 1 [%],motor 2 [%],motor 3 [%],motor 4 [%],altitude [m],pack [V],rail [V],link quality [%]",
  ];
  for (let row = 0; row < 3000 && row / 100 < cutS; row++) {
    const t = row / 100;
    if (t > 15 && t < 15 + gapS) continue;
    const isUp = t > 3 && t < 27;
    const height = isUp ? Math.min(2, t - 3, 27 - t) : 0;
    const clock = t >= restartsAtS ? t - restartsAtS : t;
    const out = t > 2 && t < 27.5 ? 40 : 0;
    lines.push([clock.toFixed(3), out, out, out, out, height.toFixed(2), 15.8, 5.02, 98].join(","));
  }
  return readLog(`${lines.join("\n")}\n`);
}

/** The same log with a channel changed from a time on. */
function changed(log: FlightLog, role: string, fromS: number, toS: number, value: number): FlightLog {
  log.timeS.forEach((t, row) => {
    if (t >= fromS && t < toS) log.channels.get(role)![row] = value;
  });
  return log;
}
const faultsOf = (log: FlightLog) =>
  judgeLog(log)
    .verdicts.filter(({ severity }) => severity === "fault")
    .map(({ code }) => code);

describe("what ends or breaks a flight", () => {
  it("is nothing in a flight that lands", () => expect(faultsOf(hover())).toEqual([]));

  it("is no reset where the recorder leaves a gap and the motors go on", () =>
    expect(faultsOf(hover({ gapS: 1 }))).toEqual([]));

  it("is a reset where the clock begins again in the air", () => {
    const [verdict] = judgeLog(hover({ restartsAtS: 14 })).verdicts;
    expect(verdict).toMatchObject({ code: "controller-reset", value: 1, momentsS: [expect.closeTo(14, 1)] });
  });

  it("is a brown-out where the rail was down just before", () =>
    expect(faultsOf(changed(hover({ restartsAtS: 14 }), "rail", 13.9, 14, 3.4))).toEqual(["brown-out"]));

  it("is a log that ends in the air, or a brown-out where its supply went first", () => {
    expect(faultsOf(hover({ cutS: 16 }))).toEqual(["ends-in-air"]);
    expect(faultsOf(changed(hover({ cutS: 16 }), "voltage", 15.9, 17, 4))).toEqual(["brown-out"]);
  });

  it("is a link loss only where the link is gone for a while", () => {
    expect(faultsOf(changed(hover(), "link_quality", 12, 12.2, 0))).toEqual([]);
    expect(faultsOf(changed(hover(), "link_quality", 12, 14, 0))).toEqual(["link-loss"]);
    expect(faultsOf(changed(hover(), "link_quality", 28.5, 30, 0))).toEqual([]); // switched off on the ground
  });
});
