import type * as v from "valibot";
import { type ThrottleOutput, type Wattmeter } from "../instruments";
import { connectThrottle, connectWattmeter, type InstrumentAddress } from "../scpi/scpiInstruments";
import { type ArmRequest, type RigStatus, type RunStatus, type SampleColumns } from "../runProtocol";
import { PowerRun } from "./PowerRun";
import { type RunStore } from "./runStore";

/** What the agent owns. */
export interface RigAgentOptions {
  wattmeter: InstrumentAddress;
  throttle: InstrumentAddress;
  store: RunStore;
  log: (message: string, detail?: object) => void;
  /** Chooses the simulated drive; absent where the rig is real. */
  simulate?: (drive: string, defect: string | null) => Promise<void>;
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
  private wattmeter: Wattmeter | null = null;
  private throttle: ThrottleOutput | null = null;
  private problems = { wattmeter: "Not connected.", throttle: "Not connected." };
  private run: PowerRun | null = null;
  /** Writes of one run, one after the other. */
  private writes: Promise<void> = Promise.resolve();

  constructor(private readonly options: RigAgentOptions) {}

  status(): RigStatus {
    const { wattmeter, throttle } = this.options;
    return {
      wattmeter: {
        address: `${wattmeter.host}:${wattmeter.port}`,
        identity: this.wattmeter?.identity ?? null,
        problem: this.wattmeter ? null : this.problems.wattmeter,
      },
      throttle: {
        address: `${throttle.host}:${throttle.port}`,
        identity: this.throttle?.identity ?? null,
        problem: this.throttle ? null : this.problems.throttle,
      },
      run: this.run?.status() ?? null,
    };
  }

  /** Connects what is not connected, and says what could not be. */
  async connect(): Promise<RigStatus> {
    const reason = (error: unknown) => (error instanceof Error ? error.message : String(error));
    if (!this.wattmeter) {
      try {
        const instrument = await connectWattmeter(this.options.wattmeter);
        instrument.onLost((why) => {
          this.wattmeter = null;
          this.problems.wattmeter = `Lost: ${why}.`;
        });
        this.wattmeter = instrument;
      } catch (error) {
        this.problems.wattmeter = reason(error);
      }
    }
    if (!this.throttle) {
      try {
        const instrument = await connectThrottle(this.options.throttle);
        instrument.onLost((why) => {
          this.throttle = null;
          this.problems.throttle = `Lost: ${why}.`;
        });
        this.throttle = instrument;
      } catch (error) {
        this.problems.throttle = reason(error);
      }
    }
    return this.status();
  }

  /** @throws {RigRefusal} when a run is in hand or an instrument is missing. */
  async arm(request: v.InferOutput<typeof ArmRequest>): Promise<RunStatus> {
    if (this.run && this.run.status().state !== "ended") {
      throw new RigRefusal("busy", `The rig is busy with run ${this.run.runId}.`);
    }
    await this.connect();
    const { wattmeter, throttle } = this;
    if (!wattmeter || !throttle) {
      const missing = wattmeter ? this.problems.throttle : this.problems.wattmeter;
      throw new RigRefusal("instrument", `Cannot arm: ${missing}`);
    }
    if (request.simulate) await this.options.simulate?.(request.simulate.drive, request.simulate.defect);
    let seq = 0;
    const { runId } = request;
    this.run = new PowerRun(runId, request.operatorToken, request.profile, request.limits, {
      wattmeter,
      throttle,
      onSamples: (samples) => {
        const chunk = seq++;
        this.write(() => this.options.store.appendSamples(runId, chunk, samples));
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
   * Takes the operator's heartbeat and gives the samples since the last one.
   *
   * @throws {RigRefusal}
   */
  beat(runId: number, operatorToken: string, since: number): { status: RunStatus; samples: SampleColumns } {
    const run = this.operatedRun(runId, operatorToken);
    run.beat();
    return { status: run.status(), samples: toColumns(run, since) };
  }

  /**
   * Stops the run in hand. Anyone may.
   *
   * @throws {RigRefusal}
   */
  stop(runId: number): RunStatus {
    if (!this.run || this.run.runId !== runId) throw new RigRefusal("no_run", "That run is not on the rig.");
    this.run.stop();
    return this.run.status();
  }

  /** Cuts, lets the last samples be written, and lets go of the instruments. */
  async close(): Promise<void> {
    if (this.run && this.run.status().state !== "ended") {
      this.run.stop();
      await new Promise((resolve) => setTimeout(resolve, 500));
    }
    await this.writes;
    this.wattmeter?.close();
    this.throttle?.close();
  }

  private operatedRun(runId: number, operatorToken: string): PowerRun {
    if (!this.run || this.run.runId !== runId) throw new RigRefusal("no_run", "That run is not on the rig.");
    if (!this.run.isOperator(operatorToken)) {
      throw new RigRefusal("not_operator", "Another page armed this run. You can stop it, not drive it.");
    }
    return this.run;
  }

  /** Queues a write and tries it again while the database is away; the run itself never waits for it. */
  private write(work: () => Promise<void>): void {
    this.writes = this.writes.then(async () => {
      for (let attempt = 1; ; attempt++) {
        try {
          return await work();
        } catch (error) {
          this.options.log("write failed", { attempt, error: error instanceof Error ? error.message : String(error) });
          if (attempt === 20) return;
          await new Promise((resolve) => setTimeout(resolve, 500));
        }
      }
    });
  }
}

function toColumns(run: PowerRun, since: number): SampleColumns {
  const fresh = run.samples.slice(since);
  return {
    timeS: fresh.map(({ timeS }) => timeS),
    throttle: fresh.map(({ throttle }) => throttle),
    voltageV: fresh.map(({ voltageV }) => voltageV),
    currentA: fresh.map(({ currentA }) => currentA),
  };
}
