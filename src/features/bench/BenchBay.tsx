"use client";

import { useRouter } from "next/navigation";
import { useCallback, useMemo, useState } from "react";
import { profileDurationS, type ProfileStep } from "@/core/bench/run/profile";
import { RUN_KINDS, RUN_PLANS, type RunKind } from "@/core/bench/run/runKinds";
import { guardable } from "@/core/bench/run/runLimits";
import { type SettlingMeasurement } from "@/core/bench/measure/settles";
import { type EscMatrix } from "@/core/bench/escSettings";
import { type MeasurementPast } from "@/core/bench/measure/measureColumns";
import { type RatedPart } from "@/core/bench/weakestInLine";
import { type PackChoice } from "@/features/packs/listPackChoices";
import { type SeriesPoints } from "@/core/series/pointsOf";
import { QueryProvider } from "@/shared/QueryProvider";
import { type BeforePower } from "@/features/job/power/stepsBeforePower";
import { BeforePowerPanel } from "@/features/job/power/BeforePowerPanel";
import styles from "./Bench.module.css";
import { NeedsNote } from "./NeedsNote";
import { type RunOptions } from "./runs/benchRun";
import { EscSettingsPanel } from "./escSettings/EscSettingsPanel";
import { EstimateTable } from "./verdict/EstimateTable";
import { ImportRun } from "./runs/ImportRun";
import { KindChoice } from "./tables/KindChoice";
import { MeasurePanel } from "./tables/MeasurePanel";
import { RigPanel, type RunOrder } from "./rig/RigPanel";
import { SeriesChart } from "@/shared/charts/SeriesChart";
import { type SeriesChartData } from "@/shared/charts/seriesChartOption";
import { RunList, type RunLine } from "./runs/RunList";
import { RunReadout } from "./rig/RunReadout";
import { RunBasics, RunSetup } from "./rig/RunSetup";
import { RunTools } from "./runs/RunTools";
import { RUN_OPTION_FIELDS } from "./tables/optionFields";
import { useReplay } from "./runs/useReplay";
import { useRun } from "./rig/useRun";
import { type Places, useRunOrder } from "./rig/useRunOrder";
import { useSerialStands } from "./rig/useSerialStands";
import { useAssessedRun, useRunChoice } from "./runs/useShownRun";
import { type AssessedRun } from "./verdict/assessRun";
import { VerdictPanel } from "./verdict/VerdictPanel";

/** What the Bench page is given. */
export interface BenchBayProps {
  target: { jobId: number; version: number };
  craft: { motorCount: number; cellCount: number };
  /** What the craft and the job already say of a run's options. */
  options: RunOptions;
  lineParts: readonly RatedPart[];
  /** What typed readings are held against. */
  past: Pick<MeasurementPast, "powerSteps" | "parts">;
  escSettings: { matrix: EscMatrix; version: number } | null;
  packs: readonly PackChoice[];
  places: Places;
  /** Measurements that would move the suspects, the most telling first. */
  needs: readonly { of: SettlingMeasurement; bits: number; about: string }[];
  /** Where the trouble is, where that is known. */
  place: string | null;
  motorInHand: number | null;
  before: BeforePower;
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
        {props.mayEdit && <MeasurePanel target={props.target} options={props.options} past={props.past} />}
      </div>
    </QueryProvider>
  );
}

function isRunKind(of: SettlingMeasurement): boolean {
  return (RUN_KINDS as readonly string[]).includes(of);
}

const NO_POINTS = {};

