"use client";

import styles from "./PhotoButton.module.css";

interface Props {
  /** What it does: "Add photos". */
  label: string;
  chosen?: readonly File[];
  isMultiple?: boolean;
  onFiles: (files: File[]) => void;
}

/** Takes pictures, looking like every other button; what was chosen stands on it. */
export function PhotoButton({ label, chosen = [], isMultiple = false, onFiles }: Props) {
  return (
    <label className={styles.button}>
      <span>{label}</span>
      {chosen.length > 0 && <span className="soft">{chosen.map(({ name }) => name).join(", ")}</span>}
      <input
        type="file"
        accept="image/png,image/jpeg,image/webp"
        multiple={isMultiple}
        onChange={(event) => onFiles([...(event.target.files ?? [])])}
      />
    </label>
  );
}
