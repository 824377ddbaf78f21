import { median, medianLine } from "../../../fit/robust";
import { type Plateau, type PulseRange, STOPPED_DEG } from "./servoPlateaus";

/** An end of the travel at which the horn goes no further while the pulse does. */
export interface StandingEnd {
  /** The pulse at which it comes to a stand, and the furthest that was given, µs. */
  fromUs: number;
  toUs: number;
  angleDeg: number;
  /** What is missing at the furthest pulse. */
  shortDeg: number;
}

/** It moves there by less than this share of what it should. */
const STANDS = 0.15;
const FEWEST_PLACES = 5;

/**
 * A servo that stands still this much nearer to its middle on one side than it still moves on the other does not do so of itself: a share of its usual
 * pulses. Trade judgement, no published source.
 */
const LOPSIDED = 0.11;

/**
 * Ends at which a servo stands still before it should: within the usual pulses; or beyond them on one side, while it still moves further out on the other.
 */
export function earlyEnds(plateaus: readonly Plateau[], { centre, low, high }: PulseRange): StandingEnd[] {
  const ends = standingEnds(plateaus);
  const reach = (side: number) => Math.max(0, ...plateaus.map(({ pulseUs }) => side * (pulseUs - centre)));
  return ends.filter(({ fromUs }) => {
    if (fromUs > low && fromUs < high) return true;
    const side = Math.sign(fromUs - centre);
    return ends.length === 1 && reach(-side) >= side * (fromUs - centre) + LOPSIDED * (high - low);
  });
}

/** Whether a pulse lies where it stands still. */
export function isAtEnd({ fromUs, toUs }: StandingEnd, pulseUs: number): boolean {
  return toUs > fromUs ? pulseUs >= fromUs : pulseUs <= fromUs;
}

/**
 * Ends of the travel at which a servo stands still, told by its angles alone.
 *
 * @param plateaus - Free, the motors off.
 * @returns None, one or both; none for fewer than five pulses.
 */
function standingEnds(plateaus: readonly Plateau[]): StandingEnd[] {
  const pulses = [...new Set(plateaus.map(({ pulseUs }) => Math.round(pulseUs)))].sort((a, b) => a - b);
  if (pulses.length < FEWEST_PLACES) return [];
  const places = pulses.map((pulse) => ({
    x: pulse,
    y: median(plateaus.filter(({ pulseUs }) => Math.round(pulseUs) === pulse).map(({ angleDeg }) => angleDeg)),
  }));
  const { slope } = medianLine(places);
  return [places, places.toReversed()].flatMap((way): StandingEnd[] => {
    const end = way.at(-1)!;
    // From the outermost on inwards, as long as nothing moves between there and the end.
    let from = end;
    for (const place of way.toReversed().slice(1)) {
      const expected = Math.abs(slope * (end.x - place.x));
      if (Math.abs(end.y - place.y) > STANDS * expected) break;
      from = place;
    }
    const shortDeg = Math.abs(slope * (end.x - from.x));
    return shortDeg > STOPPED_DEG ? [{ fromUs: from.x, toUs: end.x, angleDeg: end.y, shortDeg }] : [];
  });
}
