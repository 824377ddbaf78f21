import { useQueries, useQuery } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { useCallback, useEffect, useState } from "react";
import { type AssessedRun, type RunRange } from "../verdict/assessRun";
import { rigCalls } from "../rig/rigCalls";
import { type RunLine } from "./RunList";

const WHOLE: RunRange = { fromS: null, toS: null };
/** The agent writes the end of a run a moment after the page hears of it. */
const ASK_AGAIN_MS = 300;

/** Which run is shown, which stretch of it, and which ones lie behind it. */
export interface RunChoice {
  runId: number | null;
  range: RunRange;
  compared: readonly number[];
  /** Shows another run, whole and with none behind it. */
  show: (runId: number | null) => void;
  setRange: (range: RunRange) => void;
  setCompared: (runIds: readonly number[]) => void;
}

/** @param first - The run shown to begin with. */
export function useRunChoice(first: number | null): RunChoice {
  const [runId, setRunId] = useState(first);
  const [range, setRange] = useState(WHOLE);
  const [compared, setCompared] = useState<readonly number[]>([]);
  const show = useCallback((next: number | null) => {
    setRunId(next);
    setRange(WHOLE);
    setCompared([]);
  }, []);
  return { runId, range, compared, show, setRange, setCompared };
}

/** Stands outside the hook, so that the list changes only when a run has come. */
function loadedRuns(queries: readonly { data: AssessedRun | undefined }[]): AssessedRun[] {
  return queries.flatMap(({ data }) => (data ? [data] : []));
}

/**
 * What the server says of the chosen run and of those behind it; asks again until the run's end is stored, then has the page's
 * list of runs renewed.
 *
 * @param version - Of the job: what is known of the craft may have changed with it.
 */
export function useAssessedRun(
  { runId, range, compared }: RunChoice,
  { version, isLive, runs }: { version: number; isLive: boolean; runs: readonly RunLine[] },
) {
  const router = useRouter();
  const shown = useQuery({
    queryKey: ["run", runId, version, range],
    queryFn: () => rigCalls.run(runId!, range),
    enabled: runId !== null && !isLive,
    placeholderData: (before) => (before?.run.id === runId ? before : undefined),
    refetchInterval: (query) => (query.state.data?.run.state === "ended" || query.state.error ? false : ASK_AGAIN_MS),
  });
  const endedId = shown.data?.run.state === "ended" ? shown.data.run.id : null;
  const isStale = runs.some(({ id, isOver }) => id === endedId && !isOver);
  useEffect(() => {
    if (isStale) router.refresh();
  }, [isStale, router]);
  const behind = useQueries({
    queries: compared.map((id) => ({ queryKey: ["run", id, "behind"], queryFn: () => rigCalls.run(id) })),
    combine: loadedRuns,
  });
  return { assessed: shown.data ?? null, problem: shown.error?.message ?? null, refetch: shown.refetch, behind };
}
