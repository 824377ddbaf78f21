import * as v from "valibot";
import { otherLog } from "../../../tests/fixtures/otherLogs/logs";
import { LogAnswerSchema } from "./logAnswer.schema";
import { judgeLogFile, logText, readLogFile, readMap, requireCraft, shareClock } from "./logCommand";

const rows = Array.from({ length: 400 }, (_, row) => `${row * 10},${(16 - row / 4000).toFixed(4)},${(row % 9) / 3}`);
const file = [new TextEncoder().encode(`Zeit [ms],Akku [V],Wert 17\n${rows.join("\n")}\n`)];

describe("judgeLogFile", () => {
  it("says what each column was taken for, and what was not used", () => {
    const answer = judgeLogFile(file, {});
    expect(answer.columns).toEqual([
      { heading: "Zeit [ms]", role: "time", unit: "ms", inUnit: "s", scale: 0.001, offset: 0, by: "heading" },
      { heading: "Akku [V]", role: "voltage", unit: "V", inUnit: "V", scale: 1, offset: 0, by: "heading" },
      { heading: "Wert 17", role: null, unit: "", inUnit: "", scale: 1, offset: 0, by: "nothing" },
    ]);
    expect(answer).toMatchObject({ rowCount: 400, rateHz: expect.closeTo(100, 6) as number, verdicts: [] });
    expect(logText(answer)).toMatch(/^nothing found\n[\s\S]*not used: Wert 17/);
  });

  it("fits the schema that is published, as it is printed", () => {
    const { text } = otherLog("weak motor", 2, 1);
    const answer: unknown = JSON.parse(JSON.stringify(judgeLogFile([new TextEncoder().encode(text)], {})));
    expect(v.safeParse(LogAnswerSchema, answer).issues).toBeUndefined();
    expect((answer as { verdicts: unknown[] }).verdicts.length).toBeGreaterThan(0);
  });

  it("says how the clock of another log stands to it, and fits the schema with that too", async () => {
    const chunk = new TextEncoder().encode(otherLog("healthy, lively", 1, 4).text);
    const read = () => readLogFile([chunk], () => chunk);
    const answer = { ...judgeLogFile([chunk], {}), beside: shareClock(await read(), await read()) };
    expect(answer.beside).toMatchObject({ offsetS: expect.closeTo(0, 6) as number, drift: 0 });
    expect(logText(answer)).toMatch(/the other log's 0 s is -?0\.000 s here/);
    expect(v.safeParse(LogAnswerSchema, JSON.parse(JSON.stringify(answer))).issues).toBeUndefined();
  });

  it("goes by a map in either of its forms", () => {
    const list = readMap('{"columns":[{"name":"Wert 17","role":"current","unit":"mA"}]}');
    const plain = readMap('{"Wert 17": "current [mA]", "Akku [V]": null}');
    expect(judgeLogFile(file, { columns: list }).columns[2]).toMatchObject({
      role: "current",
      scale: 0.001,
      by: "hand",
    });
    expect(judgeLogFile(file, { columns: plain }).columns[1]).toMatchObject({ role: null });
  });

  it.each([
    ["no JSON", "{", /no JSON/],
    ["a list of nothing", "[1]", /needs a “name” and a “role”/],
    ["two words for a role", '{"a": "one two three"}', /says no role/],
  ])("refuses a map that is %s", (_, text, sentence) => expect(() => readMap(text)).toThrow(sentence));

  it("knows the craft there are", () => {
    expect(requireCraft("helicopter")).toBe("helicopter");
    expect(() => requireCraft("kite")).toThrow(/no craft “kite”/);
  });

  it.each([0.1, 0.5, 1, 3, 7])("judges a log of %d lines a second without falling over", (rateHz) => {
    const lines = Array.from(
      { length: 300 },
      (_, row) => `${row / rateHz},${Math.sin(row) * 40},${Math.cos(row) * 40},${0.4 + (row % 7) / 50},0.4,0.45,0.42`,
    );
    const head = "time [s],roll rate [deg/s],pitch rate [deg/s],motor 1,motor 2,motor 3,motor 4";
    const bytes = new TextEncoder().encode(`${head}\n${lines.join("\n")}\n`);
    expect(judgeLogFile([bytes], {})).toMatchObject({ rowCount: 300, rateHz: expect.closeTo(rateHz, 3) as number });
  });
});
