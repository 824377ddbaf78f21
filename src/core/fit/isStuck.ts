/**
 * True when readings do not move by more than one step of their display: they take two values at most, and so say nothing of
 * what they should follow.
 */
export function isStuck(values: readonly number[]): boolean {
  return new Set(values).size <= 2;
}
