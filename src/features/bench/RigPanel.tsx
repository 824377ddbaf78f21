"use client";

import { useQuery } from "@tanstack/react-query";
import { Button, Checkbox, InputNumber, Select } from "antd";
import { useEffect, useState } from "react";
import { type RatedPart } from "@/core/bench/weakestInLine";
import { type RigStatus } from "@/rigs/runProtocol";
import { HoldButton } from "@/shared/HoldButton";
import { DRIVE_DEFECTS, type DriveDefect } from "@/sim/driveModel";
import { type BenchBayProps } from "./BenchBay";
import styles from "./Bench.module.css";
import { rigCalls } from "./rigCalls";
import { type Sweep } from "./useSweep";

const HOLD_TO_ARM_MS = 1000;
const DEFECT_NAMES: Readonly<Record<DriveDefect, string>> = {
  "dragging-bearing": "a dragging bearing",
  "coarse-prop": "a prop too coarse",
  "tired-pack": "a tired pack",
};

type Props = BenchBayProps & {
  onLimits: (limits: BenchBayProps["limits"]) => void;
  sweep: Sweep;
};

/** The rig: who its instruments are, the limits, and the way to arm, run and stop it. */
export function RigPanel({ target, limits, onLimits, lineParts, isDemo, mayEdit, sweep }: Props) {
  const rig = useQuery({ queryKey: ["rig"], queryFn: rigCalls.connect, enabled: mayEdit, refetchInterval: 3000 });
  const [isGuarded, setGuarded] = useState(false);
  const [defect, setDefect] = useState<DriveDefect | null>(null);
  const { phase } = sweep;
  const isLive = phase === "armed" || phase === "running" || phase === "server lost";
  const isReady = Boolean(rig.data?.wattmeter.identity && rig.data.throttle.identity);
  useStopKey(isLive, sweep.stop);
  if (!mayEdit)
    return <section className="panel soft">You may look at runs here; running the rig needs a technician.</section>;
  return (
    <section className={`panel stack ${isLive ? styles.live : ""}`} aria-label="Rig">
      <h2>Rig {isLive && <span className={styles.powered}>· powered</span>}</h2>
      {isLive ? (
        <>
          {phase === "armed" && (
            <Button type="primary" size="large" autoFocus onClick={() => void sweep.start()}>
              Run: idle, cruise, full
            </Button>
          )}
          <button className={styles.stop} onClick={sweep.stop}>
            STOP <kbd>Space</kbd>
          </button>
          <p>
            Cuts by itself over {limits.maxCurrentA} A and under {limits.minVoltageV} V.
          </p>
          <p className="soft">Keep this page in front: if it is hidden or closed, the throttle goes to zero.</p>
        </>
      ) : (
        <>
          <Instruments rig={rig.data} problem={rig.error?.message} />
          <div className={styles.limits}>
            <Limit
              label="Amps at most"
              unit="A"
              value={limits.maxCurrentA}
              onChange={(maxCurrentA) => onLimits({ ...limits, maxCurrentA })}
            />
            <Limit
              label="Volts at least"
              unit="V"
              value={limits.minVoltageV}
              onChange={(minVoltageV) => onLimits({ ...limits, minVoltageV })}
            />
          </div>
          <p className={styles.small}>
            {lineParts.length > 0
              ? `Amps: the weakest rated part in line, ${weakestRating(lineParts)}.`
              : "No part in line has a rating yet, so amps begin at a cautious 30 A."}
          </p>
          {isDemo && (
            <label className={styles.field}>
              Demo: on the simulated bench
              <Select
                value={defect ?? "healthy"}
                onChange={(value) => setDefect(value === "healthy" ? null : (value as DriveDefect))}
                options={[
                  { value: "healthy", label: "this craft's drive, healthy" },
                  ...DRIVE_DEFECTS.map((value) => ({ value, label: `the same with ${DEFECT_NAMES[value]}` })),
                ]}
              />
            </label>
          )}
          <p className="caution">
            Props off, or clamped and guarded, nobody in the prop disc. Eye protection on. One person has the cut-off.
            Packs in the fire-safe place.
          </p>
          <Checkbox checked={isGuarded} onChange={(event) => setGuarded(event.target.checked)}>
            All of that is so
          </Checkbox>
          <HoldButton
            holdMs={HOLD_TO_ARM_MS}
            disabled={!isGuarded || !isReady || phase === "arming"}
            onHeld={() => void sweep.arm({ jobId: target.jobId, limits, defect })}
          >
            {phase === "arming" ? "Arming …" : "Hold for a second to arm"}
          </HoldButton>
        </>
      )}
      {sweep.problem && (
        <p role="alert" className="bad">
          {sweep.problem}
        </p>
      )}
    </section>
  );
}

function weakestRating(parts: readonly RatedPart[]): string {
  const weakest = parts.reduce((low, part) =>
    part.continuousA * part.parallel < low.continuousA * low.parallel ? part : low,
  );
  const { position, continuousA, parallel } = weakest;
  return parallel === 1 ? `${position} ${continuousA} A` : `${position} ${continuousA} A, ${parallel} side by side`;
}

function Instruments({ rig, problem }: { rig: RigStatus | undefined; problem: string | undefined }) {
  if (problem) return <p className="bad">{problem}</p>;
  if (!rig) return <p className="soft">Connecting …</p>;
  const instruments = [
    ["Wattmeter", rig.wattmeter],
    ["Throttle", rig.throttle],
  ] as const;
  return (
    <div className={styles.small}>
      {instruments.map(([name, { identity, problem: trouble, address }]) => (
        <p key={name} title={`at ${address}`}>
          {identity ? <span className="good">● connected</span> : <span className="bad">■ {trouble}</span>} {name}
          {identity && ` ${identity.model}, ${identity.serial}`}
        </p>
      ))}
    </div>
  );
}

function Limit(props: { label: string; unit: string; value: number; onChange: (value: number) => void }) {
  const { label, unit, value, onChange } = props;
  return (
    <label className={styles.field}>
      {label}
      <InputNumber
        value={value}
        min={1}
        max={500}
        suffix={unit}
        style={{ width: "100%" }}
        onChange={(next) => next !== null && onChange(next)}
      />
    </label>
  );
}

/** Space stops, wherever the focus is, and presses nothing else while the rig is live. */
function useStopKey(isLive: boolean, stop: () => void) {
  useEffect(() => {
    if (!isLive) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.code !== "Space") return;
      event.preventDefault();
      event.stopPropagation();
      if (event.type === "keydown" && !event.repeat) stop();
    };
    window.addEventListener("keydown", onKey, true);
    window.addEventListener("keyup", onKey, true);
    return () => {
      window.removeEventListener("keydown", onKey, true);
      window.removeEventListener("keyup", onKey, true);
    };
  }, [isLive, stop]);
}
