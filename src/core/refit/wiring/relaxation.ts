import { assignRows } from "./assignment";
import { type ModelNeed, type WiringModel } from "./wiringModel";

/** What the search has decided so far, in one place of its tree. */
export interface Decisions {
  /** By option. */
  banned: Uint8Array;
  /** By rail state: 1 while it may still be the one. */
  states: Uint8Array;
  /** By set and by output group: bits of the protocols it may still speak. */
  sets: Int32Array;
  groups: Int32Array;
  /** By device. */
  devices: Uint8Array;
  /** By need: its share of what its device costs when it is left out. Any split gives a lower bound; `sharpen` looks for a good one. */
  shares: Float64Array;
}

/** Of a device: not decided, must be connected, is left out. */
export const OPEN = 0;
export const KEPT = 1;
export const OUT = 2;

/** What is best when needs do not take anything from each other but pads and ports. */
export interface Relaxed {
  /** No plan below here costs less. */
  bound: number;
  /** By need: an option, or -1 where the need goes without. */
  chosen: Int32Array;
  /** By option, and by need for going without: by how much the bound rises at least when it is so; what was chosen has 0. */
  optionRise: Float64Array;
  withoutRise: Float64Array;
}

/**
 * What is sought. First how few devices must be left out, all else being nothing; then, with so many left out and no more, the cheapest. Taken
 * one after the other each has a far better bound than both as one sum.
 */
export interface Stage {
  model: WiringModel;
  /** By option. */
  costs: Float64Array;
  rankWeight: number;
  /** Price of leaving a device out. */
  outPrice: number;
  /** No more may be left out. */
  mostOut: number;
}

/** Nothing decided. */
export function noDecisions(stage: Stage): Decisions {
  const { model } = stage;
  return {
    banned: new Uint8Array(model.options.length),
    states: new Uint8Array(model.states.length).fill(1),
    sets: new Int32Array(model.sets.length).fill(-1),
    groups: Int32Array.from(model.groupMasks),
    devices: Uint8Array.from(model.devices, ({ device }) => (device.required ? KEPT : OPEN)),
    shares: firstShares(stage),
  };
}

/** A copy to decide more in. */
export function copyOf({ banned, states, sets, groups, devices, shares }: Decisions): Decisions {
  return {
    banned: banned.slice(),
    states: states.slice(),
    sets: sets.slice(),
    groups: groups.slice(),
    devices: devices.slice(),
    shares: shares.slice(),
  };
}

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
  const optionRise = new Float64Array(model.options.length);
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
      for (const index of options) optionRise[index] = costs[index]! - ownCost;
      withoutRise[need] = decisions.shares[need]! - ownCost;
    }
  }
  const assigned = assignShared(stage, shared, railRoom, { chosen, optionRise, withoutRise, shares: decisions.shares });
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
    if (own >= 0)
      for (const index of model.needs[need]!.options)
        if (!wanted.includes(index)) optionRise[index] = optionCosts[index]! - rowPotential[row]!;
    withoutRise[need] = shares[need]! - rowPotential[row]!;
  });
  return total;
}

/**
 * How many needs a rail feeds at most: those that must hang on it, and as many of the least hungry others as its amps allow.
 *
 * @returns By rail; -1 where all that may hang on it can do so at once.
 */
function railRooms(model: WiringModel, { devices }: Decisions, alive: Uint8Array): Int32Array {
  return Int32Array.from(model.caps, (cap, rail) => {
    const must: ModelNeed[] = [];
    const loose: ModelNeed[] = [];
    for (const need of model.needs) {
      if (!need.feeds) continue;
      let live = 0;
      let here = 0;
      for (const index of need.options) {
        if (!alive[index]) continue;
        live++;
        if (model.options[index]!.rail === rail) here++;
      }
      if (here > 0) (here === live && devices[need.device] === KEPT ? must : loose).push(need);
    }
    const room = must.length + Math.min(mostOf("meanA", cap), mostOf("peakA", cap));
    return room < must.length + loose.length ? Math.max(0, room) : -1;

    function mostOf(what: "meanA" | "peakA", { [what]: capA }: { meanA: number; peakA: number }): number {
      let sum = must.reduce((total, need) => total + need[what], 0);
      const hungers = loose.map((need) => need[what]).sort((a, b) => a - b);
      const full = hungers.findIndex((each) => isOver((sum += each), capA));
      return full < 0 ? hungers.length : full;
    }
  });
}

/**
 * Which options the decisions leave. Where the jumpers are settled, what would burst a rail beside the needs that have no other goes too.
 *
 * @returns null when needs that have no other rail burst it.
 */
