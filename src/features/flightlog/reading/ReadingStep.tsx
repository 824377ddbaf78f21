"use client";

import { Button, Progress } from "antd";
import styles from "../LogLab.module.css";
import { type Reading } from "./useLogReader";

/** Where a file stands on its way, and what one can do about it. */
export function ReadingStep({
  reading,
  onStop,
  onKeep,
  onDiscard,
}: {
  reading: Reading;
  onStop: () => void;
  onKeep: () => void;
  onDiscard: () => void;
}) {
  switch (reading.step) {
    case "reading":
      return (
        <div className={styles.fields} role="status">
          <span>
            Reading {reading.fileName}: {(reading.share * 100).toFixed(0)} %
            {reading.leftS === null ? "" : `, ${Math.ceil(reading.leftS)} s left`}
          </span>
          <Progress percent={reading.share * 100} showInfo={false} style={{ width: 200 }} />
          <Button onClick={onStop}>Stop</Button>
        </div>
      );
    case "read":
      return (
        <div className={styles.fields}>
          <Button type="primary" onClick={onKeep}>
            Keep it with the job
          </Button>
          <Button onClick={onDiscard}>Put it away</Button>
          <span className="soft">Not yet kept.</span>
        </div>
      );
    case "keeping":
      return (
        <p role="status">
          Keeping {reading.fileName}: {(reading.share * 100).toFixed(0)} %
        </p>
      );
    case "failed":
      return (
        <div role="alert" className="stack">
          <p>
            <strong className="bad">{reading.log ? "Not kept. " : "Not read. "}</strong>
            {reading.fileName}: {reading.message}
          </p>
          {reading.log && (
            <div>
              <Button onClick={onKeep}>Go on keeping it</Button>
            </div>
          )}
        </div>
      );
    default:
      return null;
  }
}
