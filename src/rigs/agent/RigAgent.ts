import PQueue from "p-queue";
import pRetry from "p-retry";
import type * as v from "valibot";
import { type Readings } from "../../core/series/series";
import { type InstrumentConfig } from "../commandMap";
import { type Instrument } from "../instruments";
import {
  type ArmRequest,
  type BeatAnswer,
  type PushedReadings,
  type RigStatus,
  type RunStatus,
  type SimulateSchema,
} from "../runProtocol";
import { messageOf } from "../messageOf";
import { InstrumentRack } from "./InstrumentRack";
import { RigRun } from "./RigRun";
import { type RunStore } from "./runStore";

/** A database that is away is tried again for ten seconds. */
const WRITE_RETRIES = 19;
const WRITE_EVERY_MS = 500;
const IDLE_LOOK_MS = 400;

type Simulate = v.InferOutput<typeof SimulateSchema>;

/** What the agent owns. */
export interface RigAgentOptions {
  store: RunStore;
  log: (message: string, detail?: object) => void;
  /** Chooses the simulated drive; absent where the rig is real. */
  simulate?: ((choice: Simulate) => Promise<void>) | undefined;
}

/** The agent refused, with the reason for the person. */
export class RigRefusal extends Error {
  constructor(
    readonly code: "busy" | "not_operator" | "no_run" | "instrument",
    message: string,
  ) {
    super(message);
    this.name = "RigRefusal";
  }
}

/** Owns the instruments and the one run that can be in hand. */
export class RigAgent {
  private readonly rack = new InstrumentRack();
  private run: RigRun | null = null;
  /** Writes of one run, one after the other. */
  private readonly writes = new PQueue({ concurrency: 1 });

  /** Looks after outputs while nothing runs. */
  private readonly idleTimer: NodeJS.Timeout;

  constructor(private readonly options: RigAgentOptions) {
    this.idleTimer = setInterval(() => void this.guardIdle(), IDLE_LOOK_MS);
    this.idleTimer.unref();
  }

  status(): RigStatus {
    return { instruments: this.rack.status(), run: this.run?.status() ?? null };
  }

  /** Takes the shop's list of instruments, connects what is not connected, and says what could not be. */
  async connect(instruments: readonly InstrumentConfig[], pushed: readonly PushedReadings[] = []): Promise<RigStatus> {
    // In the middle of a run the list stays: an instrument must not be let go from under it.
    if (!this.isBusy()) this.rack.setConfigs(instruments);
    this.rack.push(pushed);
    await this.rack.connect();
    return this.status();
  }

  /**
   * Reads every instrument that measures once, outside of any run: nothing is driven by it.
   *
   * @throws {RigRefusal} while a run is in hand, or when nothing measures or none of them answers.
   */
  async readOnce(): Promise<Readings> {
    if (this.isBusy()) throw new RigRefusal("busy", `The rig is busy with run ${this.run!.runId}.`);
    const measuring = this.rack.connected().filter(({ channels }) => channels.length > 0);
    if (measuring.length === 0) throw new RigRefusal("instrument", "Nothing on the rig measures.");
    const asked = await Promise.allSettled(measuring.map((instrument) => instrument.measure()));
    const read = asked.flatMap((each) => (each.status === "fulfilled" ? [each.value] : []));
    const failed = asked.find((each) => each.status === "rejected");
    if (read.length === 0) throw new RigRefusal("instrument", messageOf(failed?.reason));
    return Object.assign({}, ...read) as Readings;
  }

  /**
   * Arms for a run with all instruments that are connected.
   *
   * @throws {RigRefusal} when a run is in hand, or what the profile drives or a limit guards has no instrument.
   */
  async arm(request: v.InferOutput<typeof ArmRequest>): Promise<RunStatus> {
    if (this.isBusy()) throw new RigRefusal("busy", `The rig is busy with run ${this.run!.runId}.`);
    const { runId } = request;
    const instruments = this.rack.connected();
    this.requireInstruments(request, instruments);
    if (request.simulate) await this.options.simulate?.(request.simulate);
    let seq = 0;
    this.run = new RigRun(request, {
      instruments,
      onSamples: (samples) => {
        const chunk = seq++;
        this.write(() => this.options.store.appendSamples(runId, chunk, samples, request.rateHz));
      },
      onEnd: (cut) => {
        this.options.log("run ended", { runId, ...cut });
        this.write(() => this.options.store.finish(runId, cut));
      },
    });
    this.options.log("armed", { runId });
    return this.run.status();
  }

