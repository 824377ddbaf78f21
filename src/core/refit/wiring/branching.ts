import {
  copyOf,
  type Decisions,
  isOver,
  KEPT,
  lowestRank,
  onlyState,
  OPEN,
  OUT,
  type Relaxed,
  type Stage,
} from "./decisions";
import { type ModelNeed, type Option, type WiringModel } from "./wiringModel";

/** What a solved place of the tree settles besides the options, where they keep every rule. */
export interface Settled {
  state: number;
  /** By set and by group, a protocol's index; -1 where nothing speaks. */
  sets: number[];
  groups: number[];
}

/** Either it keeps every rule, or the ways to go on from here: together they hold every plan that this place holds. */
export type Verdict = { settled: Settled } | { ways: Decisions[] };

/**
 * Holds what the assignment chose against the rules it left aside, and splits at the first that is broken: a device connected in part, a set or a group with
 * no protocol, jumpers, amps, a pad or port taken twice, two uses of a pad, a block.
 */
export function judgeRelaxed({ model, mostOut }: Stage, decisions: Decisions, relaxed: Relaxed): Verdict {
  const { chosen } = relaxed;
  const decide = (change: (next: Decisions) => void): Decisions => {
    const next = copyOf(decisions);
    change(next);
    return next;
  };
  // Jumpers and protocols first: each of them settles much, and what is settled above is not split again in every part below.
  const rails = settleRails(model, decisions, chosen, decide);
  if ("ways" in rails && rails.isJumper) return rails;
  const protocols = settleProtocols(model, decisions, chosen, decide);
  if ("ways" in protocols) return protocols;
  const split =
    splitDevice(model, decisions, relaxed, mostOut, decide) ??
    splitTaken(model, chosen, decide) ??
    splitUse(model, chosen, decide) ??
    splitBlock(model, chosen, decide);
  if (split) return split;
  return "ways" in rails ? rails : { settled: { ...protocols, ...rails } };
}

type Decide = (change: (next: Decisions) => void) => Decisions;

/** A device of which some needs are met and some go without; or one too many that goes without. */
function splitDevice(
  model: WiringModel,
  { devices, banned }: Decisions,
  relaxed: Relaxed,
  mostOut: number,
  decide: Decide,
): { ways: Decisions[] } | null {
  let out = 0;
  let torn = -1;
  let tornRise = -1;
  let goes = -1;
  for (let device = 0; device < model.devices.length; device++) {
    const { needs } = model.devices[device]!;
    const met = needs.reduce((count, need) => (relaxed.chosen[need]! >= 0 ? count + 1 : count), 0);
    if (met === needs.length) continue;
    if (met === 0) out++;
    if (devices[device] !== OPEN) continue;
    if (met === 0) goes = device;
    else {
      const rise = riseOfSplit(model, needs, banned, relaxed);
      if (rise > tornRise) [torn, tornRise] = [device, rise];
    }
  }
  const device = torn >= 0 ? torn : out > mostOut ? goes : -1;
  if (device < 0) return null;
  return { ways: [decide((next) => (next.devices[device] = KEPT)), decide((next) => (next.devices[device] = OUT))] };
}

/**
 * By how much the bound rises at least in the two parts together when a device connected in part is split. The device where that is most is split first: two
 * thirds of the time that their order takes (measured).
 */
function riseOfSplit(
  model: WiringModel,
  needs: readonly number[],
  banned: Uint8Array,
  { chosen, optionRise, withoutRise }: Relaxed,
): number {
  let whenOut = 0;
  let whenKept = 0;
  for (const need of needs) {
    if (chosen[need]! >= 0) {
      whenOut = Math.max(whenOut, withoutRise[need]!);
      continue;
    }
    let least = Infinity;
    for (const option of model.needs[need]!.options) if (!banned[option]) least = Math.min(least, optionRise[option]!);
    whenKept = Math.max(whenKept, least);
  }
  return whenOut + whenKept;
}

/** A pad, port or address with more needs on it than it holds: one of them is the first that goes elsewhere. */
function splitTaken(model: WiringModel, chosen: Int32Array, decide: Decide): { ways: Decisions[] } | null {
  const takers = new Map<number, number[]>();
  for (const index of chosen) {
    if (index < 0) continue;
    const option = model.options[index]!;
    for (const resource of option.takes) {
      const list = takers.get(resource) ?? [];
      list.push(option.need);
      takers.set(resource, list);
      if (list.length > model.resources[resource]!.room)
        return {
          ways: list.map((need, away) =>
            decide((next) => {
              for (const earlier of list.slice(0, away))
                hold(model, next, earlier, (each) => each.takes.includes(resource));
              banFor(model, next, need, (each) => each.takes.includes(resource));
            }),
          ),
        };
    }
  }
  return null;
}

