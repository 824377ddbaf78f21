"use client";

import { useCallback, useEffect, useMemo, useState } from "react";
import { type Readings } from "@/core/series/series";
import { type SeriesPoints } from "@/core/series/pointsOf";

/** A run played again. */
export interface Replay {
  /** Where it stands; null when none plays. */
  atS: number | null;
  /** The points up to there. */
  points: SeriesPoints;
  readings: (Readings & { time: number }) | null;
  play: () => void;
  stop: () => void;
}

const TICK_MS = 100;
/** A run of minutes is played in half of one. */
const LONGEST_REPLAY_S = 30;

/** Plays a run again in its own time, a long one faster. */
export function useReplay(points: SeriesPoints, lengthS: number): Replay {
  const [atS, setAtS] = useState<number | null>(null);
  const speed = Math.max(1, lengthS / LONGEST_REPLAY_S);
  const isPlaying = atS !== null;
  useEffect(() => {
    if (!isPlaying) return;
    const timer = setInterval(
      () =>
        setAtS((now) => {
          const next = now === null ? null : now + (speed * TICK_MS) / 1000;
          return next === null || next > lengthS ? null : next;
        }),
      TICK_MS,
    );
    return () => clearInterval(timer);
  }, [isPlaying, lengthS, speed]);
  const shown = useMemo(
    () =>
      atS === null
        ? points
        : Object.fromEntries(
            Object.entries(points).map(([name, all]) => [name, all.filter(([timeS]) => timeS <= atS)]),
          ),
    [points, atS],
  );
  const readings =
    atS === null
      ? null
      : {
          time: atS,
          ...Object.fromEntries(Object.entries(shown).map(([name, all]) => [name, all.at(-1)?.[1] ?? NaN])),
        };
  const play = useCallback(() => setAtS(0), []);
  const stop = useCallback(() => setAtS(null), []);
  return { atS, points: shown, readings, play, stop };
}
