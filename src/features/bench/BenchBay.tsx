"use client";

import { useRouter } from "next/navigation";
import { useCallback, useState } from "react";
import { RUN_KINDS, RUN_PLANS, type RunKind } from "@/core/bench/run/runKinds";
import { guardable } from "@/core/bench/run/runLimits";
import { type SettlingMeasurement } from "@/core/bench/measure/settles";
import { type EscMatrix } from "@/core/bench/escSettings";
import { type MeasurementPast } from "@/core/bench/measure/measureColumns";
import { type RatedPart } from "@/core/bench/weakestInLine";
import { type PackChoice } from "@/features/packs/listPackChoices";
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
import { RigPanel } from "./rig/RigPanel";
import { SeriesChart } from "@/shared/charts/SeriesChart";
import { RunList, type RunLine } from "./runs/RunList";
import { RunReadout } from "./rig/RunReadout";
import { RunBasics, RunSetup } from "./rig/RunSetup";
import { RunTools } from "./runs/RunTools";
import { RUN_OPTION_FIELDS } from "./tables/optionFields";
import { useChartData } from "./runs/useChartData";
import { useReplay } from "./runs/useReplay";
import { useRun } from "./rig/useRun";
import { type Places, useRunOrder } from "./rig/useRunOrder";
import { useSerialStands } from "./rig/useSerialStands";
import { useAssessedRun, useRunChoice } from "./runs/useShownRun";
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
  /** The craft has gone back to its owner. */
  isClosed: boolean;
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

/** What is in hand on the bench: the kind of run, the one that runs or is shown, and what it is held against. */
function useBench(props: BenchBayProps) {
  const { target, runs, needs } = props;
  const wanted = needs.find(({ of }) => isRunKind(of))?.of as RunKind | undefined;
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
  const isChosenKind =
    isLive || choice.runId === null || (runs.find(({ id }) => id === choice.runId)?.kind ?? kind) === kind;
  const assessed = isLive || !isChosenKind ? null : shown.assessed;
  return { kind, setKind, choice, serial, order, setup, live, isLive, shown, assessed, plan: RUN_PLANS[kind] };
}

type BenchInHand = ReturnType<typeof useBench>;

function Bench(props: BenchBayProps) {
  const { target, runs, needs } = props;
  const bench = useBench(props);
  const { kind, setKind, choice, isLive, assessed, plan } = bench;
  return (
    <div className="stack">
      <NeedsNote needs={needs} place={props.place} isHere={props.isHere} hasRuns={runs.length > 0} />
      <KindChoice
        kind={kind}
        needs={needs}
        isDisabled={isLive}
        onChoose={(next) => {
          setKind(next);
          choice.show(runs.find((run) => run.kind === next)?.id ?? null);
        }}
      />
      <div className={styles.bay}>
        <div className="stack">
          <RigColumn props={props} bench={bench} />
          <RunList
            runs={runs}
            shownRunId={choice.runId}
            onShow={(run) => {
              setKind(run.kind);
              choice.show(run.id);
            }}
            compared={choice.compared}
            onCompare={choice.setCompared}
            isBusy={isLive}
          />
          {props.mayEdit && <ImportRun jobId={target.jobId} kind={kind} onImported={choice.show} />}
        </div>
        <RunColumn bench={bench} mayEdit={props.mayEdit} />
        <VerdictPanel
          key={assessed?.run.id}
          plan={plan}
          assessed={assessed}
          range={choice.range}
          target={target}
          hasBaseline={props.hasBaseline}
          isKept={runs.some(({ id, isKept }) => id === choice.runId && isKept)}
          mayEdit={props.mayEdit}
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

/** The rig, or what stands before it. */
function RigColumn({ props, bench }: { props: BenchBayProps; bench: BenchInHand }) {
  const { target, before, mayEdit } = props;
  const { kind, plan, order, setup, live, serial } = bench;
  if (!mayEdit)
    return (
      <section className="panel soft">
        {props.isClosed
          ? "The craft has gone back: its runs stay here to be looked at."
          : "You may look at runs here; running the rig needs a technician."}
      </section>
    );
  if (before.because !== "") return <BeforePowerPanel target={target} before={before} />;
  return (
    <RigPanel
      basics={<RunBasics {...setup} />}
      isMoreOpen={kind !== "power-draw" && kind !== "motor"}
      plan={plan}
      order={order}
      live={live}
      serial={serial}
      isDemo={props.isDemo}
      overdue={props.overdue}
      onArm={(stand, measured) =>
        void live.arm({
          jobId: target.jobId,
          kind,
          profile: order.profile,
          limits: order.areLimitsSuggested ? guardable(order.limits, order.profile, measured) : order.limits,
          options: setup.armOptions,
          rateHz: plan.rateHz,
          ...stand,
        })
      }
    >
      <RunSetup {...setup} fields={RUN_OPTION_FIELDS[kind]} packs={kind === "pack" ? props.packs : []} />
    </RigPanel>
  );
}

/** The run: its figures, its curve, and what can be done with it. */
function RunColumn({ bench, mayEdit }: { bench: BenchInHand; mayEdit: boolean }) {
  const { choice, order, live, isLive, shown, assessed, plan } = bench;
  const replay = useReplay(assessed?.points ?? NO_POINTS, assessed?.lengthS ?? 0);
  const data = useChartData(isLive ? live.points : replay.points, { assessed, behind: shown.behind, order, plan });
  return (
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
  );
}
