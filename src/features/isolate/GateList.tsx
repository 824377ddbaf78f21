"use client";

import { Button, Input } from "antd";
import { useState } from "react";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { openGateAction } from "./isolate.action";
import styles from "./Isolate.module.css";
import { type GateView } from "./gateView";

/** Where it stands on the page. */
export const NOT_YET = "not-yet";

interface Props {
  target: { jobId: number; version: number };
  gates: readonly GateView[];
  mayEdit: boolean;
  onChoose: (checkId: string) => void;
}

/** What is not done yet, whatever the odds say: why, what comes first, and the way past it with a reason. */
export function GateList({ target, gates, mayEdit, onChoose }: Props) {
  if (gates.length === 0) return null;
  return (
    <section id={NOT_YET} aria-label="Not yet" className={styles.gates}>
      <p className="label">Not yet</p>
      <ul>
        {gates.map((gate) => (
          <li key={gate.id}>
            <Gate target={target} gate={gate} mayEdit={mayEdit} onChoose={onChoose} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function Gate({ target, gate, mayEdit, onChoose }: Omit<Props, "gates"> & { gate: GateView }) {
  const { run, isBusy, failure, reload } = useVerb(openGateAction);
  const [reason, setReason] = useState("");
  return (
    <>
      <strong>{gate.because}</strong>
      <p>
        First:{" "}
        {gate.openers.map(({ id, title, waits }) =>
          waits ? (
            <span key={id}>{title}</span>
          ) : (
            <button key={id} className={styles.plain} disabled={!mayEdit} onClick={() => onChoose(id)}>
              {title}
            </button>
          ),
        )}
        {gate.rungs}
      </p>
      {gate.waiting.length > 0 && <p className="soft">Until then these wait: {gate.waiting.join("; ")}.</p>}
      {mayEdit && (
        <details>
          <summary>Go on all the same</summary>
          <form
            className={styles.tools}
            onSubmit={(event) => {
              event.preventDefault();
              void run({ ...target, gateId: gate.id, reason });
            }}
          >
            <Input
              value={reason}
              onChange={(event) => setReason(event.target.value)}
              placeholder="because …"
              maxLength={500}
              aria-label={`Why “${gate.because}” does not hold you up`}
              style={{ flex: "1 1 200px" }}
            />
            <Button htmlType="submit" disabled={isBusy || reason.trim() === ""}>
              Go on, and write it down
            </Button>
          </form>
          <FailureNotice failure={failure} onReload={reload} />
        </details>
      )}
    </>
  );
}
