"use client";

import { Button, Checkbox } from "antd";
import Link from "next/link";
import { useState } from "react";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { confirmBeforePowerAction } from "./power.action";
import { type BeforePower, STEPS_BEFORE_POWER } from "./stepsBeforePower";

/** What comes between a burnt part and the rig: the steps, ticked one by one, kept as findings. */
export function BeforePowerPanel({
  target,
  before,
}: {
  target: { jobId: number; version: number };
  before: BeforePower;
}) {
  const { run, isBusy, failure, reload } = useVerb(confirmBeforePowerAction);
  const [done, setDone] = useState<readonly string[]>([]);
  return (
    <section className="panel stack" aria-label="Before power">
      <h2>Before power</h2>
      <p className="caution">
        {before.because}{" "}
        {before.isShort
          ? "There is a short: nothing is powered, by pack or by USB, until it is gone."
          : "No power before these are done."}
      </p>
      {before.missing.map((id) => (
        <Checkbox
          key={id}
          checked={done.includes(id)}
          disabled={
            id === "limiter-trips" && before.missing.includes("power-to-ground") && !done.includes("power-to-ground")
          }
          onChange={({ target: { checked } }) => setDone(checked ? [...done, id] : done.filter((each) => each !== id))}
        >
          {STEPS_BEFORE_POWER[id].does}
        </Checkbox>
      ))}
      {before.elsewhere.map((because) => (
        <p key={because}>
          {because} <Link href="isolate">Isolate</Link> says what opens it.
        </p>
      ))}
      <FailureNotice failure={failure} onReload={reload} />
      {before.missing.length > 0 && (
        <Button
          type="primary"
          loading={isBusy}
          disabled={done.length === 0}
          onClick={() => void run({ ...target, done: before.missing.filter((id) => done.includes(id)) })}
        >
          Keep what was done
        </Button>
      )}
      <p className="soft">
        It was not so? Add the finding in <Link href="isolate">Isolate</Link>.
      </p>
    </section>
  );
}
