"use client";

import { useHotkeys } from "react-hotkeys-hook";
import { PlaceMap } from "@/features/craft/drawing/PlaceMap";
import styles from "./Isolate.module.css";

/** Keys of the places, home row first. */
const PLACE_KEYS = "asdfghjklqwertyuiop".split("");

interface Props {
  places: readonly string[];
  isBusy: boolean;
  onPlace: (place: string) => void;
  onLeave: () => void;
}

/** Asks where on the craft an answer holds: one more key. */
export function AskWhere({ places, isBusy, onPlace, onLeave }: Props) {
  const keyed = [...places.map((place, index) => ({ place, key: PLACE_KEYS[index] ?? "" })), { place: "", key: "x" }];
  useHotkeys(
    [...keyed.map(({ key }) => key).filter(Boolean), "escape"].join(","),
    (event) => {
      if (event.key === "Escape") return onLeave();
      const chosen = keyed.find(({ key }) => key === event.key.toLowerCase());
      if (chosen && !isBusy) onPlace(chosen.place);
    },
    { useKey: true },
    [keyed, isBusy],
  );
  return (
    <div role="group" aria-label="Where?">
      <p>
        <strong>Where?</strong>{" "}
        <button className={styles.plain} onClick={onLeave}>
          another answer
        </button>
      </p>
      <div className={styles.map}>
        <PlaceMap places={places} onChoose={onPlace} label="" />
      </div>
      <div className={styles.answers}>
        {keyed.map(({ place, key }) => (
          <button key={place} className={styles.answer} disabled={isBusy} onClick={() => onPlace(place)}>
            <kbd>{key.toUpperCase()}</kbd>
            <span>
              <strong>{place || "Cannot say where"}</strong>
            </span>
          </button>
        ))}
      </div>
    </div>
  );
}
