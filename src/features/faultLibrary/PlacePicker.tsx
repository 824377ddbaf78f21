"use client";

import styles from "./ComplaintPicker.module.css";

interface Props {
  /** What is asked, for those who cannot see it: "Where: burnt trace or smell". */
  label: string;
  places: readonly string[];
  /** Empty while nobody said. */
  value: string;
  onChange: (place: string) => void;
  isDisabled?: boolean;
}

/** Asks where on the craft something was seen. A second press on the same place takes it back. */
export function PlacePicker({ label, places, value, onChange, isDisabled = false }: Props) {
  return (
    <div className={styles.places} role="group" aria-label={label}>
      <span>Where?</span>
      {places.map((place) => (
        <button
          key={place}
          type="button"
          className={styles.zone}
          aria-pressed={value === place}
          disabled={isDisabled}
          onClick={() => onChange(value === place ? "" : place)}
        >
          {place}
        </button>
      ))}
    </div>
  );
}
