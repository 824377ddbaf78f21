/** A run's columns by channel name, all of one length, oldest first. `time` is always there, in seconds from the start. */
export type Series = Readonly<Record<string, readonly number[]>>;

/** One moment of a run: a value for each channel. */
export type Readings = Readonly<Record<string, number>>;

/** How many samples a run has. */
export function sampleCount(series: Series): number {
  return series.time?.length ?? 0;
}

/**
 * Turns moments into columns. A channel that a moment lacks is NaN there.
 *
 * @param rows - Oldest first; the first names the channels.
 */
export function toSeries(rows: readonly Readings[]): Series {
  const names = [...new Set(rows.flatMap((row) => Object.keys(row)))];
  return Object.fromEntries(names.map((name) => [name, rows.map((row) => row[name] ?? NaN)]));
}

/** One run after the other. A channel that one of them lacks is NaN there. */
export function joinSeries(parts: readonly Series[]): Series {
  const names = [...new Set(parts.flatMap((part) => Object.keys(part)))];
  return Object.fromEntries(
    names.map((name) => [
      name,
      parts.flatMap((part) => part[name] ?? Array.from({ length: sampleCount(part) }, () => NaN)),
    ]),
  );
}

/** The moments at some places, in their order. */
export function pickSamples(series: Series, places: readonly number[]): Series {
  return Object.fromEntries(Object.entries(series).map(([name, values]) => [name, places.map((at) => values[at]!)]));
}

/** The moments from one place up to another, which is left out. */
export function sliceSeries(series: Series, from: number, to: number): Series {
  return Object.fromEntries(Object.entries(series).map(([name, values]) => [name, values.slice(from, to)]));
}

/** The moments for which `isKept` is true. */
export function filterSeries(series: Series, isKept: (at: number) => boolean): Series {
  return pickSamples(series, Array.from({ length: sampleCount(series) }, (_, at) => at).filter(isKept));
}

/** The moments between two times, in seconds, both included. */
export function cutToRange(series: Series, fromS: number, toS: number): Series {
  return filterSeries(series, (at) => series.time![at]! >= fromS && series.time![at]! <= toS);
}

/** Watts from volts and amps; empty when either is missing. */
export function powerOf({ voltage, current }: Series): readonly number[] {
  return voltage && current ? voltage.map((volts, at) => volts * current[at]!) : [];
}
