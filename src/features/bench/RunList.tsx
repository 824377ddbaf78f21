"use client";

import styles from "./Bench.module.css";

/** A run as a line. */
export interface RunLine {
  id: number;
  at: string;
  words: string;
  detail: string;
  by: string;
  isKept: boolean;
  isBaseline: boolean;
}

interface Props {
  runs: readonly RunLine[];
  shownRunId: number | null;
  onShow: (runId: number) => void;
  isBusy: boolean;
}

/** The runs of this job; a click shows one again. */
export function RunList({ runs, shownRunId, onShow, isBusy }: Props) {
  return (
    <section className="panel" aria-label="Runs of this job">
      <h2>Runs of this job</h2>
      <div className="rows">
        {runs.length === 0 && <p className="soft">None yet.</p>}
        {runs.map(({ id, at, words, by, isKept, isBaseline }) => (
          <button
            key={id}
            className={styles.run}
            aria-pressed={id === shownRunId}
            disabled={isBusy}
            onClick={() => onShow(id)}
          >
            <strong>Run {id}</strong> {words.toLowerCase()}
            {isKept && " · kept"}
            {isBaseline && " · baseline"}
            <br />
            <span className="soft">
              {at}, {by}
            </span>
          </button>
        ))}
      </div>
    </section>
  );
}
