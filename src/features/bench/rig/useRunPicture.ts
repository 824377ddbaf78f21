"use client";

import { useMemo, useRef, useState } from "react";
import { Envelope } from "@/core/series/Envelope";
import { type SeriesPoints } from "@/core/series/pointsOf";
import { powerOf, type Readings, sampleCount, type Series } from "@/core/series/series";

/** The picture is drawn anew this often at most: the beat must never wait for the chart. */
const DRAW_EVERY_MS = 200;
const NOTHING: SeriesPoints = {};

/** A run's picture as its samples come in. */
export interface RunPicture {
  /** Samples taken so far. */
  count: () => number;
  /** @param from - The number that the first of these samples has. */
  take: (from: number, samples: Series) => void;
  clear: () => void;
}

/**
 * Keeps a picture of a run in a fixed amount of memory, not its samples: a run may last an hour.
 *
 * @returns The points to draw, the newest sample, and the picture, which stays the same object.
 */
export function useRunPicture(): { points: SeriesPoints; latest: Readings; picture: RunPicture } {
  const [points, setPoints] = useState<SeriesPoints>(NOTHING);
  const [latest, setLatest] = useState<Readings>({});
  const envelope = useRef(new Envelope());
  const drawnMs = useRef(0);
  const picture = useMemo(
    (): RunPicture => ({
      count: () => envelope.current.count,
      take: (from, samples) => {
        envelope.current.count = from;
        const power = powerOf(samples);
        const all = power.length > 0 ? { ...samples, power } : samples;
        envelope.current.push(all);
        const last = sampleCount(samples) - 1;
        setLatest(Object.fromEntries(Object.entries(all).map(([name, values]) => [name, values[last]!])));
        if (performance.now() - drawnMs.current < DRAW_EVERY_MS) return;
        drawnMs.current = performance.now();
        const { current } = envelope;
        setPoints(Object.fromEntries(current.names().map((name) => [name, current.points(name)])));
      },
      clear: () => {
        envelope.current = new Envelope();
        drawnMs.current = 0;
        setPoints(NOTHING);
        setLatest({});
      },
    }),
    [],
  );
  return { points, latest, picture };
}
