"use client";

import { useRouter } from "next/navigation";
import { useHotkeys } from "react-hotkeys-hook";
import { useBayPath } from "./BayPath";

/** Digits go to the bays of the job that is open. */
export function BayKeys({ number }: { number: string }) {
  const router = useRouter();
  const path = useBayPath();
  useHotkeys(
    path.map((_, place) => String(place + 1)),
    (event) => router.push(`/jobs/${number}/${path[Number(event.key) - 1]!.id}`),
    [number, path],
  );
  return null;
}
