"use client";

import { Button, Checkbox } from "antd";
import { useState } from "react";
import { type StepComparison } from "@/core/bench/judgePowerDraw";
import { NextBay } from "@/features/job/NextBay";
import { FailureNotice } from "@/shared/FailureNotice";
import { formatChange, formatQuantity } from "@/shared/format";
import { useVerb } from "@/shared/useVerb";
import { type AssessedRun } from "./assessRun";
import { keepRunAction } from "./bench.action";
import styles from "./Bench.module.css";
import { VERDICT_SHAPES, verdictClass } from "./verdictWords";

interface Props {
  assessed: AssessedRun | null;
  target: { jobId: number; version: number };
  hasBaseline: boolean;
  isKept: boolean;
  mayEdit: boolean;
  isHere: boolean;
}

/** What the run says: the verdict as word, shape and colour, each reason with its margin, and the sums behind them. */
export function VerdictPanel({ assessed, target, hasBaseline, isKept, mayEdit, isHere }: Props) {
  const { run, isBusy, failure, reload } = useVerb(keepRunAction);
  const [asBaseline, setAsBaseline] = useState(!hasBaseline);
  const isWhole = assessed?.run.cutCause === "end_of_profile";
  return (
    <div className="stack">
      <section className="panel stack" aria-label="Verdict">
        <h2>Verdict</h2>
        {!assessed ? (
          <p className="soft">
            After the run: like for like against the baseline, and against the weakest part in line.
          </p>
        ) : (
          <>
            <p className={`${styles.verdict} ${verdictClass(assessed.verdict.word)}`}>
              {VERDICT_SHAPES[assessed.verdict.word]} {assessed.verdict.word}
            </p>
            <ul className={styles.reasons}>
              {assessed.verdict.reasons.map((reason) => (
                <li key={reason}>{reason}</li>
              ))}
            </ul>
            {assessed.verdict.comparisons.map((comparison) => (
              <Comparison key={comparison.name} comparison={comparison} />
            ))}
            {mayEdit && assessed.steps.length > 0 && !isKept && (
              <>
                {isWhole && (
                  <Checkbox checked={asBaseline} onChange={(event) => setAsBaseline(event.target.checked)}>
                    Make it this craft&rsquo;s baseline
                  </Checkbox>
                )}
                <Button
                  type="primary"
                  loading={isBusy}
                  onClick={() => void run({ ...target, runId: assessed.run.id, asBaseline: asBaseline && isWhole })}
                >
                  Keep as evidence
                </Button>
              </>
            )}
            {isKept && <p className="good">Kept on the job.</p>}
            <FailureNotice failure={failure} onReload={reload} />
          </>
        )}
      </section>
      {mayEdit && isHere && <NextBay target={target} to="refit" />}
    </div>
  );
}

function Comparison({ comparison }: { comparison: StepComparison }) {
  const { name, measured, normalised, baseline, currentChange } = comparison;
  const rows = [
    ["measured", measured],
    ["at one voltage", normalised],
    ["baseline", baseline],
  ] as const;
  return (
    <details open={Math.abs(currentChange) > 0.08}>
      <summary>
        {name}: <strong className="number">{formatChange(currentChange)}</strong> amps, like for like
      </summary>
      <table className={`number ${styles.sums}`}>
        <tbody>
          {rows.map(([title, draw]) => (
            <tr key={title}>
              <th>{title}</th>
              <td>{formatQuantity(draw.voltageV, "V", 2)}</td>
              <td>{formatQuantity(draw.currentA, "A", 1)}</td>
              <td>{formatQuantity(draw.powerW, "W", 0)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="soft" style={{ fontSize: 13 }}>
        Fixed prop: amps × ({baseline.voltageV.toFixed(2)} / {measured.voltageV.toFixed(2)})², watts × the same cubed.
        Propeller laws.
      </p>
    </details>
  );
}
