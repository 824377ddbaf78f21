import { median } from "../../../fit/robust";
import { repeatsOf } from "../../../fit/residualParts";
import { type StandSample } from "./motorFacts";

/** A speed beside its repeats by more than this share was misread, where the amps stayed within the other. */
const OFF = 0.2;
const SAME_AMPS = 0.06;
const SAME_AMPS_FLOOR_A = 0.3;
const FEWEST_REPEATS = 3;
/** A tachometer that misses more of its marks than this is not to be talked round. */
const MOST = 0.05;

/**
 * Readings without those in which the tachometer alone was wrong: it missed a mark, or counted two. A motor that loses step draws other
 * amps at once, for its prop takes power with the cube of the speed; a speed that leaps while the amps stay is the counter's.
 *
 * @returns All readings where many would go.
 */
export function withoutMisreads(samples: readonly StandSample[]): readonly StandSample[] {
  const misread = new Set<StandSample>();
  for (const group of repeatsOf(samples, ({ throttle }) => throttle)) {
    if (group.length < FEWEST_REPEATS) continue;
    const [rpm, amps] = [median(group.map((each) => each.rpm)), median(group.map((each) => each.currentA))];
    for (const sample of group) {
      const isOff = Math.abs(sample.rpm - rpm) > OFF * rpm;
      const isSame = Math.abs(sample.currentA - amps) < Math.max(SAME_AMPS * amps, SAME_AMPS_FLOOR_A);
      if (rpm > 0 && isOff && isSame) misread.add(sample);
    }
  }
  if (misread.size === 0 || misread.size > Math.max(1, MOST * samples.length)) return samples;
  return samples.filter((sample) => !misread.has(sample));
}
