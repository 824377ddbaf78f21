"use client";

import { type Spot } from "@/core/craft/spots";
import styles from "./SpotTags.module.css";

/** How a spot stands. */
export type SpotTone = "quiet" | "trouble" | "suspect";

/** A spot with what is said of it. */
export interface TaggedSpot extends Spot {
  tag: string;
  tone: SpotTone;
}

interface Props {
  spots: readonly TaggedSpot[];
  /** The chosen one. */
  chosen?: string | null;
  onChoose?: (id: string) => void;
}

/** Tags over a drawing; trouble has a shape of its own beside its colour. */
export function SpotTags({ spots, chosen = null, onChoose }: Props) {
  return spots.map(({ id, x, y, words, tag, tone }) => (
    <g
      key={id}
      className={styles.tag}
      data-tone={tone}
      data-chosen={chosen === id}
      data-open={onChoose !== undefined}
      transform={`translate(${x} ${y})`}
      onClick={onChoose && (() => onChoose(id))}
    >
      <title>{words}</title>
      {tone === "quiet" ? <circle r="8" /> : <path d="M0 -10L9.5 7h-19z" />}
      <text textAnchor="middle" y="3.4">
        {tag}
      </text>
    </g>
  ));
}