/** A pad in two of its uses. */
function splitUse(model: WiringModel, chosen: Int32Array, decide: Decide): { ways: Decisions[] } | null {
  const usedFor = new Map<number, { need: number; use: number }>();
  for (const index of chosen) {
    if (index < 0) continue;
    const { need, pads, uses } = model.options[index]!;
    for (let line = 0; line < pads.length; line++) {
      const pad = pads[line]!;
      const use = uses[line]!;
      const known = usedFor.get(pad);
      if (known && known.use !== use) {
        const isSo = (so: number) => (each: Option) => each.pads.some((p, at) => p === pad && each.uses[at] === so);
        return {
          ways: [
            decide((next) => banFor(model, next, need, isSo(use))),
            decide((next) => {
              hold(model, next, need, isSo(use));
              banFor(model, next, known.need, isSo(known.use));
            }),
          ],
        };
      }
      usedFor.set(pad, { need, use });
    }
  }
  return null;
}

/** Two things in use that block each other: who uses the one leaves it, or nobody uses the other. */
function splitBlock(model: WiringModel, chosen: Int32Array, decide: Decide): { ways: Decisions[] } | null {
  const users = new Map<number, number>();
  for (const index of chosen)
    if (index >= 0) for (const block of model.options[index]!.blocks) users.set(block, model.options[index]!.need);
  const broken = model.blocks.find(([a, b]) => users.has(a) && users.has(b));
  if (!broken) return null;
  const [a, b] = broken;
  const user = users.get(a)!;
  const uses = (what: number) => (each: Option) => each.blocks.includes(what);
  return {
    ways: [
      decide((next) => banFor(model, next, user, uses(a))),
      decide((next) => {
        hold(model, next, user, uses(a));
        for (let need = 0; need < model.needs.length; need++) banFor(model, next, need, uses(b));
      }),
    ],
  };
}

/** Sets and groups that share no protocol, or could speak a better liked one. */
function settleProtocols(
  model: WiringModel,
  decisions: Decisions,
  chosen: Int32Array,
  decide: Decide,
): { ways: Decisions[] } | Pick<Settled, "sets" | "groups"> {
  const speakers = outputsOf(model, chosen);
  const groupMasks = Int32Array.from(decisions.groups);
  for (const { need, group } of speakers) groupMasks[group]! &= need.accepts;
  const setMasks = Int32Array.from(decisions.sets);
  for (const { need, group } of speakers) if (need.set >= 0) setMasks[need.set]! &= groupMasks[group]!;

  const sets = model.sets.map((_, set) =>
    speakers.some(({ need }) => need.set === set) ? bestLiked(model, set, setMasks[set]!) : -1,
  );
  for (let set = 0; set < sets.length; set++) {
    if (!speakers.some(({ need }) => need.set === set)) continue;
    const rank = sets[set]! < 0 ? Infinity : model.sets[set]!.liked.indexOf(model.protocols[sets[set]!]!);
    const hoped = lowestRank(model, decisions.sets[set]!, set);
    if (sets[set]! >= 0 && (!model.wiring.likedProtocols || rank === hoped)) continue;
    const protocols = bitsOf(
      decisions.sets[set]!,
      model.sets[set]!.liked.map((name) => model.protocols.indexOf(name)),
    );
    if (protocols.length > 1) return { ways: protocols.map((each) => decide((next) => (next.sets[set] = 1 << each))) };
  }
  const groups = model.groupMasks.map(() => -1);
  for (const { need, group } of speakers) {
    // A set without a protocol here is one whose protocol is settled: the group that cannot speak it is to blame, not this one.
    const spoken = need.set < 0 ? -1 : sets[need.set]! < 0 ? decisions.sets[need.set]! : 1 << sets[need.set]!;
    groupMasks[group]! &= spoken;
    if (groupMasks[group] === 0) {
      const sharing = speakers
        .filter((each) => each.group === group && each.need.set >= 0)
        .map((each) => each.need.set);
      const openSet = sharing.find((set) => bitsOf(decisions.sets[set]!, allOf(model)).length > 1);
      const protocols = bitsOf(decisions.groups[group]!, allOf(model));
      if (protocols.length > 1)
        return { ways: protocols.map((each) => decide((next) => (next.groups[group] = 1 << each))) };
      if (openSet !== undefined)
        return {
          ways: bitsOf(decisions.sets[openSet]!, allOf(model)).map((each) =>
            decide((next) => (next.sets[openSet] = 1 << each)),
          ),
        };
      return { ways: [] };
    }
  }
  for (const { group } of speakers) groups[group] = allOf(model).find((each) => (groupMasks[group]! >> each) & 1) ?? -1;
  return { sets, groups };
}

