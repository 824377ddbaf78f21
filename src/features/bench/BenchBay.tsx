"use client";

import { useQueries, useQuery } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { useCallback, useEffect, useMemo, useState } from "react";
import { profileDurationS } from "@/core/bench/run/profile";
import { RUN_KINDS, RUN_PLANS, type RunKind } from "@/core/bench/run/runKinds";
import { guardable, type RunLimits } from "@/core/bench/run/runLimits";
import { type EscMatrix } from "@/core/bench/escSettings";
import { type RatedPart } from "@/core/bench/weakestInLine";
import { type PackChoice } from "@/features/packs/listPackChoices";
import { QueryProvider } from "@/shared/QueryProvider";
import { type AssessedRun, type RunRange } from "./assessRun";
import styles from "./Bench.module.css";
import { type RunOptions } from "./benchRun";
import { EscSettingsPanel } from "./EscSettingsPanel";
import { FigureTable } from "./FigureTable";
import { ImportRun } from "./ImportRun";
import { MeasurePanel } from "./MeasurePanel";
import { RigPanel } from "./RigPanel";
import { rigCalls } from "./rigCalls";
import { RunChart } from "./RunChart";
import { RunList, type RunLine } from "./RunList";
import { RunReadout } from "./RunReadout";
import { RunSetup } from "./RunSetup";
import { RunTools } from "./RunTools";
import { RUN_OPTION_FIELDS } from "./optionFields";
import { useReplay } from "./useReplay";
import { useRun } from "./useRun";
import { useRunOrder } from "./useRunOrder";
import { useSerialStands } from "./useSerialStands";
import { VerdictPanel } from "./VerdictPanel";

/** What the Bench page is given. */
export interface BenchBayProps {
  target: { jobId: number; version: number };
  craft: { motorCount: number; cellCount: number };
  limits: RunLimits;
  /** What the craft and the job already say of a run's options. */
  options: RunOptions;
  lineParts: readonly RatedPart[];
  escSettings: { matrix: EscMatrix; version: number } | null;
  packs: readonly PackChoice[];
  hasBaseline: boolean;
  runs: readonly RunLine[];
  /** Names of instruments whose calibration has run out. */
  overdue: readonly string[];
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
        {props.mayEdit && (
          <EscSettingsPanel
            key={props.escSettings?.version}
            target={props.target}
            motorCount={props.craft.motorCount}
            saved={props.escSettings}
          />
        )}
        {props.mayEdit && <MeasurePanel target={props.target} options={props.options} />}
      </div>
    </QueryProvider>
  );
}

/** Stands outside the component, so that the list changes only when a run has come. */
function loadedRuns(queries: readonly { data: AssessedRun | undefined }[]): AssessedRun[] {
  return queries.flatMap(({ data }) => (data ? [data] : []));
}

const WHOLE: RunRange = { fromS: null, toS: null };
const NO_POINTS = {};

