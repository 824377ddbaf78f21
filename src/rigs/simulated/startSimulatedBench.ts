import { type Readings } from "../../core/series/series";
import { BENCH_DEFECTS, type BenchDefect, type Severity, simulateCraft } from "../../sim/benchDefects";
import { BenchWorld } from "../../sim/BenchWorld";
import { type DriveParameters } from "../../sim/driveModel";
import { seededRandom } from "../../sim/random";
import { type InstrumentConfig } from "../commandMap";
import { startLineServer } from "./lineServer";
import { type LoopbackServer } from "./listen";
import { startScpiServer } from "./scpiServer";
import { SIMULATED_INSTRUMENTS, type SimulatedInstrument } from "./simulatedInstruments";

type Key = SimulatedInstrument["key"];

/** What the simulated bench is built from. */
export interface SimulatedBenchOptions {
  /** Ports of the instruments; 0 or absent picks a free one. */
  ports?: Partial<Record<Key, number>>;
  /** Drives that `SIM:DRIVE` can put on the bench, by name. */
  drives: Readonly<Record<string, DriveParameters>>;
  seed: number;
  /** How often the home-made stands speak. */
  lineEveryMs?: number;
  log?: (line: string) => void;
}

/** One throttle command as it took effect. */
export interface ThrottleEvent {
  atMs: number;
  throttle: number;
}

/** A running simulated bench. */
export interface SimulatedBench {
  ports: Readonly<Record<Key, number>>;
  /** The instruments as the shop's list has them. */
  instruments: readonly InstrumentConfig[];
  /** Every change of the throttle in force, oldest first: what tests hold the agent to. */
  throttleEvents: readonly ThrottleEvent[];
  putOnBench(
    drive: string,
    choice?: { defect: BenchDefect | null; severity?: Severity; seed?: number; cells?: number },
  ): void;
  /** Takes an instrument's plug out. */
  unplug(key: Key): void;
  close(): Promise<void>;
}

const STEP_S = 0.005;
/** What an instrument answers for a channel that is not connected. @see SCPI-1999 volume 1, 7.2.1.5: 9.91E37 stands for not-a-number. */
const NOT_CONNECTED = "9.91E37";
const LINE_EVERY_MS = 20;
const MIDDLE_S = 1500e-6;

/**
 * Starts the instruments of a bench on loopback, joined by a simulated craft. They speak SCPI or the newline protocol as real
 * ones do; the stand-in adds `SIM:DRIVE name,defect,severity,seed` to the throttle box, to choose what is clamped on the bench.
 *
 * The throttle output switches itself off when its master is gone, as an ESC does without a signal.
 */
