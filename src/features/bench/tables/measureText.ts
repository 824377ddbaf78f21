import { type MeasurementKind } from "@/core/bench/measure/measureColumns";
import { type Estimate } from "@/core/bench/measure/measured.types";

/** What each kind is called. */
export const MEASUREMENT_NAMES: Readonly<Record<MeasurementKind, string>> = {
  motor: "Motors",
  servo: "Servo",
  meter: "Craft's own meter",
  pack: "Pack",
  power: "Power draw",
  esc: "ESC heat",
};

/** A figure with its margin and unit: "4.10 ± 0.09 A". */
export function estimateText({ value, halfWidth, unit, decimals }: Estimate): string {
  const width = halfWidth === null ? "" : ` ± ${halfWidth.toFixed(decimals)}`;
  return `${value.toFixed(decimals)}${width}${unit && `\u00a0${unit}`}`;
}
