"use client";

import { channelOf, shownAs } from "@/core/series/channels";
import { type RunPlan } from "@/core/bench/run/runKinds";
import { type Readings } from "@/core/series/series";
import { formatQuantity } from "@/shared/format";
import { type AssessedRun } from "../verdict/assessRun";
import styles from "../Bench.module.css";
import { CUT_WORDS } from "../runs/benchRun";
import { type LiveRun } from "./useRun";

interface Props {
  live: LiveRun;
  assessed: AssessedRun | null;
  isLive: boolean;
  plan: RunPlan;
  /** Readings at the moment of a replay; null when none plays. */
  replayed: (Readings & { time: number }) | null;
}

/** Live: the readings that matter, as large as they go. Afterwards: how the run ended and what it reached. */
export function RunReadout({ live, assessed, isLive, plan, replayed }: Props) {
  const full = assessed?.run.kind === "power-draw" ? assessed.steps.find(({ throttle }) => throttle === 1) : undefined;
  const settled: Readings | undefined = full && { current: full.currentA, power: full.powerW, voltage: full.voltageV };
  const shown = isLive ? live.latest : (replayed ?? settled ?? peaksOf(assessed));
  const label = isLive || replayed ? "" : full ? " at full" : " at the peak";
  return (
    <div className="stack">
      <p aria-live="assertive">
        <State live={live} assessed={assessed} isLive={isLive} plan={plan} replayed={replayed} />
      </p>
      <div className={styles.readout}>
        {plan.draws.slice(0, 3).map((name) => {
          const { unit, factor, decimals } = shownAs(name);
          return (
            <p key={name}>
              <span className={`number ${styles.figure}`} data-reading={name}>
                {formatQuantity((shown[name] ?? NaN) * factor, unit, decimals)}
              </span>
              <span className="label">
                {channelOf(name).label.toLowerCase()}
                {label}
              </span>
            </p>
          );
        })}
      </div>
    </div>
  );
}

function State({ live, assessed, isLive, plan, replayed }: Props) {
  const cut = assessed?.run;
  if (live.phase === "server lost")
    return <strong className="bad">The server does not answer. The rig cuts the throttle by itself.</strong>;
  if (live.phase === "armed")
    return <strong className={styles.powered}>Armed. Run it, or stop within 20 seconds.</strong>;
  if (isLive)
    return (
      <strong className={styles.powered}>
        Running
        {/* Seen, and not read out ten times a second. */}
        <span aria-hidden>, throttle {formatQuantity((live.latest.throttle ?? 0) * 100, "%", 0)}</span>
        {live.latest.output ? `, motor ${live.latest.output}` : ""}
      </strong>
    );
  if (replayed)
    return (
      <strong>
        Replay, {formatQuantity(replayed.time, "s", 1)}, throttle{" "}
        {formatQuantity((replayed.throttle ?? 0) * 100, "%", 0)}
      </strong>
    );
  if (cut?.cutCause)
    return (
      <>
        <strong className={cut.cutCause === "end_of_profile" || cut.cutCause === "imported" ? "good" : "bad"}>
          Run {cut.id}: {CUT_WORDS[cut.cutCause]}.
        </strong>{" "}
        {cut.cutCause !== "end_of_profile" && cut.cutCause !== "imported" && cut.cutDetail}
      </>
    );
  return <span className="soft">No run yet. {plan.does}</span>;
}

function peaksOf(assessed: AssessedRun | null): Readings {
  return Object.fromEntries(
    Object.entries(assessed?.points ?? {}).map(([name, points]) => [
      name,
      points.reduce((top, [, value]) => Math.max(top, value), -Infinity),
    ]),
  );
}
