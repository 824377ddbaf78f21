"use client";

import { Button } from "antd";
import { formatPercent } from "@/shared/format";
import { AdviceNote } from "./AdviceNote";
import styles from "./Isolate.module.css";
import { type IsolateView, type SuspectGroup, type SuspectView } from "./isolateView";

/** Suspects as bars, those of one repair summed, with a tick where each stood before the last finding. Several may be true at once. */
export function SuspectList({ view, mayEdit, onName }: { view: IsolateView; mayEdit: boolean; onName: () => void }) {
  const { advice } = view;
  return (
    <section className="panel" aria-label="Suspects">
      <h2>Suspects · tick: before the last finding</h2>
      <div className="stack">
        {view.groups.map((group) => (
          <Group key={group.suspects[0]!.faultId} group={group} />
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

/** One repair: its fault, or the sum of those that it would cure, opened to them. */
function Group({ group: { title, repair, probability, suspects } }: { group: SuspectGroup }) {
  const [only] = suspects;
  if (suspects.length === 1) return <Suspect suspect={only!} />;
  return (
    <details className={styles.suspectRow}>
      <summary>
        <Bar name={title} probability={probability} />
      </summary>
      <p className="soft">{repair}, for any of these:</p>
      {suspects.map((suspect) => (
        <Suspect key={suspect.faultId} suspect={suspect} />
      ))}
    </details>
  );
}

function Suspect({ suspect }: { suspect: SuspectView }) {
  const { name, probability, before, looksLike, repair, rate, placeHint, placed } = suspect;
  return (
    <details className={styles.suspectRow}>
      <summary>
        <Bar name={placeHint ? `${name}: ${placeHint}` : name} probability={probability} before={before} />
      </summary>
      <p>{looksLike}</p>
      {placed.length > 0 && (
        <p>
          {placed.map(({ place, probability: there }) => `${place} ${formatPercent(there)}`).join(", ")}, by where it
          was found.
        </p>
      )}
      <p className="soft">
        {repair}. {rate}
      </p>
    </details>
  );
}

function Bar({ name, probability, before }: { name: string; probability: number; before?: number }) {
  return (
    <>
      <span className={styles.suspect}>
        <span>{name}</span>
        <span className={`number ${styles.probability}`}>{formatPercent(probability)}</span>
      </span>
      <span className={styles.bar} aria-hidden>
        <span style={{ width: `${probability * 100}%` }} />
        {before !== undefined && <i style={{ left: `${before * 100}%` }} />}
      </span>
    </>
  );
}
