import { type Remedy, remediesFor } from "../core/refit/wiring/remedies";
import { planWiring } from "../core/refit/wiring/planWiring";
import { type ConflictMember, smallestConflict } from "../core/refit/wiring/smallestConflict";
import { type WiringCase } from "../core/refit/wiring/wiringCase";
import { type WiringPlan } from "../core/refit/wiring/wiringPlan";
import { memberWords, remedyWords } from "../core/refit/wiring/wiringWords";
import { readWiringCase } from "../features/boards/readBoardFile";

/** What the plan, and what the conflict with its remedies, may take. */
const PLAN_MS = 10_000;
const CONFLICT_MS = 5_000;

/** A case that cannot be read, in a sentence with its line. */
export class WiringCaseError extends Error {}

/** What `pitstopa wiring --json` prints. */
export interface WiringAnswer {
  feasible: boolean;
  optimal: boolean;
  plan: Omit<WiringPlan, "cost"> | null;
  cost: WiringPlan["cost"] | null;
  conflict: { members: ConflictMember[]; smallest: boolean; sentence: string } | null;
  remedies: (Remedy & { sentence: string })[];
  tookMs: number;
}

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
  const begun = performance.now();
  const { plan, isProven } = planWiring(wiring, () => performance.now() - begun > PLAN_MS);
  const tookMs = Math.round((performance.now() - begun) * 10) / 10;
  const isLate = () => performance.now() - begun > tookMs + CONFLICT_MS;
  const isWhole = plan !== null && plan.leftOut.length === 0;
  const conflict = isWhole ? null : smallestConflict(wiring, isLate);
  const { cost = null, ...rest } = plan ?? {};
  return {
    feasible: isWhole,
    optimal: isProven,
    plan: plan && (rest as Omit<WiringPlan, "cost">),
    cost,
    conflict: conflict && {
      members: conflict.members,
      smallest: conflict.isSmallest,
      sentence: conflictSentence(wiring, conflict.members),
    },
    remedies: conflict
      ? remediesFor(wiring, conflict, plan?.leftOut ?? wiring.devices.map(({ id }) => id), isLate).map((remedy) => ({
          ...remedy,
          sentence: remedyWords(wiring, remedy),
        }))
      : [],
    tookMs,
  };
}

function conflictSentence(wiring: WiringCase, members: readonly ConflictMember[]): string {
  const words = members.map((member) => memberWords(wiring, member));
  return words.length === 1
    ? `This board has no place for ${words[0]}.`
    : `These cannot stand together on this board: ${words.join("; ")}.`;
}

/** The same answer as a page of text. */
export function wiringText(wiring: WiringCase, { plan, cost, conflict, remedies, optimal }: WiringAnswer): string {
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
  if (conflict) lines.push(conflict.sentence, ...remedies.map(({ sentence }) => `  ${sentence}`));
  return lines.join("\n");
}
