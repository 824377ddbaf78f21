import { type LiveRun } from "./useRun";

/** A run as a page holds it that has not begun, for tests. */
export const IDLE_RUN: LiveRun = {
  phase: "idle",
  status: null,
  points: {},
  latest: {},
  problem: null,
  arm: () => Promise.resolve(),
  start: () => Promise.resolve(),
  stop: () => undefined,
};
