"use client";

import { Button, Input } from "antd";
import { useState } from "react";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { decideCaseAction } from "./handBack.action";

/** What a closed job is to the shop's own rates. */
export interface ClosedCaseProps {
  jobId: number;
  closedCase: { counts: boolean; decidedBy: string | null; reason: string };
  mayDecide: boolean;
}

/** Says whether the shop learns from this job, and lets a lead take a wrongly closed one out. */
export function ClosedCaseNote({ jobId, closedCase, mayDecide }: ClosedCaseProps) {
  const { counts, decidedBy, reason } = closedCase;
  const { run, isBusy, failure, reload } = useVerb(decideCaseAction);
  const [why, setWhy] = useState("");
  return (
    <section className="panel stack" aria-label="What the shop learns from it">
      <h2>What the shop learns from it</h2>
      <p>
        {counts
          ? "Its cause counts in the shop's own rates for this kind of craft."
          : `Taken out of the shop's own rates${decidedBy ? ` by ${decidedBy}` : ""}${reason ? `: ${reason}` : ""}.`}
      </p>
      {mayDecide && (
        <>
          <Input
            value={why}
            onChange={(event) => setWhy(event.target.value)}
            maxLength={300}
            placeholder={counts ? "Why was it closed wrongly?" : "Why does it count after all?"}
            aria-label="Reason"
          />
          <Button loading={isBusy} onClick={() => void run({ jobId, counts: !counts, reason: why }, () => setWhy(""))}>
            {counts ? "Take it out" : "Count it again"}
          </Button>
          <FailureNotice failure={failure} onReload={reload} />
        </>
      )}
    </section>
  );
}
