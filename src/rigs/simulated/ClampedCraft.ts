import { type Readings } from "../../core/series/series";
import { BENCH_DEFECTS, type BenchDefect, type Severity, simulateCraft } from "../../sim/benchDefects";
import { BenchWorld } from "../../sim/BenchWorld";
import { type DriveParameters } from "../../sim/driveModel";
import { seededRandom } from "../../sim/random";

/** One throttle command as it took effect. */
export interface ThrottleEvent {
  atMs: number;
  throttle: number;
}

/** What is chosen to be clamped on the bench. */
export interface CraftChoice {
  defect: BenchDefect | null;
  severity?: Severity;
  seed?: number;
  cells?: number;
}

const STEP_S = 0.005;
const MIDDLE_S = 1500e-6;
/** What an instrument answers for a channel that is not connected. @see SCPI-1999 volume 1, 7.2.1.5: 9.91E37 stands for not-a-number. */
const NOT_CONNECTED = "9.91E37";
const NO_ERROR = "0,No error";

interface Output {
  on: boolean;
  throttle: number;
  motor: number;
}

/** The craft that stands on the simulated bench, with the throttle box and the servo tester that command it. */
export class ClampedCraft {
  /** Every change of the throttle in force, oldest first. */
  readonly throttleEvents: ThrottleEvent[];
  private readonly random;
  private world: BenchWorld;
  private steppedMs = performance.now();
  private output: Output = { on: false, throttle: 0, motor: 0 };
  private pulseS = MIDDLE_S;
  private isServoOn = false;
  private lastError = NO_ERROR;
  private seen: { atMs: number; readings: Readings } | null = null;

  constructor(
    private readonly options: {
      drives: Readonly<Record<string, DriveParameters>>;
      seed: number;
      log?: (line: string) => void;
    },
  ) {
    this.random = seededRandom(options.seed);
    const first = Object.values(options.drives)[0]!;
    this.world = new BenchWorld(simulateCraft(first, { defect: null, seed: options.seed }), this.random);
    this.throttleEvents = [{ atMs: this.steppedMs, throttle: 0 }];
  }

  /** A channel as an instrument says it. */
  number(channel: string): string {
    const value = this.readings()[channel] ?? NaN;
    return Number.isFinite(value) ? value.toFixed(4) : NOT_CONNECTED;
  }

  /** The output's master is gone: it switches itself off. */
  switchOff(): void {
    this.setOutput({ on: false, throttle: 0, motor: 0 });
  }

  putOnBench(name: string, choice: CraftChoice = { defect: null }): void {
    const chosen = this.options.drives[name];
    if (!chosen || (choice.defect !== null && !BENCH_DEFECTS.includes(choice.defect))) {
      this.lastError = `-224,Illegal parameter value;${chosen ? choice.defect : name}`;
      return;
    }
    this.advance();
    const seed = choice.seed ?? this.options.seed;
    const make = { ...chosen, cells: choice.cells ?? chosen.cells };
    // A higher pack of the same cells: each adds its own resistance.
    make.packResistanceOhm *= make.cells / chosen.cells;
    this.world = new BenchWorld(simulateCraft(make, { ...choice, seed, place: seed }), this.random);
    this.seen = null;
    this.options.log?.(`on the bench: ${name}${choice.defect ? ` with a hidden ${choice.defect}` : ""}`);
  }

  /** Answers a command of the throttle box; undefined where it answers nothing. */
  throttleBox(command: string, argument: string): string | undefined {
    switch (command) {
      case "SOUR:SEL":
        this.setOutput({ ...this.output, motor: Number(argument) || 0 });
        return undefined;
      case "SOUR:THR": {
        const value = Number(argument);
        if (value >= 0 && value <= 1) this.setOutput({ ...this.output, throttle: value });
        else this.lastError = "-222,Data out of range";
        return undefined;
      }
      case "SOUR:THR?":
        return this.output.throttle.toFixed(4);
      case "OUTP":
        this.setOutput({ ...this.output, on: isOn(argument) });
        return undefined;
      case "OUTP?":
        return this.output.on ? "1" : "0";
      case "SIM:DRIVE":
        this.putOnBench(...readChoice(argument));
        return undefined;
      case "SYST:ERR?":
        return this.takeError();
      default:
        this.lastError = `-113,Undefined header;${command}`;
        return command.endsWith("?") ? "" : undefined;
    }
  }

  /** Answers a command of the servo tester; undefined where it answers nothing. */
  servoTester(command: string, argument: string): string | undefined {
    switch (command) {
      case "SOUR:PULS":
        this.advance();
        if (Number(argument) >= 0.5e-3 && Number(argument) <= 2.5e-3) this.pulseS = Number(argument);
        else this.lastError = "-222,Data out of range";
        return undefined;
      case "OUTP":
        this.isServoOn = isOn(argument);
        return undefined;
      case "OUTP?":
        return this.isServoOn ? "1" : "0";
      case "SYST:ERR?":
        return this.takeError();
      default:
        return undefined;
    }
  }

  /** Brings the craft up to now; between two calls the commands stand still. */
  private advance(): void {
    const nowMs = performance.now();
    let leftS = Math.min(5, (nowMs - this.steppedMs) / 1000);
    this.steppedMs = nowMs;
    const { on, throttle, motor } = this.output;
    const command = { throttle: on ? throttle : 0, output: motor, pulseS: this.pulseS };
    for (; leftS > 0; leftS -= STEP_S) this.world.step(command, Math.min(STEP_S, leftS));
  }

  /** One look at all channels serves every question within a millisecond. */
  private readings(): Readings {
    this.advance();
    if (this.seen === null || performance.now() - this.seen.atMs > 1)
      this.seen = { atMs: performance.now(), readings: this.world.read() };
    return this.seen.readings;
  }

  private setOutput(next: Output): void {
    this.advance();
    this.output = next;
    const throttle = next.on ? next.throttle : 0;
    if (throttle === this.throttleEvents.at(-1)!.throttle) return;
    this.throttleEvents.push({ atMs: performance.now(), throttle });
    this.options.log?.(`throttle ${throttle.toFixed(3)}`);
  }

  private takeError(): string {
    const error = this.lastError;
    this.lastError = NO_ERROR;
    return error;
  }
}

function isOn(argument: string): boolean {
  return /^(ON|1)$/i.test(argument);
}

/** "name,defect,severity,seed,cells" */
function readChoice(argument: string): [name: string, choice: CraftChoice] {
  const [name, defect = "none", severity = "2", seed, cells] = argument.split(",");
  return [
    name!,
    {
      defect: defect === "none" ? null : (defect as BenchDefect),
      severity: Number(severity) as Severity,
      ...(seed !== undefined && { seed: Number(seed) }),
      ...(cells !== undefined && { cells: Number(cells) }),
    },
  ];
}
