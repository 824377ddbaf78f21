import { SHIPPED_BOARDS } from "../shelf/shippedBoards";
import { type Board } from "./board";
import { boardDifferences, factDifferences, settledBoard, unsettledFor } from "./boardDifferences";
import { checkBoard } from "./checkBoard";

const maker = SHIPPED_BOARDS.find(({ name }) => name.startsWith("Hob"))!;
/** The vendor's drawing has the video pad on a port of its own, the video rail at 12 V, and no pad for lamps. */
const vendor: Board = {
  ...maker,
  ports: [...maker.ports, { id: "S7", number: 7, kind: "serial" }],
  pads: maker.pads
    .filter(({ name }) => name !== "LED")
    .map((pad) => (pad.name === "DV" ? { ...pad, uses: [{ function: "rx", port: "S7" }] } : pad)),
  rails: maker.rails.map((rail) => (rail.id === "video" ? { ...rail, choices: [{ by: "", volts: 12 }] } : rail)),
};

describe("boardDifferences", () => {
  it("finds none between a board and itself", () => expect(boardDifferences(maker, maker)).toEqual([]));

  it("names what two sources say differently, in words", () => {
    expect(boardDifferences(maker, vendor).map(({ what, first, second }) => [what, first, second])).toEqual([
      ["Pad DV", "listens on S2", "listens on S7"],
      ["Pad LED", "lamps", "not there"],
      ["Rail video", expect.stringMatching(/^10 V, or from 5 V by jumper/), expect.stringMatching(/^12 V; 1.5 A/)],
    ]);
  });
});

describe("factDifferences", () => {
  it("finds none between a board and itself", () => expect(factDifferences(maker, maker)).toEqual([]));

  it("names what else two versions say differently", () => {
    const [pad, ...rest] = maker.pads;
    const later: Board = {
      ...maker,
      outline: { ...maker.outline, widthMm: maker.outline.widthMm + 2 },
      sensors: [...(maker.sensors ?? []), "a second barometer"],
      pads: [{ ...pad!, xMm: pad!.xMm + 1 }, ...rest],
    };
    const found = factDifferences(maker, later);
    expect(found.map(({ what }) => what)).toEqual(["Outline", "Sensors", `Place of ${pad!.name}`]);
    expect(found[1]!.second).toContain("a second barometer");
  });

  it("takes the same sensors in another order for the same", () => {
    const sensors = ["barometer", "compass"];
    expect(factDifferences({ ...maker, sensors }, { ...maker, sensors: [...sensors].reverse() })).toEqual([]);
  });
});

describe("settledBoard", () => {
  it("stays as the first has it while nothing is settled, and becomes the second in all that matters when all is", () => {
    expect(settledBoard(maker, vendor, {})).toEqual(maker);
    const all = Object.fromEntries(boardDifferences(maker, vendor).map(({ key }) => [key, "second" as const]));
    const board = settledBoard(maker, vendor, all);
    expect(boardDifferences(board, vendor)).toEqual([]);
    expect(checkBoard(board)).toEqual([]);
  });

  it("takes a pad over with the port that it is on", () => {
    const board = settledBoard(maker, vendor, { "pad DV": "second" });
    expect(board.ports.map(({ id }) => id)).toContain("S7");
    expect(boardDifferences(maker, board).map(({ key }) => key)).toEqual(["pad DV"]);
    expect(checkBoard(board)).toEqual([]);
  });
});

it("asks only for what a wire depends on", () => {
  const differences = boardDifferences(maker, vendor);
  const wires = [{ pad: "10V", port: "video" }];
  expect(unsettledFor(differences, {}, wires).map(({ key }) => key)).toEqual(["rail video"]);
  expect(unsettledFor(differences, { "rail video": "first" }, wires)).toEqual([]);
});
