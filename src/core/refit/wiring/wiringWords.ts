import { type ConflictMember } from "./smallestConflict";
import { type Remedy } from "./remedies";
import { type Need, type WiringCase } from "./wiringCase";

/** What a need is, as one would say it at the bench: "serial, both ways, inverted". */
export function needWords(need: Need): string {
  switch (need.kind) {
    case "serial":
      return [
        "serial",
        { full: "both ways", transmit: "it speaks only", receive: "it listens only", half: "one wire both ways" }[
          need.mode
        ],
        need.inverted ? "inverted" : "",
      ]
        .filter(Boolean)
        .join(", ");
    case "bus":
      return need.address === undefined ? "bus" : `bus, address ${need.address}`;
    case "analog":
      return need.input ? `analogue, ${need.input}` : "analogue";
    case "output":
      return need.set ? `output of the ${need.set}` : `output, ${need.protocols.join(" or ")}`;
    case "signal":
      return need.name;
    case "ground":
      return "ground";
    case "power":
      return [
        `${need.minV} to ${need.maxV} V`,
        `${need.meanA} A`,
        need.peakA !== undefined && need.peakA > need.meanA ? `${need.peakA} A at its peak` : "",
        need.usb ? "alive on USB" : "",
        need.quiet ? "quiet" : "",
        need.switchable ? "can be switched off" : "",
      ]
        .filter(Boolean)
        .join(", ");
  }
}

/** A member of a conflict in words: "Receiver (serial, it speaks only)". */
export function memberWords({ devices }: WiringCase, member: ConflictMember): string {
  const device = devices.find(({ id }) => id === member.device);
  const need = device?.needs.find(({ id }) => id === member.need);
  const what = `${device?.name ?? member.device} (${need ? needWords(need) : member.need})`;
  if (member.kind === "need") return what;
  return member.kind === "pin" ? `your pin of ${what} to ${member.pad}` : `${what} kept off ${member.pad}`;
}

/** A remedy in words: "With an inverter on the receiver's line, Satellite unit can be connected." */
export function remedyWords({ devices }: WiringCase, { take, device, pad, frees }: Remedy): string {
  const nameOf = (id: string) => devices.find((each) => each.id === id)?.name ?? id;
  const name = nameOf(device);
  const what = {
    inverter: `With an inverter in the line of ${name}`,
    "level shifter": `With a level shifter in the line of ${name}`,
    regulator: `With a regulator of its own for ${name}`,
    "other protocol": `With another protocol for ${name} and its like`,
    "leave out": `Without ${name}`,
    unpin: `With ${name} not pinned to ${pad}`,
    allow: `With ${pad} allowed for ${name}`,
  }[take];
  return `${what}, ${listed(frees.map(nameOf))} can be connected.`;
}

/** "a, b and c" */
export function listed(names: readonly string[]): string {
  return names.length < 2 ? (names[0] ?? "") : `${names.slice(0, -1).join(", ")} and ${names.at(-1)}`;
}