function aliveOptions(model: WiringModel, { banned, states, sets, groups, devices }: Decisions): Uint8Array | null {
  const alive = new Uint8Array(model.options.length);
  model.options.forEach((option, index) => {
    const need = model.needs[option.need]!;
    if (banned[index] || devices[need.device] === OUT) return;
    if (option.group >= 0) {
      const spoken = groups[option.group]! & need.accepts & (need.set < 0 ? -1 : sets[need.set]!);
      if (spoken === 0) return;
    }
    if (need.feeds && !overlaps(need.feeds[option.rail]!, states)) return;
    alive[index] = 1;
  });
  const settled = onlyState(states);
  if (settled >= 0 && !dropOverloads(model, devices, alive, settled)) return null;
  return dropTaken(model, devices, alive) ? alive : null;
}

/**
 * What a need takes in each of its ways, no other may take: a pad, a port, the other side of a block. Goes on until nothing more follows.
 *
 * @returns False when a need that must be met has no way left.
 */
function dropTaken(model: WiringModel, devices: Uint8Array, alive: Uint8Array): boolean {
  const taker = new Int32Array(model.resources.length).fill(-1);
  const user = new Int32Array(model.blockables.length).fill(-1);
  const counts = new Int32Array(model.resources.length + model.blockables.length);
  for (let isNew = true; isNew;) {
    isNew = false;
    for (let index = 0; index < model.needs.length; index++) {
      const { device, options } = model.needs[index]!;
      if (devices[device] !== KEPT) continue;
      const live = liveOptions(options, alive);
      if (live === 0) return false;
      if (live > FEW) continue;
      count(options, 1);
      for (const each of options) {
        if (!alive[each]) continue;
        const { takes, blocks } = model.options[each]!;
        for (const taken of takes) {
          if (counts[taken] !== live || model.resources[taken]!.room !== 1 || taker[taken] === index) continue;
          if (taker[taken]! >= 0) return false;
          taker[taken] = index;
          isNew = true;
        }
        for (const block of blocks) {
          if (counts[model.resources.length + block] !== live || user[block]! >= 0) continue;
          user[block] = index;
          isNew = true;
        }
        break; // what all have in common, the first has
      }
      count(options, -1);
    }
    if (!isNew) break;
    for (let index = 0; index < alive.length; index++) {
      if (!alive[index]) continue;
      const { need, takes, blocks } = model.options[index]!;
      for (const taken of takes) if (taker[taken]! >= 0 && taker[taken] !== need) alive[index] = 0;
      for (const block of blocks) for (const other of model.blockedBy[block]!) if (user[other]! >= 0) alive[index] = 0;
    }
  }
  return true;

  /** How many of a need's live options take each thing; counted back afterwards. */
  function count(options: readonly number[], step: 1 | -1): void {
    for (const each of options) {
      if (!alive[each]) continue;
      const { takes, blocks } = model.options[each]!;
      for (const taken of takes) counts[taken]! += step;
      for (const block of blocks) counts[model.resources.length + block]! += step;
    }
  }
}

/** Needs with more ways than this have nothing in common among them. */
const FEW = 8;

function liveOptions(options: readonly number[], alive: Uint8Array): number {
  let live = 0;
  for (const option of options) live += alive[option]!;
  return live;
}

/** @returns False when what must hang on a rail bursts it. */
function dropOverloads(model: WiringModel, devices: Uint8Array, alive: Uint8Array, state: number): boolean {
  const { chain } = model.states[state]!;
  for (let rail = 0; rail < model.caps.length; rail++) {
    const cap = model.caps[rail]!;
    let meanA = 0;
    let peakA = 0;
    const loose: number[] = [];
    for (let index = 0; index < model.needs.length; index++) {
      const need = model.needs[index]!;
      if (!need.feeds || devices[need.device] === OUT) continue;
      const live = need.options.filter((option) => alive[option]);
      const here = live.filter((option) => chain[model.options[option]!.rail]!.includes(rail));
      if (here.length === 0) continue;
      if (here.length === live.length && devices[need.device] === KEPT) {
        meanA += need.meanA;
        peakA += need.peakA;
      } else loose.push(index);
    }
    if (isOver(meanA, cap.meanA) || isOver(peakA, cap.peakA)) return false;
    for (const index of loose) {
      const need = model.needs[index]!;
      if (!isOver(meanA + need.meanA, cap.meanA) && !isOver(peakA + need.peakA, cap.peakA)) continue;
      for (const option of need.options) if (chain[model.options[option]!.rail]!.includes(rail)) alive[option] = 0;
    }
  }
  return true;
}

