import { type Board } from "./board";
import { checkBoard } from "./checkBoard";

const board: Board = {
  name: "small",
  outline: { widthMm: 30, heightMm: 30 },
  pads: [
    { name: "R1", also: ["SB"], xMm: 1, yMm: 2, uses: [{ function: "rx", port: "S1" }] },
    { name: "5V", xMm: 5, yMm: 2, uses: [{ function: "power", rail: "main" }] },
    { name: "M1", xMm: 9, yMm: 2, uses: [{ function: "output", group: "A", number: 1 }] },
  ],
  ports: [{ id: "S1", number: 1, kind: "serial" }],
  rails: [
    { id: "main", maxA: 2, choices: [{ by: "", volts: 5 }] },
    {
      id: "video",
      maxA: 1,
      choices: [
        { by: "", volts: 10 },
        { by: "J1", from: "main" },
      ],
    },
  ],
  groups: [{ id: "A", protocols: ["pulses"] }],
  blocks: [{ between: ["R1", "S1"] }],
};
const pad = (index: number, change: object): Board => ({
  ...board,
  pads: board.pads.map((each, at) => (at === index ? { ...each, ...change } : each)),
});
const rail = (index: number, change: object): Board => ({
  ...board,
  rails: board.rails.map((each, at) => (at === index ? { ...each, ...change } : each)),
});

describe("checkBoard", () => {
  it("finds nothing wrong with a board that is right", () => expect(checkBoard(board)).toEqual([]));

  it.each<[string, Board, (string | number)[], RegExp]>([
    ["a name twice", pad(1, { name: "R1" }), ["pads", 1, "name"], /“R1” names two pads; the other is pad 1/],
    ["another label that is a name", pad(1, { also: ["M1"] }), ["pads", 2, "name"], /“M1” names two pads/],
    [
      "an unknown port",
      pad(0, { uses: [{ function: "rx", port: "S9" }] }),
      ["pads", 0, "uses", 0, "port"],
      /no such port/,
    ],
    [
      "a bus line on a serial port",
      pad(0, { uses: [{ function: "sda", port: "S1" }] }),
      ["pads", 0, "uses", 0, "port"],
      /is for a bus port/,
    ],
    ["a pad outside its outline", pad(0, { xMm: 31 }), ["pads", 0, "xMm"], /outside the outline: 31 mm of 30 mm/],
    [
      "an unknown group",
      pad(2, { uses: [{ function: "output", group: "Z", number: 1 }] }),
      ["pads", 2, "uses", 0, "group"],
      /no such group/,
    ],
    [
      "a rail without volts",
      rail(0, { choices: [{ by: "" }] }),
      ["rails", 0, "choices", 0],
      /needs volts, or the rail it comes from/,
    ],
    ["a peak under the mean", rail(0, { peakA: 1 }), ["rails", 0, "peakA"], /must be at least as much/],
    [
      "a rail from nowhere",
      rail(1, { choices: [{ by: "", from: "none" }] }),
      ["rails", 1, "choices", 0, "from"],
      /no such rail/,
    ],
    [
      "a loop of jumpers",
      rail(0, {
        choices: [
          { by: "", volts: 5 },
          { by: "J2", from: "video" },
        ],
      }),
      ["rails", 0, "choices", 1, "from"],
      /A loop of jumpers: rail “main” comes from “video”/,
    ],
    [
      "a block of what is not there",
      { ...board, blocks: [{ between: ["R1", "R9"] }] },
      ["blocks", 0, "between", 1],
      /neither a pad nor a port/,
    ],
  ])("refuses %s, with its place", (_, wrong, path, problem) => {
    expect(checkBoard(wrong)).toEqual([{ path, problem: expect.stringMatching(problem) as string }]);
  });
});
