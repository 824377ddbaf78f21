"use client";

import { Select } from "antd";
import { useState } from "react";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { type OpenJob } from "./openJobsRepository";
import { keepCalculationAction } from "./calculators.action";
import styles from "./Calculators.module.css";

/** Keeps the calculation, with what it was given, in the history of an open job. */
export function KeepOnJob({
  calculatorId,
  given,
  jobs,
}: {
  calculatorId: string;
  given: Readonly<Record<string, number>>;
  jobs: readonly OpenJob[];
}) {
  const { run, isBusy, failure, reload } = useVerb(keepCalculationAction);
  const [jobId, setJobId] = useState<number>();
  const [kept, setKept] = useState<string | null>(null);
  const job = jobs.find((each) => each.jobId === jobId);
  return (
    <section className="panel stack" aria-label="Keep on a job">
      <h2>Keep on a job</h2>
      <div className={styles.keep}>
        <Select
          showSearch={{ optionFilterProp: "label" }}
          value={jobId}
          onChange={setJobId}
          placeholder="Choose a job"
          aria-label="Job"
          options={jobs.map((each) => ({
            value: each.jobId,
            label: `${numberOf(each)} ${each.craftName}: ${each.complaint}`,
          }))}
        />
        <button
          className="plain-button"
          disabled={!job || isBusy}
          onClick={() =>
            job &&
            void run({ jobId: job.jobId, version: job.version, calculatorId, given }, () => setKept(numberOf(job)))
          }
        >
          Keep it
        </button>
      </div>
      {kept && !failure && <p className="good">Kept in the history of {kept}.</p>}
      <FailureNotice failure={failure} onReload={reload} />
    </section>
  );
}

function numberOf({ jobId }: OpenJob): string {
  return String(jobId).padStart(4, "0");
}
