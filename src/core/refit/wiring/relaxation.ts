import { aliveOptions, railRooms } from "./aliveOptions";
import { assignRows } from "./assignment";
import { type Decisions, KEPT, lowestRank, OPEN, OUT, type Relaxed, type Stage } from "./decisions";
import { type WiringModel } from "./wiringModel";

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
  const things = thingsOf(model, decisions, alive);
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
      if (things.of[index]! >= 0) wanted.push(index);
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
  const assigned = assignShared(stage, alive, shared, things, {
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

/** What is taken. */
interface Things {
  /** By option: the scarcest it takes, a resource or behind those a rail; -1 where it takes nothing from others. */
  of: Int32Array;
  /** By thing: how many needs it holds. */
  rooms: Int32Array;
}

/** The scarcest thing that each option takes: its port, else its rail where that is short, else its pad. */
function thingsOf(model: WiringModel, decisions: Decisions, alive: Uint8Array): Things {
  const { resources, rails, scarcest } = model;
  const railRoom = railRooms(model, decisions, alive);
  const rooms = new Int32Array(resources.length + railRoom.length);
  resources.forEach(({ room }, at) => (rooms[at] = room));
  rooms.set(railRoom, resources.length);
  const of = scarcest.map((scarce, index) => {
    const rail = rails[index]!;
    return rail >= 0 && railRoom[rail]! >= 0 ? resources.length + rail : scarce;
  });
  return { of, rooms };
}

/**
 * Needs that compete for pads, ports and rails, assigned together: an option stands in the columns of its thing.
 *
 * @returns Their cost, or null.
 */
function assignShared(
  { model, costs: optionCosts }: Stage,
  alive: Uint8Array,
  shared: readonly Contender[],
  { of: thingOf, rooms }: Things,
  {
    chosen,
    optionRise,
    withoutRise,
    shares,
  }: Pick<Relaxed, "chosen" | "optionRise" | "withoutRise"> & { shares: Float64Array },
): number | null {
  if (shared.length === 0) return 0;
  const firstColumn = new Int32Array(rooms.length).fill(-1);
  const copies = columnsOf(shared, thingOf, rooms);
  const thing: number[] = []; // by column
  for (const { wanted } of shared) {
    for (const index of wanted) {
      const taken = thingOf[index]!;
      if (firstColumn[taken]! >= 0) continue;
      firstColumn[taken] = thing.length;
      for (let copy = copies[taken]!; copy > 0; copy--) thing.push(taken);
    }
  }
  const width = thing.length;
  const costs = new Float64Array(shared.length * width).fill(Infinity);
  const optionAt = new Int32Array(shared.length * width);
  for (let row = 0; row < shared.length; row++) {
    for (const index of shared[row]!.wanted) {
      const taken = thingOf[index]!;
      const cost = optionCosts[index]!;
      // Nothing at all stands where a thing has no room.
      const from = row * width + firstColumn[taken]!;
      for (let at = from; at < from + copies[taken]! && cost < costs[at]!; at++) {
        costs[at] = cost;
        optionAt[at] = index;
      }
    }
  }
  const ownCosts = Float64Array.from(shared, ({ ownCost }) => ownCost);
  const assigned = assignRows(costs, ownCosts, width);
  if (!assigned) return null;
  const { columnOf, rowPotential, columnPotential } = assigned;
  const potential = new Float64Array(rooms.length).fill(-Infinity); // by thing: of the best of its columns
  for (let column = 0; column < width; column++)
    potential[thing[column]!] = Math.max(potential[thing[column]!]!, columnPotential[column]!);
  let total = 0;
  shared.forEach(({ need, own, ownCost }, row) => {
    const column = columnOf[row]!;
    const option = column >= 0 ? optionAt[row * width + column]! : own;
    chosen[need] = option;
    total += column >= 0 ? optionCosts[option]! : ownCost;
    for (const index of model.needs[need]!.options) {
      if (!alive[index]) continue;
      const taken = thingOf[index]!;
      optionRise[index] = optionCosts[index]! - rowPotential[row]! - (taken < 0 ? 0 : potential[taken]!);
    }
    withoutRise[need] = shares[need]! - rowPotential[row]!;
  });
  return total;
}

/** By thing: the columns it has, as many as it holds and no more than would take it. */
function columnsOf(shared: readonly Contender[], thingOf: Int32Array, rooms: Int32Array): Int32Array {
  const columns = new Int32Array(rooms.length);
  const last = new Int32Array(rooms.length).fill(-1);
  shared.forEach(({ wanted }, row) => {
    for (const index of wanted) {
      const thing = thingOf[index]!;
      if (last[thing] === row || columns[thing]! >= rooms[thing]!) continue;
      last[thing] = row;
      columns[thing]!++;
    }
  });
  return columns;
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
