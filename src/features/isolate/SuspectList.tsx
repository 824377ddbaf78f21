"use client";

import { Button } from "antd";
import { formatPercent } from "@/shared/format";
import styles from "./Isolate.module.css";
import { type IsolateView } from "./isolateView";

/** Suspects as bars, with a tick where each stood before the last finding. Several may be true at once. */
export function SuspectList({ view, mayEdit, onName }: { view: IsolateView; mayEdit: boolean; onName: () => void }) {
  return (
    <section className="panel" aria-label="Suspects">
      <h2>Suspects · tick: before the last finding</h2>
      <div className="stack">
        {view.suspects.map((suspect) => (
          <div
            key={suspect.faultId}
            title={`${suspect.looksLike} Prior ${formatPercent(suspect.prior)} (${suspect.grade}).`}
          >
            <div className={styles.suspect}>
              <span>{suspect.name}</span>
              <span className={`number ${styles.probability}`}>{formatPercent(suspect.probability)}</span>
            </div>
            <div className={styles.bar} aria-hidden>
              <span style={{ width: `${suspect.probability * 100}%` }} />
              <i style={{ left: `${suspect.before * 100}%` }} />
            </div>
          </div>
        ))}
        {view.others > 0 && (
          <p className="soft" style={{ fontSize: 13 }}>
            {view.others} more fault modes could not explain what was seen.
          </p>
        )}
        {mayEdit && view.suspects.length > 0 && (
          <Button type="primary" onClick={onName} block>
            Name the cause
          </Button>
        )}
        <p className="soft" style={{ fontSize: 13 }}>
          Chances from the library: trade judgement and guesses, not measured. They need not add up to 100 %, since two
          faults at once are common.
          {view.massRanked > 0 && ` The check ranking looked at ${formatPercent(view.massRanked)} of all combinations.`}
        </p>
      </div>
    </section>
  );
}
