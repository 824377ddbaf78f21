import { type BenchDefect } from "@/sim/benchDefects";

/** What the demo's hidden defects are called. */
export const DEFECT_NAMES: Readonly<Record<BenchDefect, string>> = {
  "dragging-bearing": "a dragging bearing",
  "gritty-bearing": "grit in a bearing",
  "shorted-turn": "a shorted turn",
  "weak-magnet": "a weak magnet",
  "nicked-prop": "a nicked prop",
  "coarse-prop": "props too coarse",
  "tired-pack": "a tired pack",
  "weak-cell": "a weak cell",
  "wrong-gain": "a current sensor off",
  "chattering-servo": "a chattering servo",
  "worn-servo": "worn servo gears",
  "binding-linkage": "a linkage that binds",
  "hot-phase": "a hot ESC phase",
};
