import fc from "fast-check";
import { readColumns } from "../../series/readColumns";
import { POWER_DRAW_PROFILE } from "./profiles";
import { profileOf, readRunHead, seriesOfColumns, writeRunFile } from "./runFile";
import { type Series, toSeries } from "../../series/series";

const head = {
  kind: "power-draw" as const,
  profile: POWER_DRAW_PROFILE,
  limits: { current: { max: 60 } },
  options: {},
};
const back = (series: Series) => seriesOfColumns(readColumns(writeRunFile(head, series)).values);

describe("a run's file", () => {
  it("gives back every value it wrote, to the digits its channels are shown with and three more", () => {
    const value = fc.double({ min: 0, max: 300, noNaN: true });
    const row = fc.record({
      throttle: fc.constantFrom(0, 0.5, 0.66, 1),
      voltage: value,
      current: value,
      thrust: value,
    });
    fc.assert(
      fc.property(fc.array(row, { minLength: 2, maxLength: 30 }), (rows) => {
        const series = toSeries(rows.map((each, at) => ({ time: at / 20, ...each })));
        const read = back(series);
        expect(read.throttle).toEqual(series.throttle);
        for (const name of ["voltage", "current", "thrust"])
          read[name]!.forEach((each, at) => expect(each).toBeCloseTo(series[name]![at]!, 3));
      }),
    );
  });

  it("says above the table what the run was, and reads it again", () => {
    const text = writeRunFile(head, toSeries([{ time: 0, current: 1 }]), ["craft: Tarn\nwith a line break"]);
    expect(text.split("\n")[0]).toBe("# pitstopa-run/1");
    expect(text).toContain("# craft: Tarn with a line break");
    expect(readRunHead(text)).toEqual({ ...head, profile: [...POWER_DRAW_PROFILE] });
  });

  it("holds nothing that a spreadsheet takes for a formula, in whichever cells it cuts a remark", () => {
    const remarks = ["=1+1", "craft: x,=HYPERLINK(1)", "a;@SUM(1)", "below -5 °C"];
    const lines = writeRunFile(head, toSeries([{ time: 0, current: 1 }]), remarks).split("\n");
    expect(lines.slice(1, 5)).toEqual(["# '=1+1", "# craft: x,'=HYPERLINK(1)", "# a;'@SUM(1)", "# below -5 °C"]);
    const odd = writeRunFile(head, { time: [0], "=cmd|x": [1] });
    expect(odd).not.toMatch(/(^|[,;\t\n])=/);
  });

  it("knows a file from elsewhere by its missing mark", () => expect(readRunHead("time [s]\n0\n1")).toBeNull());

  it("names the line that is damaged", () => {
    const text = writeRunFile(head, toSeries([{ time: 0, current: 1 }])).replace('"max":60', '"max":');
    expect(() => readRunHead(text)).toThrow("The line “# limits:” of this run's file is damaged.");
  });

  it("leaves out the kind it does not know", () => {
    const text = writeRunFile(head, toSeries([{ time: 0, current: 1 }])).replace("power-draw", "seance");
    expect(readRunHead(text)!.kind).toBeNull();
  });
});

describe("seriesOfColumns", () => {
  const columns = (values: Record<string, number[]>) => new Map(Object.entries(values));

  it("lets the time begin at zero, and takes a missing throttle for none", () => {
    expect(seriesOfColumns(columns({ time: [10, 10.5, 11], current: [1, 2, 3] }))).toEqual({
      time: [0, 0.5, 1],
      current: [1, 2, 3],
      throttle: [0, 0, 0],
    });
  });

  it.each<[string, Record<string, number[]>, RegExp]>([
    ["no time", { current: [1, 2] }, /needs a column “time \[s\]”/],
    ["one line", { time: [0], current: [1] }, /at least two lines/],
    ["time that runs backwards", { time: [0, 2, 1], current: [1, 1, 1] }, /backwards in line 4/],
    [
      "a column that is no channel",
      { time: [0, 1], luck: [1, 1] },
      /No channel is called “luck”\. There are: time, step/,
    ],
  ])("refuses %s", (_, values, message) => expect(() => seriesOfColumns(columns(values))).toThrow(message));
});

describe("profileOf", () => {
  it("makes a step of each stretch at one throttle, motor and pulse", () => {
    const { profile, step } = profileOf({
      time: [0, 1, 2, 3, 4, 5],
      throttle: [0, 0, 0.5, 0.5, 0.5, 0],
      output: [0, 0, 1, 1, 2, 0],
    });
    expect(profile.map(({ name, throttle, holdS }) => [name, throttle, holdS])).toEqual([
      ["0 %", 0, 2],
      ["50 % motor 1", 0.5, 2],
      ["50 % motor 2", 0.5, 1],
      ["0 %", 0, 0.1],
    ]);
    expect(step).toEqual([0, 0, 1, 1, 2, 3]);
  });

  it("keeps the pulse of a servo run", () => {
    const { profile } = profileOf({ time: [0, 1, 2], throttle: [0, 0, 0], pulse: [1.5e-3, 1.5e-3, 1.6e-3] });
    expect(profile.map(({ pulseS }) => pulseS)).toEqual([1.5e-3, 1.6e-3]);
  });
});
