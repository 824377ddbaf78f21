"use client";

import { Button, Input } from "antd";
import { useState } from "react";
import { type CauseOutcome } from "@/features/job/causes/causesOf";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { withdrawCauseAction } from "./isolate.action";
import styles from "./Isolate.module.css";

/** A cause as a line. */
export interface CauseView {
  seq: number;
  names: readonly string[];
  outcome: CauseOutcome["kind"];
}

const OUTCOME_WORDS: Readonly<Record<CauseOutcome["kind"], string>> = {
  "taken back": "taken back",
  "not repaired": "not repaired yet",
  failed: "repaired; a proof failed afterwards",
  "being proven": "repaired, being proven",
  "proofs met": "repaired, no proof failed after it",
};

/** What was named on this job, each with what came of it; one that was named wrongly can be taken back. */
export function CauseList({
  target,
  causes,
  mayEdit,
}: {
  target: { jobId: number; version: number };
  causes: readonly CauseView[];
  mayEdit: boolean;
}) {
  const { run, isBusy, failure, reload } = useVerb(withdrawCauseAction);
  const [seq, setSeq] = useState<number | null>(null);
  const [reason, setReason] = useState("");
  return (
    <section className="panel" aria-label="Causes named">
      <h2>Causes named</h2>
      <div className="rows">
        {causes.map((cause) => (
          <div key={cause.seq} data-state={cause.outcome} className={styles.finding}>
            <p>
              <strong>{cause.names.join(" and ")}</strong>
            </p>
            <p className="soft">
              {OUTCOME_WORDS[cause.outcome]}{" "}
              {mayEdit && cause.outcome !== "taken back" && seq !== cause.seq && (
                <button className={styles.plain} onClick={() => setSeq(cause.seq)}>
                  take back
                </button>
              )}
            </p>
            {seq === cause.seq && (
              <form
                className="row"
                onSubmit={(event) => {
                  event.preventDefault();
                  void run({ ...target, seq, reason }, () => setSeq(null));
                }}
              >
                <Input
                  value={reason}
                  onChange={(event) => setReason(event.target.value)}
                  placeholder="Why was it not that?"
                  aria-label="Why the cause is taken back"
                  autoFocus
                  maxLength={300}
                />
                <Button htmlType="submit" loading={isBusy}>
                  Take it back
                </Button>
              </form>
            )}
          </div>
        ))}
      </div>
      <FailureNotice failure={failure} onReload={reload} />
    </section>
  );
}
