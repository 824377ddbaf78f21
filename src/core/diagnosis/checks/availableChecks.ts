import { CRAFT_KINDS, type CraftKind } from "../../craft/craftKinds";
import { PART_KIND_LIST, type PartKind } from "../../craft/partKinds";
import { type Check } from "../library/library.types";
import { TOOLS } from "../library/tools";

/** What there is to check with: tools and spares in the shop, and what the craft carries. */
export interface Workshop {
  tools: ReadonlySet<string>;
  /** Kinds of parts that lie in the shop known good. */
  spares: ReadonlySet<string>;
  /** Kind of part → how many the craft carries. */
  fitted: Readonly<Record<string, number>>;
}

/** Checks that can be done now, and those that cannot, with what is missing. */
export interface AvailableChecks {
  open: Check[];
  missing: { check: Check; missing: Missing[] }[];
}

/** A tool of the shop's list, or a kind of part of which no known-good spare lies there. */
export type Missing = { tool: string } | { spare: string };

/** Several of a kind, where nobody said how many. */
const SEVERAL = 8;

/** Everything at hand, and a craft that carries all that its kind may: for cases that say nothing of either. */
export function workshopWithAll(craftKind: string): Workshop {
  const kind = CRAFT_KINDS[craftKind as CraftKind] as (typeof CRAFT_KINDS)[CraftKind] | undefined;
  const lacks = new Set<PartKind>([
    ...(kind && !kind.servos ? (["servo"] as const) : []),
    ...(kind && craftKind !== "helicopter" ? (["rotor_head"] as const) : []),
    ...(craftKind === "helicopter" ? (["prop"] as const) : []),
  ]);
  const single = kind?.motors === 1 ? new Set<PartKind>(["motor", "esc", "prop"]) : new Set<PartKind>();
  return {
    tools: new Set<string>(TOOLS),
    spares: new Set<string>(PART_KIND_LIST),
    fitted: Object.fromEntries(
      PART_KIND_LIST.filter((part) => !lacks.has(part)).map((part) => [part, single.has(part) ? 1 : SEVERAL]),
    ),
  };
}

/** Parts checks by whether they can be done here. A check on parts that the craft does not carry is in neither list. */
export function availableChecks(checks: readonly Check[], workshop: Workshop): AvailableChecks {
  const result: AvailableChecks = { open: [], missing: [] };
  for (const check of checks) {
    const fits = Object.entries(check.fitted ?? {}).every(([kind, count]) => (workshop.fitted[kind] ?? 0) >= count);
    if (!fits) continue;
    const missing: Missing[] = check.needs.filter((tool) => !workshop.tools.has(tool)).map((tool) => ({ tool }));
    if (check.spare && !workshop.spares.has(check.spare)) missing.push({ spare: check.spare });
    if (missing.length === 0) result.open.push(check);
    else result.missing.push({ check, missing });
  }
  return result;
}
