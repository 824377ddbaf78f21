"use client";

import { useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { AddFindingDialog, type ReadingChoice } from "./AddFindingDialog";
import { CheckInHand } from "./CheckInHand";
import { FindingList } from "./FindingList";
import { answerCheckAction, withdrawFindingAction } from "./isolate.action";
import styles from "./Isolate.module.css";
import { type IsolateView } from "./isolateView";
import { NameCauseDialog } from "./NameCauseDialog";
import { SuspectList } from "./SuspectList";

/** What the Isolate page is given. */
export interface IsolateBayProps {
  target: { jobId: number; version: number };
  view: IsolateView;
  readings: readonly ReadingChoice[];
  mayEdit: boolean;
  isHere: boolean;
}

/** Left what we know, middle the one check in hand, right the suspects. */
export function IsolateBay({ target, view, readings, mayEdit, isHere }: IsolateBayProps) {
  const answer = useVerb(answerCheckAction);
  const withdraw = useVerb(withdrawFindingAction);
  const [chosenId, choose] = useState<string | null>(null);
  const [dialog, setDialog] = useState<"finding" | "cause" | null>(null);
  const check = view.checks.find(({ id }) => id === chosenId) ?? view.checks[0];
  const others = view.checks.filter(({ id }) => id !== check?.id).slice(0, 4);
  const isBusy = answer.isBusy || withdraw.isBusy;
  const lastCounted = view.findings.findLast(({ state }) => state === "counted");

  const give = (outcomeId: string, note = "") => {
    if (!check || !mayEdit) return;
    void answer.run({ ...target, checkId: check.id, outcomeId, note }, () => choose(null));
  };
  const takeBack = (seq: number) => void withdraw.run({ ...target, seq });
  useHotkeys(
    "n",
    (event) => {
      event.preventDefault(); // the letter must not land in the dialog's search box
      if (mayEdit) setDialog("finding");
    },
    { useKey: true },
  );
  useHotkeys(
    "z",
    () => {
      if (mayEdit && lastCounted) takeBack(lastCounted.seq);
    },
    { useKey: true },
  );

  return (
    <div className={styles.bay}>
      <FindingList
        view={view}
        mayEdit={mayEdit}
        isBusy={isBusy}
        onAdd={() => setDialog("finding")}
        onWithdraw={takeBack}
      />
      <section className="panel stack" aria-label="Do this next">
        <FailureNotice
          failure={answer.failure ?? withdraw.failure}
          onReload={answer.failure ? answer.reload : withdraw.reload}
        />
        {view.problem ? (
          <Contradiction problem={view.problem} />
        ) : check ? (
          <CheckInHand
            key={check.id}
            check={check}
            isFirst={check.id === view.checks[0]?.id}
            others={others}
            isBusy={isBusy}
            mayEdit={mayEdit}
            areKeysFree={dialog === null}
            onAnswer={give}
            onChoose={choose}
          />
        ) : (
          <p>No check is left. Name the cause, or add what else was seen.</p>
        )}
      </section>
      <SuspectList view={view} mayEdit={mayEdit && isHere} onName={() => setDialog("cause")} />
      {dialog === "finding" && <AddFindingDialog target={target} readings={readings} onClose={() => setDialog(null)} />}
      {dialog === "cause" && <NameCauseDialog target={target} view={view} onClose={() => setDialog(null)} />}
    </div>
  );
}

function Contradiction({ problem }: { problem: string }) {
  return (
    <div className="stack">
      <h1 className="bad">The findings contradict each other</h1>
      <p>{problem}</p>
      <p>Take back the finding you trust least, on the left.</p>
    </div>
  );
}
