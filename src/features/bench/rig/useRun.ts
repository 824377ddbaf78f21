"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import { Envelope } from "@/core/series/Envelope";
import { powerOf, type Readings, sampleCount } from "@/core/series/series";
import { BEAT_EVERY_MS, type PushedReadings, type RunStatus } from "@/rigs/runProtocol";
import { randomUuid } from "@/shared/randomUuid";
import { type SeriesPoints } from "@/core/series/pointsOf";
import { rigCalls, RigFailure } from "./rigCalls";

/** Where the page stands with its run. */
export type RunPhase = "idle" | "arming" | "armed" | "running" | "ended" | "server lost";

/** A run as the page drives it. */
export interface LiveRun {
  phase: RunPhase;
  status: RunStatus | null;
  points: SeriesPoints;
  /** The newest sample. */
  latest: Readings;
  problem: string | null;
  arm(request: object): Promise<void>;
  start(): Promise<void>;
  stop(): void;
}

const MAX_BEATS_IN_FLIGHT = 3;
/** The picture is drawn anew this often at most: the beat must never wait for the chart. */
const DRAW_EVERY_MS = 200;
const NOTHING: SeriesPoints = {};

/**
 * Drives one run from this page: arms, starts, stops, and beats every tenth of a second while the rig is live. The beat is the
 * dead man's switch, so it runs on the page's own thread: a page that hangs or is hidden stops the drive.
 *
 * The page keeps a picture of the run in a fixed amount of memory, not its samples: a run may last an hour.
 *
 * @param pushed - Readings of stands on the page's own serial port.
 */
export function useRun(onEnded: (runId: number) => void, pushed: () => PushedReadings[]): LiveRun {
  const [operatorToken] = useState(randomUuid);
  const [phase, setPhase] = useState<RunPhase>("idle");
  const [status, setStatus] = useState<RunStatus | null>(null);
  const [points, setPoints] = useState<SeriesPoints>(NOTHING);
  const [latest, setLatest] = useState<Readings>({});
  const [problem, setProblem] = useState<string | null>(null);
  const picture = useRef(new Envelope());
  const runId = status?.runId ?? null;
  const isLive = phase === "armed" || phase === "running" || phase === "server lost";

  useEffect(() => {
    if (!isLive || runId === null) return;
    let inFlight = 0;
    let isOver = false;
    let drawnMs = 0;
    const take = (samples: Parameters<Envelope["push"]>[0]) => {
      const power = powerOf(samples);
      const all = power.length > 0 ? { ...samples, power } : samples;
      picture.current.push(all);
      const last = sampleCount(samples) - 1;
      setLatest(Object.fromEntries(Object.entries(all).map(([name, values]) => [name, values[last]!])));
      if (performance.now() - drawnMs < DRAW_EVERY_MS) return;
      drawnMs = performance.now();
      setPoints(Object.fromEntries(picture.current.names().map((name) => [name, picture.current.points(name)])));
    };
    const beat = async () => {
      if (inFlight >= MAX_BEATS_IN_FLIGHT) return;
      inFlight++;
      const since = picture.current.count;
      try {
        const answer = await rigCalls.beat(runId, operatorToken, since, pushed());
        if (isOver) return;
        // Answers may overtake each other: take only what follows on what is here.
        const isNext = since === picture.current.count && sampleCount(answer.samples) > 0;
        if (isNext) {
          picture.current.count = answer.from;
          take(answer.samples);
        }
        setStatus(answer.status);
        setPhase(answer.status.state);
        if (answer.status.state === "ended") {
          isOver = true;
          onEnded(runId);
        }
      } catch (error) {
        if (isOver) return;
        if (error instanceof RigFailure && error.hasArrived) {
          setProblem(error.message);
          setPhase("ended");
          isOver = true;
          onEnded(runId);
        } else {
          setPhase("server lost");
        }
      } finally {
        inFlight--;
      }
    };
    const timer = setInterval(() => void beat(), BEAT_EVERY_MS);
    void beat();
    return () => {
      isOver = true;
      clearInterval(timer);
    };
  }, [isLive, runId, operatorToken, onEnded, pushed]);

  const attempt = useCallback(async (next: RunPhase, work: () => Promise<RunStatus>, back: RunPhase) => {
    setProblem(null);
    try {
      setStatus(await work());
      setPhase(next);
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
      setPhase(back);
    }
  }, []);

  const arm = useCallback(
    (request: object) => {
      picture.current = new Envelope();
      setPoints(NOTHING);
      setLatest({});
      setPhase("arming");
      return attempt("armed", () => rigCalls.arm({ ...request, operatorToken }), "idle");
    },
    [attempt, operatorToken],
  );
  const start = useCallback(async () => {
    if (runId !== null) await attempt("running", () => rigCalls.start(runId, operatorToken), "ended");
  }, [attempt, operatorToken, runId]);
  const stop = useCallback(() => {
    if (runId !== null) void rigCalls.stop(runId, operatorToken).catch((error: Error) => setProblem(error.message));
  }, [runId, operatorToken]);

  return { phase, status, points, latest, problem, arm, start, stop };
}