function Bench(props: BenchBayProps) {
  const { target, runs, mayEdit } = props;
  const [kind, setKind] = useState<RunKind>(runs[0]?.kind ?? "power-draw");
  const [shownRunId, setShownRunId] = useState<number | null>(runs[0]?.id ?? null);
  const [range, setRange] = useState(WHOLE);
  const [compared, setCompared] = useState<readonly number[]>([]);
  const router = useRouter();
  const serial = useSerialStands();
  const { order, setup } = useRunOrder(kind, props);
  const show = useCallback((runId: number | null) => {
    setShownRunId(runId);
    setRange(WHOLE);
    setCompared([]);
  }, []);
  const onEnded = useCallback(
    (runId: number) => {
      show(runId);
      router.refresh(); // the list of runs is the server's
    },
    [show, router],
  );
  const live = useRun(onEnded, serial.pushed);
  const isLive = live.phase === "armed" || live.phase === "running" || live.phase === "server lost";
  const isChosenKind =
    isLive || shownRunId === null || (runs.find(({ id }) => id === shownRunId)?.kind ?? kind) === kind;
  const shown = useQuery({
    queryKey: ["run", shownRunId, target.version, range],
    queryFn: () => rigCalls.run(shownRunId!, range),
    enabled: shownRunId !== null && !isLive,
    placeholderData: (before) => (before?.run.id === shownRunId ? before : undefined),
    // Right after its end the agent may still be writing the last samples.
    refetchInterval: (query) => (query.state.data?.run.state === "ended" || query.state.error ? false : 300),
  });
  // The agent writes the end of a run a moment after the page hears of it.
  const endedId = shown.data?.run.state === "ended" ? shown.data.run.id : null;
  const isStale = runs.some(({ id, isOver }) => id === endedId && !isOver);
  useEffect(() => {
    if (isStale) router.refresh();
  }, [isStale, router]);
  const behind = useQueries({
    queries: compared.map((id) => ({ queryKey: ["run", id, "behind"], queryFn: () => rigCalls.run(id) })),
    combine: loadedRuns,
  });
  const assessed = isLive || !isChosenKind ? null : (shown.data ?? null);
  const replay = useReplay(assessed?.points ?? NO_POINTS, assessed?.lengthS ?? 0);
  const main = isLive ? live.points : replay.points;
  const plan = RUN_PLANS[kind];
  const data = useMemo(
    () => ({
      main,
      others: [
        ...(assessed?.baseline ? [{ name: "baseline", points: assessed.baseline.points }] : []),
        ...behind.map(({ run, points }) => ({ name: `run ${run.id}`, points })),
      ],
      limits: assessed?.run.limits ?? order.limits,
      durationS: assessed ? assessed.lengthS + 0.5 : profileDurationS(order.profile) + 0.5,
      draws: plan.draws,
      notes: assessed?.notes ?? [],
    }),
    [main, assessed, behind, order, plan],
  );
  return (
    <div className="stack">
      <div className={styles.kinds} role="group" aria-label="What is measured">
        {RUN_KINDS.map((each) => (
          <button
            key={each}
            className={styles.kind}
            aria-pressed={each === kind}
            disabled={isLive}
            onClick={() => {
              setKind(each);
              const latest = runs.find((run) => run.kind === each);
              show(latest?.id ?? null);
            }}
          >
            {RUN_PLANS[each].name}
          </button>
        ))}
      </div>
      <div className={styles.bay}>
        <div className="stack">
          {mayEdit ? (
            <RigPanel
              plan={plan}
              order={order}
              live={live}
              serial={serial}
              isDemo={props.isDemo}
              overdue={props.overdue}
              onArm={(choice, measured) =>
                void live.arm({
                  jobId: target.jobId,
                  kind,
                  profile: order.profile,
                  limits: order.areLimitsSuggested ? guardable(order.limits, order.profile, measured) : order.limits,
                  options: setup.armOptions,
                  rateHz: plan.rateHz,
                  ...choice,
                })
              }
            >
              <RunSetup {...setup} fields={RUN_OPTION_FIELDS[kind]} packs={kind === "pack" ? props.packs : []} />
            </RigPanel>
          ) : (
            <section className="panel soft">You may look at runs here; running the rig needs a technician.</section>
          )}
          <RunList
            runs={runs}
            shownRunId={shownRunId}
            onShow={(run) => {
              setKind(run.kind);
              show(run.id);
            }}
            compared={compared}
            onCompare={setCompared}
            isBusy={isLive}
          />
          {mayEdit && <ImportRun jobId={target.jobId} kind={kind} onImported={show} />}
        </div>
        <section className="panel stack" data-live={isLive} data-seen-s={live.latest.time} aria-label="Run">
          <RunReadout live={live} assessed={assessed} isLive={isLive} plan={plan} replayed={replay.readings} />
          <RunChart data={data} />
          {!isLive && assessed?.run.state === "ended" && (
            <RunTools
              assessed={assessed}
              range={range}
              onRange={setRange}
              replay={replay}
              mayEdit={mayEdit}
              onNoted={() => void shown.refetch()}
            />
          )}
          {shown.error && <p role="alert">{shown.error.message}</p>}
        </section>
        <VerdictPanel
          key={assessed?.run.id}
          plan={plan}
          assessed={assessed}
          range={range}
          target={target}
          hasBaseline={props.hasBaseline}
          isKept={runs.some(({ id, isKept }) => id === shownRunId && isKept)}
          mayEdit={mayEdit}
          isHere={props.isHere}
        />
      </div>
      {assessed?.measured && assessed.measured.figures.length > 0 && (
        <section className="panel" aria-label="Figures">
          <h2>Figures of run {assessed.run.id}</h2>
          <FigureTable figures={assessed.measured.figures} />
        </section>
      )}
    </div>
  );
}