export async function startSimulatedBench(options: SimulatedBenchOptions): Promise<SimulatedBench> {
  const random = seededRandom(options.seed);
  const first = Object.values(options.drives)[0]!;
  let world = new BenchWorld(simulateCraft(first, { defect: null, seed: options.seed }), random);
  let steppedMs = performance.now();
  let output = { on: false, throttle: 0, motor: 0 };
  let pulseS = MIDDLE_S;
  let isServoOn = false;
  let lastError = "0,No error";
  let seen: { atMs: number; readings: Readings } | null = null;
  const throttleEvents: ThrottleEvent[] = [{ atMs: steppedMs, throttle: 0 }];

  /** Brings the craft up to now; between two calls the commands stand still. */
  const advance = () => {
    const nowMs = performance.now();
    let leftS = Math.min(5, (nowMs - steppedMs) / 1000);
    steppedMs = nowMs;
    const command = { throttle: output.on ? output.throttle : 0, output: output.motor, pulseS };
    for (; leftS > 0; leftS -= STEP_S) world.step(command, Math.min(STEP_S, leftS));
  };
  /** One look at all channels serves every question within a millisecond. */
  const readings = (): Readings => {
    advance();
    if (seen === null || performance.now() - seen.atMs > 1) seen = { atMs: performance.now(), readings: world.read() };
    return seen.readings;
  };
  const number = (channel: string) => {
    const value = readings()[channel] ?? NaN;
    return Number.isFinite(value) ? value.toFixed(4) : NOT_CONNECTED;
  };
  const setOutput = (next: typeof output) => {
    advance();
    output = next;
    const throttle = output.on ? output.throttle : 0;
    if (throttle === throttleEvents.at(-1)!.throttle) return;
    throttleEvents.push({ atMs: performance.now(), throttle });
    options.log?.(`throttle ${throttle.toFixed(3)}`);
  };
  const putOnBench: SimulatedBench["putOnBench"] = (name, choice = { defect: null }) => {
    const chosen = options.drives[name];
    if (!chosen || (choice.defect !== null && !BENCH_DEFECTS.includes(choice.defect))) {
      lastError = `-224,Illegal parameter value;${chosen ? choice.defect : name}`;
      return;
    }
    advance();
    const seed = choice.seed ?? options.seed;
    const make = { ...chosen, cells: choice.cells ?? chosen.cells };
    // A higher pack of the same cells: each adds its own resistance.
    make.packResistanceOhm *= make.cells / chosen.cells;
    world = new BenchWorld(simulateCraft(make, { ...choice, seed, place: seed }), random);
    seen = null;
    options.log?.(`on the bench: ${name}${choice.defect ? ` with a hidden ${choice.defect}` : ""}`);
  };

  const takeError = () => {
    const error = lastError;
    lastError = "0,No error";
    return error;
  };
  const unknown = (command: string) => {
    lastError = `-113,Undefined header;${command}`;
    return command.endsWith("?") ? "" : undefined;
  };
  const throttleBox = (command: string, argument: string) => {
    switch (command) {
      case "SOUR:SEL":
        setOutput({ ...output, motor: Number(argument) || 0 });
        return undefined;
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
        const [name, defect = "none", severity = "2", seed, cells] = argument.split(",");
        putOnBench(name!, {
          defect: defect === "none" ? null : (defect as BenchDefect),
          severity: Number(severity) as Severity,
          ...(seed !== undefined && { seed: Number(seed) }),
          ...(cells !== undefined && { cells: Number(cells) }),
        });
        return undefined;
      }
      case "SYST:ERR?":
        return takeError();
      default:
        return unknown(command);
    }
  };
  const servoTester = (command: string, argument: string) => {
    switch (command) {
      case "SOUR:PULS":
        advance();
        if (Number(argument) >= 0.5e-3 && Number(argument) <= 2.5e-3) pulseS = Number(argument);
        else lastError = "-222,Data out of range";
        return undefined;
      case "OUTP":
        isServoOn = /^(ON|1)$/i.test(argument);
        return undefined;
      case "OUTP?":
        return isServoOn ? "1" : "0";
      case "SYST:ERR?":
        return takeError();
      default:
        return undefined;
    }
  };

  const start = (one: SimulatedInstrument): Promise<LoopbackServer> => {
    const port = options.ports?.[one.key] ?? 0;
    if (one.transport === "line") {
      const say = () => one.map.channels.map(({ channel, query }) => `${query} ${number(channel)}`).join(", ");
      return startLineServer(port, one.identity, say, options.lineEveryMs ?? LINE_EVERY_MS);
    }
    const channelOf = new Map(one.map.channels.map(({ channel, query }) => [query, channel]));
    return startScpiServer(
      port,
      (command, argument) => {
        if (command === "*IDN?") return one.identity;
        const channel = channelOf.get(command);
        if (channel) return number(channel);
        if (one.key === "throttle") return throttleBox(command, argument);
        if (one.key === "servo") return servoTester(command, argument);
        return command === "SYST:ERR?" ? "0,No error" : command.endsWith("?") ? "" : undefined;
      },
      () => {
        if (one.key === "throttle") setOutput({ on: false, throttle: 0, motor: 0 });
      },
    );
  };
  const servers = new Map<Key, LoopbackServer>();
  for (const one of SIMULATED_INSTRUMENTS) servers.set(one.key, await start(one));
  const ports = Object.fromEntries([...servers].map(([key, { port }]) => [key, port])) as Record<Key, number>;
  return {
    ports,
    instruments: SIMULATED_INSTRUMENTS.map(({ key, name, transport, map }, at) => ({
      id: at + 1,
      name,
      transport,
      host: "127.0.0.1",
      port: ports[key],
      map,
    })),
    throttleEvents,
    putOnBench,
    unplug: (key) => servers.get(key)!.dropAll(),
    close: async () => void (await Promise.all([...servers.values()].map((server) => server.close()))),
  };
}
