"use client";

import { type ReactNode, useEffect, useRef, useState } from "react";
import styles from "./HoldButton.module.css";

/** A button that must be held: for what must never happen by a slip. Works with pointer, Enter and touch. */
export function HoldButton(props: { holdMs: number; disabled?: boolean; onHeld: () => void; children: ReactNode }) {
  const { holdMs, disabled, onHeld, children } = props;
  const [isHeld, setHeld] = useState(false);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const release = () => {
    clearTimeout(timer.current);
    setHeld(false);
  };
  const press = () => {
    if (disabled || isHeld) return;
    setHeld(true);
    timer.current = setTimeout(() => {
      setHeld(false);
      onHeld();
    }, holdMs);
  };
  useEffect(() => () => clearTimeout(timer.current), []);
  return (
    <button
      type="button"
      className={styles.hold}
      data-held={isHeld}
      style={{ "--hold": `${holdMs}ms` } as React.CSSProperties}
      disabled={disabled}
      onPointerDown={press}
      onPointerUp={release}
      onPointerLeave={release}
      onBlur={release}
      onKeyDown={(event) => event.key === "Enter" && press()}
      onKeyUp={(event) => event.key === "Enter" && release()}
      onContextMenu={(event) => event.preventDefault()}
    >
      {children}
    </button>
  );
}