  /** @throws {RigRefusal} */
  async start(runId: number, operatorToken: string): Promise<RunStatus> {
    const run = this.operatedRun(runId, operatorToken);
    run.beat();
    this.write(() => this.options.store.markRunning(runId));
    await run.start();
    return run.status();
  }

  /**
   * Takes the operator's heartbeat, with the readings of stands on the page's serial port, and gives the samples from a
   * number on.
   *
   * @throws {RigRefusal}
   */
  beat(runId: number, operatorToken: string, since: number, pushed: readonly PushedReadings[] = []): BeatAnswer {
    const run = this.operatedRun(runId, operatorToken);
    run.beat();
    this.rack.push(pushed);
    return { status: run.status(), ...run.samplesSince(since) };
  }

  /**
   * Stops the run in hand. Anyone may whom the web process knows; who comes without it shows the run's token.
   *
   * @throws {RigRefusal}
   */
  stop(runId: number, operatorToken?: string): RunStatus {
    if (!this.run || this.run.runId !== runId) throw new RigRefusal("no_run", "That run is not on the rig.");
    if (operatorToken !== undefined) this.operatedRun(runId, operatorToken);
    this.run.stop();
    return this.run.status();
  }

  /** An output that is on while nothing runs was switched on by somebody else: it is cut. */
  private async guardIdle(): Promise<void> {
    if (this.run?.status().state === "running") return;
    for (const { identity, output } of this.rack.connected()) {
      // One that does not answer is lost, and the rack says so.
      const isOn = output
        ? await output.stands().then(
            ({ isOn: on }) => on,
            () => false,
          )
        : false;
      if (!isOn || this.run?.status().state === "running") continue;
      this.options.log("an output was switched on by somebody else, and is cut", { model: identity.model });
      await output?.cut();
    }
  }

  /** Cuts, lets the last samples be written, and lets go of the instruments. */
  async close(): Promise<void> {
    if (this.isBusy()) {
      this.run!.stop();
      await new Promise((resolve) => setTimeout(resolve, 500));
    }
    clearInterval(this.idleTimer);
    await this.writes.onIdle();
    this.rack.close();
  }

  private isBusy(): boolean {
    return this.run !== null && this.run.status().state !== "ended";
  }

  private requireInstruments(
    { profile, limits }: v.InferOutput<typeof ArmRequest>,
    instruments: readonly Instrument[],
  ): void {
    const drives = (what: "throttle" | "pulse") => instruments.some(({ output }) => output?.drives === what);
    const problems = this.rack.status().flatMap(({ name, problem }) => (problem ? [`${name}: ${problem}`] : []));
    const why = problems.length > 0 ? ` ${problems.join(" ")}` : " Add one under Instruments.";
    if (profile.some(({ throttle }) => throttle > 0) && !drives("throttle"))
      throw new RigRefusal("instrument", `Cannot arm: nothing drives the throttle.${why}`);
    if (profile.some(({ pulseS }) => pulseS != null) && !drives("pulse"))
      throw new RigRefusal("instrument", `Cannot arm: nothing drives the servo.${why}`);
    const measured = new Set(instruments.flatMap(({ channels }) => channels));
    if (measured.size === 0) throw new RigRefusal("instrument", `Cannot arm: nothing measures.${why}`);
    if (measured.has("voltage") && measured.has("current")) measured.add("power");
    const unguarded = Object.keys(limits).filter((channel) => !measured.has(channel));
    if (unguarded.length > 0)
      throw new RigRefusal(
        "instrument",
        `Cannot arm: nothing measures ${unguarded.join(", ")}, which has a limit.${why}`,
      );
  }

  private operatedRun(runId: number, operatorToken: string): RigRun {
    if (!this.run || this.run.runId !== runId) throw new RigRefusal("no_run", "That run is not on the rig.");
    if (!this.run.isOperator(operatorToken)) {
      throw new RigRefusal("not_operator", "Another page armed this run. You can stop it, not drive it.");
    }
    return this.run;
  }

  /** Queues a write and tries it again while the database is away; the run itself never waits for it. */
  private write(work: () => Promise<void>): void {
    const attempt = () =>
      pRetry(work, {
        retries: WRITE_RETRIES,
        minTimeout: WRITE_EVERY_MS,
        factor: 1,
        onFailedAttempt: ({ attemptNumber, error }) =>
          this.options.log("write failed", { attempt: attemptNumber, error: error.message }),
      });
    // What could not be written after all that is told in the log; the next write has its own chance.
    void this.writes.add(attempt).catch(() => undefined);
  }
}
