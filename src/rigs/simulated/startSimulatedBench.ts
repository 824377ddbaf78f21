import { type DriveDefect, type DriveParameters, restingState, stepDrive, withDefect } from "../../sim/driveModel";
import { gaussian, seededRandom } from "../../sim/random";
import { METER_NOISE } from "../../sim/simulateSweep";
import { startScpiServer } from "./scpiServer";

/** What the simulated bench is built from. */
export interface SimulatedBenchOptions {
  wattmeterPort: number;
  throttlePort: number;
  /** Drives that `SIM:DRIVE` can put on the bench, by name. */
  drives: Readonly<Record<string, DriveParameters>>;
  seed: number;
  log?: (line: string) => void;
}

/** One throttle command as it took effect. */
export interface ThrottleEvent {
  atMs: number;
  throttle: number;
}

/** A running simulated bench. */
export interface SimulatedBench {
  wattmeterPort: number;
  throttlePort: number;
  /** Every change of the throttle in force, oldest first: what tests hold the agent to. */
  throttleEvents: readonly ThrottleEvent[];
  putOnBench(drive: string, defect: DriveDefect | null): void;
  /** Takes an instrument's plug out. */
  unplug(instrument: "wattmeter" | "throttle"): void;
  close(): Promise<void>;
}

const STEP_S = 0.005;
const OVERRANGE = "9.9E37"; // SCPI-1999 volume 1, 7.2.1.5: what an instrument answers instead of not-a-number

/**
 * Starts a wattmeter and a throttle output on loopback, joined by a simulated drive. They speak SCPI as real ones do; the
 * stand-in adds `SIM:DRIVE name[,defect]` to the throttle, to choose what is clamped on the bench.
 *
 * The throttle output switches itself off when its master is gone, as an ESC does without a signal.
 */
export async function startSimulatedBench(options: SimulatedBenchOptions): Promise<SimulatedBench> {
  const random = seededRandom(options.seed);
  const names = Object.keys(options.drives);
  let drive = options.drives[names[0]!]!;
  let state = restingState(drive);
  let steppedMs = performance.now();
  let output = { on: false, throttle: 0 };
  let lastError = "0,No error";
  const throttleEvents: ThrottleEvent[] = [{ atMs: steppedMs, throttle: 0 }];

  /** Brings the drive up to now; between two calls the throttle stands still. */
  const advance = () => {
    const nowMs = performance.now();
    let leftS = Math.min(5, (nowMs - steppedMs) / 1000);
    steppedMs = nowMs;
    for (; leftS > 0; leftS -= STEP_S) {
      state = stepDrive(drive, state, output.on ? output.throttle : 0, Math.min(STEP_S, leftS));
    }
  };
  const setOutput = (next: typeof output) => {
    advance();
    output = next;
    const throttle = output.on ? output.throttle : 0;
    if (throttle === throttleEvents.at(-1)!.throttle) return;
    throttleEvents.push({ atMs: performance.now(), throttle });
    options.log?.(`throttle ${throttle.toFixed(3)}`);
  };
  const putOnBench = (name: string, defect: DriveDefect | null) => {
    const chosen = options.drives[name];
    if (!chosen) {
      lastError = `-224,Illegal parameter value;${name}`;
      return;
    }
    advance();
    drive = withDefect(chosen, defect);
    state = restingState(drive);
    options.log?.(`on the bench: ${name}${defect ? ` with a hidden ${defect}` : ""}`);
  };

  const wattmeter = await startScpiServer(options.wattmeterPort, (command) => {
    advance();
    switch (command) {
      case "*IDN?":
        return "Marrow Instruments,Wattline 90 (simulated),W90-0001,1.4";
      case "MEAS:VOLT?":
        return (state.voltageV + METER_NOISE.voltageV * gaussian(random)).toFixed(4);
      case "MEAS:CURR?": {
        const amps =
          state.currentA * (1 + METER_NOISE.currentShare * gaussian(random)) + METER_NOISE.currentA * gaussian(random);
        return Number.isFinite(amps) ? Math.max(0, amps).toFixed(4) : OVERRANGE;
      }
      case "SYST:ERR?":
        return "0,No error";
      default:
        return command.endsWith("?") ? "" : undefined;
    }
  });
  const throttle = await startScpiServer(
    options.throttlePort,
    (command, argument) => {
      switch (command) {
        case "*IDN?":
          return "Marrow Instruments,Throttle Box 8 (simulated),TB8-0001,2.0";
        case "SOUR:THR": {
          const value = Number(argument);
          if (value >= 0 && value <= 1) setOutput({ ...output, throttle: value });
          else lastError = "-222,Data out of range";
          return undefined;
        }
        case "SOUR:THR?":
          return output.throttle.toFixed(4);
        case "OUTP":
          setOutput({ ...output, on: /^(ON|1)$/i.test(argument) });
          return undefined;
        case "OUTP?":
          return output.on ? "1" : "0";
        case "SIM:DRIVE": {
          const [name, defect] = argument.split(",");
          putOnBench(name!, (defect as DriveDefect | undefined) ?? null);
          return undefined;
        }
        case "SYST:ERR?": {
          const error = lastError;
          lastError = "0,No error";
          return error;
        }
        default:
          lastError = `-113,Undefined header;${command}`;
          return command.endsWith("?") ? "" : undefined;
      }
    },
    () => setOutput({ on: false, throttle: 0 }),
  );
  return {
    wattmeterPort: wattmeter.port,
    throttlePort: throttle.port,
    throttleEvents,
    putOnBench,
    unplug: (instrument) => (instrument === "wattmeter" ? wattmeter : throttle).dropAll(),
    close: async () => void (await Promise.all([wattmeter.close(), throttle.close()])),
  };
}
