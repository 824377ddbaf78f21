import { isBurnt } from "./burntReason";

/** What a part came out as, and how it is said. */
export const REMOVED_AS = {
  burnt: "it burnt",
  faulty: "faulty",
  worn: "worn out",
  crash: "broken in a crash",
  sound: "sound: another is wanted",
} as const;

export type RemovedAs = keyof typeof REMOVED_AS;

/** All of them, in the order they are offered. */
export const REMOVED_AS_LIST = Object.keys(REMOVED_AS) as [RemovedAs, ...RemovedAs[]];

/** It came out without having failed: what it did until then says nothing of whether it would have. */
export function isNoFailure(removedAs: RemovedAs | null): boolean {
  return removedAs === "sound" || removedAs === "crash";
}

/** What the words of a reason propose; whoever writes them decides. */
export function removedAsByWords(reason: string): RemovedAs {
  if (isBurnt(reason)) return "burnt";
  if (/\b(crash(ed)?|hit|tree|branch|hard landing)\b/i.test(reason)) return "crash";
  if (/\b(worn|wears|old age)\b/i.test(reason)) return "worn";
  return "faulty";
}
