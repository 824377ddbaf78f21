import { readFileSync } from "node:fs";
import * as v from "valibot";
import { TOLD_SWAPS } from "../../../tests/fixtures/otherWiring/stories";
import { WiringAnswerSchema } from "./wiringAnswer.schema";
import { answerCase, readCase, wiringText } from "./wiringCommand";

describe("answerCase", () => {
  it.each(TOLD_SWAPS.map((swap) => [swap.told.slice(0, 60), swap] as const))("fits its schema: %s", (_, { wiring }) => {
    const answer: unknown = JSON.parse(JSON.stringify(answerCase(wiring)));
    expect(v.safeParse(WiringAnswerSchema, answer).issues).toBeUndefined();
  });

  it("says in words what goes where, what stands against it, and what would help", () => {
    const { wiring } = TOLD_SWAPS.find(({ told }) => told.startsWith("The regulator of the new board"))!;
    const text = wiringText(wiring, answerCase(wiring));
    expect(text).toMatch(/^Left out: lamps\./);
    expect(text).toContain("rail main: 5 V; 1.45 A of 1.5 A");
    expect(text).toMatch(
      /These cannot stand together on this board: (lamps|transmitter) \([^)]*\); (lamps|transmitter) \(/,
    );
    expect(text).toContain("With a regulator of its own for lamps, lamps can be connected.");
  });
});

it("answers the case in docs/wiring.md as the page says", () => {
  const page = readFileSync("docs/wiring.md", "utf8");
  const { plan, cost } = answerCase(readCase(page.split("```json")[1]!.split("```")[0]!));
  expect(plan?.wires.map(({ device, need, pad }) => `${device} ${need} ${pad}`)).toEqual([
    "receiver data R2",
    "receiver supply 5V",
    "satellite data R1",
    "satellite data T1",
  ]);
  expect(cost).toMatchObject({ leftOut: 0, moved: 1, portsChanged: 1 });
});

describe("readCase", () => {
  const { wiring } = TOLD_SWAPS[3]!;
  const text = JSON.stringify(wiring, null, 2);

  it("reads back what was written", () => expect(readCase(text)).toEqual(JSON.parse(text)));

  it.each([
    ["a pad twice", text.replace('"name": "CAM"', '"name": "VT"'), /^line \d+: “VT” names two pads/],
    ["an unknown rail", text.replace('"rail": "video"', '"rail": "vidoe"'), /^line \d+: Pad “VT” is on rail “vidoe”/],
    ["no JSON", text.slice(0, 200), /^line \d+: This is no JSON/],
    ["a key twice", text.replace('"devices"', '"board": 1, "devices"'), /^line \d+: “board” stands twice/],
    [
      "a word for a number",
      text.replace('"maxA": 2', '"maxA": "two"'),
      /^line \d+: board\.rails\.0\.maxA: This must be a number, in A/,
    ],
    ["a key that there is none of", text.replace('"maxA": 2', '"maxAmp": 2'), /^line \d+: board\.rails\.0/],
  ])("refuses %s, with the line", (_, broken, problem) => expect(() => readCase(broken)).toThrow(problem));

  it("names the very line", () => {
    const lines = text.split("\n");
    const at = lines.findIndex((line) => line.includes('"maxA": 2'));
    expect(() => readCase(text.replace('"maxA": 2', '"maxA": -2'))).toThrow(new RegExp(`^line ${at + 1}: `));
  });
});
