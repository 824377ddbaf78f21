import { type WiringCase } from "@/core/refit/wiring/wiringCase";
import { type PlannedWire } from "@/core/refit/wiring/wiringPlan";
import { needWords } from "@/core/refit/wiring/wiringWords";
import { colourFor } from "./wireColours";

/** A wire in the words of table and sheet. */
export function wireWords(wiring: WiringCase, { device, need, line }: PlannedWire) {
  const known = wiring.devices.find(({ id }) => id === device)!;
  const asked = known.needs.find(({ id }) => id === need)!;
  const old = wiring.oldWires?.find(
    (wire) => wire.device === device && wire.need === need && (wire.line ?? line) === line,
  );
  return {
    deviceName: known.name,
    what: `${needWords(asked)}${line === "wire" ? "" : `, ${line}`}`,
    colour: colourFor(old?.colour, asked, line),
    from: old?.pad ?? "",
  };
}
