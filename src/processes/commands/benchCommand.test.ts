import { judgeFile, parseHeadings } from "./benchCommand";

/** A servo's table up and down, coming back `play` degrees beside where it went. */
function servoTable(play: number): string {
  const line = (pulse: number, angle: number) => `${pulse},${angle}`;
  const up = [1000, 1250, 1500, 1750, 2000].map((pulse) => line(pulse, 0.09 * (pulse - 1500)));
  const down = [1750, 1500, 1250, 1000].map((pulse) => line(pulse, 0.09 * (pulse - 1500) + play));
  return ["pulse [µs],angle [°]", ...up, ...down].join("\n");
}

describe("judgeFile", () => {
  it("holds a part's table against the one from when it was good", () => {
    const worn = judgeFile(servoTable(1.8), "servo", {}, servoTable(0.2));
    expect(worn.reasons.join(" ")).toMatch(/Play 1\.6 ± 0\.\d ° above its baseline: gears or linkage wear/);
    expect(judgeFile(servoTable(1.8), "servo", {}).reasons.join(" ")).not.toMatch(/baseline/);
  });
});

describe("headings named on the command line", () => {
  it("let a file be judged whose own headings are not known", () => {
    const named = servoTable(0.2).replace("pulse [µs],angle [°]", "Kanal 1,Kanal 2");
    expect(() => judgeFile(named, "servo", {})).toThrow(/No column is known/);
    const headings = parseHeadings("Kanal 1=pulse [µs]; Kanal 2 = angle [°]");
    expect(judgeFile(named, "servo", { headings }).word).toBe("good");
  });

  it("are refused where they say no column", () =>
    expect(() => parseHeadings("Kanal 1")).toThrow(/“Kanal 1” says no column/));
});
