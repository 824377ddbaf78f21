"use client";

import { useEffect, useEffectEvent, useRef } from "react";
import styles from "./FileButton.module.css";

/** What the shop takes as a picture. */
export const PICTURES = "image/png,image/jpeg,image/webp";
/** What a table of readings comes in. */
export const TABLES = ".csv,.txt,text/csv,text/plain";
export const JSON_FILES = ".json,application/json";

interface Props {
  /** What it does: "Add photos". */
  label: string;
  /** Kinds of file, as a browser names them. */
  accept: string;
  chosen?: readonly File[];
  isMultiple?: boolean;
  disabled?: boolean;
  onFiles: (files: File[]) => void;
}

/** Takes files, looking like every other button; what was chosen stands on it. */
export function FileButton({ label, accept, chosen = [], isMultiple = false, disabled = false, onFiles }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const take = (from: HTMLInputElement | null) => {
    const files = [...(from?.files ?? [])];
    if (from) from.value = ""; // the same file, mended meanwhile, can be taken again
    if (files.length > 0) onFiles(files);
  };
  // On a slow machine files may be chosen before the page's own program has taken it over: they are not lost.
  const takeWaiting = useEffectEvent(() => take(input.current));
  useEffect(() => takeWaiting(), []);
  return (
    <label className={styles.button} data-disabled={disabled}>
      <span>{label}</span>
      {chosen.length > 0 && <span className="soft">{chosen.map(({ name }) => name).join(", ")}</span>}
      <input
        ref={input}
        type="file"
        accept={accept}
        multiple={isMultiple}
        disabled={disabled}
        onChange={(event) => take(event.target)}
      />
    </label>
  );
}
