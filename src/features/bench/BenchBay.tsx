"use client";

import { useQuery } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import { profileDurationS, POWER_DRAW_PROFILE } from "@/core/bench/sweepProfile";
import { type RatedPart } from "@/core/bench/weakestInLine";
import { QueryProvider } from "@/shared/QueryProvider";
import styles from "./Bench.module.css";
import { MeasurePanel } from "./MeasurePanel";
import { RigPanel } from "./RigPanel";
import { rigCalls } from "./rigCalls";
import { RunChart } from "./RunChart";
import { RunList, type RunLine } from "./RunList";
import { RunReadout } from "./RunReadout";
import { useSweep } from "./useSweep";
import { VerdictPanel } from "./VerdictPanel";

/** What the Bench page is given. */
export interface BenchBayProps {
  target: { jobId: number; version: number };
  limits: { maxCurrentA: number; minVoltageV: number; maxVoltageV: number };
  lineParts: readonly RatedPart[];
  hasBaseline: boolean;
  runs: readonly RunLine[];
  isDemo: boolean;
  mayEdit: boolean;
  isHere: boolean;
}

/** The bench: the rig to the left, the run in the middle, what it says to the right. */
export function BenchBay(props: BenchBayProps) {
  return (
    <QueryProvider>
      <div className="stack">
        <Bench {...props} />
        {props.mayEdit && <MeasurePanel target={props.target} />}
      </div>
    </QueryProvider>
  );
}

const NO_SAMPLES: never[] = [];

function Bench(props: BenchBayProps) {
  const { target, runs, mayEdit } = props;
  const [shownRunId, showRun] = useState<number | null>(runs[0]?.id ?? null);
  const [limits, setLimits] = useState(props.limits);
  const onEnded = useCallback((runId: number) => showRun(runId), []);
  const sweep = useSweep(onEnded);
  const isLive = sweep.phase === "armed" || sweep.phase === "running" || sweep.phase === "server lost";
  const shown = useQuery({
    queryKey: ["run", shownRunId, target.version],
    queryFn: () => rigCalls.run(shownRunId!),
    enabled: shownRunId !== null && !isLive,
    // Right after its end the agent may still be writing the last samples.
    refetchInterval: (query) => (query.state.data?.run.state === "ended" || query.state.error ? false : 300),
  });
  const assessed = isLive ? null : (shown.data ?? null);
  const samples = isLive ? sweep.samples : (assessed?.samples ?? NO_SAMPLES);
  return (
    <div className={styles.bay}>
      <div className="stack">
        <RigPanel {...props} limits={limits} onLimits={setLimits} sweep={sweep} />
        <RunList runs={runs} shownRunId={shownRunId} onShow={showRun} isBusy={isLive} />
      </div>
      <section className="panel stack" data-live={isLive} aria-label="Run">
        <RunReadout sweep={sweep} samples={samples} assessed={assessed} isLive={isLive} />
        <RunChart
          samples={samples}
          baseline={assessed?.baseline?.samples ?? NO_SAMPLES}
          limits={assessed?.run.limits ?? limits}
          durationS={profileDurationS(assessed?.run.profile ?? POWER_DRAW_PROFILE) + 0.5}
        />
        {shown.error && <p role="alert">{shown.error.message}</p>}
      </section>
      <VerdictPanel
        assessed={assessed}
        target={target}
        hasBaseline={props.hasBaseline}
        isKept={runs.some(({ id, isKept }) => id === shownRunId && isKept)}
        mayEdit={mayEdit}
        isHere={props.isHere}
      />
    </div>
  );
}
