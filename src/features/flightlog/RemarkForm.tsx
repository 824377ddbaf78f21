"use client";

import { Button, Input } from "antd";
import { useState } from "react";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { noteLogAction } from "./flightlog.action";
import { type LogLabData } from "./getLogLab";
import styles from "./LogLab.module.css";

/** A remark at the middle of the view. */
export function RemarkForm({ target, logId, atS }: { target: LogLabData["target"]; logId: number; atS: number }) {
  const [note, setNote] = useState("");
  const { run, isBusy, failure, reload } = useVerb(noteLogAction);
  return (
    <div className="stack">
      <div className={styles.fields}>
        <label style={{ flex: 1 }}>
          <span className="label">Remark at {atS.toFixed(2)} s, the middle of the view</span>
          <Input value={note} maxLength={300} onChange={({ target: field }) => setNote(field.value)} />
        </label>
        <Button
          loading={isBusy}
          disabled={note.trim().length < 3}
          onClick={() => void run({ ...target, logId, atS, note }, () => setNote(""))}
        >
          Keep the remark
        </Button>
      </div>
      <FailureNotice failure={failure} onReload={reload} />
    </div>
  );
}
