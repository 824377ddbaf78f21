"use client";

import { Button, Checkbox, Input } from "antd";
import { useState } from "react";
import { type BoardDifference } from "@/core/refit/wiring/boardDifferences";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import styles from "../Wiring.module.css";
import { settleDifferenceAction } from "../wiring.action";

interface Props {
  target: { jobId: number; version: number };
  mayEdit: boolean;
  unsettled: readonly BoardDifference[];
}

/** What two sources of the board say differently: nothing is wired on it before a meter or a person has settled it. */
export function DisputePanel({ target, mayEdit, unsettled }: Props) {
  const settle = useVerb(settleDifferenceAction);
  const [isMetered, setMetered] = useState(true);
  const [reason, setReason] = useState("");
  const [first] = unsettled;
  if (!first) return null;
  const send = (pick: "first" | "second") =>
    void settle.run({ ...target, key: first.key, pick, isMetered, reason }, () => setReason(""));
  const isReady = reason.trim().length >= 3;
  return (
    <section className="panel stack" aria-label="Two sources disagree">
      <h2>Two sources disagree · {unsettled.length}</h2>
      <FailureNotice failure={settle.failure} onReload={settle.reload} />
      <p className="caution">
        {first.what}: one says <strong>{first.first}</strong>, the other <strong>{first.second}</strong>. Trust neither
        before the meter did.
      </p>
      {mayEdit && (
        <>
          <label className={styles.field}>
            <span className={styles.small}>What the meter read, or why else</span>
            <Input value={reason} maxLength={200} onChange={(event) => setReason(event.target.value)} />
          </label>
          <Checkbox checked={isMetered} onChange={(event) => setMetered(event.target.checked)}>
            metered
          </Checkbox>
          <div className="row">
            <Button disabled={!isReady} loading={settle.isBusy} onClick={() => send("first")}>
              It is {first.first}
            </Button>
            <Button disabled={!isReady} loading={settle.isBusy} onClick={() => send("second")}>
              It is {first.second}
            </Button>
          </div>
        </>
      )}
    </section>
  );
}
