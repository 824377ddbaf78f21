import { CoreInputError } from "@/core/CoreInputError";
import { measureColumns, type MeasurementKind, type MeasurementOptions } from "@/core/bench/measure/measureColumns";
import { type Estimate, type Measured } from "@/core/bench/measure/measured.types";
import { readColumns, TableError } from "@/core/series/readColumns";

/** What each kind is called. */
export const MEASUREMENT_NAMES: Readonly<Record<MeasurementKind, string>> = {
  motor: "Motors",
  servo: "Servo",
  meter: "Craft's own meter",
  pack: "Pack",
  power: "Power draw",
  esc: "ESC heat",
};

/** A table that was judged, or a sentence why it cannot be. */
export type MeasuredText = { ok: true; measured: Measured } | { ok: false; problem: string };

/** Judges readings as they were typed or read from a file; the same on the page and on the server. */
export function measureText(text: string, kind: MeasurementKind, options: MeasurementOptions): MeasuredText {
  try {
    return { ok: true, measured: measureColumns(kind, readColumns(text), options) };
  } catch (error) {
    if (error instanceof CoreInputError || error instanceof TableError) return { ok: false, problem: error.message };
    throw error;
  }
}

/** A figure with its margin and unit: "4.10 ± 0.09 A". */
export function estimateText({ value, halfWidth, unit, decimals }: Estimate): string {
  const width = halfWidth === null ? "" : ` ± ${halfWidth.toFixed(decimals)}`;
  return `${value.toFixed(decimals)}${width}${unit && `\u00a0${unit}`}`;
}
