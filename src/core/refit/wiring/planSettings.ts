import { type Board, findPad } from "./board";
import { type WiringCase } from "./wiringCase";
import { type WiringPlan } from "./wiringPlan";

/** What a plan asks of the new board's settings: a sentence each, in the order of ports, outputs and protocols. */
export function planSettings(
  wiring: WiringCase,
  { wires, protocols }: Pick<WiringPlan, "wires" | "protocols">,
): string[] {
  const { board, oldBoard, oldWires = [] } = wiring;
  const nameOf = (id: string) => wiring.devices.find((device) => device.id === id)?.name ?? id;
  const ports = board.ports.flatMap(({ id, number, kind }) => {
    const here = wires.filter(({ port }) => port === id);
    return [...new Map(here.map((wire) => [`${wire.device} ${wire.need}`, wire])).values()].map(({ device, need }) => {
      const old = oldWires.find((wire) => wire.device === device && wire.need === need);
      const before = old?.port ?? (old && oldBoard ? portNumber(oldBoard, old.pad) : undefined);
      const was = before === undefined ? "" : before === number ? ", as before" : `, was ${before}`;
      return { order: number, text: `${kind === "bus" ? "Bus" : "Port"} ${number}: ${nameOf(device)}${was}.` };
    });
  });
  const outputs = wires.flatMap(({ device, pad }) => {
    const number = outputNumber(board, pad);
    if (number === undefined) return [];
    const old = oldWires.find(
      (wire) => wire.device === device && oldBoard && outputNumber(oldBoard, wire.pad) !== undefined,
    );
    const before = old && oldBoard ? outputNumber(oldBoard, old.pad) : undefined;
    const was = before === undefined || before === number ? "" : `, was ${before}`;
    return [{ order: number, text: `Output ${number}: ${nameOf(device)}${was}.` }];
  });
  const inOrder = (list: { order: number; text: string }[]) =>
    list.sort((a, b) => a.order - b.order).map(({ text }) => text);
  return [
    ...inOrder(ports),
    ...inOrder(outputs),
    ...Object.entries(protocols).map(([set, protocol]) => `Protocol of the ${set}: ${protocol}.`),
  ];
}

function portNumber(board: Board, label: string): number | undefined {
  const use = findPad(board, label)?.uses.find((each) => "port" in each);
  return use && "port" in use ? board.ports.find(({ id }) => id === use.port)?.number : undefined;
}

function outputNumber(board: Board, label: string): number | undefined {
  const use = findPad(board, label)?.uses.find((each) => each.function === "output");
  return use?.number;
}
