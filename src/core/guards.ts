import { CoreInputError } from "./CoreInputError";

/** Throws `not_finite` or `out_of_range` unless `low ≤ value ≤ high`. */
export function requireRange(name: string, value: number, low: number, high: number): void {
  if (!Number.isFinite(value)) throw new CoreInputError("not_finite", `${name} must be a number, found ${value}`);
  if (value < low || value > high) {
    throw new CoreInputError("out_of_range", `${name} must lie between ${low} and ${high}, found ${value}`);
  }
}

/** Throws `not_finite` or `out_of_range` unless `value > 0`. */
export function requirePositive(name: string, value: number): void {
  if (!Number.isFinite(value)) throw new CoreInputError("not_finite", `${name} must be a number, found ${value}`);
  if (value <= 0) throw new CoreInputError("out_of_range", `${name} must be above zero, found ${value}`);
}
