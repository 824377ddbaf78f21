"use client";

import { Button } from "antd";
import { useRef, useState } from "react";
import { type MeasurementPast } from "@/core/bench/measure/measureColumns";
import { FailureNotice } from "@/shared/FailureNotice";
import { useFileDrop } from "@/shared/useFileDrop";
import { useVerb } from "@/shared/useVerb";
import { keepMeasurementAction } from "../bench.action";
import styles from "../Bench.module.css";
import { type RunOptions } from "../runs/benchRun";
import { EstimateTable } from "../verdict/EstimateTable";
import { MeasuredResult } from "../verdict/MeasuredResult";
import dropNotice from "@/shared/DropNotice.module.css";
import { MarkSteps } from "./MarkSteps";
import { ReadingsEntry } from "./ReadingsEntry";
import { type Readings, useReadings } from "./useReadings";

/** Readings typed, pasted or from files: judged as they are typed, and kept on the job as evidence. */
export function MeasurePanel(props: {
  target: { jobId: number; version: number };
  options: RunOptions;
  past: Pick<MeasurementPast, "powerSteps" | "parts">;
}) {
  const panel = useRef<HTMLDetailsElement>(null);
  const { run, isBusy, failure, reload } = useVerb(keepMeasurementAction);
  const readings = useReadings(props.past, props.options);
  const { kind, text, options, result, unmarked } = readings;
  const [kept, setKept] = useState<Pick<Readings, "kind" | "text" | "options"> | null>(null);
  const isKept = kept?.kind === kind && kept.text === text && kept.options === options;
  const isOver = useFileDrop((files) => {
    if (panel.current) panel.current.open = true;
    panel.current?.scrollIntoView({ block: "start" });
    void readings.take(files);
  });
  return (
    <>
      {isOver && <p className={dropNotice.over}>Drop the readings here: one table, or a file for each motor</p>}
      <details className="panel" ref={panel}>
        <summary>
          <span className="label">From readings: typed, pasted or in a file</span>
        </summary>
        <div className={styles.measure}>
          <ReadingsEntry readings={readings} />
          <div className="stack" aria-live="polite">
            {result === null && <p className="soft">The verdict stands here as soon as there are readings.</p>}
            {unmarked && <MarkSteps columns={unmarked} onMarked={(marked) => readings.change(marked)} />}
            {!unmarked && result?.ok === false && (
              <p role="alert" className="bad">
                {result.problem}
              </p>
            )}
            {result?.ok && (
              <>
                <MeasuredResult measured={result.measured} />
                <EstimateTable figures={result.measured.figures} />
                <Button
                  type="primary"
                  loading={isBusy}
                  disabled={isKept}
                  onClick={() =>
                    void run({ ...props.target, kind, text, ...options }, () => setKept({ kind, text, options }))
                  }
                >
                  {isKept ? "Kept on the job" : "Keep on the job as evidence"}
                </Button>
              </>
            )}
            <FailureNotice failure={failure} onReload={reload} />
          </div>
        </div>
      </details>
    </>
  );
}
