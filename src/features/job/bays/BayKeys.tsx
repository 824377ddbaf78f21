"use client";

import { useRouter } from "next/navigation";
import { useHotkeys } from "react-hotkeys-hook";
import { type BayStop } from "./bayManifest";
import { useBayPath } from "./BayPath";

/** Digits go to the bays of the job that is open, and behind them to the rooms beside the path. */
export function BayKeys({ number, rooms }: { number: string; rooms: readonly BayStop[] }) {
  const router = useRouter();
  const path = [...useBayPath(), ...rooms];
  useHotkeys(
    path.map((_, place) => String(place + 1)),
    (event) => router.push(`/jobs/${number}/${path[Number(event.key) - 1]!.id}`),
    [number, path.length],
  );
  return null;
}
