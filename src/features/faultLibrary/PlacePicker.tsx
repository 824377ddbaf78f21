"use client";

import { PlaceMap } from "@/features/craft/drawing/PlaceMap";
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

/** Asks where on the craft something was seen, on its drawing or by a word. A second press takes it back. */
export function PlacePicker({ label, places, value, onChange, isDisabled = false }: Props) {
  const toggle = (place: string) => !isDisabled && onChange(value === place ? "" : place);
  return (
    <div className={styles.places} role="group" aria-label={label}>
      <div className={styles.map}>
        <PlaceMap places={places} marked={value ? [value] : []} onChoose={toggle} label="" />
      </div>
      <div className={styles.placeWords}>
        <span>Where?</span>
        {places.map((place) => (
          <button
            key={place}
            type="button"
            className={styles.zone}
            aria-pressed={value === place}
            disabled={isDisabled}
            onClick={() => toggle(place)}
          >
            {place}
          </button>
        ))}
      </div>
    </div>
  );
}
