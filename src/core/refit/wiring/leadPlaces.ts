import { findPad, type Board, type Place } from "./board";
import { type Device, type Wire } from "./wiringCase";

/**
 * Where the leads of each device come to the new board: where they came to the old one, its outline stretched to that of the new one.
 *
 * @returns The devices with their places; one of which nothing is known keeps the place that it has, or none.
 */
export function withLeadPlaces(
  devices: readonly Device[],
  wires: readonly Wire[],
  oldBoard: Board | undefined,
  board: Board,
): Device[] {
  if (!oldBoard) return [...devices];
  return devices.map((device) => {
    const pads = wires.filter((wire) => wire.device === device.id).flatMap((wire) => findPad(oldBoard, wire.pad) ?? []);
    return pads.length === 0 ? device : { ...device, at: stretched(middleOf(pads), oldBoard, board) };
  });
}

function middleOf(pads: readonly Place[]): Place {
  const mean = (of: (pad: Place) => number) => pads.reduce((sum, pad) => sum + of(pad), 0) / pads.length;
  return { xMm: mean(({ xMm }) => xMm), yMm: mean(({ yMm }) => yMm) };
}

function stretched({ xMm, yMm }: Place, { outline: from }: Board, { outline: to }: Board): Place {
  const round = (value: number) => Math.round(value * 10) / 10;
  return { xMm: round((xMm * to.widthMm) / from.widthMm), yMm: round((yMm * to.heightMm) / from.heightMm) };
}
