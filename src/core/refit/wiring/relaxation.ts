import { aliveOptions, railRooms } from "./aliveOptions";
import { assignRows } from "./assignment";
import { type Decisions, KEPT, lowestRank, OPEN, OUT, type Relaxed, type Stage } from "./decisions";

/**
 * Solves a place of the tree as an assignment: each need takes one option, each pad and each port one need. Rails' amps, protocols
 * shared, blocks and "all of a device or nothing" are left aside, so its cost is a lower bound.
 *
 * A device that may be left out costs `weights.leftOut` once. The assignment counts need by need, so the price is split over the device's needs
 * (`shares`).
 *
 * @returns null when some need that must be met cannot be.
 */
export function relax(stage: Stage, decisions: Decisions): Relaxed | null {
  const { model, costs, outPrice, mostOut } = stage;
  if (!limitOuts(decisions.devices, mostOut)) return null;
  const alive = aliveOptions(model, decisions);
  if (!alive) return null;
  const chosen = new Int32Array(model.needs.length).fill(-1);
  const optionRise = new Float64Array(model.options.length).fill(Infinity);
  const withoutRise = new Float64Array(model.needs.length);
  const railRoom = railRooms(model, decisions, alive);
  let bound = 0;
  const shared: Contender[] = [];
  for (let need = 0; need < model.needs.length; need++) {
    const { device, options } = model.needs[need]!;
    if (decisions.devices[device] === OUT) continue;
    let own = -1; // the best option that takes nothing from others, or going without
    let ownCost = decisions.devices[device] === KEPT ? Infinity : decisions.shares[need]!;
    const wanted: number[] = [];
    for (const index of options) {
      if (!alive[index]) continue;
      const rail = model.rails[index]!;
      if (model.scarcest[index]! >= 0 || (rail >= 0 && railRoom[rail]! >= 0)) wanted.push(index);
      else if (costs[index]! < ownCost) [own, ownCost] = [index, costs[index]!];
    }
    if (wanted.length > 0) shared.push({ need, wanted, own, ownCost });
    else if (ownCost === Infinity) return null;
    else {
      chosen[need] = own;
      bound += ownCost;
      for (const index of options) if (alive[index]) optionRise[index] = costs[index]! - ownCost;
      withoutRise[need] = decisions.shares[need]! - ownCost;
    }
  }
  const assigned = assignShared(stage, alive, shared, railRoom, {
    chosen,
    optionRise,
    withoutRise,
    shares: decisions.shares,
  });
  if (assigned === null) return null;
  for (const device of decisions.devices) if (device === OUT) bound += outPrice;
  for (let set = 0; set < model.sets.length; set++)
    bound += lowestRank(model, decisions.sets[set]!, set) * stage.rankWeight;
  if (mostOut < Infinity) bound -= mostOut * outPrice;
  return { bound: bound + assigned, chosen, optionRise, withoutRise };
}

/** A need that competes with others, and what it would do alone. */
interface Contender {
  need: number;
  /** Its options that take something from others. */
  wanted: readonly number[];
  own: number;
  ownCost: number;
}

/**
 * Needs that compete for pads, ports and rails, assigned together. An option stands in the column of the scarcest thing it takes: its port, else its rail
 * where that is short, else its pad.
 *
 * @returns Their cost, or null.
 */
function assignShared(
  { model, costs: optionCosts }: Stage,
  alive: Uint8Array,
  shared: readonly Contender[],
  railRoom: Int32Array,
  {
    chosen,
    optionRise,
    withoutRise,
    shares,
  }: Pick<Relaxed, "chosen" | "optionRise" | "withoutRise"> & { shares: Float64Array },
): number | null {
  if (shared.length === 0) return 0;
  const { scarcest, rails, resources } = model;
  const firstColumn = new Int32Array(resources.length + railRoom.length).fill(-1);
  const thing: number[] = []; // by column: a resource, or behind those a rail
  const thingOf = (option: number) => {
    const rail = rails[option]!;
    return rail >= 0 && railRoom[rail]! >= 0 ? resources.length + rail : scarcest[option]!;
  };
  for (const { wanted } of shared) {
    for (const index of wanted) {
      const taken = thingOf(index);
      if (firstColumn[taken]! >= 0) continue;
      firstColumn[taken] = thing.length;
      const room = taken < resources.length ? resources[taken]!.room : railRoom[taken - resources.length]!;
      for (let copy = Math.min(room, shared.length); copy > 0; copy--) thing.push(taken);
    }
  }
  const width = thing.length;
  const costs = new Float64Array(shared.length * width).fill(Infinity);
  const optionAt = new Int32Array(shared.length * width);
  for (let row = 0; row < shared.length; row++) {
    for (const index of shared[row]!.wanted) {
      const taken = thingOf(index);
      const cost = optionCosts[index]!;
      // Nothing at all stands where a thing has no room.
      for (let column = firstColumn[taken]!; thing[column] === taken && cost < costs[row * width + column]!; column++) {
        costs[row * width + column] = cost;
        optionAt[row * width + column] = index;
      }
    }
  }
  const ownCosts = Float64Array.from(shared, ({ ownCost }) => ownCost);
  const assigned = assignRows(costs, ownCosts, width);
  if (!assigned) return null;
  const { columnOf, rowPotential, columnPotential } = assigned;
  let total = 0;
  shared.forEach(({ need, wanted, own, ownCost }, row) => {
    const column = columnOf[row]!;
    const option = column >= 0 ? optionAt[row * width + column]! : own;
    chosen[need] = option;
    total += column >= 0 ? optionCosts[option]! : ownCost;
    for (const index of wanted) {
      const taken = thingOf(index);
      let rise = Infinity;
      for (let at = firstColumn[taken]!; thing[at] === taken; at++)
        rise = Math.min(rise, optionCosts[index]! - rowPotential[row]! - columnPotential[at]!);
      optionRise[index] = rise;
    }
    for (const index of model.needs[need]!.options)
      if (alive[index] && !wanted.includes(index)) optionRise[index] = optionCosts[index]! - rowPotential[row]!;
    withoutRise[need] = shares[need]! - rowPotential[row]!;
  });
  return total;
}

/**
 * With as many left out as may be, all others are to be connected.
 *
 * @returns False when more are left out.
 */
function limitOuts(devices: Uint8Array, mostOut: number): boolean {
  let out = 0;
  for (const device of devices) if (device === OUT) out++;
  if (out === mostOut)
    for (let device = 0; device < devices.length; device++) if (devices[device] === OPEN) devices[device] = KEPT;
  return out <= mostOut;
}
