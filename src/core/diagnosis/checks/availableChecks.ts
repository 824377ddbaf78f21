import { type Check } from "../library/library.types";

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

/**
 * Parts checks by whether they can be done here. A check on parts that the craft does not carry is in neither list.
 *
 * @param workshop - null when nothing is known: then all is at hand.
 */
export function availableChecks(checks: readonly Check[], workshop: Workshop | null): AvailableChecks {
  if (!workshop) return { open: [...checks], missing: [] };
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
