import { CoreInputError } from "../../../CoreInputError";

/** The usual chemistries. */
export const CHEMISTRIES = ["LiPo", "LiHV", "Li-ion", "LiFePO4"] as const;
export type Chemistry = (typeof CHEMISTRIES)[number];

/** A cell of a chemistry. */
export interface CellCurve {
  /** Resting voltage → share left, rising. */
  rest: readonly (readonly [number, number])[];
  fullV: number;
  /** Where a cell counts as empty under load. */
  emptyV: number;
}

/**
 * Resting voltage over charge. Typical values from common practice, no published source; makes differ by some hundredths of a
 * volt, so the share left is rough, and roughest where the curve is flat.
 */
export const CELL_CURVES: Readonly<Record<Chemistry, CellCurve>> = {
  LiPo: {
    rest: [
      [3.27, 0],
      [3.61, 0.05],
      [3.69, 0.1],
      [3.73, 0.2],
      [3.77, 0.3],
      [3.79, 0.4],
      [3.82, 0.5],
      [3.87, 0.6],
      [3.95, 0.7],
      [4.02, 0.8],
      [4.11, 0.9],
      [4.2, 1],
    ],
    fullV: 4.2,
    emptyV: 3.3,
  },
  LiHV: {
    rest: [
      [3.3, 0],
      [3.63, 0.05],
      [3.71, 0.1],
      [3.76, 0.2],
      [3.8, 0.3],
      [3.83, 0.4],
      [3.88, 0.5],
      [3.95, 0.6],
      [4.04, 0.7],
      [4.14, 0.8],
      [4.24, 0.9],
      [4.35, 1],
    ],
    fullV: 4.35,
    emptyV: 3.3,
  },
  "Li-ion": {
    rest: [
      [2.8, 0],
      [3.2, 0.05],
      [3.35, 0.1],
      [3.48, 0.2],
      [3.56, 0.3],
      [3.62, 0.4],
      [3.69, 0.5],
      [3.78, 0.6],
      [3.88, 0.7],
      [3.98, 0.8],
      [4.07, 0.9],
      [4.2, 1],
    ],
    fullV: 4.2,
    emptyV: 2.8,
  },
  LiFePO4: {
    rest: [
      [2.8, 0],
      [3.1, 0.05],
      [3.2, 0.1],
      [3.24, 0.2],
      [3.26, 0.3],
      [3.28, 0.4],
      [3.29, 0.5],
      [3.3, 0.6],
      [3.31, 0.7],
      [3.33, 0.8],
      [3.35, 0.9],
      [3.45, 1],
    ],
    fullV: 3.65,
    emptyV: 2.8,
  },
};

/** Share of its charge left in a resting cell, by straight lines between the curve's points; 0 below it, 1 above it. */
export function restCharge(restV: number, chemistry: Chemistry = "LiPo"): number {
  const { rest } = CELL_CURVES[chemistry];
  const after = rest.findIndex(([volts]) => volts >= restV);
  if (after === 0) return 0;
  if (after < 0) return 1;
  const [lowV, low] = rest[after - 1]!;
  const [highV, high] = rest[after]!;
  return low + ((high - low) * (restV - lowV)) / (highV - lowV);
}

/**
 * Share of a full pack's charge that can be drawn at a load before the cell falls to empty: the rest stays behind, for the
 * load pulls the voltage down by I·R.
 *
 * @param currentA - Steady load, above zero.
 * @param ohm - Resistance of one cell.
 * @throws {CoreInputError} `out_of_range` for a load below zero.
 */
export function usableShare(currentA: number, ohm: number, chemistry: Chemistry = "LiPo"): number {
  if (!(currentA >= 0)) throw new CoreInputError("out_of_range", "the load cannot be below zero");
  return 1 - restCharge(CELL_CURVES[chemistry].emptyV + currentA * ohm, chemistry);
}
