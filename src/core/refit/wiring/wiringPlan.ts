import { type Line } from "./wiringCase";

/** A wire of a plan. */
export interface PlannedWire {
  device: string;
  need: string;
  line: Line;
  pad: string;
  /** Of a serial port, a bus, a rail, an output group; empty for the others. */
  port: string;
  runMm: number;
  moved: boolean;
}

/** What a plan costs, in the order of merit. A plan is better by the first of them that differs. */
export interface WiringCost {
  leftOut: number;
  /** Sum over sets of the place of their protocol among those liked, from 0; 0 where protocols are not priced. */
  protocolRank: number;
  /** Wires whose pad bears another name than the one they were on; a wire that was not there is not moved. */
  moved: number;
  /** Straight from where a device's leads come to the pad, each wire rounded to 0.01 mm. */
  runMm: number;
  /** Serial and bus needs whose port has another number than before. */
  portsChanged: number;
}

/** Which choice a rail is set to, and what hangs on it. */
export interface PlannedRail {
  rail: string;
  by: string;
  minV: number;
  maxV: number;
  meanA: number;
  peakA: number;
  maxA: number;
  maxPeakA: number;
}

/** What goes where. */
export interface WiringPlan {
  leftOut: readonly string[];
  wires: readonly PlannedWire[];
  rails: readonly PlannedRail[];
  /** Of each set of outputs. */
  protocols: Readonly<Record<string, string>>;
  /** Of each output group in use. */
  groups: Readonly<Record<string, string>>;
  cost: WiringCost;
}
