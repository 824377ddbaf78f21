import { rotorSpots, type Shape, spotOfPosition } from "../../craft/spots";
import { type Board, findPad } from "../wiring/board";
import { type Device } from "../wiring/wiringCase";
import { type MotorLayout } from "./motorLayouts";

/** A device's signal on a pad. */
interface SignalWire {
  device: string;
  need: string;
  pad: string;
}

/**
 * Which motor of a layout each output of a board drives, as the wires say: ESCs are told apart by the place in their names, or else by their number as the
 * shop counts.
 *
 * @returns Motor ids by output, from output 1 on; null where the wires do not name every motor once, on outputs that begin at 1 without a gap: then a
 *   person has to say it.
 */
export function motorOrderOf(
  layout: MotorLayout,
  shape: Shape,
  board: Pick<Board, "pads">,
  devices: readonly Device[],
  wires: readonly SignalWire[],
): string[] | null {
  const order: string[] = [];
  for (const { device: id, need: needId, pad } of wires) {
    const device = devices.find((each) => each.id === id);
    const need = device?.needs.find((each) => each.id === needId);
    if (!device || need?.kind !== "output" || need.set === undefined) continue;
    const output = findPad(board as Board, pad)?.uses.find((use) => use.function === "output");
    const motor = motorNamed(device.name, layout, shape);
    if (!output || motor === null) return null;
    order[output.number - 1] = motor;
  }
  const isWhole = order.length === layout.motors.length && new Set(order).size === order.length;
  return isWhole && Object.keys(order).length === order.length ? order : null;
}

/** The motor that a name says: "ESC rear left", "ESC 3". */
function motorNamed(name: string, { motors }: MotorLayout, shape: Shape): string | null {
  const said = ` ${name.toLowerCase().replace(/[^a-z0-9]+/g, " ")} `;
  const named = [...motors]
    .sort((a, b) => b.id.length - a.id.length)
    .find(({ id }) => said.includes(` ${id.toLowerCase()} `));
  if (named) return named.id;
  const spot = spotOfPosition(name, shape) ?? rotorSpots(shape)[Number(/\b(\d{1,2})\b/.exec(name)?.[1] ?? 0) - 1];
  return motors.find(({ id }) => id.toLowerCase() === spot?.words)?.id ?? null;
}
