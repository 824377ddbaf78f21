import { fromSi, QUANTITIES, type Quantity, type Unit, unitInside } from "../units/quantities";

/** A channel of a series: what is recorded, and how it is shown. Values are kept in the unit inside of its quantity. */
export interface Channel {
  label: string;
  quantity: Quantity;
  /** Unit of the stored values, which is also the unit of a CSV column and of a limit. */
  unit: string;
  decimals: number;
  /** The unit people read it in, where it is another. */
  shown: Unit | null;
}

const channel = (label: string, quantity: Quantity, decimals: number, shown: Unit | null = null): Channel => ({
  label,
  quantity,
  unit: unitInside(quantity).symbol,
  decimals,
  shown,
});

/** Columns that say what the rig was told, not what it measured. */
export const COMMAND_CHANNELS = ["time", "step", "throttle", "output", "pulse"] as const;

const MOST_CELLS = 14;
const cells = Object.fromEntries(
  Array.from({ length: MOST_CELLS }, (_, cell) => [`cell${cell + 1}`, channel(`Cell ${cell + 1}`, "voltage", 3)]),
);

/** Every channel that a run can carry, by its name in CSV files and command maps. */
export const CHANNELS: Readonly<Record<string, Channel>> = {
  time: channel("Time", "time", 3),
  step: channel("Step", "share", 0),
  throttle: channel("Throttle", "share", 3),
  output: channel("Motor driven", "share", 0),
  pulse: channel("Pulse", "time", 6),
  current: channel("Amps", "current", 1),
  voltage: channel("Volts", "voltage", 2),
  power: channel("Watts", "power", 0),
  speed: channel("Speed", "rotation", 0),
  thrust: channel("Thrust", "thrust", 2, QUANTITIES.thrust[0]),
  temperature: channel("Motor temperature", "temperature", 1),
  esctemperature: channel("ESC temperature", "temperature", 1),
  vibration: channel("Vibration, once a turn", "acceleration", 1),
  roughness: channel("Vibration beside the turns, RMS", "acceleration", 1),
  shown: channel("Amps the craft shows", "current", 1),
  railcurrent: channel("Servo rail", "current", 2),
  angle: channel("Angle", "angle", 1),
  ...cells,
};

/** Channels that an instrument can measure. */
export const MEASURED_CHANNELS: readonly string[] = Object.keys(CHANNELS).filter(
  (name) => name !== "power" && !(COMMAND_CHANNELS as readonly string[]).includes(name),
);

/** How a channel is shown: its unit, and what a stored value is multiplied by. */
export function shownAs(name: string): { unit: string; factor: number; decimals: number } {
  const { unit, decimals, shown } = channelOf(name);
  return shown
    ? { unit: shown.symbol, factor: fromSi(1, shown), decimals: shown.decimals }
    : { unit, factor: 1, decimals };
}

/** @returns What is known of a channel; one that is not known shows its bare name. */
export function channelOf(name: string): Channel {
  return CHANNELS[name] ?? { label: name, quantity: "count", unit: "", decimals: 2, shown: null };
}
