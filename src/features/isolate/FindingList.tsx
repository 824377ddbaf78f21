"use client";

import { type ReactNode } from "react";
import { weightWords } from "./evidenceWords";
import styles from "./Isolate.module.css";
import { type FindingView, type IsolateView } from "./isolateView";

/** What can be done to a finding. */
export interface FindingDeeds {
  onWithdraw: (seq: number, andLater: boolean) => void;
  onDoubt: (seq: number, doubtful: boolean) => void;
  onConfirm: (seq: number) => void;
}

interface Props extends FindingDeeds {
  view: IsolateView;
  /** Where on the craft they are. */
  map?: ReactNode;
  mayEdit: boolean;
  isBusy: boolean;
  onAdd: () => void;
}

/** What is known, each finding with what it said for and against and what it did to the suspects. */
export function FindingList({ view, map, mayEdit, isBusy, onAdd, ...deeds }: Props) {
  const counted = view.findings.filter(({ state }) => state === "counted");
  return (
    <section className="panel" aria-label="What we know">
      <h2>
        What we know · {counted.length} {counted.length === 1 ? "finding" : "findings"}
      </h2>
      <p>{view.trail}</p>
      {map}
      {view.contradictions.length > 0 && (
        <div className={styles.second} role="status">
          <strong>These cannot both be so.</strong> The later one counts; take one back or mark it doubtful.
          {view.contradictions.map((pair) => (
            <p key={pair}>{pair}</p>
          ))}
        </div>
      )}
      <div className="rows" style={{ marginTop: 10 }}>
        {view.findings.length === 0 && (
          <p className="soft">Nothing was seen yet. Add a finding, or do the check in the middle.</p>
        )}
        {view.findings.map((finding) => (
          <div key={finding.key} className={styles.finding} data-state={finding.state}>
            <p>
              <strong>{finding.title}</strong>
              {finding.isDoubtful && <span className="watch"> doubtful</span>}
            </p>
            <p className="soft">
              {finding.detail}, {finding.by}
            </p>
            <Weights finding={finding} />
            {finding.trail && <p className={styles.trail}>{finding.trail}</p>}
            <Deeds finding={finding} isLast={finding === counted.at(-1)} mayEdit={mayEdit} isOff={isBusy} {...deeds} />
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
      {counted.length > 0 && view.unexplained.length === 0 && (
        <p className="soft" style={{ marginTop: 12 }}>
          {view.bestSet.length === 0
            ? "Chance alone explains it about as well as any cause of the library."
            : view.bestSet.length === 1
              ? `${view.bestNames[0]} alone explains all of it.`
              : `${view.bestNames.join(" and ")} together explain all of it.`}
        </p>
      )}
      {view.findings.length > 0 && (
        <p className="soft" style={{ marginTop: 12, fontSize: 13 }}>
          As likely, or less likely, as without the finding. Open a suspect to see where its usual rate comes from.
        </p>
      )}
    </section>
  );
}

function Deeds({
  finding,
  isLast,
  mayEdit,
  isOff,
  onWithdraw,
  onDoubt,
  onConfirm,
}: FindingDeeds & { finding: FindingView; isLast: boolean; mayEdit: boolean; isOff: boolean }) {
  const { seq, state, isDoubtful } = finding;
  if (state === "taken back") return <p className="soft">taken back, does not count</p>;
  if (state === "before the repair") {
    return (
      <p className="soft">
        before the repair, does not count{" "}
        {mayEdit && (
          <button className={styles.plain} disabled={isOff} onClick={() => onConfirm(seq)}>
            still so
          </button>
        )}
      </p>
    );
  }
  if (!mayEdit) return null;
  return (
    <p className={styles.deeds}>
      <button className={styles.plain} disabled={isOff} onClick={() => onWithdraw(seq, false)}>
        take back
      </button>
      {!isLast && (
        <button className={styles.plain} disabled={isOff} onClick={() => onWithdraw(seq, true)}>
          undo to here
        </button>
      )}
      <button className={styles.plain} disabled={isOff} onClick={() => onDoubt(seq, !isDoubtful)}>
        {isDoubtful ? "sure after all" : "doubtful"}
      </button>
    </p>
  );
}

function Weights({ finding }: { finding: FindingView }) {
  if (finding.state !== "counted") return null;
  if (finding.weights.length === 0) return <p className="soft">says little by itself</p>;
  return (
    <ul className={styles.weights}>
      {finding.weights.map(({ name, decibans }) => (
        <li key={name}>
          <span title={`${decibans.toFixed(1)} decibans`} className={`${decibans > 0 ? styles.for : styles.against}`}>
            {weightWords(decibans)}
          </span>{" "}
          {name}
        </li>
      ))}
    </ul>
  );
}
