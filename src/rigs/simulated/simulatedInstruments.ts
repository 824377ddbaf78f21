import { type CommandMap, type Transport } from "../commandMap";

/** One stand-in of the simulated bench: its place, how it is reached, and its command map. */
export interface SimulatedInstrument {
  key: "throttle" | "wattmeter" | "stand" | "thermometer" | "servo" | "cells" | "telemetry";
  name: string;
  transport: Transport;
  identity: string;
  map: CommandMap;
}

const format = "pitstopa-command-map/1";
const scpi = (channel: string, query: string, factor = 1) => ({ channel, query, factor });

/** The instruments of the simulated bench, in the order in which `RIG_SIMULATED` lists their ports. */
export const SIMULATED_INSTRUMENTS: readonly SimulatedInstrument[] = [
  {
    key: "throttle",
    name: "Throttle box",
    transport: "scpi",
    identity: "Marrow Instruments,Throttle Box 8 (simulated),TB8-0001,2.0",
    map: {
      format,
      channels: [],
      output: {
        drives: "throttle",
        enable: "SOUR:THR 0;:OUTP ON",
        set: "SOUR:SEL {output};:SOUR:THR {value}",
        cut: "OUTP OFF;:SOUR:THR 0",
        confirm: "OUTP?",
        confirmed: "0",
        read: "SOUR:THR?",
        error: "SYST:ERR?",
      },
    },
  },
  {
    key: "wattmeter",
    name: "Wattmeter",
    transport: "scpi",
    identity: "Marrow Instruments,Wattline 90 (simulated),W90-0001,1.4",
    map: { format, channels: [scpi("voltage", "MEAS:VOLT?"), scpi("current", "MEAS:CURR?")], output: null },
  },
  {
    key: "stand",
    name: "Thrust stand",
    transport: "line",
    identity: "Home-made,Thrust stand (simulated),TS-0001,0.3",
    map: {
      format,
      channels: [
        scpi("speed", "rpm"),
        scpi("thrust", "newton"),
        scpi("vibration", "shake"),
        scpi("roughness", "rumble"),
      ],
      output: null,
    },
  },
  {
    key: "thermometer",
    name: "Thermometer",
    transport: "scpi",
    identity: "Marrow Instruments,Thermocouple 2 (simulated),TC2-0001,1.1",
    map: {
      format,
      channels: [scpi("temperature", "MEAS:TEMP1?"), scpi("esctemperature", "MEAS:TEMP2?")],
      output: null,
    },
  },
  {
    key: "servo",
    name: "Servo tester",
    transport: "scpi",
    identity: "Marrow Instruments,Servo Bench 1 (simulated),SB1-0001,1.0",
    map: {
      format,
      channels: [scpi("angle", "MEAS:ANGL?"), scpi("railcurrent", "MEAS:CURR?")],
      output: {
        drives: "pulse",
        enable: "OUTP ON",
        set: "SOUR:PULS {value}",
        cut: "OUTP OFF",
        confirm: "OUTP?",
        confirmed: "0",
        error: "SYST:ERR?",
      },
    },
  },
  {
    key: "cells",
    name: "Cell logger",
    transport: "scpi",
    identity: "Marrow Instruments,Cell Logger 8 (simulated),CL8-0001,1.2",
    map: {
      format,
      channels: [1, 2, 3, 4, 5, 6].map((cell) => scpi(`cell${cell}`, `MEAS:CELL${cell}?`)),
      output: null,
    },
  },
  {
    key: "telemetry",
    name: "The craft's own meter",
    transport: "line",
    identity: "Home-made,Telemetry tap (simulated),TT-0001,0.2",
    map: { format, channels: [scpi("shown", "shown")], output: null },
  },
];

/**
 * The ports of the simulated bench, from the environment.
 *
 * @param text - Ports joined by commas, in the order of SIMULATED_INSTRUMENTS.
 * @throws {Error} when it does not hold a port for each.
 */
export function simulatedPorts(text: string | undefined): Record<SimulatedInstrument["key"], number> {
  const ports = (text ?? "").split(",").map(Number);
  if (ports.length !== SIMULATED_INSTRUMENTS.length || ports.some((port) => !Number.isInteger(port) || port < 0))
    throw new Error(`RIG_SIMULATED must hold ${SIMULATED_INSTRUMENTS.length} ports, found "${text ?? ""}".`);
  return Object.fromEntries(SIMULATED_INSTRUMENTS.map(({ key }, at) => [key, ports[at]!])) as Record<
    SimulatedInstrument["key"],
    number
  >;
}
