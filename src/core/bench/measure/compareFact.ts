import { type Coefficient } from "../../fit/linearFit";
import { type Judgement } from "./measured.types";

/** A fitted figure with its standard error and half its 95 % interval. */
export type Fact = Coefficient & {
  halfWidth: number;
  /** The standard error by the scatter of repeated readings alone, without what the model misses; absent where it is not known. */
  scatter?: number;
};

/**
 * A figure that was not fitted but is known to within an error.
 *
 * @param error - one standard error, in the figure's own unit; its interval is taken as two of them to either side.
 */
export function known(value: number, error: number): Fact {
  return { value, error, halfWidth: 2 * error };
}

/** What a fact that is off says, and from how much it is watched and bad. */
export interface FactRule<Facts> {
  of: (facts: Facts) => Fact | null;
  label: string;
  unit: string;
  /** Shown value = fact · factor. */
  factor: number;
  decimals: number;
  /** Which way off means something. */
  direction: "up" | "down" | "either";
  /** Compared by difference instead of by share. */
  isDifference?: boolean;
  watched: number;
  bad: number;
  means: string;
  /** The symptom of the fault library it answers; null for none. */
  symptom: string | null;
  /** Means another thing when the change goes below a bound; the lowest bound first. */
  graver?: readonly { below: number; means: string; symptom: string }[];
}

/** What a fact is held against. */
export interface Against extends Coefficient {
  what: string;
}

/** A comparison's word and reason, with how much it weighs. */
export interface FactJudgement extends Judgement {
  symptom: string | null;
  /** How far off, in units of what is watched. */
  size: number;
}

/** A difference counts from so many of its own standard errors. */
const SURE_ERRORS = 3;

/**
 * Holds a fact against another one: off by more than is watched, and by more than its errors explain.
 *
 * @param who - Whose fact it is, with what parts it from the sentence, as in "Motor 1: "; empty for the one thing measured.
 */
export function compareFact<Facts>(rule: FactRule<Facts>, who: string, own: Fact, against: Against): FactJudgement {
  const change = rule.isDifference ? own.value - against.value : own.value / against.value - 1;
  const scale = rule.isDifference ? 1 : Math.abs(against.value);
  const changeError = Math.hypot(own.error, against.error) / scale;
  const size = rule.direction === "up" ? change : rule.direction === "down" ? -change : Math.abs(change);
  const isSure = size > SURE_ERRORS * changeError;
  const isOff = isSure && size > rule.watched;
  // Too noisy to tell is not good: what may well be bad for all that was measured is left open.
  const mayBeBad = size + SURE_ERRORS * changeError > rule.bad && size > rule.watched;
  // Of what may as well be nothing there is no share.
  if (!rule.isDifference && against.value <= 0)
    return {
      word: "cannot say",
      symptom: rule.symptom,
      size: 0,
      reason: `${rule.label} cannot be compared: it is too small to be told from nothing by these readings.`,
    };
  const word = isOff ? (size > rule.bad ? "bad" : "watch") : mayBeBad ? "cannot say" : "good";
  const [factor, unit, decimals] = rule.isDifference ? [rule.factor, rule.unit, rule.decimals] : [100, "%", 0];
  const by = `${(Math.abs(change) * factor).toFixed(decimals)} ± ${(2 * changeError * factor).toFixed(decimals)} ${unit}`;
  if (word === "cannot say")
    return {
      word,
      symptom: rule.symptom,
      size: size / rule.watched,
      reason: `${who}${rule.label.toLowerCase()} is off by ${by} from ${against.what}: too uncertain to tell. More readings at each throttle would.`,
    };
  const { means, symptom } = rule.graver?.find(({ below }) => change < below) ?? rule;
  const label = who === "" ? rule.label : rule.label.charAt(0).toLowerCase() + rule.label.slice(1);
  return {
    word,
    symptom,
    size: size / rule.watched,
    reason: `${who}${label} ${by} ${change > 0 ? "above" : "below"} ${against.what}: ${means}.`,
  };
}

/**
 * Holds the facts of one part against its own from when it was good.
 *
 * @returns What is off, the most telling first, or one sentence that nothing is; and for each reading of the fault library that was
 *   compared whether it is so.
 */
export function compareWithBaseline<Facts>(
  rules: readonly FactRule<Facts>[],
  facts: Facts,
  baseline: Facts | null,
): { judgements: Judgement[]; evidence: Record<string, boolean> } {
  const compared = rules.flatMap((rule) => {
    const [own, before] = [rule.of(facts), baseline && rule.of(baseline)];
    return own && before ? [compareFact(rule, "", own, { ...before, what: "its baseline" })] : [];
  });
  const odd = compared.filter(({ word }) => word !== "good").sort((a, b) => b.size - a.size);
  const alike: Judgement[] = compared.length > 0 ? [{ word: "good", reason: "It is as its baseline." }] : [];
  const answered = compared.flatMap(({ symptom, word }) =>
    symptom && word !== "cannot say" ? [[symptom, word === "bad"] as const] : [],
  );
  return { judgements: odd.length > 0 ? odd : alike, evidence: Object.fromEntries(answered) };
}
