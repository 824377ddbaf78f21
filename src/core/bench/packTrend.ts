import { max, median, min } from "simple-statistics";
import { type PackEntry } from "./packEntry";

/** How far a pack's resistance has grown, by all of its log and not by two of its entries. */
export interface ResistanceTrend {
  /** Times that of its best entries; what grew on either side of a change of checkers. */
  factor: number;
  /** The logarithm of the growth between the middles of its best and its last entries, with its standard error. */
  growth: number;
  error: number;
  /** All entries say how warm the pack was, so that the cold is out of the figure. */
  isWarmthKnown: boolean;
  /** Where all readings jumped and stayed, as another checker makes them. */
  jump: { from: string; to: string; times: number } | null;
  /** Entries that stand apart from those before and after them. */
  leftOut: readonly { measuredOn: string; mohm: number }[];
}

interface Reading {
  measuredOn: string;
  mohm: number;
  /** The logarithm of the resistance at 25 °C. */
  ln: number;
}

/** A pack's resistance falls by so much for each K about room temperature. From memory, no source at hand: 1 to 2 % between 10 and 30 °C. */
const PER_KELVIN = 0.013;
const REFERENCE_C = 25;
/** A reading is left out that stands apart from both its neighbours by this, in logarithms. Trade judgement. */
const APART = Math.log(1.5);
/** All readings from one on are higher or lower by this, at once: as between a checker that tests at 1 kHz and a load step. Trade judgement. */
const JUMP = Math.log(1.4);
/** Of such a jump the readings on each side hold within this share. */
const STAYS = 0.5;
const FEWEST = 4;
/** A last reading is believed up to so many times the one before. */
const BELIEVED_STEP = 1.3;

/**
 * Follows a pack's mean resistance through its log.
 *
 * @param sorted - Oldest first.
 * @returns null with fewer than four readings: then the last is held against the first, and no more.
 */
export function resistanceTrend(sorted: readonly PackEntry[]): ResistanceTrend | null {
  const all = sorted.flatMap(({ measuredOn, resistanceMohm, temperatureC }): Reading[] =>
    resistanceMohm === null || resistanceMohm <= 0
      ? []
      : [
          {
            measuredOn,
            mohm: resistanceMohm,
            ln: Math.log(resistanceMohm) + PER_KELVIN * ((temperatureC ?? REFERENCE_C) - REFERENCE_C),
          },
        ],
  );
  const kept = all.filter((_, at) => !standsApart(all, at));
  if (kept.length < FEWEST) return null;
  const jump = jumpOf(kept);
  // A change of checkers is taken out: what follows is set down to where it left off.
  const level = kept.map(({ ln }, at) => (jump && at >= jump.at ? ln - jump.by : ln));
  const third = Math.max(2, Math.floor(kept.length / 3));
  const best = bestLevel(level.slice(0, Math.max(third, Math.ceil(kept.length / 2))));
  const late = median(level.slice(-third));
  const last = min([level.at(-1)!, level.at(-2)! + Math.log(BELIEVED_STEP)]);
  const steps = level.slice(1).map((each, at) => Math.abs(each - level[at]!));
  const scatter = (1.4826 * median(steps)) / Math.SQRT2; // of one reading, off the steps between neighbours
  return {
    factor: Math.exp(last - best),
    growth: late - best,
    error: scatter * Math.sqrt(2 / third),
    isWarmthKnown: sorted.every(({ resistanceMohm, temperatureC }) => resistanceMohm === null || temperatureC != null),
    jump: jump && {
      from: kept[jump.at - 1]!.measuredOn,
      to: kept[jump.at]!.measuredOn,
      times: Math.exp(jump.by),
    },
    leftOut: all.filter((reading) => !kept.includes(reading)),
  };
}

/** The lowest middle of three neighbours: a pack that is not run in yet, or was measured cold at first, gets better before it ages. */
function bestLevel(level: readonly number[]): number {
  if (level.length < 3) return median([...level]);
  return min(level.slice(2).map((_, at) => median(level.slice(at, at + 3))));
}

/** Says whether a reading is far from those before and after it, which agree. */
function standsApart(all: readonly Reading[], at: number): boolean {
  const [before, own, after] = [all[at - 1], all[at]!, all[at + 1]];
  if (!before || !after || Math.abs(before.ln - after.ln) > APART) return false;
  return Math.min(Math.abs(own.ln - before.ln), Math.abs(own.ln - after.ln)) > APART;
}

/** The largest step between neighbours, where it is large and the readings on either side hold. */
function jumpOf(kept: readonly Reading[]): { at: number; by: number } | null {
  const level = kept.map(({ ln }) => ln);
  const steps = level.slice(1).map((each, at) => each - level[at]!);
  const size = max(steps.map(Math.abs));
  const at = steps.findIndex((step) => Math.abs(step) === size) + 1;
  const others = steps.filter((_, place) => place !== at - 1);
  const holds = max(others.map(Math.abs)) < STAYS * size;
  return size > JUMP && holds && at >= 2 && level.length - at >= 2 ? { at, by: steps[at - 1]! } : null;
}

/** A cell that has grown away from its sisters, over the log. */
export interface CellTrend {
  /** From 1. */
  number: number;
  growth: number;
  error: number;
}

/**
 * Follows each cell against the middle of its sisters: neither the cold nor another checker changes that.
 *
 * @param sorted - Oldest first.
 * @returns The cell that grew away the most; null with fewer than four entries that name each of three cells or more.
 */
export function cellTrend(sorted: readonly PackEntry[]): CellTrend | null {
  const written = sorted.flatMap(({ cellsMohm }) => (cellsMohm && cellsMohm.length >= 3 ? [cellsMohm] : []));
  const cells = written[0]?.length ?? 0;
  const alike = written.filter((each) => each.length === cells && each.every((mohm) => mohm > 0));
  if (alike.length < FEWEST) return null;
  const third = Math.max(2, Math.floor(alike.length / 3));
  const grown = Array.from({ length: cells }, (_, cell): CellTrend => {
    const ratio = alike.map((each) => Math.log(each[cell]! / median(each.filter((_, other) => other !== cell))));
    const steps = ratio.slice(1).map((each, at) => Math.abs(each - ratio[at]!));
    return {
      number: cell + 1,
      growth: median(ratio.slice(-third)) - median(ratio.slice(0, third)),
      error: ((1.4826 * median(steps)) / Math.SQRT2) * Math.sqrt(2 / third),
    };
  });
  return grown.reduce((most, each) => (each.growth > most.growth ? each : most));
}
