"use client";

import { Button } from "antd";
import { type ActionFailure } from "./actionResult";

/** Says why a verb was refused. After a conflict it shows what others did and offers the newest state; typed text stays. */
export function FailureNotice({ failure, onReload }: { failure: ActionFailure | null; onReload: () => void }) {
  if (!failure) return null;
  const isConflict = failure.code === "conflict";
  return (
    <div role="alert" style={{ borderLeft: "4px solid var(--failed)", padding: "8px 12px", background: "var(--card)" }}>
      <strong className="bad">{isConflict ? "Changed by somebody else. " : "Not done. "}</strong>
      {failure.message}
      {isConflict && (
        <>
          <ul style={{ margin: "6px 0 10px", paddingLeft: 20 }}>
            {failure.changes?.map((change, index) => (
              <li key={index}>{change}</li>
            ))}
          </ul>
          <Button onClick={onReload}>Load the newest, keep what I typed</Button>
        </>
      )}
    </div>
  );
}
