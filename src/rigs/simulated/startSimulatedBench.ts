import { type BenchDefect, type Severity } from "../../sim/benchDefects";
import { type DriveParameters } from "../../sim/driveModel";
import { type InstrumentConfig } from "../commandMap";
import { startLineServer } from "./lineServer";
import { type LoopbackServer } from "./listen";
import { startScpiServer } from "./scpiServer";
import { ClampedCraft, type ThrottleEvent } from "./ClampedCraft";
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

const LINE_EVERY_MS = 20;

/**
 * Starts the instruments of a bench on loopback, joined by a simulated craft. They speak SCPI or the newline protocol as real
 * ones do; the stand-in adds `SIM:DRIVE name,defect,severity,seed` to the throttle box, to choose what is clamped on the bench.
 *
 * The throttle output switches itself off when its master is gone, as an ESC does without a signal.
 */
export async function startSimulatedBench(options: SimulatedBenchOptions): Promise<SimulatedBench> {
  const bench = new ClampedCraft(options);
  const start = (one: SimulatedInstrument): Promise<LoopbackServer> => {
    const port = options.ports?.[one.key] ?? 0;
    if (one.transport === "line") {
      const say = () => one.map.channels.map(({ channel, query }) => `${query} ${bench.number(channel)}`).join(", ");
      return startLineServer(port, one.identity, say, options.lineEveryMs ?? LINE_EVERY_MS);
    }
    const channelOf = new Map(one.map.channels.map(({ channel, query }) => [query, channel]));
    return startScpiServer(
      port,
      (command, argument) => {
        if (command === "*IDN?") return one.identity;
        const channel = channelOf.get(command);
        if (channel) return bench.number(channel);
        if (one.key === "throttle") return bench.throttleBox(command, argument);
        if (one.key === "servo") return bench.servoTester(command, argument);
        return command === "SYST:ERR?" ? "0,No error" : command.endsWith("?") ? "" : undefined;
      },
      () => {
        if (one.key === "throttle") bench.switchOff();
      },
      (command) => /^(OUTP|SOUR:\w+)$/.test(command),
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
    throttleEvents: bench.throttleEvents,
    putOnBench: (drive, choice) => bench.putOnBench(drive, choice),
    unplug: (key) => servers.get(key)!.dropAll(),
    close: async () => void (await Promise.all([...servers.values()].map((server) => server.close()))),
  };
}
