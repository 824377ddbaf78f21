import { median } from "../../fit/robust";

/** No load pulls a cell so far off its sisters and its own neighbouring readings: its lead let go. Trade judgement. */
const OFF_V = 0.8;
/** A lead that lets go more often than this is not to be talked round. */
const MOST = 0.1;
const FEWEST = 8;

/**
 * Readings of a pack without those in which a balance lead let go: one cell alone far from the middle of all, and far from where it stands
 * itself in the other readings.
 *
 * @returns All of them where many would go, with what was left out as sentences.
 */
export function withoutLetGo<Sample extends { cellsV: readonly number[] }>(
  samples: readonly Sample[],
): { samples: readonly Sample[]; notes: string[] } {
  if (samples.length < FEWEST) return { samples, notes: [] };
  const usual = (samples[0]?.cellsV ?? []).map((_, cell) => median(samples.map(({ cellsV }) => cellsV[cell]!)));
  const letGo = (sample: Sample) =>
    sample.cellsV.findIndex(
      (volts, cell) =>
        Math.abs(volts - usual[cell]!) > OFF_V &&
        (sample.cellsV.length === 1 || Math.abs(volts - median(sample.cellsV)) > OFF_V),
    );
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
