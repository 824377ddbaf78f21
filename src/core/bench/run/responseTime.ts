import { type ProfileStep } from "./profile";
import { type Series } from "../../series/series";

/** Share of the way after which an answer counts as come: one time constant. */
const SHARE = 1 - Math.exp(-1);

/**
 * How long a motor takes from a jump of the throttle until it has gone 63 % of the way to its new speed.
 *
 * @param series - With `time`, `step` and `speed`.
 * @param profile - Jumps are the steps with that role, each after the step it jumps from.
 * @returns Seconds by motor number; a motor whose jump was not recorded is missing.
 */
export function responseTimes(series: Series, profile: readonly ProfileStep[]): Map<number, number> {
  const { time = [], step = [], speed } = series;
  const found = new Map<number, number>();
  if (!speed) return found;
  const placesOf: number[][] = profile.map(() => []);
  step.forEach((place, at) => placesOf[place]?.push(at));
  profile.forEach(({ role, output }, place) => {
    if (role !== "jump" || !output || place === 0) return;
    const places = placesOf[place]!;
    const before = placesOf[place - 1]!;
    if (places.length < 4 || before.length < 2) return;
    const from = speed[before.at(-1)!]!;
    const settled = places.slice(-Math.max(2, Math.floor(places.length / 4)));
    const to = settled.reduce((sum, at) => sum + speed[at]!, 0) / settled.length;
    const wanted = from + SHARE * (to - from);
    const startS = time[places[0]!]!;
    const at = places.findIndex((each) => speed[each]! >= wanted);
    if (at < 0 || to <= from) return;
    const [lowAt, highAt] = [at === 0 ? before.at(-1)! : places[at - 1]!, places[at]!];
    const gap = speed[highAt]! - speed[lowAt]!;
    const part = gap > 0 ? (wanted - speed[lowAt]!) / gap : 1;
    found.set(output, Math.max(0, time[lowAt]! + part * (time[highAt]! - time[lowAt]!) - startS));
  });
  return found;
}
