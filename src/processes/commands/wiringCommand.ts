import { answerWiring, type WiringAnswer } from "../../core/refit/wiring/answerWiring";
import { type WiringCase } from "../../core/refit/wiring/wiringCase";
import { readWiringCase } from "../../features/boards/readBoardFile";

/** A case that cannot be read, in a sentence with its line. */
export class WiringCaseError extends Error {}

/** @throws {WiringCaseError} */
export function readCase(text: string): WiringCase {
  const read = readWiringCase(text);
  if (read.ok) return read.value;
  const [first, ...rest] = read.problems;
  const more = rest.length > 0 ? ` (${rest.length} more)` : "";
  throw new WiringCaseError(`line ${first!.line}: ${first!.problem}${more}`);
}

/** Works a case out: the plan, or what stands against it. */
export function answerCase(wiring: WiringCase): WiringAnswer {
  return answerWiring(wiring, () => performance.now());
}

/** The same answer as a page of text. */
export function wiringText(
  wiring: WiringCase,
  { plan, cost, conflict, otherConflicts, remedies, optimal }: WiringAnswer,
): string {
  const nameOf = (id: string) => wiring.devices.find((device) => device.id === id)?.name ?? id;
  const lines: string[] = [];
  if (!plan) lines.push("A required device cannot be connected.");
  else {
    lines.push(
      plan.leftOut.length === 0 ? "Everything can be connected." : `Left out: ${plan.leftOut.map(nameOf).join(", ")}.`,
      ...plan.wires.map(
        ({ device, need, line, pad, runMm, moved }) =>
          `  ${nameOf(device)} ${need}${line === "wire" ? "" : ` ${line}`} → ${pad}${moved ? ", moved" : ""}, ${runMm} mm`,
      ),
      ...plan.rails
        .filter(({ meanA, by }) => meanA > 0 || by !== "")
        .map(
          ({ rail, by, minV, maxV, meanA, maxA }) =>
            `  rail ${rail}: ${minV === maxV ? minV : `${minV} to ${maxV}`} V${by && `, ${by}`}; ${meanA} A of ${maxA} A`,
        ),
      ...Object.entries(plan.protocols).map(([set, protocol]) => `  ${set}: ${protocol}`),
      `  ${cost!.moved} wires moved, ${cost!.runMm} mm in all, ${cost!.portsChanged} ports with another number`,
    );
  }
  if (!optimal) lines.push("The time ran out: this may not be the best.");
  if (conflict)
    lines.push(
      ...[conflict, ...otherConflicts].map(({ sentence }) => sentence),
      ...remedies.map(({ sentence }) => `  ${sentence}`),
    );
  return lines.join("\n");
}
