/*
 * What a board file says of a flight controller: its pads, what they can do, and what one use of a pad takes from another. Lengths
 * are millimetres from the outline's top left corner, x to the right and y down, seen from above.
 */

/** Where something is on the board, or around it: what lies beyond the outline has a place there as well. */
export interface Place {
  xMm: number;
  yMm: number;
}

/** One thing that a pad can be used for. */
export type PadUse =
  /** Where the board listens (`rx`) or speaks (`tx`) on a serial port. */
  | { function: "rx" | "tx"; port: string; inverts?: boolean; halfDuplex?: boolean }
  /** A line of a bus that devices share. */
  | { function: "sda" | "scl"; port: string }
  /** Measures volts; `input` names what the board takes it for. */
  | { function: "analog"; input?: string; maxV?: number }
  /** A motor or servo signal. */
  | { function: "output"; group: string; number: number }
  | { function: "power"; rail: string }
  | { function: "ground" }
  /** Anything else with a name: video in, video out, buzzer, lamps. */
  | { function: "signal"; name: string };

export interface Pad {
  /** As printed on the board; one name, one pad. */
  name: string;
  /** Other labels of the same pad. */
  also?: readonly string[];
  xMm: number;
  yMm: number;
  side?: "top" | "bottom";
  /** What it can be used for, one of them at a time. */
  uses: readonly PadUse[];
  /** How many wires it holds: 1, or as many as there are on power and ground. */
  wires?: number;
  /** Highest volts that a signal on it may have. */
  toleratesV?: number;
}

/** A serial port or a bus. One device to a serial port, whatever its pads are called; a bus is shared. */
export interface Port {
  id: string;
  /** As the settings call it. */
  number: number;
  kind: "serial" | "bus";
}

/** One way that a rail can be fed: by its own regulator, from the pack, or from another rail. */
export interface RailChoice {
  /** What a technician does for it: "jumper J2 bridged"; empty where nothing is to be done. */
  by: string;
  volts?: number | "pack";
  from?: string;
  usb?: boolean;
  quiet?: boolean;
}

/** A supply on the board. The first choice is how the board comes. */
export interface Rail {
  id: string;
  choices: readonly RailChoice[];
  /** What it gives all the time, and for a moment; with no `peakA` not more for a moment either. */
  maxA: number;
  peakA?: number;
  /** Alive while only USB is plugged in. */
  usb?: boolean;
  quiet?: boolean;
  /** Can be switched off by a setting or a switch. */
  switchable?: boolean;
}

/** Outputs behind one timer: they speak one protocol at a time. */
export interface OutputGroup {
  id: string;
  protocols: readonly string[];
}

/** Two things of which one alone can be used: pads by name, or ports by id. */
export interface Block {
  between: readonly [string, string];
  because?: string;
}

/** A board of the shop's board files. */
export interface Board {
  name: string;
  outline: { widthMm: number; heightMm: number };
  /** Which way the printed arrow points, clockwise from the top edge as drawn. */
  forwardDeg?: number;
  mounting?: { patternMm: number; holeMm: number };
  gyro?: { class: string; loopHz: readonly number[] };
  processor?: { class: string; loopHz: readonly number[] };
  sensors?: readonly string[];
  /** An all-in-one's own ESCs. */
  esc?: { continuousA: number; burstA: number; outputs: number };
  pads: readonly Pad[];
  ports: readonly Port[];
  rails: readonly Rail[];
  groups: readonly OutputGroup[];
  blocks: readonly Block[];
}

/** The pad that carries a label, its name or another one. */
export function findPad(board: Board, label: string): Pad | undefined {
  return board.pads.find(({ name, also }) => name === label || also?.includes(label));
}
