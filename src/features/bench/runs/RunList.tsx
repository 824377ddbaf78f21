"use client";

import { Checkbox } from "antd";
import { type RunKind } from "@/core/bench/run/runKinds";
import styles from "../Bench.module.css";

/** A run as a line. */
export interface RunLine {
  id: number;
  kind: RunKind;
  kindName: string;
  at: string;
  words: string;
  detail: string;
  by: string;
  isOver: boolean;
  isKept: boolean;
  isBaseline: boolean;
}

/** How many runs can lie behind the one that is shown. */
export const MOST_COMPARED = 4;

interface Props {
  runs: readonly RunLine[];
  shownRunId: number | null;
  onShow: (run: RunLine) => void;
  compared: readonly number[];
  onCompare: (runIds: readonly number[]) => void;
  isBusy: boolean;
}

/** The runs of this job; a click shows one again, a tick lays it behind the one that is shown. */
export function RunList({ runs, shownRunId, onShow, compared, onCompare, isBusy }: Props) {
  const shown = runs.find(({ id }) => id === shownRunId);
  return (
    <section className="panel" aria-label="Runs of this job">
      <h2>Runs of this job</h2>
      <div className="rows">
        {runs.length === 0 && <p className="soft">None yet.</p>}
        {runs.map((run) => (
          <div key={run.id} className={styles.runRow}>
            <button
              className={styles.run}
              aria-pressed={run.id === shownRunId}
              disabled={isBusy}
              onClick={() => onShow(run)}
            >
              <strong>Run {run.id}</strong> {run.kindName.toLowerCase()}, {run.words.toLowerCase()}
              {run.isKept && " · kept"}
              {run.isBaseline && " · baseline"}
              <br />
              <span className="soft">
                {run.at}, {run.by}
              </span>
            </button>
            {shown && run.id !== shownRunId && run.kind === shown.kind && (
              <Checkbox
                aria-label={`Compare with run ${run.id}`}
                checked={compared.includes(run.id)}
                disabled={isBusy || (!compared.includes(run.id) && compared.length >= MOST_COMPARED)}
                onChange={(event) =>
                  onCompare(event.target.checked ? [...compared, run.id] : compared.filter((id) => id !== run.id))
                }
              >
                behind
              </Checkbox>
            )}
          </div>
        ))}
      </div>
    </section>
  );
}
