import { judgeRelaxed, type Settled } from "./branching";
import { noDecisions, settleByBound, sharpen } from "./bounds";
import { type Decisions, type Relaxed, type Stage } from "./decisions";
import { withoutDominated } from "./dominated";
import { relax } from "./relaxation";
import { type WiringModel } from "./wiringModel";

/** The best that was found. */
export interface Found {
  /** By need: an option, -1 where its device is left out. */
  chosen: Int32Array;
  settled: Settled;
}

/** What a search ended with. */
export interface Searched {
  best: Found | null;
  /** False when it was called off: then `best` may not be the best, and null does not mean that there is none. */
  isProven: boolean;
  /** Places of the tree that were looked at. */
  places: number;
}

/** Looked at now and then; true ends the search. */
export type IsLate = () => boolean;

/** In the first stage all other costs together are less than the price of a device by this factor. */
const BLUR = 1024;

/**
 * Branch and bound: each place of the tree is solved as an assignment (`relax`); where that breaks a rule the place is split so that each part keeps it.
 * The cheaper part is walked first, and one that cannot beat the best plan is not walked at all. The fewest devices left out are sought
 * first, then the cheapest plan that leaves out so many.
 *
 * @see Land & Doig, An automatic method of solving discrete programming problems, Econometrica 28 (1960): the method.
 */
export function searchWiring(whole: WiringModel, isLate: IsLate = () => false): Searched {
  const { model, original } = withoutDominated(whole);
  const count = walkTree(countingStage(model), isLate, Infinity);
  if (!count.best) return count;
  const mostOut = outsOf(model, count.best.chosen);
  const cost = costOf(model, count.best);
  const cheapest = bestPriced(model, mostOut).map(({ stage, root, relaxed }) =>
    walkTree(stage, isLate, cost, { root, relaxed }),
  )[0];
  const { chosen, settled } = cheapest?.best ?? count.best;
  return {
    best: { chosen: chosen.map((option) => (option < 0 ? -1 : original[option]!)), settled },
    isProven: count.isProven && (cheapest?.isProven ?? true),
    places: count.places + (cheapest?.places ?? 0),
  };
}

/** Whether every device can be connected. @returns null when the time ran out. */
export function canConnectAll(whole: WiringModel, isLate: IsLate = () => false): boolean | null {
  const { model } = withoutDominated(whole);
  const stage = { ...countingStage(model), mostOut: 0 };
  const { best, isProven } = walkTree(stage, isLate, Infinity);
  return best ? true : isProven ? false : null;
}

/**
 * How few are left out. An option costs as many needs as it stands in the way of: that keeps the assignment off what others want as well, and is so
 * little beside the price of a device that it does not blur the count.
 */
function countingStage(model: WiringModel): Stage {
  const wanted = new Map<number, Set<number>>();
  for (const { need, pads } of model.options)
    for (const pad of pads) wanted.set(pad, (wanted.get(pad) ?? new Set()).add(need));
  const costs = Float64Array.from(model.options, ({ pads, takes }) =>
    takes.length === 0 ? 0 : pads.reduce((sum, pad) => sum + wanted.get(pad)!.size - 1, 0),
  );
  const dearest = model.needs.reduce(
    (sum, { options }) => sum + options.reduce((high, option) => Math.max(high, costs[option]!), 0) + 1,
    1,
  );
  return { model, costs, rankWeight: 0, outPrice: dearest * BLUR, mostOut: Infinity };
}

/**
 * The second stage with the price of leaving out that gives the best bound: too low and too many go without, too high and a device that is torn in the
 * assignment weighs too much.
 */
function bestPriced(model: WiringModel, mostOut: number): { stage: Stage; root: Decisions; relaxed: Relaxed }[] {
  const costs = Float64Array.from(model.options, ({ cost }) => cost);
  const dearest = costs.reduce((high, cost) => Math.max(high, cost), 1);
  const tries = mostOut === 0 ? [1] : [0.2, 0.5, 1, 1.5, 4];
  return tries
    .flatMap((factor) => {
      const outPrice = Math.ceil(dearest * factor);
      const stage: Stage = { model, costs, rankWeight: model.weights.rank, outPrice, mostOut };
      const root = noDecisions(stage);
      const solved = relax(stage, root);
      return solved ? [{ stage, root, relaxed: sharpen(stage, root, solved) }] : [];
    })
    .sort((a, b) => b.relaxed.bound - a.relaxed.bound)
    .slice(0, 1);
}

/**
 * @param below - Only what costs less counts: devices left out in the first stage, cost in the second.
 * @param begun - The root, where it was solved already.
 */
function walkTree(
  stage: Stage,
  isLate: IsLate,
  below: number,
  begun?: { root: Decisions; relaxed: Relaxed },
): Searched {
  const { model } = stage;
  const isCounting = stage.rankWeight === 0;
  const searched: Searched = { best: null, isProven: true, places: 0 };
  let lowest = below;
  const root = begun?.root ?? noDecisions(stage);
  const relaxed = begun?.relaxed ?? relax(stage, root);
  if (relaxed) walk(root, begun ? relaxed : sharpen(stage, root, relaxed));
  return searched;

  function walk(decisions: Decisions, solved: Relaxed): void {
    let here = solved;
    searched.places++;
    if (leastOf(here.bound) >= lowest) return;
    if ((searched.places & 15) === 0 && isLate()) searched.isProven = false;
    if (!searched.isProven) return;
    if (lowest < Infinity && settleByBound(stage, decisions, here, roomAbove(here.bound))) {
      const anew = relax(stage, decisions);
      if (!anew || leastOf(anew.bound) >= lowest) return;
      here = anew;
    }
    const verdict = judgeRelaxed(stage, decisions, here);
    if ("settled" in verdict) {
      searched.best = { chosen: here.chosen, settled: verdict.settled };
      lowest = isCounting ? outsOf(model, here.chosen) : costOf(model, searched.best);
      return;
    }
    verdict.ways
      .flatMap((way) => {
        const solved = relax(stage, way);
        if (!solved || leastOf(solved.bound) >= lowest) return [];
        return [{ way, solved }];
      })
      .sort((a, b) => a.solved.bound - b.solved.bound)
      .forEach(({ way, solved }) => walk(way, solved));
  }

  /** How far a bound may rise before it is no less than the best. */
  function roomAbove(bound: number): number {
    return isCounting && stage.mostOut === Infinity
      ? (lowest - 1 + 1 / BLUR) * stage.outPrice - bound + 1
      : lowest - bound;
  }

  /** Devices are whole: so is their number. */
  function leastOf(bound: number): number {
    return isCounting && stage.mostOut === Infinity ? Math.ceil(bound / stage.outPrice - 1 / BLUR) : bound;
  }
}

function outsOf(model: WiringModel, chosen: Int32Array): number {
  return model.devices.filter(({ needs }) => needs.some((need) => chosen[need]! < 0)).length;
}

/** What a plan costs but for the devices left out. */
function costOf(model: WiringModel, { chosen, settled }: Found): number {
  let cost = 0;
  for (const option of chosen) if (option >= 0) cost += model.options[option]!.cost;
  if (!model.wiring.likedProtocols) return cost;
  return settled.sets.reduce((sum, protocol, set) => {
    if (protocol < 0) return sum;
    return sum + model.sets[set]!.liked.indexOf(model.protocols[protocol]!) * model.weights.rank;
  }, cost);
}
