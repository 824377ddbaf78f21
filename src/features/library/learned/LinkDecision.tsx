"use client";

import { Button, Input } from "antd";
import { useState } from "react";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { decideLinkAction } from "./decideLink.action";
import { type LinkLine } from "./learnedViews";

/** Whether a link is learned of, and a lead's way to change it. */
export function LinkDecision({ line, mayDecide }: { line: LinkLine; mayDecide: boolean }) {
  const { run, isBusy, failure, reload } = useVerb(decideLinkAction);
  const [isAsking, setAsking] = useState(false);
  const [reason, setReason] = useState("");
  const { faultId, symptomId, fault, symptom, takenBack } = line;
  const decide = (learns: boolean) => void run({ faultId, symptomId, learns, reason }, () => setAsking(false));
  const named = `${fault}: ${symptom}`;
  return (
    <>
      {takenBack && (
        <span className="soft">
          Taken back by {takenBack.by}, {takenBack.when}: {takenBack.reason}
        </span>
      )}
      {mayDecide && takenBack && (
        <Button loading={isBusy} onClick={() => decide(true)} aria-label={`Learn of it again. ${named}`}>
          Learn of it again
        </Button>
      )}
      {mayDecide && !takenBack && !isAsking && (
        <Button onClick={() => setAsking(true)} aria-label={`Take back. ${named}`}>
          Take back
        </Button>
      )}
      {isAsking && !takenBack && (
        <>
          <Input
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            onPressEnter={() => decide(false)}
            maxLength={300}
            placeholder="Why is it not so?"
            aria-label={`Reason to take back. ${named}`}
            autoFocus
          />
          <Button loading={isBusy} disabled={reason.trim() === ""} onClick={() => decide(false)}>
            Take back
          </Button>
          <Button onClick={() => setAsking(false)}>Cancel</Button>
        </>
      )}
      {!mayDecide && !takenBack && <span className="soft">counts</span>}
      <FailureNotice failure={failure} onReload={reload} />
    </>
  );
}
