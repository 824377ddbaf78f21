"use client";

import { Button } from "antd";
import { formatPercent } from "@/shared/format";
import { AdviceNote } from "./AdviceNote";
import styles from "./Isolate.module.css";
import { type IsolateView, type SuspectView } from "./isolateView";

/** Suspects as bars, by part, with a tick where each stood before the last finding. Several may be true at once. */
export function SuspectList({ view, mayEdit, onName }: { view: IsolateView; mayEdit: boolean; onName: () => void }) {
  const { advice } = view;
  return (
    <section className="panel" aria-label="Suspects">
      <h2>Suspects · tick: before the last finding</h2>
      <div className="stack">
        {view.groups.map(({ part, suspects }) => (
          <div key={part}>
            <h3 className="label">{part}</h3>
            {suspects.map((suspect) => (
              <Suspect key={suspect.faultId} suspect={suspect} />
            ))}
          </div>
        ))}
        {view.others > 0 && (
          <p className="soft" style={{ fontSize: 13 }}>
            {view.others} more fault modes could not explain what was seen.
          </p>
        )}
        {advice?.advice === "check" && <AdviceNote advice={advice} />}
        {mayEdit && (
          <Button onClick={onName} block>
            Name the cause
          </Button>
        )}
        {view.mindChangers.length > 0 && (
          <div>
            <h3 className="label">What would change my mind</h3>
            <ul className={styles.mind}>
              {view.mindChangers.map((text) => (
                <li key={text}>{text}</li>
              ))}
            </ul>
          </div>
        )}
        <p className="soft" style={{ fontSize: 13 }}>
          They need not add up to 100 %, since two faults at once are common. Open one to see where its rate comes from.
          {view.massRanked > 0 && ` The check ranking looked at ${formatPercent(view.massRanked)} of all combinations.`}
          {!view.isExact && " So many findings hang together here that these figures are approximate."}
          {view.isExact &&
            !view.arePreviewsExact &&
            " What an answer would leave is approximate here: many findings hang together."}
        </p>
      </div>
    </section>
  );
}

function Suspect({ suspect }: { suspect: SuspectView }) {
  const { name, probability, before, looksLike, repair, rate } = suspect;
  return (
    <details className={styles.suspectRow}>
      <summary>
        <span className={styles.suspect}>
          <span>{name}</span>
          <span className={`number ${styles.probability}`}>{formatPercent(probability)}</span>
        </span>
        <span className={styles.bar} aria-hidden>
          <span style={{ width: `${probability * 100}%` }} />
          <i style={{ left: `${before * 100}%` }} />
        </span>
      </summary>
      <p>{looksLike}</p>
      <p className="soft">
        {repair}. {rate}
      </p>
    </details>
  );
}
