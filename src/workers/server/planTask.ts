import ELK from "elkjs/lib/elk.bundled.js";
import { answerWiring, type WiringAnswer } from "../../core/refit/wiring/answerWiring";
import { type Board } from "../../core/refit/wiring/board";
import { explainNeed, type Explanation } from "../../core/refit/wiring/explainNeed";
import { type WiringCase } from "../../core/refit/wiring/wiringCase";

/** A plan with the order in which its devices are drawn. */
export interface DrawnAnswer extends WiringAnswer {
  /** Ids of devices from the top, so that few wires cross. */
  order: string[];
}

/** Within the pool's budget. */
const BUDGET = { planMs: 4_000, conflictMs: 3_000 };

/** Works a case out and orders its devices for the drawing. */
export async function planTask(wiring: WiringCase): Promise<DrawnAnswer> {
  const answer = answerWiring(wiring, () => performance.now(), BUDGET);
  return { ...answer, order: await orderDevices(wiring, answer.plan?.wires ?? []) };
}

/** Why a need of a plan is where it is. */
export function explainTask({
  wiring,
  device,
  need,
}: {
  wiring: WiringCase;
  device: string;
  need: string;
}): Explanation | null {
  const begun = performance.now();
  const answer = answerWiring(wiring, () => performance.now(), { ...BUDGET, conflictMs: 0 });
  if (!answer.plan || answer.plan.leftOut.includes(device)) return null;
  return explainNeed(
    wiring,
    { ...answer.plan, cost: answer.cost! },
    device,
    need,
    () => performance.now() - begun > BUDGET.planMs,
  );
}

/**
 * Lays old board, devices and new board in three columns with the pads where they are, and lets the package find the order of the devices in which
 * the fewest wires cross.
 */
async function orderDevices(
  { devices, oldBoard, board, oldWires = [] }: WiringCase,
  wires: readonly { device: string; pad: string }[],
): Promise<string[]> {
  const side = (id: string, { pads, outline }: Board, port: "EAST" | "WEST") => ({
    id,
    width: outline.widthMm,
    height: outline.heightMm,
    layoutOptions: { "elk.portConstraints": "FIXED_POS" },
    ports: pads.map(({ name, xMm, yMm }) => ({
      id: `${id} ${name}`,
      // Pads of one height are told apart by how far they are from the devices.
      x: port === "EAST" ? outline.widthMm : 0,
      y: yMm + (port === "EAST" ? -xMm : xMm) / 1000,
      layoutOptions: { "elk.port.side": port },
    })),
  });
  const boards = [...(oldBoard ? [side("old", oldBoard, "EAST")] : []), side("new", board, "WEST")];
  const oldPads = new Set(oldBoard?.pads.map(({ name }) => name));
  const ids = new Set(devices.map(({ id }) => id));
  const laid = await new ELK().layout({
    id: "root",
    layoutOptions: { "elk.algorithm": "layered", "elk.direction": "RIGHT", "elk.separateConnectedComponents": "false" },
    children: [...boards, ...devices.map(({ id }) => ({ id: `device ${id}`, width: 40, height: 4 }))],
    edges: [
      ...(oldBoard ? oldWires : [])
        .filter(({ device, pad }) => ids.has(device) && oldPads.has(pad))
        .map(({ device, pad }, index) => ({ id: `o${index}`, sources: [`old ${pad}`], targets: [`device ${device}`] })),
      ...wires.map(({ device, pad }, index) => ({
        id: `n${index}`,
        sources: [`device ${device}`],
        targets: [`new ${pad}`],
      })),
    ],
  });
  const height = new Map(laid.children?.map(({ id, y }) => [id, y ?? 0]));
  return devices
    .map(({ id }) => id)
    .sort((a, b) => (height.get(`device ${a}`) ?? 0) - (height.get(`device ${b}`) ?? 0));
}
