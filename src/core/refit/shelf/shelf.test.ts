import { checkBoard, checkCase } from "../wiring/checkBoard";
import { planWiring } from "../wiring/planWiring";
import { type Device, type WiringCase } from "../wiring/wiringCase";
import { DEVICE_TYPES } from "./deviceTypes";
import { SHIPPED_BOARDS } from "./shippedBoards";

const device = (type: string, id: string): Device => {
  const { name, needs } = DEVICE_TYPES.find((each) => each.id === type)!;
  return { id, name, needs };
};
const on = (board: string, ...types: string[]): WiringCase => ({
  board: SHIPPED_BOARDS.find(({ name }) => name.startsWith(board))!,
  devices: types.map((type, index) => device(type, `${type} ${index + 1}`)),
  pack: { minV: 13.2, maxV: 16.8 },
  likedProtocols: true,
});

it("ships ten boards, and nothing is wrong with them", () => {
  expect(SHIPPED_BOARDS).toHaveLength(10);
  for (const board of SHIPPED_BOARDS) expect([board.name, checkBoard(board)]).toEqual([board.name, []]);
});

it("has no pad on top of another", () => {
  for (const { name, pads } of SHIPPED_BOARDS) {
    const close = pads.filter((a, index) =>
      pads.some((b, at) => at < index && Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm) < 1.5),
    );
    expect([name, close.map((pad) => pad.name)]).toEqual([name, []]);
  }
});

it("has types of devices of which each can be connected to some board", () => {
  for (const { id } of DEVICE_TYPES) {
    const boards = SHIPPED_BOARDS.filter(({ name }) => {
      const wiring = on(name, id);
      expect(checkCase(wiring)).toEqual([]);
      return planWiring(wiring).plan!.leftOut.length === 0;
    });
    expect([id, boards.length > 0]).toEqual([id, true]);
  }
});

it("lets an octo fly on analogue signals where four outputs are fast", () => {
  const { plan } = planWiring(on("Osier", ...Array<string>(8).fill("esc"), "receiver", "satellite-compass"));
  expect(plan).toMatchObject({ leftOut: [], protocols: { motors: "analogue" } });
});

it("holds a quad with digital video on the board whose video pad shares the receiver's port", () => {
  const { plan } = planWiring(on("Hob", "esc", "esc", "esc", "esc", "receiver", "video-digital", "satellite"));
  expect(plan).toMatchObject({ leftOut: [], protocols: { motors: "digital 600" } });
});
