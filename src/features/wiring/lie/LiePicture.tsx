"use client";

import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import styles from "../Wiring.module.css";

interface Props {
  /** What the lie is counted from. */
  from: "nose" | "old arrow";
  /** Clockwise seen from above, 0 to 359. */
  turnedDeg: number;
  noseUpDeg: number;
  isUpsideDown: boolean;
  onTurn: (deg: number) => void;
  onTilt: (deg: number) => void;
}

const MIDDLE = 60;
/** What a drag settles on; the arrow keys go on by single degrees. */
const DRAG_STEP = 5;
const MOST_TILT = 89;

/** The craft with its board from above and from its left side: dragged, or turned with the arrow keys, until it lies as it does on the bench. */
export function LiePicture({ from, turnedDeg, noseUpDeg, isUpsideDown, onTurn, onTilt }: Props) {
  const turn = (deg: number) => onTurn(((Math.round(deg) % 360) + 360) % 360);
  const tilt = (deg: number) => onTilt(Math.max(-MOST_TILT, Math.min(MOST_TILT, Math.round(deg))));
  return (
    <div className={styles.lie}>
      <Turned
        label="Board from above, turned"
        deg={turnedDeg}
        text={`${turnedDeg}° clockwise`}
        range={[0, 359]}
        angleOf={(x, y) => (Math.atan2(x, -y) * 180) / Math.PI}
        onChange={turn}
      >
        <path d="M60 6 L70 22 L50 22 Z" className={styles.nose} />
        <text x="3" y="13" className={styles.fromWord}>
          {from}
        </text>
        <g transform={`rotate(${turnedDeg} ${MIDDLE} ${MIDDLE})`}>
          <rect x="36" y="36" width="48" height="48" rx="4" className={styles.lyingBoard} />
          <path d="M60 42 L68 56 L60 52 L52 56 Z" className={styles.arrow} />
          <text x="60" y="76" textAnchor="middle" className={styles.lieWord}>
            {isUpsideDown ? "bottom" : "top"}
          </text>
        </g>
      </Turned>
      <Turned
        label="Board from the left, front edge up"
        deg={noseUpDeg}
        text={`front edge ${noseUpDeg}° up`}
        range={[-MOST_TILT, MOST_TILT]}
        angleOf={(x, y) => ((x < 0 ? Math.atan2(-y, -x) : Math.atan2(y, x)) * 180) / Math.PI}
        onChange={tilt}
      >
        <path d="M6 60 L20 52 L20 68 Z" className={styles.nose} />
        <path d="M20 78 H104" className={styles.ground} />
        <g transform={`rotate(${noseUpDeg} ${MIDDLE} ${MIDDLE})`}>
          <rect x="32" y="56" width="56" height="8" rx="2" className={styles.lyingBoard} />
          <circle cx="36" cy="60" r="4" className={styles.arrow} />
        </g>
      </Turned>
    </div>
  );
}

/** A picture that is turned about its middle. */
function Turned({
  label,
  deg,
  text,
  range: [least, most],
  angleOf,
  onChange,
  children,
}: {
  label: string;
  deg: number;
  text: string;
  range: readonly [number, number];
  /** The angle of a place, from the middle, right and down. */
  angleOf: (x: number, y: number) => number;
  onChange: (deg: number) => void;
  children: React.ReactNode;
}) {
  const held = useRef<{ at: number; from: number } | null>(null);
  const angleAt = ({ currentTarget, clientX, clientY }: PointerEvent<SVGSVGElement>) => {
    const box = currentTarget.getBoundingClientRect();
    return angleOf(clientX - box.left - box.width / 2, clientY - box.top - box.height / 2);
  };
  const onKey = (event: KeyboardEvent) => {
    const steps: Record<string, number> = {
      ArrowRight: 1,
      ArrowUp: 1,
      ArrowLeft: -1,
      ArrowDown: -1,
      PageUp: 45,
      PageDown: -45,
    };
    const step = steps[event.key];
    if (step === undefined) return;
    event.preventDefault();
    onChange(deg + step);
  };
  return (
    <figure>
      <svg
        viewBox="0 0 120 120"
        role="slider"
        tabIndex={0}
        aria-label={label}
        aria-valuenow={deg}
        aria-valuemin={least}
        aria-valuemax={most}
        aria-valuetext={text}
        onKeyDown={onKey}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          held.current = { at: angleAt(event), from: deg };
        }}
        onPointerMove={(event) => {
          if (!held.current) return;
          const moved = held.current.from + angleAt(event) - held.current.at;
          onChange(Math.round(moved / DRAG_STEP) * DRAG_STEP);
        }}
        onPointerUp={() => (held.current = null)}
        onPointerCancel={() => (held.current = null)}
      >
        {children}
      </svg>
      <figcaption className={styles.small}>{text}</figcaption>
    </figure>
  );
}
