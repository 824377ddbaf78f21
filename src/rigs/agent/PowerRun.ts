import { findLimitCrossing, type PowerSample, type RunLimits } from "../../core/bench/findLimitCrossing";
import { requireProfile, stepAt, type SweepStep } from "../../core/bench/sweepProfile";
import { type ThrottleOutput, type Wattmeter } from "../instruments";
import { ARMED_FOR_MS, type Cut, type CutCause, DEAD_MAN_MS, type RunStatus, SAMPLE_EVERY_MS } from "../runProtocol";

/** What a run needs from outside, so that tests can hand in their own. */
export interface PowerRunParts {
  wattmeter: Wattmeter;
  throttle: ThrottleOutput;
  /** Called with new samples at least each half second, and once more at the end. */
  onSamples: (samples: readonly PowerSample[]) => void;
  onEnd: (cut: Cut) => void;
}

/** Samples are handed on in chunks of this length, so that a crash loses at most half a second. */
const CHUNK_SAMPLES = 10;
const WATCH_EVERY_MS = 20;
const TRAILING_SAMPLES = 6;
const LIMIT_UNITS = { maxCurrentA: "A", maxPowerW: "W", minVoltageV: "V", maxVoltageV: "V", reading: "" } as const;
const LIMIT_WORDS = {
  maxCurrentA: "amps over",
  maxPowerW: "watts over",
  minVoltageV: "volts under",
  maxVoltageV: "volts over",
  reading: "no usable reading",
} as const;

/**
 * One power-draw run: armed, running, ended. It owns the throttle while it lives, and cuts it to zero on a limit, the
 * stop key, loss of the operator's page, loss of an instrument and the end of the profile. The first cause counts.
 */
export class PowerRun {
  readonly samples: PowerSample[] = [];
  private state: RunStatus["state"] = "armed";
  private cutDone: Cut | null = null;
  private startedMs = 0;
  private armedMs = performance.now();
  private lastBeatMs = performance.now();
  private stepIndex: number | null = null;
  private handedOn = 0;
  private readonly watchTimer: NodeJS.Timeout;

  constructor(
    readonly runId: number,
    private readonly operatorToken: string,
    private readonly profile: readonly SweepStep[],
    private readonly limits: RunLimits,
    private readonly parts: PowerRunParts,
  ) {
    requireProfile(profile);
    parts.wattmeter.onLost((reason) => this.cut("instrument_lost", `Wattmeter lost: ${reason}.`));
    parts.throttle.onLost((reason) => this.cut("instrument_lost", `Throttle output lost: ${reason}.`));
    // The dead man has a timer of its own: it must not wait for a slow instrument.
    this.watchTimer = setInterval(() => this.watch(), WATCH_EVERY_MS);
  }

  status(): RunStatus {
    const { runId, state, stepIndex } = this;
    return { runId, state, stepIndex, sampleCount: this.samples.length, cut: this.cutDone };
  }

  /** True when the token is the one of the page that armed this run. */
  isOperator(token: string): boolean {
    return token === this.operatorToken;
  }

  beat(): void {
    this.lastBeatMs = performance.now();
  }

  /** Starts the profile; does nothing unless armed. */
  async start(): Promise<void> {
    if (this.state !== "armed") return;
    this.state = "running";
    try {
      await this.parts.throttle.enable();
    } catch (error) {
      this.cut("instrument_lost", error instanceof Error ? error.message : String(error));
      return;
    }
    if (this.status().state !== "running") return; // cut while the output was being enabled
    this.startedMs = performance.now();
    void this.sampleLoop();
  }

  stop(): void {
    this.cut(
      this.state === "armed" ? "disarmed" : "stop_key",
      this.state === "armed" ? "Disarmed by hand." : "Stop key.",
    );
  }

  private watch(): void {
    const nowMs = performance.now();
    if (nowMs - this.lastBeatMs > DEAD_MAN_MS) {
      this.cut("operator_lost", `Nothing heard from the operator's page for ${DEAD_MAN_MS} ms.`);
    } else if (this.state === "armed" && nowMs - this.armedMs > ARMED_FOR_MS) {
      this.cut("disarmed", `Armed for ${ARMED_FOR_MS / 1000} s without a start.`);
    }
  }

  private async sampleLoop(): Promise<void> {
    let tick = 0;
    while (this.state === "running") {
      await this.takeSample();
      await waitUntil(this.startedMs + ++tick * SAMPLE_EVERY_MS);
    }
    // A few samples more show that the current really fell.
    for (let i = 0; i < TRAILING_SAMPLES && this.cutDone?.cause !== "instrument_lost"; i++) {
      if (!(await this.readSample())) break;
      await waitUntil(this.startedMs + ++tick * SAMPLE_EVERY_MS);
    }
    this.handOn();
    if (this.cutDone) this.parts.onEnd(this.cutDone);
  }

  private async takeSample(): Promise<void> {
    const timeS = (performance.now() - this.startedMs) / 1000;
    const step = stepAt(this.profile, timeS);
    if (step === null) {
      this.cut("end_of_profile", "The profile has run to its end.");
      return;
    }
    if (step !== this.stepIndex) {
      this.stepIndex = step;
      try {
        await this.parts.throttle.setThrottle(this.profile[step]!.throttle);
      } catch (error) {
        this.cut("instrument_lost", error instanceof Error ? error.message : String(error));
        return;
      }
    }
    const sample = await this.readSample();
    if (!sample) return;
    const crossing = findLimitCrossing(sample, this.limits);
    if (crossing) {
      const unit = LIMIT_UNITS[crossing.limit];
      this.cut(
        "limit",
        `${LIMIT_WORDS[crossing.limit]} the limit: ${crossing.value.toFixed(2)} ${unit}, limit ${crossing.bound} ${unit}.`,
      );
    }
    if (this.samples.length - this.handedOn >= CHUNK_SAMPLES) this.handOn();
  }

  private async readSample(): Promise<PowerSample | null> {
    try {
      const reading = await this.parts.wattmeter.measure();
      const throttle = this.cutDone ? 0 : this.profile[this.stepIndex ?? 0]!.throttle;
      const sample = { timeS: (performance.now() - this.startedMs) / 1000, throttle, ...reading };
      this.samples.push(sample);
      return sample;
    } catch (error) {
      this.cut("instrument_lost", error instanceof Error ? error.message : String(error));
      return null;
    }
  }

  private handOn(): void {
    if (this.samples.length === this.handedOn) return;
    this.parts.onSamples(this.samples.slice(this.handedOn));
    this.handedOn = this.samples.length;
  }

  /** Throttle to zero. The first cause is kept; later ones change nothing. */
  private cut(cause: CutCause, detail: string): void {
    if (this.cutDone) return;
    const wasArmed = this.state === "armed";
    void this.parts.throttle.cut(); // before anything else
    this.cutDone = { cause, detail, atS: wasArmed ? 0 : (performance.now() - this.startedMs) / 1000 };
    this.state = "ended";
    clearInterval(this.watchTimer);
    // A run that never started has no sampling loop to report its end.
    if (wasArmed || this.startedMs === 0) this.parts.onEnd(this.cutDone);
  }
}

function waitUntil(atMs: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, Math.max(0, atMs - performance.now())));
}
