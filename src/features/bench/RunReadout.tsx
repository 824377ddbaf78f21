"use client";

import { type PowerSample } from "@/core/bench/findLimitCrossing";
import { formatQuantity } from "@/shared/format";
import { type AssessedRun } from "./assessRun";
import styles from "./Bench.module.css";
import { CUT_WORDS } from "./benchRun";
import { type Sweep } from "./useSweep";

interface Props {
  sweep: Sweep;
  samples: readonly PowerSample[];
  assessed: AssessedRun | null;
  isLive: boolean;
}

/** Live: volts, amps and watts as large as they go. Afterwards: how the run ended and its highest figures. */
export function RunReadout({ sweep, samples, assessed, isLive }: Props) {
  const shown = isLive ? samples.at(-1) : highest(samples);
  const cut = assessed?.run;
  return (
    <div className="stack">
      <p aria-live="assertive">
        {sweep.phase === "server lost" ? (
          <strong className="bad">The server does not answer. The rig cuts the throttle by itself.</strong>
        ) : sweep.phase === "armed" ? (
          <strong className={styles.powered}>Armed. Run it, or stop within 20 seconds.</strong>
        ) : isLive ? (
          <strong className={styles.powered}>
            Running, throttle {formatQuantity((shown?.throttle ?? 0) * 100, "%", 0)}
          </strong>
        ) : cut?.cutCause ? (
          <>
            <strong className={cut.cutCause === "end_of_profile" ? "good" : "bad"}>
              Run {cut.id}: {CUT_WORDS[cut.cutCause]}.
            </strong>{" "}
            {cut.cutCause !== "end_of_profile" && cut.cutDetail}
          </>
        ) : (
          <span className="soft">No run yet. The sweep goes idle, cruise, full and takes nine seconds.</span>
        )}
      </p>
      <div className={styles.readout}>
        {(
          [
            ["amps", shown?.currentA, "A", 1],
            ["watts", shown && shown.voltageV * shown.currentA, "W", 0],
            ["volts", shown?.voltageV, "V", 2],
          ] as const
        ).map(([name, value, unit, decimals]) => (
          <p key={name}>
            <span className={`number ${styles.figure}`} data-reading={name}>
              {formatQuantity(value ?? NaN, unit, decimals)}
            </span>
            <span className="label">{isLive ? name : name === "volts" ? "volts there" : `highest ${name}`}</span>
          </p>
        ))}
      </div>
    </div>
  );
}

function highest(samples: readonly PowerSample[]): PowerSample | undefined {
  return samples.reduce<PowerSample | undefined>(
    (top, sample) => (top === undefined || sample.currentA > top.currentA ? sample : top),
    undefined,
  );
}
