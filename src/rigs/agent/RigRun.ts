import { type Command, ProfileCursor } from "../../core/bench/run/ProfileCursor";
import { type ProfileStep } from "../../core/bench/run/profile";
import { crossingText, LimitWatch, type RunLimits } from "../../core/bench/run/runLimits";
import { messageOf } from "../messageOf";
import { type Readings, type Series, toSeries } from "../../core/series/series";
import { afterArrivals } from "../afterArrivals";
import { type Instrument } from "../instruments";
import { ARMED_FOR_MS, type Cut, type CutCause, type RunStatus } from "../runProtocol";
import { DeadMan } from "./DeadMan";

/** What a run needs from outside, so that tests can hand in their own. */
export interface RigRunParts {
  instruments: readonly Instrument[];
  /** Called with new samples at least each half second, and once more at the end. */
  onSamples: (samples: Series) => void;
  onEnd: (cut: Cut) => void;
}

/** What is to be run. */
export interface RunOrder {
  runId: number;
  operatorToken: string;
  profile: readonly ProfileStep[];
  limits: RunLimits;
  rateHz: number;
}

/** Samples are handed on in chunks of this length, so that a crash loses at most half a second. */
const CHUNK_S = 0.5;
/** Samples that are kept in memory for a page that asks late; the store has them all. */
const KEPT_S = 20;
const WATCH_EVERY_MS = 20;
const TRAILING_S = 0.3;
/** An output rounds what it is set to. */
const SLACK_THROTTLE = 0.006;
const SLACK_PULSE_S = 6e-6;

/**
 * One run: armed, running, ended. It owns the outputs while it lives, and cuts them to zero on a limit, the stop key, loss of
 * the operator's page, loss of an instrument and the end of the profile. The first cause counts.
 */
export class RigRun {
  private rows: Readings[] = [];
  /** Number of the first row that is still in memory. */
  private firstRow = 0;
  private handedOn = 0;
  private state: RunStatus["state"] = "armed";
  private cutDone: Cut | null = null;
  private startedMs = 0;
  private readonly armedMs = performance.now();
  private readonly deadMan = new DeadMan(performance.now());
  private command: Command | null = null;
  private latest: Readings = {};
  private silenceAtEndMs: number | null = null;
  private readonly watchTimer: NodeJS.Timeout;
  /** Instruments live on; a run that is over listens to them no more. */
  private readonly leaveInstruments: (() => void)[];
  private readonly cursor: ProfileCursor;
  private readonly limitWatch: LimitWatch;

  constructor(
    private readonly order: RunOrder,
    private readonly parts: RigRunParts,
  ) {
    this.cursor = new ProfileCursor(order.profile);
    this.limitWatch = new LimitWatch(order.limits);
    this.leaveInstruments = parts.instruments.map((instrument) =>
      instrument.onLost((reason) => this.cut("instrument_lost", `${instrument.identity.model} lost: ${reason}.`)),
    );
    // The dead man has a timer of its own: it must not wait for a slow instrument.
    this.watchTimer = setInterval(() => this.watch(), WATCH_EVERY_MS);
  }

  get runId(): number {
    return this.order.runId;
  }

  status(): RunStatus {
    const { runId, state } = this;
    return {
      runId,
      state,
      stepIndex: this.command?.step ?? null,
      sampleCount: this.firstRow + this.rows.length,
      longestSilenceMs: Math.round(this.silenceAtEndMs ?? this.deadMan.longestSilenceMs(performance.now())),
      cut: this.cutDone,
    };
  }

  /** True when the token is the one of the page that armed this run. */
  isOperator(token: string): boolean {
    return token === this.order.operatorToken;
  }

  beat(): void {
    this.deadMan.hear(performance.now());
  }

  /** Samples from a number on, as far back as memory goes, with the number of the first. */
  samplesSince(since: number): { from: number; samples: Series } {
    const from = Math.max(since, this.firstRow);
    return { from, samples: toSeries(this.rows.slice(from - this.firstRow)) };
  }

