import { fromSi, QUANTITIES } from "../units/quantities";
import { type Calculator } from "./calculator.types";

/**
 * What is wrong with the inputs of a calculator.
 *
 * @param given - In SI, by id.
 * @returns A sentence for each wrong input, by its id; empty when it may be computed.
 */
export function problemsOf(
  { inputs }: Calculator,
  given: Readonly<Record<string, number | null>>,
): Record<string, string> {
  const problems: Record<string, string> = {};
  for (const { id, label, quantity, min, max, options } of inputs) {
    const [unit] = QUANTITIES[quantity];
    const value = given[id];
    if (value === null || value === undefined || !Number.isFinite(value)) {
      problems[id] = `${label}: a number is needed.`;
      continue;
    }
    const shown = fromSi(value, unit);
    if (options && !options.some((option) => Math.abs(option.value - shown) < 1e-6)) {
      problems[id] = `${label}: choose one from the list.`;
      continue;
    }
    const slack = 1e-9 * Math.max(1, Math.abs(max)); // a bound typed in another unit comes back a hair off
    if (shown < min - slack || shown > max + slack) {
      problems[id] = `${label}: between ${min} and ${max}${unit.symbol && ` ${unit.symbol}`}.`;
    }
  }
  return problems;
}
