import { canConnectAll, type IsLate, searchWiring } from "./search";
import { type Device, type WiringCase, type Wish } from "./wiringCase";
import { wiringModel } from "./wiringModel";

/** One of those that cannot stand together: a need, or what a person settled by hand. */
export type ConflictMember =
  | { kind: "need"; device: string; need: string }
  | { kind: "pin" | "forbid"; device: string; need: string; pad: string };

/** Members that cannot stand together. Without any one of them the rest can. */
export interface Conflict {
  members: ConflictMember[];
  /** No other set of the case has fewer. False when the time ran out. */
  isSmallest: boolean;
}

/**
 * The fewest needs, pins and forbidden pads of a case that cannot stand together. A set that hits every way to put the case right is a
 * candidate; the smallest one that is itself impossible is the answer.
 *
 * @returns null when everything can be connected, or nothing was found in time.
 * @see Ignatiev, Previti, Liffiton, Marques-Silva, Smallest MUS extraction with minimal hitting set dualization, CP 2015.
 */
export function smallestConflict(wiring: WiringCase, isLate: IsLate = () => false): Conflict | null {
  const members = membersOf(wiring);
  const stands = (some: readonly number[]) =>
    canConnectAll(wiringModel(withOnly(wiring, members, some, "all")), isLate) !== false;
  const all = members.map((_, index) => index);
  const alone = all.find((index) => !stands([index]));
  if (alone !== undefined) return { members: [members[alone]!], isSmallest: true };
  if (stands(all)) return null;

  const corrections: number[][] = []; // each a set whose absence lets the rest stand
  while (!isLate()) {
    const candidate = smallestHittingSet(corrections);
    if (!stands(candidate)) return { members: candidate.map((index) => members[index]!), isSmallest: true };
    const correction = correctionBeside(wiring, members, candidate, isLate);
    if (!correction || correction.length === 0) break;
    corrections.push(correction);
  }
  const minimal = minimise(all, (some) => canConnectAll(wiringModel(withOnly(wiring, members, some, "all"))) !== true);
  return { members: minimal.map((index) => members[index]!), isSmallest: false };
}

function membersOf({ devices, pins = [], forbids = [] }: WiringCase): ConflictMember[] {
  const wish =
    (kind: "pin" | "forbid") =>
    ({ device, need, pad }: Wish): ConflictMember => ({ kind, device, need, pad });
  return [
    ...devices.flatMap(({ id, needs }) =>
      needs.map((need): ConflictMember => ({ kind: "need", device: id, need: need.id })),
    ),
    ...pins.map(wish("pin")),
    ...forbids.map(wish("forbid")),
  ];
}

/**
 * The case with some of its members and no others.
 *
 * @param asked - "all": every need must be met; else only those listed, and any other need may be left out by itself.
 */
function withOnly(
  wiring: WiringCase,
  members: readonly ConflictMember[],
  some: readonly number[],
  asked: "all" | readonly number[],
): WiringCase {
  const isIn = (list: readonly number[], kind: ConflictMember["kind"], device: string, need: string, pad = "") =>
    list.some((index) => {
      const member = members[index]!;
      return (
        member.kind === kind &&
        member.device === device &&
        member.need === need &&
        (member.kind === "need" || member.pad === pad)
      );
    });
  const devices = wiring.devices.flatMap((device): Device[] =>
    device.needs
      .filter((need) => isIn(some, "need", device.id, need.id))
      .map((need) => ({
        ...device,
        id: `${device.id} ${need.id}`,
        needs: [need],
        required: asked === "all" || isIn(asked, "need", device.id, need.id),
      })),
  );
  const wishes = (kind: "pin" | "forbid", list: readonly Wish[] = []): Wish[] =>
    list
      .filter(({ device, need, pad }) => isIn(some, kind, device, need, pad))
      .map(({ device, need, pad }) => ({ device: `${device} ${need}`, need, pad }));
  return {
    ...wiring,
    devices,
    oldWires: [],
    pins: wishes("pin", wiring.pins),
    forbids: wishes("forbid", wiring.forbids),
  };
}

/** What must go so that a set that stands can be made as large as it goes: wishes by trying, then needs all at once. */
function correctionBeside(
  wiring: WiringCase,
  members: readonly ConflictMember[],
  standing: readonly number[],
  isLate: IsLate,
): number[] | null {
  const kept = [...standing];
  const needs = members.flatMap(({ kind }, index) => (kind === "need" ? [index] : []));
  members.forEach(({ kind }, index) => {
    if (kind === "need" || kept.includes(index)) return;
    const wider = [...kept, index];
    if (canConnectAll(wiringModel(withOnly(wiring, members, wider, "all")), isLate)) kept.push(index);
  });
  const wishes = kept.filter((index) => members[index]!.kind !== "need");
  const trial = withOnly(wiring, members, [...needs, ...wishes], kept);
  const model = wiringModel(trial);
  const { best } = searchWiring(model, isLate);
  if (!best) return null;
  const out = new Set(
    model.devices.flatMap(({ device, needs: own }) => (own.some((need) => best.chosen[need]! < 0) ? [device.id] : [])),
  );
  return members.flatMap((member, index) => {
    const isGone = member.kind === "need" ? out.has(`${member.device} ${member.need}`) : !kept.includes(index);
    return isGone ? [index] : [];
  });
}

/** The fewest elements of which each set holds one. */
function smallestHittingSet(sets: readonly (readonly number[])[]): number[] {
  for (let size = 0; ; size++) {
    const found = hit(sets, size);
    if (found) return found;
  }
}

function hit(sets: readonly (readonly number[])[], size: number): number[] | null {
  const open = sets[0];
  if (!open) return [];
  if (size === 0) return null;
  for (const element of open) {
    const rest = hit(
      sets.filter((set) => !set.includes(element)),
      size - 1,
    );
    if (rest) return [element, ...rest];
  }
  return null;
}

/** Drops whatever is not needed for the set to be impossible. */
function minimise(all: readonly number[], isImpossible: (some: readonly number[]) => boolean): number[] {
  let rest = [...all];
  for (const each of all) {
    const without = rest.filter((index) => index !== each);
    if (isImpossible(without)) rest = without;
  }
  return rest;
}
