import { type RunKind } from "@/core/bench/run/runKinds";

/** A kind of part that is held against itself. */
export type BaselinedPart = "motor" | "servo" | "esc";

/** Kinds of runs that measure parts which have baselines of their own. */
export const BASELINED_PART: Readonly<Partial<Record<RunKind, BaselinedPart>>> = {
  motor: "motor",
  servo: "servo",
  esc: "esc",
};
