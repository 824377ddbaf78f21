import { type RunLimits } from "@/core/bench/findLimitCrossing";
import { type SweepStep } from "@/core/bench/sweepProfile";
import { type InstrumentIdentity } from "@/rigs/instruments";
import { type CutCause } from "@/rigs/runProtocol";

/** A stored bench run without its samples. */
export interface BenchRun {
  id: number;
  craftId: number;
  jobId: number | null;
  personName: string;
  kind: "power-draw";
  profile: SweepStep[];
  limits: RunLimits;
  instruments: { wattmeter: InstrumentIdentity; throttle: InstrumentIdentity } | null;
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
  instrument_lost: "Cut: an instrument was lost",
  disarmed: "Disarmed before it ran",
  agent_lost: "The rig agent stopped",
};
