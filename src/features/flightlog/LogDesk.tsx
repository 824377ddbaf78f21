"use client";

import { useMemo, useState } from "react";
import { type LogColumn, type Look, type ShownVerdict } from "./flightlog.schema";
import { type ShownLog } from "./getLogLab";
import styles from "./LogLab.module.css";
import { VerdictList } from "./VerdictList";
import { lanesBeside } from "./view/lanes";
import { LogView } from "./view/LogView";
import { firstLook, lookAt, lookThatFits, verdictOf } from "./view/look";

interface DeskLog extends Pick<ShownLog, "fileName" | "durationS" | "rateHz" | "rowCount" | "columns" | "judgement"> {
  notes: readonly { atS: number; note: string; personName?: string }[];
  /** How it was last looked at. */
  look: Look | null;
}

const NONE: readonly LogColumn[] = [];

/** A log's verdicts beside its picture. */
export function LogDesk({
  client,
  logKey,
  log,
  other = NONE,
  below,
  besideView,
}: {
  client: Parameters<typeof LogView>[0]["client"];
  logKey: string;
  log: DeskLog;
  /** Columns of another log that is drawn beside. */
  other?: readonly LogColumn[];
  below?: React.ReactNode;
  besideView?: (look: Look) => React.ReactNode;
}) {
  const { judgement, durationS } = log;
  // Kept between renders, so that moving the pointer draws no chart anew.
  const lanes = useMemo(() => lanesBeside(log.columns, other), [log.columns, other]);
  const [look, setLook] = useState<Look>(
    log.look ? lookThatFits(log.look, judgement, lanes, durationS) : firstLook(judgement, lanes, durationS),
  );
  const choose = (verdict: ShownVerdict) =>
    setLook(lookAt(judgement, judgement.verdicts.indexOf(verdict), lanes, durationS));
  return (
    <div className={styles.lab}>
      <section className="panel stack" aria-label="What the log says">
        <div className={styles.head}>
          <h2>{log.fileName}</h2>
          <span className={styles.small}>
            {judgement.craft}, {durationS.toFixed(1)} s, {log.rateHz.toFixed(0)} lines a second
          </span>
        </div>
        <VerdictList judgement={judgement} chosen={verdictOf(look, judgement)} onChoose={choose} />
        {log.notes.length > 0 && (
          <ul className={styles.small}>
            {log.notes.map(({ atS, note, personName }) => (
              <li key={`${atS} ${note}`}>
                <button
                  type="button"
                  className={styles.chip}
                  aria-pressed={false}
                  onClick={() => setLook({ ...look, fromS: Math.max(0, atS - 2), toS: Math.min(durationS, atS + 2) })}
                >
                  {atS.toFixed(2)} s
                </button>{" "}
                {note}
                {personName ? ` (${personName})` : ""}
              </li>
            ))}
          </ul>
        )}
        {below}
      </section>
      <LogView
        {...{ client, logKey, durationS, judgement, look, lanes }}
        fileName={log.fileName}
        columns={log.columns}
        onLook={setLook}
        notes={log.notes}
      >
        {besideView?.(look)}
      </LogView>
    </div>
  );
}
