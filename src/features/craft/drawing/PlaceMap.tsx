"use client";

import { spotOfPosition } from "@/core/craft/spots";
import { CraftDrawing } from "./CraftDrawing";
import { useCraftShape } from "./CraftShape";
import { SpotTags, type TaggedSpot } from "./SpotTags";

interface Props {
  /** In words: "ESC 3, rear left", "rear left". */
  places: readonly string[];
  /** Marked as where it is. */
  marked?: readonly string[];
  onChoose?: (place: string) => void;
  label: string;
}

/** Places on the drawing of the craft in hand; nothing where there is no craft, or where none of them is a spot of it. */
export function PlaceMap({ places, marked = [], onChoose, label }: Props) {
  const shape = useCraftShape();
  if (!shape) return null;
  const isMarked = (id: string) => marked.some((place) => spotOfPosition(place, shape)?.id === id);
  const bySpot = new Map<string, TaggedSpot & { place: string }>();
  for (const place of [...places, ...marked]) {
    const spot = spotOfPosition(place, shape);
    if (!spot || bySpot.has(spot.id)) continue;
    const tag =
      /\d+/.exec(place)?.[0] ??
      spot.words
        .split(" ")
        .map((word) => word.charAt(0).toUpperCase())
        .join("");
    bySpot.set(spot.id, { ...spot, place, tag, tone: isMarked(spot.id) ? "trouble" : "quiet" });
  }
  if (bySpot.size === 0) return null;
  const chosen = [...bySpot.values()].find(({ id }) => isMarked(id))?.id ?? null;
  return (
    <CraftDrawing {...shape} label={label}>
      <SpotTags
        spots={[...bySpot.values()]}
        chosen={chosen}
        {...(onChoose && { onChoose: (id: string) => onChoose(bySpot.get(id)!.place) })}
      />
    </CraftDrawing>
  );
}
