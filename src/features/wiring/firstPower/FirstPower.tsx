"use client";

import { Button, Checkbox, InputNumber } from "antd";
import { useState } from "react";
import { notTakenVolts } from "@/core/refit/powerUp/standby";
import { type WiringCase } from "@/core/refit/wiring/wiringCase";
import { type DrawnAnswer } from "@/workers/server/planTask";
import { type PowerData } from "../getWiringRoom";
import { useLiveReadings } from "./useLiveReadings";
import styles from "../Wiring.module.css";

/** The first power through a limiter: what the devices should draw, and what the supply shows, typed or live off the rig. */
export function FirstPower({
  power: { standby, supplyV },
  wiring,
  plan,
  isBusy,
  onDone,
}: {
  power: PowerData;
  wiring: WiringCase;
  plan: DrawnAnswer["plan"];
  isBusy: boolean;
  onDone: (more: object) => void;
}) {
  const [volts, setVolts] = useState<number | null>(supplyV);
  const [amps, setAmps] = useState<number | null>(null);
  const [isLive, setLive] = useState(false);
  const live = useLiveReadings(isLive);
  const shownV = live.voltage ?? volts;
  const shownA = live.current ?? amps;
  const notTaken = plan && shownV !== null ? notTakenVolts(wiring, plan, shownV) : [];
  return (
    <>
      <p className="caution">
        Props off. Limiter first: {(standby.highA * 1.25).toFixed(1)} A, {supplyV} V. Smoke, smell, heat: off.
      </p>
      <p>
        Expected <strong className="number">{standby.expectedA.toFixed(2)} A</strong>{" "}
        <span className={styles.small}>
          at {supplyV} V: {standby.parts.map(({ name, ampsA }) => `${name} ${ampsA.toFixed(2)}`).join(", ")}
        </span>
      </p>
      <Checkbox checked={isLive} onChange={({ target: { checked } }) => setLive(checked)}>
        Live off the rig
      </Checkbox>
      {live.problem && <p className="watch">{live.problem} Type what the supply shows.</p>}
      <div className={styles.fields}>
        <label className={styles.field}>
          <span className={styles.small}>Supply, V</span>
          <InputNumber
            style={{ width: 90 }}
            min={1}
            max={100}
            value={round(shownV)}
            disabled={live.voltage !== null}
            onChange={setVolts}
          />
        </label>
        <label className={styles.field}>
          <span className={styles.small}>It shows, A</span>
          <InputNumber
            style={{ width: 90 }}
            min={0}
            max={100}
            step={0.01}
            value={round(shownA)}
            disabled={live.current !== null}
            onChange={setAmps}
          />
        </label>
        <Button
          type="primary"
          loading={isBusy}
          disabled={shownV === null || shownA === null || notTaken.length > 0}
          onClick={() => onDone({ supplyV: shownV, readingA: shownA })}
        >
          Record
        </Button>
      </div>
      {notTaken.map((sentence) => (
        <p key={sentence} className="bad">
          {sentence}
        </p>
      ))}
    </>
  );
}

/** As a meter shows it. */
function round(value: number | null): number | null {
  return value === null ? null : Math.round(value * 100) / 100;
}
