/** A figure so many times the spread of nearly all others away from them is none of theirs … */
const SPREADS_OFF = 20;
/** … if it is as many times as large as the largest of them, too: a supply that breaks down is smaller, not larger. */
const TIMES_LARGER = 3;

/** So many at each end may be wild in a short log, too. */
const FEWEST_OFF = 4;

/**
 * How large a figure may be beside all but one in a thousand of its channel.
 *
 * @param sorted - Figures of a channel, least first.
 * @returns What none of them exceeds in size unless something fell over in writing it; infinite where they do not differ.
 */
export function reachOf(sorted: ArrayLike<number>): number {
  const off = Math.max(FEWEST_OFF, Math.ceil(sorted.length / 1000));
  const [low, high] = [sorted[off] ?? NaN, sorted[sorted.length - 1 - off] ?? NaN];
  if (!(high > low)) return Infinity;
  return Math.max(SPREADS_OFF * (high - low), TIMES_LARGER * Math.max(Math.abs(low), Math.abs(high)));
}
