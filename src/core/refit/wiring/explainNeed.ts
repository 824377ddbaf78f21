import { planWiring } from "./planWiring";
import { type IsLate } from "./search";
import { linesOf, type WiringCase } from "./wiringCase";
import { serves, wiringModel } from "./wiringModel";
import { type WiringCost, type WiringPlan } from "./wiringPlan";
import { listed } from "./wiringWords";

/** Why a need is where it is, and what it would cost anywhere else. */
export interface Explanation {
  /** Which rule put it there. */
  because: string;
  /** The best plan with this need elsewhere; null when a required device could not be connected then. */
  nextBest: { pads: readonly string[]; cost: WiringCost; leftOut: readonly string[] } | null;
}

/**
 * Says why a need of a plan is on its pads, and solves again with those pads forbidden to it.
 *
 * @param device - Ids of a device that is connected and of one of its needs.
 */
export function explainNeed(
  wiring: WiringCase,
  plan: WiringPlan,
  device: string,
  need: string,
  isLate?: IsLate,
): Explanation {
  const wires = plan.wires.filter((wire) => wire.device === device && wire.need === need);
  const forbids = [...(wiring.forbids ?? []), ...wires.map(({ pad }) => ({ device, need, pad }))];
  const pins = wiring.pins?.filter((pin) => pin.device !== device || pin.need !== need);
  const other = planWiring({ ...wiring, forbids, pins }, isLate).plan;
  const elsewhere = other?.wires.filter((wire) => wire.device === device && wire.need === need) ?? [];
  return {
    because: reasonFor(wiring, plan, device, need),
    nextBest: other ? { pads: elsewhere.map(({ pad }) => pad), cost: other.cost, leftOut: other.leftOut } : null,
  };
}

function reasonFor(wiring: WiringCase, plan: WiringPlan, device: string, need: string): string {
  const pinned = wiring.pins?.find((pin) => pin.device === device && pin.need === need);
  if (pinned) return `You pinned it to ${pinned.pad}.`;
  const model = wiringModel(wiring);
  const own = model.needs.findIndex((each) => wiring.devices[each.device]!.id === device && each.need.id === need);
  const { need: asked, options } = model.needs[own]!;
  const padsOf = (option: number) => model.options[option]!.pads.map((pad) => wiring.board.pads[pad]!.name);
  const pads = plan.wires.filter((wire) => wire.device === device && wire.need === need).map(({ pad }) => pad);
  const isHere = (option: number) => padsOf(option).join() === pads.join();
  const here = options.find(isHere)!;
  if (options.length === 1) {
    const anyWay = wiring.board.pads.filter(({ uses }) =>
      uses.some((use) => serves(use, { ...asked, inverted: false } as typeof asked, linesOf(asked)[0]!)),
    );
    if (asked.kind === "serial" && asked.inverted && anyWay.length > 1)
      return "The only pad that can read its inverted signal.";
    return "The only place on this board that serves it.";
  }
  const better = options.filter((option) => model.options[option]!.cost < model.options[here]!.cost);
  if (better.length === 0) {
    const { moved } = model.options[here]!;
    const wasThere = moved === 0 && wiring.oldWires?.some((wire) => wire.device === device && wire.need === need);
    return wasThere ? "It stays on the pad of the same name." : `The shortest run of ${options.length} ways.`;
  }
  const holders = new Set<string>();
  for (const option of better) {
    const { port } = model.options[option]!;
    for (const wire of plan.wires) {
      if (wire.device === device && wire.need === need) continue;
      const isInTheWay = padsOf(option).includes(wire.pad) || (asked.kind === "serial" && wire.port === port);
      if (isInTheWay) holders.add(wiring.devices.find(({ id }) => id === wire.device)!.name);
    }
  }
  const what = `${better.length === 1 ? "One place that would cost" : `${better.length} places that would cost`} it less`;
  if (asked.kind === "power") return `${what}: on rails whose volts, amps or noise do not suit it as the jumpers lie.`;
  if (asked.kind === "output")
    return `${what}: in timer groups that speak ${listed([...new Set(Object.values(plan.groups))])}, or taken.`;
  return holders.size > 0
    ? `${what}: ${listed([...holders])} ${holders.size > 1 ? "have" : "has"} them.`
    : `${what}, and all others together more.`;
}
