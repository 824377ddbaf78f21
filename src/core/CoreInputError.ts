/** Why the core refused an input. Each public function names the codes it can raise. */
export type CoreInputCode =
  | "too_few_points"
  | "missing_column"
  | "bad_range"
  | "missing_value"
  | "not_finite"
  | "out_of_range"
  | "unknown_id"
  | "impossible_evidence"
  | "circular_order";

/** A value the core cannot compute with; `message` holds what was expected and what came. */
export class CoreInputError extends RangeError {
  constructor(
    readonly code: CoreInputCode,
    message: string,
  ) {
    super(message);
    this.name = "CoreInputError";
  }
}
