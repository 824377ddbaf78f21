"use client";

import { useRouter } from "next/navigation";
import { useHotkeys } from "react-hotkeys-hook";
import { BAYS } from "./bays";

/** Digits go to the bays of the job that is open. */
export function BayKeys({ number }: { number: string }) {
  const router = useRouter();
  useHotkeys("1,2,3,4,5,6", (event) => router.push(`/jobs/${number}/${BAYS[Number(event.key) - 1]}`), [number]);
  return null;
}
