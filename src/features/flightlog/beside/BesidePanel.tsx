"use client";

import { InputNumber, Select } from "antd";
import { type ShownLog } from "../getLogLab";
import styles from "../LogLab.module.css";
import { type Beside, type BesideState } from "./useBeside";

/** Another log of the same flight, put on this one's clock: the offset is shown, and can be said by hand. */
export function BesidePanel({
  others,
  beside,
  isLooking,
  message,
  choose,
  say,
}: BesideState & { others: readonly ShownLog[] }) {
  return (
    <details className={styles.other} open={beside !== null || undefined}>
      <summary>
        <span className="label">Another log of the same flight</span>
      </summary>
      <div className="stack">
        {others.length === 0 ? (
          <p className="soft">No other log of this job is kept yet: a ground station’s, a receiver’s, a camera’s.</p>
        ) : (
          <Select
            aria-label="The other log"
            style={{ width: "100%" }}
            placeholder="Ground station, receiver, camera"
            allowClear
            loading={isLooking}
            value={beside?.log.id ?? null}
            options={others.map(({ id, fileName }) => ({ value: id, label: fileName }))}
            onChange={(logId: number | null | undefined) => choose(logId ?? null)}
          />
        )}
        {isLooking && <p className="soft">Looking for the moment at which both say the same…</p>}
        {message && (
          <p className="watch" role="status">
            {message}
          </p>
        )}
        {beside && (
          <>
            {beside.found && <p role="status">{foundText(beside.found)}</p>}
            <label className={styles.field}>
              <span className={styles.small}>Its first line comes after this one’s, s</span>
              <InputNumber
                value={Number(beside.offsetS.toFixed(3))}
                step={0.02}
                precision={3}
                min={-1e6}
                max={1e6}
                onChange={(value) => value !== null && say(value)}
              />
            </label>
            <p className={styles.small}>Its channels stand behind this log’s, and are drawn on this log’s clock.</p>
          </>
        )}
      </div>
    </details>
  );
}

/** "3.30 s later ± 0.05, by throttle, roll rate and 5 more: 0.82 together, 0.33 at the next best." */
function foundText({ offsetS, giveS, roles, correlation, runnerUp, drift }: NonNullable<Beside["found"]>): string {
  const first = roles.slice(0, 2).map((role) => role.replaceAll("_", " "));
  const more = roles.length > 2 ? ` and ${roles.length - 2} more` : "";
  const slow =
    drift === 0
      ? ""
      : ` Its clock runs ${(Math.abs(drift) * 3600).toFixed(1)} s an hour ${drift > 0 ? "slow" : "fast"}.`;
  return (
    `Begins ${Math.abs(offsetS).toFixed(2)} s ${offsetS >= 0 ? "later" : "earlier"}, ± ${giveS.toFixed(2)}, by ${first.join(", ")}${more}: ` +
    `they go together by ${correlation.toFixed(2)} there, by ${runnerUp.toFixed(2)} at the next best.${slow}`
  );
}
