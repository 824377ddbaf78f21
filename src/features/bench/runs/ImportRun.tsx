"use client";

import { decodeText } from "@/core/series/decodeText";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { type RunKind } from "@/core/bench/run/runKinds";
import { FileButton, TABLES } from "@/shared/FileButton";
import styles from "../Bench.module.css";
import { rigCalls } from "../rig/rigCalls";

/** Takes a run from a CSV file. */
export function ImportRun({
  jobId,
  kind,
  onImported,
}: {
  jobId: number;
  kind: RunKind;
  onImported: (runId: number) => void;
}) {
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const take = async (file: File) => {
    setProblem(null);
    setBusy(true);
    try {
      const { runId } = await rigCalls.importRun({
        jobId,
        kind,
        text: decodeText(new Uint8Array(await file.arrayBuffer())),
      });
      onImported(runId);
      router.refresh();
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className={styles.small}>
      <FileButton
        label={isBusy ? "Reading …" : "Take a run from a CSV file"}
        accept={TABLES}
        disabled={isBusy}
        onFiles={([file]) => file && void take(file)}
      />
      {problem && (
        <p role="alert" className="bad">
          {problem}
        </p>
      )}
    </div>
  );
}
