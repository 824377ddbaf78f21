import { type ModelNeed, type Option, type WiringModel } from "./wiringModel";

/** A model that leaves out what no best plan needs. */
export interface Reduced {
  model: WiringModel;
  /** By option of the reduced model: the option of the whole one. */
  original: Int32Array;
}

/**
 * Leaves out every option beside which its need has another that costs no more and stands in nobody's way where this one does not: a longer run to another
 * ground pad, the second pad of a port that nothing else uses. Whatever plan has the one can have the other instead, so the least cost stays.
 */
export function withoutDominated(whole: WiringModel): Reduced {
  const implied = impliedPads(whole);
  const isOneUse = padsOfOneUse(whole);
  const things = whole.options.map((option) => thingsOf(option, implied, isOneUse));
  const kept: number[] = [];
  const needs = whole.needs.map((need): ModelNeed => {
    const own: number[] = [];
    const byCost = [...need.options].sort((a, b) => whole.options[a]!.cost - whole.options[b]!.cost || a - b);
    for (const each of byCost) if (!own.some((other) => isWithin(things[other]!, things[each]!))) own.push(each);
    own.sort((a, b) => a - b);
    const first = kept.length;
    kept.push(...own);
    return { ...need, options: own.map((_, index) => first + index) };
  });
  const options = kept.map((index): Option => {
    const option = whole.options[index]!;
    return { ...option, takes: option.takes.filter((taken) => !implied.has(taken)) };
  });
  return {
    model: {
      ...whole,
      needs,
      options,
      scarcest: Int32Array.from(options, ({ takes }) => takes.at(-1) ?? -1),
      rails: Int32Array.from(options, ({ rail }) => rail),
    },
    original: Int32Array.from(kept),
  };
}

/** Pads that nobody takes without a port or an address that is one need's alone as well: whoever has that has the pad. */
function impliedPads({ options, resources }: WiringModel): Set<number> {
  const beside = new Map<number, Set<number>>();
  for (const { takes } of options)
    for (const taken of takes) {
      const known = beside.get(taken);
      const others = takes.filter((other) => other !== taken && resources[other]!.room === 1);
      beside.set(taken, new Set(known ? others.filter((other) => known.has(other)) : others));
    }
  const implied = new Set<number>();
  for (const [taken, others] of beside) {
    // Two that go together imply each other: one of them stays.
    const keeper = [...others].find((other) => !implied.has(other));
    if (resources[taken]!.room === 1 && keeper !== undefined) implied.add(taken);
  }
  return implied;
}

/** Pads that all who may use them use alike. */
function padsOfOneUse({ options }: WiringModel): (pad: number) => boolean {
  const uses = new Map<number, number>();
  for (const option of options)
    option.pads.forEach((pad, line) => {
      const use = option.uses[line]!;
      uses.set(pad, (uses.get(pad) ?? use) === use ? use : -1);
    });
  return (pad) => uses.get(pad) !== -1;
}

/** All by which an option can stand in the way of other needs, as words. */
function thingsOf(
  { takes, pads, uses, group, rail, blocks }: Option,
  implied: ReadonlySet<number>,
  isOneUse: (pad: number) => boolean,
): ReadonlySet<string> {
  return new Set([
    ...takes.filter((taken) => !implied.has(taken)).map((taken) => `takes ${taken}`),
    ...pads.flatMap((pad, line) => (isOneUse(pad) ? [] : [`pad ${pad} as ${uses[line]}`])),
    ...blocks.map((block) => `block ${block}`),
    ...(group < 0 ? [] : [`group ${group}`]),
    ...(rail < 0 ? [] : [`rail ${rail}`]),
  ]);
}

function isWithin(some: ReadonlySet<string>, all: ReadonlySet<string>): boolean {
  if (some.size > all.size) return false;
  for (const each of some) if (!all.has(each)) return false;
  return true;
}
