import { joinSeries, type Series } from "../../core/series/series";
import { DEMO_DRIVES } from "../../sim/demoDrives";
import { type Random, seededRandom } from "../../sim/random";
import { type Cut } from "../runProtocol";
import { SIMULATED_INSTRUMENTS } from "../simulated/simulatedInstruments";
import { type SimulatedBench, startSimulatedBench } from "../simulated/startSimulatedBench";
import { RigAgent } from "./RigAgent";
import { StandstillClock } from "./StandstillClock";

/** What goes wrong in a trial. */
export const TRIAL_CAUSES = ["limit", "page", "instrument"] as const;
export type TrialCause = (typeof TRIAL_CAUSES)[number];

/** How one trial ended. */
export interface Trial {
  cause: TrialCause;
  /** What was chosen by chance: the limit, the moment, the instrument. */
  detail: string;
  /** Milliseconds from the fault to throttle zero at the output; for a limit, samples after the crossing one. */
  late: number;
  /** Milliseconds of `late` in which this very process stood still, because its machine gave it no time; 0 for a limit. */
  stoodStillMs: number;
  /** The longest standstill of the whole trial. */
  longestStandstillMs: number;
  isZero: boolean;
  isRightCause: boolean;
}

/** How late the throttle may be at zero: one sample, 500 ms, 1 s. */
export const MAY_BE_LATE: Readonly<Record<TrialCause, number>> = { limit: 1, page: 500, instrument: 1000 };

const TOKEN = "operator-of-the-trial";
const BEAT_MS = 50;
const RATE_HZ = 50;
const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/**
 * Runs one trial on a rig of its own: a run begins, something goes wrong at a random moment, and the throttle that is in force
 * at the output itself is watched.
 */
export async function runTrial(cause: TrialCause, seed: number): Promise<Trial> {
  const random = seededRandom(seed * 6_700_417);
  const bench = await startSimulatedBench({ drives: DEMO_DRIVES, seed });
  const chunks: Series[] = [];
  let cut: Cut | null = null;
  const store = {
    markRunning: async () => {},
    closeAbandoned: async () => {},
    appendSamples: async (_: number, __: number, samples: Series) => void chunks.push(samples),
    finish: async (_: number, done: Cut) => void (cut = done),
  };
  const agent = new RigAgent({ store, log: () => {} });
  let beating: NodeJS.Timeout | undefined;
  const clock = new StandstillClock();
  try {
    await agent.connect(bench.instruments);
    const maxA = cause === "limit" ? 8 + 50 * random() : 500;
    const throttle = cause === "limit" ? 1 : 0.3 + 0.7 * random();
    const profile = [
      { name: "up", throttle, fromThrottle: 0, holdS: 1 + 2 * random() },
      { name: "on", throttle, holdS: 30 },
    ];
    const limits = { current: { max: maxA } };
    await agent.arm({ runId: seed, operatorToken: TOKEN, profile, limits, rateHz: RATE_HZ });
    beating = setInterval(() => agent.beat(seed, TOKEN, 0), BEAT_MS);
    await agent.start(seed, TOKEN);
    const fault =
      cause === "limit" ? null : await breakSomething(cause, { bench, random, stopBeat: () => clearInterval(beating) });
    for (let wait = 0; cut === null && wait < 300; wait++) await sleep(20);
    await sleep(60);
    const last = bench.throttleEvents.at(-1)!;
    const done = cut as Cut | null;
    const wanted = { limit: "limit", page: "operator_lost", instrument: "instrument_lost" }[cause];
    return {
      cause,
      detail: fault?.detail ?? `over ${maxA.toFixed(1)} A`,
      late: fault ? last.atMs - fault.atMs : samplesAfterCrossing(joinSeries(chunks), maxA),
      stoodStillMs: fault ? clock.between(fault.atMs, last.atMs) : 0,
      longestStandstillMs: clock.longestMs(),
      isZero: last.throttle === 0,
      isRightCause: done?.cause === wanted,
    };
  } finally {
    clock.stop();
    clearInterval(beating);
    await agent.close();
    await bench.close();
  }
}

/** Whether a trial ended as it must: at zero, for the right cause, and in time, standstills of the machine apart. */
export function hasPassed({ cause, late, stoodStillMs, isZero, isRightCause }: Trial): boolean {
  return isZero && isRightCause && late - stoodStillMs <= MAY_BE_LATE[cause];
}

async function breakSomething(
  cause: "page" | "instrument",
  given: { bench: SimulatedBench; random: Random; stopBeat: () => void },
): Promise<{ atMs: number; detail: string }> {
  const { bench, random, stopBeat } = given;
  const afterMs = 400 + 1600 * random();
  await sleep(afterMs);
  const atMs = performance.now();
  if (cause === "page") {
    stopBeat();
    return { atMs, detail: `page gone after ${afterMs.toFixed(0)} ms` };
  }
  const chosen = SIMULATED_INSTRUMENTS[Math.floor(random() * SIMULATED_INSTRUMENTS.length)]!;
  bench.unplug(chosen.key);
  return { atMs, detail: `${chosen.name} unplugged after ${afterMs.toFixed(0)} ms` };
}

/** Samples with throttle after the one that crossed; 1 when the very next has none. */
function samplesAfterCrossing({ current = [], throttle = [] }: Series, maxA: number): number {
  const crossing = current.findIndex((amps) => amps > maxA);
  const zero = throttle.findIndex((value, at) => at > crossing && value === 0);
  return crossing < 0 || zero < 0 ? Infinity : zero - crossing;
}

/** A machine that stands still for longer than this may lose page and instruments by itself. */
const UNFIT_STANDSTILL_MS = 150;
const MOST_ATTEMPTS = 3;

/** Runs trials, some at a time, the causes in turn. One that failed while the machine stood still says nothing and is run again. */
export async function runTrials(count: number, atOnce: number, firstSeed = 1): Promise<Trial[]> {
  const trials: Trial[] = [];
  for (let from = 0; from < count; from += atOnce) {
    const seeds = Array.from({ length: Math.min(atOnce, count - from) }, (_, at) => firstSeed + from + at);
    trials.push(...(await Promise.all(seeds.map((seed) => runFairTrial(TRIAL_CAUSES[seed % 3]!, seed)))));
  }
  return trials;
}

async function runFairTrial(cause: TrialCause, seed: number): Promise<Trial> {
  for (let attempt = 1; ; attempt++) {
    const trial = await runTrial(cause, seed);
    const isFair = trial.longestStandstillMs <= UNFIT_STANDSTILL_MS;
    if (hasPassed(trial) || isFair || attempt === MOST_ATTEMPTS) return trial;
  }
}
