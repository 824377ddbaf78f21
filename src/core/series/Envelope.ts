import { sampleCount, type Series } from "./series";

/** One stretch of time of one channel: where it began, and the lowest and highest reading in it. */
export interface Bucket {
  timeS: number;
  min: number;
  max: number;
}

/**
 * A picture of a run in a fixed amount of memory, however long the run gets: lowest and highest reading of each stretch.
 * When it is full, stretches are joined two by two.
 */
export class Envelope {
  private readonly channels = new Map<string, Bucket[]>();
  private samplesPerBucket = 1;
  private inLast = 0;
  private buckets = 0;
  /** Samples taken in all. */
  count = 0;

  /** @param capacity - Most stretches that are kept; an even number. */
  constructor(private readonly capacity = 600) {}

  push(series: Series): void {
    const { time = [] } = series;
    for (let at = 0; at < sampleCount(series); at++) {
      const isNew = this.buckets === 0 || this.inLast >= this.samplesPerBucket;
      if (isNew && this.buckets === this.capacity) this.halve();
      for (const [name, values] of Object.entries(series)) {
        if (name !== "time") this.add(name, time[at]!, values[at]!, isNew);
      }
      if (isNew) {
        this.buckets++;
        this.inLast = 0;
      }
      this.inLast++;
      this.count++;
    }
  }

  /** The stretches of a channel, oldest first. */
  of(channel: string): readonly Bucket[] {
    return this.channels.get(channel) ?? [];
  }

  /** Points to draw a line through: each stretch's lowest and highest reading. */
  points(channel: string): [number, number][] {
    return this.of(channel).flatMap(({ timeS, min, max }): [number, number][] =>
      min === max
        ? [[timeS, min]]
        : [
            [timeS, min],
            [timeS, max],
          ],
    );
  }

  /** Names of the channels seen so far. */
  names(): string[] {
    return [...this.channels.keys()];
  }

  private add(name: string, timeS: number, value: number, isNew: boolean): void {
    const buckets = this.channels.get(name) ?? [];
    if (buckets.length === 0) this.channels.set(name, buckets);
    const last = buckets.at(-1);
    if (isNew || !last) buckets.push({ timeS, min: value, max: value });
    else {
      last.min = Math.min(last.min, value);
      last.max = Math.max(last.max, value);
    }
  }

  private halve(): void {
    for (const [name, buckets] of this.channels) {
      const joined = buckets.flatMap((first, at): Bucket[] => {
        if (at % 2 === 1) return [];
        const second = buckets[at + 1] ?? first;
        return [{ timeS: first.timeS, min: Math.min(first.min, second.min), max: Math.max(first.max, second.max) }];
      });
      this.channels.set(name, joined);
    }
    this.buckets = this.capacity / 2;
    this.samplesPerBucket *= 2;
  }
}
