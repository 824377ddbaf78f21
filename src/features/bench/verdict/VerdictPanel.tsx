"use client";

import { Button, Checkbox } from "antd";
import { type ReactNode, useState } from "react";
import { type VerdictWord } from "@/core/bench/judgePowerDraw";
import { FLIGHT_SHARE } from "@/core/bench/measure/judgePower";
import { type RunPlan } from "@/core/bench/run/runKinds";
import { NextBay } from "@/features/job/bays/NextBay";
import { FailureNotice } from "@/shared/FailureNotice";
import { formatQuantity } from "@/shared/format";
import { useVerb } from "@/shared/useVerb";
import { type AssessedRun, type RunRange } from "./assessRun";
import { BASELINED_PART } from "./baselinedPart";
import { baselineRefusal } from "./baselineRefusal";
import { keepRunAction } from "../bench.action";
import styles from "../Bench.module.css";
import { MeasuredResult } from "./MeasuredResult";
import { StepComparisonTable } from "./StepComparisonTable";
import { VERDICT_SHAPES, verdictClass } from "@/shared/verdictWords";

interface Props {
  plan: RunPlan;
  assessed: AssessedRun | null;
  range: RunRange;
  target: { jobId: number; version: number };
  hasBaseline: boolean;
  isKept: boolean;
  mayEdit: boolean;
  isHere: boolean;
}

/** What the run says: the verdict as word, shape and colour, each reason with its margin, and the sums behind them. */
export function VerdictPanel({ plan, assessed, range, target, hasBaseline, isKept, mayEdit, isHere }: Props) {
  return (
    <div className="stack">
      <section className="panel stack" aria-label="Verdict">
        <h2>Verdict</h2>
        {!assessed ? (
          <p className="soft">After the run: {plan.does.charAt(0).toLowerCase() + plan.does.slice(1)}</p>
        ) : (
          <>
            <Said assessed={assessed} />
            <Overdue assessed={assessed} plan={plan} />
            {mayEdit && (
              <KeepRun assessed={assessed} range={range} target={target} hasBaseline={hasBaseline} isKept={isKept} />
            )}
          </>
        )}
      </section>
      {mayEdit && isHere && <NextBay target={target} to="refit" />}
    </div>
  );
}

function Said({ assessed: { verdict, ladder, measured, problem, steps, run } }: { assessed: AssessedRun }) {
  if (measured) return <MeasuredResult measured={measured} />;
  if (ladder) return <Words word={ladder.word} reasons={ladder.reasons} />;
  if (verdict) {
    const share = run.options.flightShare ?? FLIGHT_SHARE;
    const full = steps.find(({ throttle }) => throttle === 1);
    return (
      <Words word={verdict.word} reasons={verdict.reasons}>
        {verdict.comparisons.map((comparison) => (
          <StepComparisonTable key={comparison.name} comparison={comparison} />
        ))}
        {full && (
          <p className={styles.small}>
            In flight the props unload: about {formatQuantity(full.currentA * share, "A", 1)} at full, held amps ×{" "}
            {share}
            {share === FLIGHT_SHARE && " (common practice)"}.
          </p>
        )}
      </Words>
    );
  }
  return <p role="status">{problem ?? "This run says nothing."}</p>;
}

function Words({ word, reasons, children }: { word: VerdictWord; reasons: readonly string[]; children?: ReactNode }) {
  return (
    <>
      <p className={`${styles.verdict} ${verdictClass(word)}`}>
        {VERDICT_SHAPES[word]} {word}
      </p>
      <ul className={styles.reasons}>
        {reasons.map((reason) => (
          <li key={reason}>{reason}</li>
        ))}
      </ul>
      {children}
    </>
  );
}

/** Only what this verdict rests on counts. */
function Overdue({ assessed, plan }: { assessed: AssessedRun; plan: RunPlan }) {
  const overdue = assessed.run.instruments.filter(
    ({ isOverdue, channels = plan.needs }) => isOverdue && channels.some((channel) => plan.needs.includes(channel)),
  );
  return overdue.length === 0 ? null : (
    <p className="watch">
      ▲ Measured with {overdue.map(({ model }) => model).join(", ")}, whose calibration had run out on that day.
    </p>
  );
}

function KeepRun({
  assessed,
  range,
  target,
  hasBaseline,
  isKept,
}: Omit<Props, "plan" | "mayEdit" | "isHere" | "assessed"> & { assessed: AssessedRun }) {
  const { run: keep, isBusy, failure, reload } = useVerb(keepRunAction);
  const { run, measured, steps, hasPartBaseline } = assessed;
  const whose = baselineOwner(run);
  const refusal = baselineRefusal(assessed);
  const hasOne = run.kind === "power-draw" ? hasBaseline : hasPartBaseline;
  const [asBaseline, setAsBaseline] = useState(false);
  if (isKept) return <p className="good">Kept on the job.</p>;
  if (!measured && (steps.length === 0 || (!assessed.verdict && !assessed.ladder))) return null;
  return (
    <>
      {whose !== null && (
        <>
          <Checkbox
            checked={asBaseline && refusal === null}
            disabled={refusal !== null}
            onChange={(event) => setAsBaseline(event.target.checked)}
          >
            {hasOne ? `Make it ${whose}, in place of the one there is` : `Make it ${whose}: the first`}
          </Checkbox>
          {refusal !== null && <p className="soft">{refusal}</p>}
        </>
      )}
      <Button
        type="primary"
        loading={isBusy}
        onClick={() =>
          void keep({
            ...target,
            ...range,
            runId: run.id,
            asBaseline: asBaseline && refusal === null && whose !== null,
          })
        }
      >
        Keep as evidence
      </Button>
      <FailureNotice failure={failure} onReload={reload} />
    </>
  );
}

/** Whose baseline a run can be; null when it can be none. */
function baselineOwner({ kind, options: { position } }: AssessedRun["run"]): string | null {
  if (kind === "power-draw") return "this craft’s baseline";
  const part = BASELINED_PART[kind];
  if (part === "motor") return "these motors’ baseline";
  return part && position ? `the baseline of ${position}` : null;
}
