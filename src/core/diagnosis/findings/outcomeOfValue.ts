import { CoreInputError } from "../../CoreInputError";
import { type Measurement } from "../library/library.types";

/**
 * Turns a measured value into the outcome its band stands for. A value on a limit belongs to the band above it.
 *
 * @param value - In the unit of the measurement.
 * @returns The outcome's id.
 * @throws {CoreInputError} `not_finite`.
 */
export function outcomeOfValue({ quantity, bands }: Measurement, value: number): string {
  if (!Number.isFinite(value)) throw new CoreInputError("not_finite", `${quantity} must be a number, found ${value}`);
  return bands.find(({ below }) => below === undefined || value < below)!.outcomeId;
}
