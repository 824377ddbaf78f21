import { type Decisions, isOver, KEPT, onlyState, OUT } from "./decisions";
import { type ModelNeed, type WiringModel } from "./wiringModel";

/**
 * Which options the decisions leave. Where the jumpers are settled, what would burst a rail beside the needs that have no other goes too.
 *
 * @returns null when needs that have no other rail burst it.
 */
export function aliveOptions(
  model: WiringModel,
  { banned, states, sets, groups, devices }: Decisions,
): Uint8Array | null {
  const alive = new Uint8Array(model.options.length);
  for (const { device, options, accepts, set, feeds } of model.needs) {
    if (devices[device] === OUT) continue;
    for (const index of options) {
      if (banned[index]) continue;
      const { group, rail } = model.options[index]!;
      if (group >= 0 && (groups[group]! & accepts & (set < 0 ? -1 : sets[set]!)) === 0) continue;
      if (feeds && !overlaps(feeds[rail]!, states)) continue;
      alive[index] = 1;
    }
  }
  const settled = onlyState(states);
  if (settled >= 0 && !dropOverloads(model, devices, alive, settled)) return null;
  return dropTaken(model, devices, alive) ? alive : null;
}

/**
 * How many needs a rail feeds at most: those that must hang on it, and as many of the least hungry others as its amps allow.
 *
 * @returns By rail; -1 where all that may hang on it can do so at once.
 */
export function railRooms(model: WiringModel, { devices }: Decisions, alive: Uint8Array): Int32Array {
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

function overlaps(a: Uint8Array, b: Uint8Array): boolean {
  for (let index = 0; index < a.length; index++) if (a[index] && b[index]) return true;
  return false;
}
