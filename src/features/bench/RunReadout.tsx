"use client";

import { type PowerSample } from "@/core/bench/findLimitCrossing";
import { type Draw } from "@/core/bench/normaliseDraw";
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

/** Live: amps, watts and volts as large as they go. Afterwards: how the run ended and what it settled at, at full throttle. */
export function RunReadout({ sweep, samples, assessed, isLive }: Props) {
  const full = assessed?.steps.find(({ throttle }) => throttle === 1);
  const shown = isLive ? toDraw(samples.at(-1)) : (full ?? toDraw(highest(samples)));
  const label = isLive ? "" : full ? " at full" : " at the peak";
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
            Running, throttle {formatQuantity((samples.at(-1)?.throttle ?? 0) * 100, "%", 0)}
          </strong>
        ) : cut?.cutCause ? (
          <>
            <strong className={cut.cutCause === "end_of_profile" ? "good" : "bad"}>
              Run {cut.id}: {CUT_WORDS[cut.cutCause]}.
            </strong>{" "}
            {cut.cutCause !== "end_of_profile" && cut.cutDetail}
          </>
        ) : (
          <span className="soft">No run yet. The sweep goes idle, cruise, full and takes ten seconds.</span>
        )}
      </p>
      <div className={styles.readout}>
        {(
          [
            ["amps", shown?.currentA, "A", 1],
            ["watts", shown?.powerW, "W", 0],
            ["volts", shown?.voltageV, "V", 2],
          ] as const
        ).map(([name, value, unit, decimals]) => (
          <p key={name}>
            <span className={`number ${styles.figure}`} data-reading={name}>
              {formatQuantity(value ?? NaN, unit, decimals)}
            </span>
            <span className="label">
              {name}
              {label}
            </span>
          </p>
        ))}
      </div>
    </div>
  );
}

function toDraw(sample: PowerSample | undefined): Draw | undefined {
  return sample && { voltageV: sample.voltageV, currentA: sample.currentA, powerW: sample.voltageV * sample.currentA };
}

function highest(samples: readonly PowerSample[]): PowerSample | undefined {
  return samples.reduce<PowerSample | undefined>(
    (top, sample) => (top === undefined || sample.currentA > top.currentA ? sample : top),
    undefined,
  );
}
