import { type Decisions, KEPT, OPEN, type Relaxed, type Stage } from "./decisions";
import { relax } from "./relaxation";
import { type WiringModel } from "./wiringModel";

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
