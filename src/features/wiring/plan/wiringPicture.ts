import { type Board, type Pad } from "@/core/refit/wiring/board";
import { type Line, linesOf, type WiringCase } from "@/core/refit/wiring/wiringCase";
import { type PlannedWire } from "@/core/refit/wiring/wiringPlan";
import { colourFor, type WireColour } from "./wireColours";

/** A board as it is drawn: its rectangle and its pads, in the drawing's units. */
export interface DrawnBoard {
  name: string;
  x: number;
  y: number;
  width: number;
  height: number;
  forwardDeg: number | null;
  pads: { name: string; x: number; y: number; labelX: number; labelY: number; anchor: "start" | "middle" | "end" }[];
}

export interface DrawnWire {
  key: string;
  device: string;
  need: string;
  line: Line;
  pad: string;
  colour: WireColour;
  path: string;
  isMoved: boolean;
}

export interface DrawnDevice {
  id: string;
  name: string;
  x: number;
  y: number;
  isOut: boolean;
}

/** The wiring as a drawing: the board that was at the left, the devices in the middle, the new board at the right. */
export interface WiringDrawing {
  width: number;
  height: number;
  left: DrawnBoard | null;
  right: DrawnBoard;
  devices: DrawnDevice[];
  oldWires: DrawnWire[];
  wires: DrawnWire[];
}

const BOARD_WIDTH = 330;
const MOST_BOARD_HEIGHT = 420;
const MARGIN = 16;
/** Room for the name above a board. */
const HEAD = 26;
export const DEVICE_WIDTH = 190;
export const DEVICE_HEIGHT = 26;
const DEVICE_STEP = 34;
const GAP = 120;

/**
 * Lays out the drawing.
 *
 * @param order - Ids of the devices from the top.
 */
export function drawWiring(
  wiring: WiringCase,
  wires: readonly PlannedWire[],
  leftOut: readonly string[],
  order: readonly string[],
): WiringDrawing {
  const { board, oldBoard, devices, oldWires = [] } = wiring;
  const width = oldBoard
    ? MARGIN * 2 + BOARD_WIDTH * 2 + GAP * 2 + DEVICE_WIDTH
    : MARGIN * 2 + BOARD_WIDTH + GAP + DEVICE_WIDTH;
  const heights = [board, ...(oldBoard ? [oldBoard] : [])].map((each) => each.outline.heightMm * scaleOf(each) + HEAD);
  const height = Math.max(...heights, devices.length * DEVICE_STEP) + MARGIN * 2;
  const deviceX = width - MARGIN - BOARD_WIDTH - GAP - DEVICE_WIDTH;
  const right = drawnBoard(board, width - MARGIN - BOARD_WIDTH, height);
  const left = oldBoard ? drawnBoard(oldBoard, MARGIN, height) : null;
  const first = (height - devices.length * DEVICE_STEP) / 2;
  const drawn = [...devices]
    .sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id))
    .map(({ id, name }, index) => ({
      id,
      name,
      x: deviceX,
      y: first + index * DEVICE_STEP + (DEVICE_STEP - DEVICE_HEIGHT) / 2,
      isOut: leftOut.includes(id),
    }));
  return {
    width,
    height,
    left,
    right,
    devices: drawn,
    wires: wires.flatMap((wire) => drawnWire(wiring, drawn, right, wire, "right", wire.moved)),
    oldWires: left
      ? oldWires.flatMap((wire) => {
          const need = devices.find(({ id }) => id === wire.device)?.needs.find(({ id }) => id === wire.need);
          const line = wire.line ?? (need && linesOf(need)[0]);
          return line ? drawnWire(wiring, drawn, left, { ...wire, line }, "left", false) : [];
        })
      : [],
  };
}

function scaleOf({ outline }: Board): number {
  return Math.min(BOARD_WIDTH / outline.widthMm, MOST_BOARD_HEIGHT / outline.heightMm);
}

function drawnBoard(board: Board, x: number, total: number): DrawnBoard {
  const scale = scaleOf(board);
  const width = board.outline.widthMm * scale;
  const height = board.outline.heightMm * scale;
  const left = x + (BOARD_WIDTH - width) / 2;
  const top = (total - height) / 2 + HEAD / 2;
  return {
    name: board.name,
    x: left,
    y: top,
    width,
    height,
    forwardDeg: board.forwardDeg ?? null,
    pads: board.pads.map((pad) => ({
      name: pad.name,
      x: left + pad.xMm * scale,
      y: top + pad.yMm * scale,
      ...labelOf(pad, board, left + pad.xMm * scale, top + pad.yMm * scale),
    })),
  };
}

/** The label stands on the board's side of the pad. */
function labelOf(
  pad: Pad,
  { outline }: Board,
  x: number,
  y: number,
): { labelX: number; labelY: number; anchor: "start" | "middle" | "end" } {
  const toRight = outline.widthMm - pad.xMm;
  const toBottom = outline.heightMm - pad.yMm;
  const nearest = Math.min(pad.xMm, toRight, pad.yMm, toBottom);
  if (nearest === pad.yMm) return { labelX: x, labelY: y + 20, anchor: "middle" };
  if (nearest === toBottom) return { labelX: x, labelY: y - 12, anchor: "middle" };
  if (nearest === pad.xMm) return { labelX: x + 11, labelY: y + 4, anchor: "start" };
  return { labelX: x - 11, labelY: y + 4, anchor: "end" };
}

function drawnWire(
  wiring: WiringCase,
  devices: readonly DrawnDevice[],
  board: DrawnBoard,
  { device, need, line, pad: label }: { device: string; need: string; line: Line; pad: string },
  side: "left" | "right",
  isMoved: boolean,
): DrawnWire[] {
  const box = devices.find(({ id }) => id === device);
  const known = wiring.devices.find(({ id }) => id === device);
  const asked = known?.needs.find(({ id }) => id === need);
  const pad = board.pads.find(({ name }) => name === label);
  if (!box || !known || !asked || !pad) return [];
  const lines = known.needs.flatMap((each) => linesOf(each).map((own) => `${each.id} ${own}`));
  const at = lines.indexOf(`${need} ${line}`);
  const fromY = box.y + ((at + 1) * DEVICE_HEIGHT) / (lines.length + 1);
  const fromX = side === "right" ? box.x + DEVICE_WIDTH : box.x;
  const reach = (side === "right" ? 1 : -1) * GAP * 0.6;
  const old = wiring.oldWires?.find(
    (wire) => wire.device === device && wire.need === need && (wire.line ?? line) === line,
  );
  return [
    {
      key: `${side} ${device} ${need} ${line}`,
      device,
      need,
      line,
      pad: label,
      colour: colourFor(old?.colour, asked, line),
      path: `M ${round(fromX)} ${round(fromY)} C ${round(fromX + reach)} ${round(fromY)} ${round(pad.x - reach)} ${round(pad.y)} ${round(pad.x)} ${round(pad.y)}`,
      isMoved,
    },
  ];
}

/** Server and browser write the same digits. */
function round(value: number): number {
  return Math.round(value * 10) / 10;
}
