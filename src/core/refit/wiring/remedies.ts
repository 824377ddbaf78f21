import { planWiring } from "./planWiring";
import { type IsLate } from "./search";
import { type Conflict, type ConflictMember } from "./smallestConflict";
import { type Device, type Need, type WiringCase } from "./wiringCase";

/** What would let more devices be connected, and what the best plan leaves out then. */
export interface Remedy {
  take: "inverter" | "level shifter" | "regulator" | "other protocol" | "leave out" | "unpin" | "allow";
  device: string;
  need: string;
  pad?: string;
  /** Devices that are left out then, without the one that the remedy leaves out. */
  leftOut: readonly string[];
  /** Devices that are left out now and not then. */
  frees: readonly string[];
}

/**
 * What would put a conflict right: each remedy was tried by solving the whole case again.
 *
 * @param leftOut - What the plan leaves out now.
 * @returns Those that free a device, the ones that free most first.
 */
export function remediesFor(
  wiring: WiringCase,
  { members }: Conflict,
  leftOut: readonly string[],
  isLate?: IsLate,
): Remedy[] {
  return members
    .flatMap((member) => changesFor(wiring, member))
    .flatMap(({ changed, ...remedy }) => {
      const { plan } = planWiring(changed, isLate);
      if (!plan) return [];
      const frees = leftOut.filter(
        (id) => !plan.leftOut.includes(id) && changed.devices.some((device) => device.id === id),
      );
      return frees.length > 0 ? [{ ...remedy, leftOut: plan.leftOut, frees }] : [];
    })
    .sort((a, b) => b.frees.length - a.frees.length || Number(a.take === "leave out") - Number(b.take === "leave out"));
}

type Change = Omit<Remedy, "leftOut" | "frees"> & { changed: WiringCase };

function changesFor(wiring: WiringCase, member: ConflictMember): Change[] {
  const { device, need } = member;
  if (member.kind !== "need") {
    const list = member.kind === "pin" ? "pins" : "forbids";
    const rest = wiring[list]!.filter(
      (wish) => !(wish.device === device && wish.need === need && wish.pad === member.pad),
    );
    return [
      {
        take: member.kind === "pin" ? "unpin" : "allow",
        device,
        need,
        pad: member.pad,
        changed: { ...wiring, [list]: rest },
      },
    ];
  }
  const asked = wiring.devices.find(({ id }) => id === device)!.needs.find(({ id }) => id === need)!;
  const changed = (change: (need: Need) => Need | null) => withNeed(wiring, device, need, change);
  const found: Change[] = [];
  if (asked.kind === "serial" && asked.inverted)
    found.push({ take: "inverter", device, need, changed: changed(() => ({ ...asked, inverted: false })) });
  if ((asked.kind === "serial" || asked.kind === "signal") && asked.levelV !== undefined)
    found.push({ take: "level shifter", device, need, changed: changed(() => ({ ...asked, levelV: undefined })) });
  if (asked.kind === "power") found.push({ take: "regulator", device, need, changed: changed(() => null) });
  if (asked.kind === "output") {
    const protocols = [...new Set([...asked.protocols, ...wiring.board.groups.flatMap((group) => group.protocols)])];
    found.push({
      take: "other protocol",
      device,
      need,
      changed: withProtocols(wiring, asked.set, need, device, protocols),
    });
  }
  found.push({
    take: "leave out",
    device,
    need,
    changed: {
      ...wiring,
      devices: wiring.devices.filter(({ id }) => id !== device),
      pins: wiring.pins?.filter((wish) => wish.device !== device),
      forbids: wiring.forbids?.filter((wish) => wish.device !== device),
    },
  });
  return found;
}

/** Motors change their protocol together. */
function withProtocols(
  wiring: WiringCase,
  set: string | undefined,
  need: string,
  device: string,
  protocols: readonly string[],
): WiringCase {
  return {
    ...wiring,
    devices: wiring.devices.map((each) => ({
      ...each,
      needs: each.needs.map((own) => {
        if (own.kind !== "output") return own;
        const isMeant = set === undefined ? each.id === device && own.id === need : own.set === set;
        return isMeant ? { ...own, protocols } : own;
      }),
    })),
  };
}

function withNeed(wiring: WiringCase, device: string, need: string, change: (need: Need) => Need | null): WiringCase {
  return {
    ...wiring,
    devices: wiring.devices.map((each): Device => {
      if (each.id !== device) return each;
      return { ...each, needs: each.needs.flatMap((own) => (own.id === need ? (change(own) ?? []) : [own])) };
    }),
  };
}