/** Amps are sums of decimals: 0.1 + 0.2 is no more than 0.3. */
export function isOver(sumA: number, capA: number): boolean {
  return sumA > capA + 1e-9;
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

/**
 * A split to begin with: all needs of a device but the one with the fewest options bear what their dearest option costs, so that none goes without for
 * a shorter run, and that one bears the rest.
 */
function firstShares({ model, costs, outPrice }: Stage): Float64Array {
  const shares = new Float64Array(model.needs.length);
  for (const { needs } of model.devices) {
    if (needs.length === 0) continue;
    const scarce = needs.reduce((a, b) => (model.needs[b]!.options.length < model.needs[a]!.options.length ? b : a));
    const most = Math.floor(outPrice / needs.length);
    let rest = outPrice;
    for (const need of needs) {
      if (need === scarce) continue;
      shares[need] = Math.min(most, floorOf(model, costs, need));
      rest -= shares[need]!;
    }
    shares[scarce] = rest;
  }
  return shares;
}

/** Less than this and a need would rather go without than take its dearest option. */
function floorOf(model: WiringModel, costs: Float64Array, need: number): number {
  return model.needs[need]!.options.reduce((high, option) => Math.max(high, costs[option]!), 0) + 1;
}

/**
 * Settles what cannot be otherwise in any plan that costs less than the best that is known: an option whose choice alone would bring the
 * bound above it, and a device that would when one of its needs went without. Changes `decisions`.
 *
 * @param room - How much the bound may still rise.
 * @returns True when what was chosen does not keep to that: the place is to be solved anew.
 * @see Crowder, Johnson, Padberg, Solving large-scale zero-one linear programming problems, Operations Research 31 (1983): reduced cost fixing.
 */
export function settleByBound(
  { model }: Stage,
  decisions: Decisions,
  { chosen, optionRise, withoutRise }: Relaxed,
  room: number,
): boolean {
  for (let option = 0; option < optionRise.length; option++)
    if (optionRise[option]! >= room) decisions.banned[option] = 1;
  const kept = new Set<number>();
  for (let need = 0; need < withoutRise.length; need++) {
    const { device } = model.needs[need]!;
    if (decisions.devices[device] === OPEN && withoutRise[need]! >= room) kept.add(device);
  }
  for (const device of kept) decisions.devices[device] = KEPT;
  return [...kept].some((device) => model.devices[device]!.needs.some((need) => chosen[need]! < 0));
}

/** Tries to raise the bound so often; at each place of the tree it is not worth its time (measured). */
const TRIES = 12;

/**
 * Raises the bound of the root by moving the price of leaving a device out onto those of its needs that go without: the ascent of a Lagrangian
 * dual, with steps that halve what the others bear. Changes `root.shares`, which every place below inherits.
 *
 * @returns The relaxation with the highest bound.
 * @see Fisher, The Lagrangian relaxation method for solving integer programming problems, Management Science 27 (1981).
 */
export function sharpen(stage: Stage, root: Decisions, relaxed: Relaxed): Relaxed {
  let best = relaxed;
  const trial = { ...root, shares: root.shares.slice() };
  for (let tries = TRIES; tries > 0; tries--) {
    if (!shiftShares(stage, trial, best.chosen)) return best;
    const next = relax(stage, trial);
    if (!next) return best;
    if (next.bound <= best.bound) continue;
    best = next;
    root.shares.set(trial.shares);
  }
  return best;
}

/** @returns False where no device is connected in part. */
function shiftShares({ model, costs }: Stage, { devices, shares }: Decisions, chosen: Int32Array): boolean {
  let isShifted = false;
  model.devices.forEach(({ needs }, device) => {
    if (devices[device] !== OPEN) return;
    const without = needs.filter((need) => chosen[need]! < 0);
    if (without.length === 0 || without.length === needs.length) return;
    isShifted = true;
    let freed = 0;
    for (const need of needs) {
      if (chosen[need]! < 0) continue;
      const spare = Math.floor(Math.max(0, shares[need]! - floorOf(model, costs, need)) / 2);
      shares[need]! -= spare;
      freed += spare;
    }
    const each = Math.floor(freed / without.length);
    without.forEach((need, index) => (shares[need]! += index === 0 ? freed - each * (without.length - 1) : each));
  });
  return isShifted;
}

/** The place of the best liked protocol that a set may still speak, 0 where protocols are not priced or none is left. */
export function lowestRank(model: WiringModel, mask: number, set: number): number {
  if (!model.wiring.likedProtocols) return 0;
  const found = model.sets[set]!.liked.findIndex((name) => (mask >> model.protocols.indexOf(name)) & 1);
  return Math.max(0, found);
}

/** @returns The one state that is left, -1 while there are several. */
export function onlyState(states: Uint8Array): number {
  const first = states.indexOf(1);
  return first < 0 || states.includes(1, first + 1) ? -1 : first;
}

function overlaps(a: Uint8Array, b: Uint8Array): boolean {
  for (let index = 0; index < a.length; index++) if (a[index] && b[index]) return true;
  return false;
}
