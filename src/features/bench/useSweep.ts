"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import { type PowerSample } from "@/core/bench/findLimitCrossing";
import { BEAT_EVERY_MS, type RunStatus } from "@/rigs/runProtocol";
import { randomUuid } from "@/shared/randomUuid";
import { rigCalls, RigFailure } from "./rigCalls";

/** Where the page stands with its run. */
export type SweepPhase = "idle" | "arming" | "armed" | "running" | "ended" | "server lost";

/** A sweep as the page drives it. */
export interface Sweep {
  phase: SweepPhase;
  status: RunStatus | null;
  samples: readonly PowerSample[];
  problem: string | null;
  arm(request: object): Promise<void>;
  start(): Promise<void>;
  stop(): void;
}

const MAX_BEATS_IN_FLIGHT = 3;

/**
 * Drives one sweep from this page: arms, starts, stops, and beats every tenth of a second while the rig is live. The beat
 * is the dead man's switch, so it runs on the page's own thread: a page that hangs or is hidden stops the drive.
 */
export function useSweep(onEnded: (runId: number) => void): Sweep {
  const [operatorToken] = useState(randomUuid);
  const [phase, setPhase] = useState<SweepPhase>("idle");
  const [status, setStatus] = useState<RunStatus | null>(null);
  const [samples, setSamples] = useState<PowerSample[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const received = useRef<PowerSample[]>([]);
  const runId = status?.runId ?? null;
  const isLive = phase === "armed" || phase === "running" || phase === "server lost";

  useEffect(() => {
    if (!isLive || runId === null) return;
    let inFlight = 0;
    let isOver = false;
    const beat = async () => {
      if (inFlight >= MAX_BEATS_IN_FLIGHT) return;
      inFlight++;
      const since = received.current.length;
      try {
        const answer = await rigCalls.beat(runId, operatorToken, since);
        if (isOver) return;
        // Answers may overtake each other: take only what follows on what is here.
        if (since === received.current.length && answer.samples.timeS.length > 0) {
          received.current = [...received.current, ...toSamples(answer.samples)];
          setSamples(received.current);
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
  }, [isLive, runId, operatorToken, onEnded]);

  const attempt = useCallback(async (next: SweepPhase, work: () => Promise<RunStatus>, back: SweepPhase) => {
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
      received.current = [];
      setSamples([]);
      setPhase("arming");
      return attempt("armed", () => rigCalls.arm({ ...request, operatorToken }), "idle");
    },
    [attempt, operatorToken],
  );
  const start = useCallback(async () => {
    if (runId !== null) await attempt("running", () => rigCalls.start(runId, operatorToken), "ended");
  }, [attempt, operatorToken, runId]);
  const stop = useCallback(() => {
    if (runId !== null) void rigCalls.stop(runId).catch((error: Error) => setProblem(error.message));
  }, [runId]);

  return { phase, status, samples, problem, arm, start, stop };
}

function toSamples(columns: {
  timeS: number[];
  throttle: number[];
  voltageV: number[];
  currentA: number[];
}): PowerSample[] {
  return columns.timeS.map((timeS, index) => ({
    timeS,
    throttle: columns.throttle[index]!,
    voltageV: columns.voltageV[index]!,
    currentA: columns.currentA[index]!,
  }));
}
