import { CoreInputError } from "../../CoreInputError";
import { readColumns, TableError } from "../../series/readColumns";
import { measureColumns, type MeasurementKind, type MeasurementOptions, type MeasurementPast } from "./measureColumns";
import { type Measured } from "./measured.types";

/** A table that was judged, or a sentence why it cannot be. */
export type JudgedTable = { ok: true; measured: Measured } | { ok: false; problem: string };

/**
 * Judges readings as they were typed or read from a file; the same on the page, in the server's workers and on the command line.
 *
 * @param past - What the app knows of the craft: rated parts in line, its draw when it was good.
 * @param text - A table with units in its headings, as `readColumns` reads it.
 * @returns The verdict, or the sentence that says what is wrong with the table and where.
 */
export function judgeTable(
  text: string,
  kind: MeasurementKind,
  options: MeasurementOptions,
  past: Pick<MeasurementPast, "powerSteps" | "parts"> = {},
): JudgedTable {
  try {
    return { ok: true, measured: measureColumns(kind, readColumns(text), options, past) };
  } catch (error) {
    if (error instanceof CoreInputError || error instanceof TableError) return { ok: false, problem: error.message };
    throw error;
  }
}
