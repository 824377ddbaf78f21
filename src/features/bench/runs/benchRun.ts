import { type MeasurementOptions } from "@/core/bench/measure/measureColumns";
import { type ProfileStep } from "@/core/bench/run/profile";
import { type RunKind } from "@/core/bench/run/runKinds";
import { type RunLimits } from "@/core/bench/run/runLimits";
import { type InstrumentIdentity } from "@/rigs/instruments";
import { type CutCause } from "@/rigs/runProtocol";

/** An instrument as it took part in a run. */
export interface RunInstrument extends InstrumentIdentity {
  /** True when its calibration had run out on that day. */
  isOverdue?: boolean;
  /** What it measured. */
  channels?: readonly string[];
}

/** What a run's verdict needs beside the samples. */
export interface RunOptions extends MeasurementOptions {
  /** Cells of the usual and the higher pack, and the rung, of an over-voltage ladder. */
  usualCells?: number | null | undefined;
  higherCells?: number | null | undefined;
  rung?: number | null | undefined;
  /** Which of the craft's parts is measured, by its position, where a run measures one of several. */
  position?: string | null | undefined;
  /** The pack of the list that was measured. */
  packId?: number | null | undefined;
}

/** A stored bench run without its samples. */
export interface BenchRun {
  id: number;
  craftId: number;
  jobId: number | null;
  personName: string;
  kind: RunKind;
  profile: ProfileStep[];
  limits: RunLimits;
  options: RunOptions;
  rateHz: number;
  instruments: readonly RunInstrument[];
  state: "armed" | "running" | "ended";
  cutCause: CutCause | null;
  cutDetail: string;
  cutAtS: number | null;
  createdAt: Date;
}

/** Why a run ended, in words. */
export const CUT_WORDS: Readonly<Record<CutCause, string>> = {
  end_of_profile: "Ran to its end",
  limit: "Cut on a limit",
  stop_key: "Stopped by the stop key",
  operator_lost: "Cut: the operator's page was lost",
  output_taken: "Cut: the output did not stand where it was set",
  instrument_lost: "Cut: an instrument was lost",
  disarmed: "Disarmed before it ran",
  agent_lost: "The rig agent stopped",
  imported: "Taken from a file",
};
