"use client";

import { Button } from "antd";
import { useEffect } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { reopenProofAction } from "./prove.action";
import styles from "./Prove.module.css";

const SHOWN_MS = 12_000;

interface Props {
  target: { jobId: number; version: number };
  said: { kind: string; title: string; state: string };
  onGone: () => void;
}

/** A moment to undo what was just decided: in reach of a thumb, and by a key. */
export function UndoBar({ target, said, onGone }: Props) {
  const { run, isBusy, failure, reload } = useVerb(reopenProofAction);
  const undo = () => void run({ ...target, kind: said.kind, reason: "undone at once" }, onGone);
  useHotkeys("z", undo, { useKey: true });
  useEffect(() => {
    const timer = setTimeout(onGone, SHOWN_MS);
    return () => clearTimeout(timer);
  });
  return (
    <div className={styles.undo} role="status">
      <span>
        {said.state === "met" ? "Met" : "Waived"}: {said.title}
      </span>
      <Button size="large" loading={isBusy} onClick={undo}>
        Undo <kbd>Z</kbd>
      </Button>
      <FailureNotice failure={failure} onReload={reload} />
    </div>
  );
}
