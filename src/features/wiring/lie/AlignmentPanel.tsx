"use client";

import { Button, InputNumber, Select, Switch } from "antd";
import { useState } from "react";
import {
  alignmentBeside,
  type Angles,
  anglesOf,
  LEVEL,
  rotationOf,
  type TiltTest,
  tiltTests,
} from "@/core/refit/alignment/alignment";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { LiePicture } from "./LiePicture";
import styles from "../Wiring.module.css";
import { keepAlignmentAction } from "../wiring.action";

const ARROWS = [
  { value: 0, label: "to the nose" },
  { value: 45, label: "half right" },
  { value: 90, label: "to the right" },
  { value: 135, label: "half right, back" },
  { value: 180, label: "to the rear" },
  { value: 225, label: "half left, back" },
  { value: 270, label: "to the left" },
  { value: 315, label: "half left" },
];

/** The same beside another board. */
const BESIDE_OLD = ARROWS.map(({ value, label }) => ({
  value,
  label: { 0: "as the old one's", 180: "against the old one's" }[value] ?? `${label} of the old one's`,
}));

interface Props {
  boardName: string;
  /** What the saved settings say of how the old board lay. */
  saved: readonly { id: string; value: string }[];
  target: { jobId: number; version: number };
  mayEdit: boolean;
}

/** How the new board lies, what must be set for it, and how that is tried by hand. */
export function AlignmentPanel({ boardName, saved, target, mayEdit }: Props) {
  const keep = useVerb(keepAlignmentAction);
  const [old, setOld] = useState<Angles | null>(null);
  const [arrow, setArrow] = useState(0);
  const [extra, setExtra] = useState<number | null>(0);
  const [isUpsideDown, setUpsideDown] = useState(false);
  const [noseUp, setNoseUp] = useState<number | null>(0);
  const lie = { turnedDeg: arrow + (extra ?? 0), isUpsideDown, noseUpDeg: noseUp ?? 0 };
  const real = alignmentBeside(old ?? LEVEL, lie);
  const { rollDeg, pitchDeg, yawDeg } = anglesOf(real);
  const unset = tiltTests(real, rotationOf(LEVEL));
  return (
    <section className="panel stack" aria-label="How it lies">
      <h2>How {boardName} lies</h2>
      <CountedFrom old={old} saved={saved} onChange={setOld} />
      <LiePicture
        from={old ? "old arrow" : "nose"}
        turnedDeg={(((arrow + (extra ?? 0)) % 360) + 360) % 360}
        noseUpDeg={noseUp ?? 0}
        isUpsideDown={isUpsideDown}
        onTurn={(deg) => {
          const nearest = Math.round(deg / 45) * 45;
          setArrow(nearest % 360);
          setExtra(deg - nearest);
        }}
        onTilt={setNoseUp}
      />
      <div className={styles.fields}>
        <div className={styles.field}>
          <span className={styles.small} aria-hidden>
            Its arrow points
          </span>
          <Select
            aria-label="Its arrow points"
            style={{ width: 160 }}
            value={arrow}
            options={old ? BESIDE_OLD : ARROWS}
            onChange={setArrow}
          />
        </div>
        <label className={styles.field}>
          <span className={styles.small}>and more, °</span>
          <InputNumber style={{ width: 80 }} min={-45} max={45} value={extra} onChange={setExtra} />
        </label>
        <label className={styles.field}>
          <span className={styles.small}>Front edge up, °</span>
          <InputNumber style={{ width: 80 }} min={-89} max={89} value={noseUp} onChange={setNoseUp} />
        </label>
        <label className={styles.field}>
          <span className={styles.small}>Upside down</span>
          <Switch checked={isUpsideDown} onChange={setUpsideDown} />
        </label>
      </div>
      <div className={styles.figures}>
        <Figure value={rollDeg} label="roll" />
        <Figure value={pitchDeg} label="pitch" />
        <Figure value={yawDeg} label="yaw" />
      </div>
      <p className={styles.small}>
        Set in this order: yaw, pitch, roll, clockwise seen along each axis; x to the nose, y right, z down.
      </p>
      <HandTest unset={unset} />
      <FailureNotice failure={keep.failure} onReload={keep.reload} />
      {mayEdit && (
        <Button loading={keep.isBusy} onClick={() => void keep.run({ ...target, ...lie, ...(old && { old }) })}>
          Prove by this
        </Button>
      )}
    </section>
  );
}

const AXES = [
  ["rollDeg", "roll"],
  ["pitchDeg", "pitch"],
  ["yawDeg", "yaw"],
] as const;

/** Whether the lie is counted from the craft's nose, or from a board that flew with what was set for it. */
function CountedFrom({
  old,
  saved,
  onChange,
}: {
  old: Angles | null;
  saved: Props["saved"];
  onChange: (old: Angles | null) => void;
}) {
  return (
    <>
      <div className={styles.fields}>
        <div className={styles.field}>
          <span className={styles.small} aria-hidden>
            Counted from
          </span>
          <Select
            aria-label="Counted from"
            style={{ width: 132 }}
            value={old ? "old" : "nose"}
            options={[
              { value: "nose", label: "the nose" },
              { value: "old", label: "old board" },
            ]}
            onChange={(from) => onChange(from === "old" ? LEVEL : null)}
          />
        </div>
        {old &&
          AXES.map(([axis, name]) => (
            <label key={axis} className={styles.field}>
              <span className={styles.small}>its {name}, °</span>
              <InputNumber
                style={{ width: 62 }}
                min={-360}
                max={360}
                value={old[axis]}
                onChange={(value) => onChange({ ...old, [axis]: value ?? 0 })}
              />
            </label>
          ))}
      </div>
      {old && (
        <p className={styles.small}>
          {saved.length > 0 && (
            <>The saved settings say: {saved.map(({ id, value }) => `${id} ${value}`).join(", ")}. </>
          )}
          What was set for the old board, with which the craft flew right.
        </p>
      )}
    </>
  );
}

/** What the horizon must do when the craft is moved by hand, and what it does while nothing is set. */
function HandTest({ unset }: { unset: readonly TiltTest[] }) {
  return (
    <table className={styles.wires}>
      <thead>
        <tr>
          <th>Move it by hand: it must show</th>
          <th>Not set, it shows</th>
        </tr>
      </thead>
      <tbody>
        {unset.map(({ movement, shows }) => (
          <tr key={movement}>
            <td>
              <strong>{movement}</strong>
            </td>
            <td className={movement === shows ? "soft" : "bad"}>{shows}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Figure({ value, label }: { value: number; label: string }) {
  const rounded = Math.round(value * 10) / 10;
  return (
    <span className={styles.figure}>
      <b>{Object.is(rounded, -0) || rounded === 0 ? 0 : rounded}°</b>
      <span className={styles.small}>{label}</span>
    </span>
  );
}
