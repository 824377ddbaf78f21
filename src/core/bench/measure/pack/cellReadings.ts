import { median } from "../../../fit/robust";

/**
 * A lead that let go reads next to nothing, or what a cell never has. A cell that collapses under load stands between: it is the pack's worst
 * news, and is never left out. Trade judgement.
 */
const NOTHING_V = 0.5;
const NO_CELL_V = 5;
/** A lead that lets go more often than this is not to be talked round. */
const MOST = 0.1;
const FEWEST = 8;

const isCells = (volts: number) => volts > NOTHING_V && volts < NO_CELL_V;

/**
 * Readings of a pack without those in which a balance lead let go: one cell at nothing, or beyond any cell, that stands elsewhere in the
 * other readings.
 *
 * @returns All of them where many would go, with what was left out as sentences.
 */
export function withoutLetGo<Sample extends { cellsV: readonly number[] }>(
  samples: readonly Sample[],
): { samples: readonly Sample[]; notes: string[] } {
  if (samples.length < FEWEST) return { samples, notes: [] };
  const usual = (samples[0]?.cellsV ?? []).map((_, cell) => median(samples.map(({ cellsV }) => cellsV[cell]!)));
  const letGo = (sample: Sample) => sample.cellsV.findIndex((volts, cell) => !isCells(volts) && isCells(usual[cell]!));
  const left = samples.filter((sample) => letGo(sample) >= 0);
  if (left.length === 0 || left.length > Math.max(1, MOST * samples.length)) return { samples, notes: [] };
  const cells = [...new Set(left.map((sample) => letGo(sample) + 1))].sort((a, b) => a - b);
  return {
    samples: samples.filter((sample) => letGo(sample) < 0),
    notes: [
      `${left.length === 1 ? "One reading was" : `${left.length} readings were`} left out: the lead of cell ${cells.join(", ")} let go there.`,
    ],
  };
}
