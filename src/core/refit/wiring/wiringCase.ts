import { type Board, type Place } from "./board";

/*
 * What is to be connected to a board, and what was there before. `kind` is seen from the device: a receiver transmits, so its need is
 * `transmit` and takes a pad where the board listens.
 */

/** Something a device must have of the board. */
export type Need = { id: string; at?: Place } & (
  | {
      kind: "serial";
      mode: "full" | "transmit" | "receive" | "half";
      /** The device's signal is inverted: only pads that invert read or send it. */
      inverted?: boolean;
      levelV?: number;
    }
  | { kind: "bus"; address?: number }
  | { kind: "analog"; input?: string; maxV?: number }
  /** Needs of one `set` share one protocol: motors. `protocols` in the order they are liked. */
  | { kind: "output"; protocols: readonly string[]; set?: string }
  | { kind: "signal"; name: string; levelV?: number }
  | {
      kind: "power";
      minV: number;
      maxV: number;
      meanA: number;
      /** For a moment; no more than the mean where it is not given. */
      peakA?: number;
      usb?: boolean;
      quiet?: boolean;
      switchable?: boolean;
    }
  | { kind: "ground" }
);

/** A device with what it needs: all of it, or it is left out. */
export interface Device {
  id: string;
  name: string;
  /** Its kind in the shop's list, where it is of one. */
  type?: string;
  /** Where its leads come to the board, in the board's own millimetres. Without it runs count as nothing. */
  at?: Place;
  /** May not be left out. */
  required?: boolean;
  needs: readonly Need[];
}

/** One line of a need: a serial need in both directions has two, a bus two, all others one. */
export type Line = "rx" | "tx" | "sda" | "scl" | "wire";

/** A wire as it is, or was: a line of a device's need on a pad. */
export interface Wire {
  device: string;
  need: string;
  /** By the pad's side: `rx` goes where the board listens. May be left out where a need has one line. */
  line?: Line;
  pad: string;
  /** The port's number where the pad stands on a board that is not described. */
  port?: number;
  colour?: string;
}

/** What a person settled: this need goes there, or must not. */
export interface Wish {
  device: string;
  need: string;
  pad: string;
}

/** All that a plan depends on. */
export interface WiringCase {
  board: Board;
  devices: readonly Device[];
  /** Volts of the pack, empty and full, for rails that it feeds. */
  pack?: { minV: number; maxV: number };
  /** The board that comes out, if it is described. */
  oldBoard?: Board;
  /** Where the wires were. */
  oldWires?: readonly Wire[];
  pins?: readonly Wish[];
  forbids?: readonly Wish[];
  /** Price the protocol of each set by its place in `protocols`, next after devices left out. */
  likedProtocols?: boolean;
}

/** The lines of a need, in the order they are listed. */
export function linesOf(need: Need): readonly Line[] {
  switch (need.kind) {
    case "serial":
      if (need.mode === "full") return ["rx", "tx"];
      return need.mode === "transmit" ? ["rx"] : need.mode === "receive" ? ["tx"] : ["wire"];
    case "bus":
      return ["sda", "scl"];
    default:
      return ["wire"];
  }
}