  /** Starts the profile; does nothing unless armed. */
  async start(): Promise<void> {
    if (this.state !== "armed") return;
    this.state = "running";
    try {
      await Promise.all(this.outputs().map((output) => output.enable()));
    } catch (error) {
      this.cut("instrument_lost", `${messageOf(error)}.`);
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

  private outputs() {
    return this.parts.instruments.flatMap(({ output }) => (output ? [output] : []));
  }

  private watch(): void {
    if (this.deadMan.look(performance.now())) {
      // When this process was the one that was late, a beat may lie in the socket already.
      afterArrivals(() => {
        const silence = this.deadMan.look(performance.now());
        if (silence) this.cut("operator_lost", silence);
      });
    } else if (this.state === "armed" && performance.now() - this.armedMs > ARMED_FOR_MS) {
      this.cut("disarmed", `Armed for ${ARMED_FOR_MS / 1000} s without a start.`);
    }
  }

  private async sampleLoop(): Promise<void> {
    const everyMs = 1000 / this.order.rateHz;
    let tick = 0;
    const nextTick = () => {
      // A loop that fell behind goes on from now: it must not run after the samples it missed.
      tick = Math.max(tick + 1, Math.floor((performance.now() - this.startedMs) / everyMs));
      return waitUntil(this.startedMs + tick * everyMs);
    };
    while (this.state === "running") {
      await this.takeSample();
      await nextTick();
    }
    // A few samples more show that the current really fell.
    const trailing = Math.ceil(TRAILING_S * this.order.rateHz);
    for (let i = 0; i < trailing && this.cutDone?.cause !== "instrument_lost"; i++) {
      if (!(await this.readSample())) break;
      await nextTick();
    }
    this.handOn();
    if (this.cutDone) this.parts.onEnd(this.cutDone);
  }

  private async takeSample(): Promise<void> {
    const timeS = this.nowS();
    const command = this.cursor.at(timeS, this.latest);
    if (command === null) {
      this.cut("end_of_profile", "The profile has run to its end.");
      return;
    }
    if (!sameCommand(command, this.command)) {
      try {
        await Promise.all(this.outputs().map((output) => this.drive(output, command)));
      } catch (error) {
        this.cut("instrument_lost", `${messageOf(error)}.`);
        return;
      }
    }
    this.command = command;
    const readings = await this.readSample();
    if (!readings) return;
    const crossing = this.limitWatch.check(this.nowS(), readings);
    if (crossing) this.cut("limit", `${crossingText(crossing)}.`);
    if ((this.firstRow + this.rows.length - this.handedOn) / this.order.rateHz >= CHUNK_S) this.handOn();
  }

  private async drive(output: ReturnType<RigRun["outputs"]>[number], command: Command): Promise<void> {
    // A cut that came while another output was being set must stay a cut.
    if (this.state !== "running" || (output.drives === "pulse" && command.pulseS === null)) return;
    await output.set(command);
  }

  private async readSample(): Promise<Readings | null> {
    try {
      const [answers, taken] = await Promise.all([
        Promise.all(this.parts.instruments.map((instrument) => instrument.measure())),
        this.takenOutput(),
      ]);
      if (taken !== null) this.cut("output_taken", taken);
      const readings = Object.assign({}, ...answers) as Readings;
      this.latest = readings;
      const { step = 0, output = 0, throttle = 0, pulseS = null } = this.command ?? {};
      const commanded = {
        step,
        output,
        throttle: this.cutDone ? 0 : throttle,
        ...(pulseS !== null && { pulse: pulseS }),
      };
      this.rows.push({ time: this.nowS(), ...commanded, ...readings });
      return readings;
    } catch (error) {
      this.cut("instrument_lost", `${messageOf(error)}.`);
      return null;
    }
  }

  /** Says how an output stands that does not stand where it was set; null when all do. */
  private async takenOutput(): Promise<string | null> {
    if (this.state !== "running" || !this.command) return null;
    const { throttle, pulseS } = this.command;
    for (const { identity, output } of this.parts.instruments) {
      const set = output?.drives === "throttle" ? throttle : pulseS;
      if (!output || set === null) continue;
      const { isOn, value } = await output.stands();
      if (this.cutDone) return null; // it stands at zero, as it must
      if (!isOn) return `${identity.model} was switched off by somebody else.`;
      const slack = output.drives === "throttle" ? SLACK_THROTTLE : SLACK_PULSE_S;
      if (value !== null && Math.abs(value - set) > slack)
        return `${identity.model} stands at ${value}, and was set to ${set}: somebody else moved it.`;
    }
    return null;
  }

  private handOn(): void {
    const fresh = this.rows.slice(this.handedOn - this.firstRow);
    if (fresh.length === 0) return;
    this.handedOn += fresh.length;
    this.parts.onSamples(toSeries(fresh));
    const spare = Math.min(this.rows.length - Math.ceil(KEPT_S * this.order.rateHz), this.handedOn - this.firstRow);
    if (spare > 0) {
      this.rows.splice(0, spare);
      this.firstRow += spare;
    }
  }

  private nowS(): number {
    return (performance.now() - this.startedMs) / 1000;
  }

  /** Throttle to zero. The first cause is kept; later ones change nothing. */
  private cut(cause: CutCause, detail: string): void {
    if (this.cutDone) return;
    const wasArmed = this.state === "armed";
    for (const output of this.outputs()) void output.cut(); // before anything else
    this.cutDone = { cause, detail, atS: wasArmed || this.startedMs === 0 ? 0 : this.nowS() };
    this.state = "ended";
    this.silenceAtEndMs = this.deadMan.longestSilenceMs(performance.now());
    clearInterval(this.watchTimer);
    for (const leave of this.leaveInstruments) leave();
    // A run that never started has no sampling loop to report its end.
    if (wasArmed || this.startedMs === 0) this.parts.onEnd(this.cutDone);
  }
}

function sameCommand(a: Command, b: Command | null): boolean {
  return b !== null && a.throttle === b.throttle && a.output === b.output && a.pulseS === b.pulseS;
}

function waitUntil(atMs: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, Math.max(0, atMs - performance.now())));
}
