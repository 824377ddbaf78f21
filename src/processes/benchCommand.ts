import {
  MEASUREMENT_KINDS,
  measureColumns,
  type MeasurementKind,
  type MeasurementOptions,
} from "../core/bench/measure/measureColumns";
import { type Measured } from "../core/bench/measure/measured.types";
import { CoreInputError } from "../core/CoreInputError";
import { readColumns, TableError } from "../shared/readColumns";

/** A file that cannot be judged; `message` says why and what to do. */
export class BenchFileError extends Error {}

/**
 * Judges a table of readings.
 *
 * @param kind - One of MEASUREMENT_KINDS.
 * @throws {BenchFileError}
 */
export function judgeFile(text: string, kind: string, options: MeasurementOptions): Measured {
  if (!(MEASUREMENT_KINDS as readonly string[]).includes(kind)) {
    throw new BenchFileError(`There is no kind "${kind}". There are: ${MEASUREMENT_KINDS.join(", ")}.`);
  }
  try {
    return measureColumns(kind as MeasurementKind, readColumns(text), options);
  } catch (error) {
    if (error instanceof CoreInputError || error instanceof TableError) throw new BenchFileError(error.message);
    throw error;
  }
}

/** The same answer as a page of text. */
export function measuredText({ word, reasons, figures }: Measured): string {
  return [
    word,
    ...reasons.map((reason) => `  ${reason}`),
    "",
    ...figures.map(({ label, value, halfWidth, unit, decimals }) => {
      const width = halfWidth === null ? "" : ` ± ${halfWidth.toFixed(decimals)}`;
      return `  ${label}: ${value.toFixed(decimals)}${width} ${unit}`.trimEnd();
    }),
  ].join("\n");
}
