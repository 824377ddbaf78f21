import { Envelope } from "./Envelope";
import { powerOf, type Series } from "./series";

/** Points to draw of each channel, [seconds, value], reduced by lowest and highest. */
export type SeriesPoints = Readonly<Record<string, [number, number][]>>;

/**
 * Reduces a series to what is drawn of it, watts with it where volts and amps were measured.
 *
 * @param series - Channels in their stored units, `time` in seconds.
 * @returns For each channel at most some hundred stretches' lowest and highest; empty for an empty series.
 */
export function pointsOf(series: Series): SeriesPoints {
  const power = powerOf(series);
  const envelope = new Envelope();
  envelope.push(power.length > 0 ? { ...series, power } : series);
  return Object.fromEntries(envelope.names().map((name) => [name, envelope.points(name)]));
}
