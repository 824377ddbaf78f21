"use client";

import styles from "./Isolate.module.css";
import { type FindingView, type IsolateView } from "./isolateView";

interface Props {
  view: IsolateView;
  mayEdit: boolean;
  isBusy: boolean;
  onAdd: () => void;
  onWithdraw: (seq: number) => void;
}

/** What is known, each finding with what it said for and against. */
export function FindingList({ view, mayEdit, isBusy, onAdd, onWithdraw }: Props) {
  const counted = view.findings.filter(({ state }) => state === "counted");
  return (
    <section className="panel" aria-label="What we know">
      <h2>
        What we know · {counted.length} {counted.length === 1 ? "finding" : "findings"}, {Math.round(view.minutesSpent)}{" "}
        min
      </h2>
      <div className="rows">
        {view.findings.length === 0 && (
          <p className="soft">Nothing was seen yet. Add a finding, or do the check in the middle.</p>
        )}
        {view.findings.map((finding) => (
          <div key={finding.key} className={styles.finding} data-state={finding.state}>
            <p>
              <strong>{finding.title}</strong>
            </p>
            <p className="soft">{finding.detail}</p>
            <Weights finding={finding} />
            {finding.state === "counted" ? (
              mayEdit && (
                <button className={styles.plain} disabled={isBusy} onClick={() => onWithdraw(finding.seq)}>
                  take back
                </button>
              )
            ) : (
              <p className="soft">{finding.state}, does not count</p>
            )}
          </div>
        ))}
        {mayEdit && (
          <button className={styles.add} onClick={onAdd}>
            Add a finding <kbd>N</kbd>
          </button>
        )}
      </div>
      {view.unexplained.length > 0 && (
        <p className={styles.second}>
          <strong>A second fault is likely.</strong> Not explained by the leading cause: {view.unexplained.join("; ")}.
        </p>
      )}
      {counted.length > 0 && view.unexplained.length === 0 && !view.problem && (
        <p className="soft" style={{ marginTop: 12 }}>
          {view.bestSet.length <= 1
            ? "One cause explains all of it."
            : `${view.bestSet.length} causes together explain all of it.`}
        </p>
      )}
      {view.findings.length > 0 && (
        <p className="soft" style={{ marginTop: 12, fontSize: 13 }}>
          + speaks for it, − against it. +10 dB: ten times as likely as without the finding.
        </p>
      )}
    </section>
  );
}

function Weights({ finding }: { finding: FindingView }) {
  if (finding.state !== "counted") return null;
  if (finding.weights.length === 0) return <p className="soft">says little by itself</p>;
  return (
    <ul className={styles.weights}>
      {finding.weights.map(({ name, decibans }) => (
        <li key={name}>
          <span className={`number ${decibans > 0 ? styles.for : styles.against}`}>
            {decibans > 0 ? "+" : "−"}
            {Math.abs(decibans).toFixed(0)} dB
          </span>{" "}
          {name}
        </li>
      ))}
    </ul>
  );
}