function Bench(props: BenchBayProps) {
  const { target, runs, mayEdit } = props;
  const wanted = props.needs.find(({ of }) => isRunKind(of))?.of as RunKind | undefined;
  const [kind, setKind] = useState<RunKind>(runs[0]?.kind ?? wanted ?? "power-draw");
  const choice = useRunChoice(runs[0]?.id ?? null);
  const { show } = choice;
  const router = useRouter();
  const serial = useSerialStands();
  const { order, setup } = useRunOrder(kind, props);
  const onEnded = useCallback(
    (runId: number) => {
      show(runId);
      router.refresh(); // the list of runs is the server's
    },
    [show, router],
  );
  const live = useRun(onEnded, serial.pushed);
  const isLive = live.phase === "armed" || live.phase === "running" || live.phase === "server lost";
  const shown = useAssessedRun(choice, { version: target.version, isLive, runs });
  const { behind } = shown;
  const isChosenKind =
    isLive || choice.runId === null || (runs.find(({ id }) => id === choice.runId)?.kind ?? kind) === kind;
  const assessed = isLive || !isChosenKind ? null : shown.assessed;
  const replay = useReplay(assessed?.points ?? NO_POINTS, assessed?.lengthS ?? 0);
  const main = isLive ? live.points : replay.points;
  const mustWait = props.before.because !== "";
  const plan = RUN_PLANS[kind];
  const data = useChartData(main, { assessed, behind, order, plan });
  return (
    <div className="stack">
      <NeedsNote needs={props.needs} place={props.place} isHere={props.isHere} hasRuns={runs.length > 0} />
      <KindChoice
        kind={kind}
        needs={props.needs}
        isDisabled={isLive}
        onChoose={(next) => {
          setKind(next);
          show(runs.find((run) => run.kind === next)?.id ?? null);
        }}
      />
      <div className={styles.bay}>
        <div className="stack">
          {mayEdit && mustWait ? (
            <BeforePowerPanel target={target} before={props.before} />
          ) : mayEdit ? (
            <RigPanel
              basics={<RunBasics {...setup} />}
              isMoreOpen={kind !== "power-draw" && kind !== "motor"}
              plan={plan}
              order={order}
              live={live}
              serial={serial}
              isDemo={props.isDemo}
              overdue={props.overdue}
              onArm={(bench, measured) =>
                void live.arm({
                  jobId: target.jobId,
                  kind,
                  profile: order.profile,
                  limits: order.areLimitsSuggested ? guardable(order.limits, order.profile, measured) : order.limits,
                  options: setup.armOptions,
                  rateHz: plan.rateHz,
                  ...bench,
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
            shownRunId={choice.runId}
            onShow={(run) => {
              setKind(run.kind);
              show(run.id);
            }}
            compared={choice.compared}
            onCompare={choice.setCompared}
            isBusy={isLive}
          />
          {mayEdit && <ImportRun jobId={target.jobId} kind={kind} onImported={show} />}
        </div>
        <section className="panel stack" data-live={isLive} data-seen-s={live.latest.time} aria-label="Run">
          <RunReadout live={live} assessed={assessed} isLive={isLive} plan={plan} replayed={replay.readings} />
          {isLive || assessed ? (
            <SeriesChart data={data} />
          ) : (
            <ol className={styles.notes}>
              {plan.steps.map((step) => (
                <li key={step}>{step}</li>
              ))}
            </ol>
          )}
          {!isLive && assessed?.run.state === "ended" && (
            <RunTools
              assessed={assessed}
              range={choice.range}
              onRange={choice.setRange}
              replay={replay}
              mayEdit={mayEdit}
              onNoted={() => void shown.refetch()}
            />
          )}
          {shown.problem && <p role="alert">{shown.problem}</p>}
        </section>
        <VerdictPanel
          key={assessed?.run.id}
          plan={plan}
          assessed={assessed}
          range={choice.range}
          target={target}
          hasBaseline={props.hasBaseline}
          isKept={runs.some(({ id, isKept }) => id === choice.runId && isKept)}
          mayEdit={mayEdit}
          isHere={props.isHere}
        />
      </div>
      {assessed?.measured && assessed.measured.figures.length > 0 && (
        <section className="panel" aria-label="Figures">
          <h2>Figures of run {assessed.run.id}</h2>
          <EstimateTable figures={assessed.measured.figures} />
        </section>
      )}
    </div>
  );
}

/** What the chart draws: the run in hand over its baseline and what it is compared with. */
function useChartData(
  main: SeriesPoints,
  {
    assessed,
    behind,
    order,
    plan,
  }: {
    assessed: AssessedRun | null;
    behind: readonly AssessedRun[];
    order: RunOrder;
    plan: (typeof RUN_PLANS)[RunKind];
  },
) {
  return useMemo(
    () => ({
      main,
      others: [
        ...(assessed?.baseline ? [{ name: "baseline", points: assessed.baseline.points }] : []),
        ...behind.map(({ run, points }) => ({ name: `run ${run.id}`, points })),
      ],
      limits: assessed?.run.limits ?? order.limits,
      durationS: assessed ? assessed.lengthS + 0.5 : profileDurationS(order.profile) + 0.5,
      draws: plan.draws,
      notes: [
        ...motorMarks(assessed?.run.profile ?? order.profile),
        ...(assessed?.gaps ?? []).map(({ fromS }) => ({ atS: fromS, note: "not stored", mark: "not stored" })),
        ...(assessed?.notes ?? []),
      ],
    }),
    [main, assessed, behind, order, plan],
  );
}

/** Where each motor's turn begins, where they run one after another; the marks name the traces. */
function motorMarks(profile: readonly ProfileStep[]): SeriesChartData["notes"][number][] {
  let atS = 0;
  let last: number | null = null;
  const marks: SeriesChartData["notes"][number][] = [];
  for (const { output, holdS } of profile) {
    if (output != null && output !== last) {
      marks.push({ atS, note: `motor ${output}`, mark: `motor ${output}` });
      last = output;
    }
    atS += holdS;
  }
  return marks;
}
