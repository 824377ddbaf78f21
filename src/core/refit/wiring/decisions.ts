import { type WiringModel } from "./wiringModel";

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

/** Amps are sums of decimals: 0.1 + 0.2 is no more than 0.3. */
export function isOver(sumA: number, capA: number): boolean {
  return sumA > capA + 1e-9;
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
