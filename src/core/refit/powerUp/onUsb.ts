import { type RailState, railStates } from "../wiring/railStates";
import { type WiringCase } from "../wiring/wiringCase";
import { type WiringPlan } from "../wiring/wiringPlan";

/** What a board on USB alone brings to life, by the devices' names. */
export interface OnUsb {
  alive: string[];
  /** Stays dark until the pack is in. */
  dark: string[];
}

/** Sorts the powered devices of a plan by whether USB alone feeds all their supplies, as the jumpers of the plan stand. */
export function onUsb(
  { board, devices, pack }: WiringCase,
  { wires, rails }: Pick<WiringPlan, "wires" | "rails">,
): OnUsb {
  const state = railStates(board, pack).find(({ choices }) =>
    board.rails.every(({ id, choices: all }, rail) => all[choices[rail]!]!.by === byOf(rails, id)),
  );
  const found: OnUsb = { alive: [], dark: [] };
  for (const { id, name, needs } of devices) {
    const supplies = wires.filter(
      ({ device, need }) => device === id && needs.some((each) => each.id === need && each.kind === "power"),
    );
    if (supplies.length === 0) continue;
    const isAlive = supplies.every(({ port }) => isFed(board.rails, state, port));
    found[isAlive ? "alive" : "dark"].push(name);
  }
  return found;
}

function byOf(rails: WiringPlan["rails"], id: string): string | undefined {
  return rails.find(({ rail }) => rail === id)?.by;
}

function isFed(rails: WiringCase["board"]["rails"], state: RailState | undefined, id: string): boolean {
  return state?.usb[rails.findIndex((rail) => rail.id === id)] ?? false;
}
