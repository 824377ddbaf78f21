"use client";

import { useCallback, useEffect, useState } from "react";
import { type Readings, sampleCount } from "@/core/series/series";
import { BEAT_EVERY_MS, type PushedReadings, type RunStatus } from "@/rigs/runProtocol";
import { randomUuid } from "@/shared/randomUuid";
import { type SeriesPoints } from "@/core/series/pointsOf";
import { rigCalls, RigFailure } from "./rigCalls";
import { useRunPicture } from "./useRunPicture";

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

/**
 * Drives one run from this page: arms, starts, stops, and beats every tenth of a second while the rig is live. The beat is the
 * dead man's switch, so it runs on the page's own thread: a page that hangs or is hidden stops the drive.
 *
 * @param pushed - Readings of stands on the page's own serial port.
 */
export function useRun(onEnded: (runId: number) => void, pushed: () => PushedReadings[]): LiveRun {
  const [operatorToken] = useState(randomUuid);
  const [phase, setPhase] = useState<RunPhase>("idle");
  const [status, setStatus] = useState<RunStatus | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const { points, latest, picture } = useRunPicture();
  const runId = status?.runId ?? null;
  const isLive = phase === "armed" || phase === "running" || phase === "server lost";

  useEffect(() => {
    if (!isLive || runId === null) return;
    let inFlight = 0;
    let isOver = false;
    const beat = async () => {
      if (inFlight >= MAX_BEATS_IN_FLIGHT) return;
      inFlight++;
      const since = picture.count();
      try {
        const answer = await rigCalls.beat(runId, operatorToken, since, pushed());
        if (isOver) return;
        // Answers may overtake each other: take only what follows on what is here.
        const isNext = since === picture.count() && sampleCount(answer.samples) > 0;
        if (isNext) picture.take(answer.from, answer.samples);
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
  }, [isLive, runId, operatorToken, onEnded, pushed, picture]);

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
      picture.clear();
      setPhase("arming");
      return attempt("armed", () => rigCalls.arm({ ...request, operatorToken }), "idle");
    },
    [attempt, operatorToken, picture],
  );
  const start = useCallback(async () => {
    if (runId !== null) await attempt("running", () => rigCalls.start(runId, operatorToken), "ended");
  }, [attempt, operatorToken, runId]);
  const stop = useCallback(() => {
    if (runId !== null) void rigCalls.stop(runId, operatorToken).catch((error: Error) => setProblem(error.message));
  }, [runId, operatorToken]);

  return { phase, status, points, latest, problem, arm, start, stop };
}