/** Jumpers that cannot lie so, and rails that would burst. */
function settleRails(
  model: WiringModel,
  decisions: Decisions,
  chosen: Int32Array,
  decide: Decide,
): { ways: Decisions[]; isJumper: boolean } | Pick<Settled, "state"> {
  const hung: Hung[] = [];
  for (const index of chosen) {
    if (index < 0 || model.rails[index]! < 0) continue;
    const at = model.options[index]!.need;
    hung.push({ at, need: model.needs[at]!, rail: model.rails[index]! });
  }
  const open = decisions.states.reduce<number[]>((list, is, state) => (is ? [...list, state] : list), []);
  const feeding = open.filter((state) => hung.every(({ need, rail }) => need.feeds![rail]![state]));
  const burst = feeding.map((state) => burstRail(model, state, hung));
  const holding = burst.indexOf(-1);
  if (holding >= 0) return { state: feeding[holding]! };

  if (open.length > 1) {
    const rail = railToSettle(model, open);
    const choices = [...new Set(open.map((state) => model.states[state]!.choices[rail]!))];
    return {
      isJumper: true,
      ways: choices.map((choice) =>
        decide((next) => {
          for (const state of open) if (model.states[state]!.choices[rail] !== choice) next.states[state] = 0;
        }),
      ),
    };
  }
  const state = onlyState(decisions.states);
  const rail = burst[0];
  if (state < 0 || rail === undefined) return { ways: [], isJumper: false };
  const { chain } = model.states[state]!;
  const isOn = (each: { rail: number }) => chain[each.rail]!.includes(rail);
  const mayMove = hung
    .filter((each) => isOn(each))
    .filter(
      (each) =>
        decisions.devices[each.need.device] !== KEPT ||
        each.need.options.some((o) => !decisions.banned[o] && !isOn(model.options[o]!)),
    )
    .sort((a, b) => b.need.peakA - a.need.peakA || b.need.meanA - a.need.meanA);
  const largest = mayMove[0];
  if (!largest) return { ways: [], isJumper: false };
  return {
    isJumper: false,
    ways: [
      decide((next) => banFor(model, next, largest.at, isOn)),
      decide((next) => hold(model, next, largest.at, isOn)),
    ],
  };
}

/** A need on a rail. */
interface Hung {
  /** Its index. */
  at: number;
  need: ModelNeed;
  rail: number;
}

/** The first rail that what hangs on it would burst, -1 when all hold. */
function burstRail(model: WiringModel, state: number, hung: readonly Hung[]): number {
  const { chain } = model.states[state]!;
  return model.caps.findIndex((cap, rail) => {
    let meanA = 0;
    let peakA = 0;
    for (const each of hung) {
      if (!chain[each.rail]!.includes(rail)) continue;
      meanA += each.need.meanA;
      peakA += each.need.peakA;
    }
    return isOver(meanA, cap.meanA) || isOver(peakA, cap.peakA);
  });
}

/** A rail that the open states set differently. */
function railToSettle(model: WiringModel, open: readonly number[]): number {
  const first = model.states[open[0]!]!.choices;
  return first.findIndex((choice, rail) => open.some((state) => model.states[state]!.choices[rail] !== choice));
}

function outputsOf(model: WiringModel, chosen: Int32Array): { need: ModelNeed; group: number }[] {
  const outputs: { need: ModelNeed; group: number }[] = [];
  for (const index of chosen) {
    if (index < 0) continue;
    const { need, group } = model.options[index]!;
    if (group >= 0) outputs.push({ need: model.needs[need]!, group });
  }
  return outputs;
}

/** The best liked of the protocols in a mask, -1 for none. */
function bestLiked(model: WiringModel, set: number, mask: number): number {
  const liked = model.sets[set]!.liked.map((name) => model.protocols.indexOf(name));
  return liked.find((each) => (mask >> each) & 1) ?? -1;
}

function bitsOf(mask: number, among: readonly number[]): number[] {
  return among.filter((each) => (mask >> each) & 1);
}

function allOf(model: WiringModel): number[] {
  return model.protocols.map((_, index) => index);
}

/** From here on a need is connected so. */
function hold(model: WiringModel, next: Decisions, need: number, isSo: (option: Option) => boolean): void {
  next.devices[model.needs[need]!.device] = KEPT;
  banFor(model, next, need, (each) => !isSo(each));
}

function banFor(model: WiringModel, next: Decisions, need: number, isBanned: (option: Option) => boolean): void {
  for (const index of model.needs[need]!.options) if (isBanned(model.options[index]!)) next.banned[index] = 1;
}
