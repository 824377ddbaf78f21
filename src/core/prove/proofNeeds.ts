import { CoreInputError } from "../CoreInputError";

/** A figure that a proof asks for. */
export interface FigureField {
  id: string;
  label: string;
  unit: string;
}

/** How typed figures decide a proof. Without one they are kept and decide nothing. */
export type FigureRule =
  | { kind: "agree"; of: string; with: string; withinShare: number }
  | { kind: "apart"; of: string; from: string; atMost: number }
  | { kind: "between"; of: string; from: string; to: string }
  | { kind: "not above"; of: string; limit: string }
  | { kind: "well below"; of: string; limit: string; share: number }
  | { kind: "not below"; of: string; limit: string }
  | { kind: "at least"; of: string; value: number }
  | { kind: "at most"; of: string; value: number };

/** Figures typed with their units. */
export interface FigureNeed {
  fields: readonly FigureField[];
  rule?: FigureRule;
}

/**
 * What a proof wants to be met. One of the things named is enough; a proof without any is met by looking, as its words say.
 */
export interface ProofNeeds {
  /** Kept measurements of the bench that speak for it, by what was measured. */
  measured?: readonly string[];
  /** A measurement for it must have been held against a baseline, or become the first. */
  baseline?: boolean;
  figures?: FigureNeed;
  photo?: string;
  witness?: string;
  /** Enough clean flying, counted from the sorties. */
  sorties?: boolean;
}

/** What typed figures say of a proof. "cannot tell" decides nothing: there is no limit to hold them against. */
export interface FigureVerdict {
  word: "true" | "false" | "cannot tell";
  /** The figures and the comparison in words. */
  text: string;
}

/**
 * Holds typed figures against a proof's rule.
 *
 * @param values - By the field's id, in the field's unit.
 * @throws {CoreInputError} `missing_value` when one is not given or is no finite number; `bad_range` for one that ends
 *   below its begin.
 */
export function judgeFigures({ fields, rule }: FigureNeed, values: Readonly<Record<string, number>>): FigureVerdict {
  for (const { id, label } of fields) {
    if (!Number.isFinite(values[id])) throw new CoreInputError("missing_value", `${label}: give the figure`);
  }
  const given = fields.map(({ id, label, unit }) => `${label} ${figure(values[id]!, unit)}`).join(", ");
  if (!rule) return { word: "cannot tell", text: given };
  const { isMet, why } = apply(rule, values, fields.find(({ id }) => id === rule.of)!.unit);
  return { word: isMet ? "true" : "false", text: `${given}: ${why}` };
}

function apply(
  rule: FigureRule,
  values: Readonly<Record<string, number>>,
  unit: string,
): { isMet: boolean; why: string } {
  const own = values[rule.of]!;
  switch (rule.kind) {
    case "agree": {
      const against = values[rule.with]!;
      // Two dead readings agree as well: against nothing, nothing is shown.
      if (against === 0) return { isMet: false, why: `against ${figure(0, unit)} nothing is shown` };
      const share = Math.abs(own / against - 1);
      return { isMet: share <= rule.withinShare, why: `${percent(share)} apart, at most ${percent(rule.withinShare)}` };
    }
    case "apart": {
      const apart = Math.abs(own - values[rule.from]!);
      return { isMet: apart <= rule.atMost, why: `${figure(apart, unit)} apart, at most ${figure(rule.atMost, unit)}` };
    }
    case "between": {
      const [from, to] = [values[rule.from]!, values[rule.to]!];
      if (from > to)
        throw new CoreInputError("bad_range", `from ${figure(from, unit)} to ${figure(to, unit)} is no range`);
      const isMet = own >= from && own <= to;
      return { isMet, why: isMet ? "within it" : own < from ? "below it" : "above it" };
    }
    case "not above":
      return { isMet: own <= values[rule.limit]!, why: own <= values[rule.limit]! ? "not above it" : "above it" };
    case "well below": {
      const isMet = own <= rule.share * values[rule.limit]!;
      return {
        isMet,
        why: isMet ? "well below it" : `not below ${percent(rule.share)} of it: there it is the limiter that holds it`,
      };
    }
    case "not below":
      if (values[rule.limit]! <= 0)
        throw new CoreInputError("bad_range", `${figure(values[rule.limit]!, unit)} is no bound: anything is above it`);
      return { isMet: own >= values[rule.limit]!, why: own >= values[rule.limit]! ? "not below it" : "below it" };
    case "at least":
      return { isMet: own >= rule.value, why: `at least ${figure(rule.value, unit)} asked` };
    case "at most":
      return { isMet: own <= rule.value, why: `at most ${figure(rule.value, unit)} asked` };
  }
}

/** Four figures at most, no trailing zeros: "11.1 V". */
function figure(value: number, unit: string): string {
  return `${Number(value.toPrecision(4))}\u00a0${unit}`;
}

function percent(share: number): string {
  return Number.isFinite(share) ? `${Number((share * 100).toPrecision(2))}\u00a0%` : "wholly";
}
