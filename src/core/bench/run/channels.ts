import { STANDARD_GRAVITY } from "../../units/constants";

/** A channel of a run: what is recorded, in which unit, and how it is shown. */
export interface Channel {
  label: string;
  /** Unit of the stored values, which is also the unit of a CSV column and of a limit. */
  unit: string;
  decimals: number;
  /** The trade's unit where it is another: shown value = stored value · factor. */
  shown?: { unit: string; factor: number; decimals: number };
}

/** Columns that say what the rig was told, not what it measured. */
export const COMMAND_CHANNELS = ["time", "step", "throttle", "output", "pulse"] as const;

const MOST_CELLS = 14;
const cells = Object.fromEntries(
  Array.from({ length: MOST_CELLS }, (_, cell) => [
    `cell${cell + 1}`,
    { label: `Cell ${cell + 1}`, unit: "V", decimals: 3 },
  ]),
);

/** Every channel that a run can carry, by its name in CSV files and command maps. */
export const CHANNELS: Readonly<Record<string, Channel>> = {
  time: { label: "Time", unit: "s", decimals: 3 },
  step: { label: "Step", unit: "1", decimals: 0 },
  throttle: { label: "Throttle", unit: "1", decimals: 3 },
  output: { label: "Motor driven", unit: "1", decimals: 0 },
  pulse: { label: "Pulse", unit: "s", decimals: 6 },
  current: { label: "Amps", unit: "A", decimals: 1 },
  voltage: { label: "Volts", unit: "V", decimals: 2 },
  power: { label: "Watts", unit: "W", decimals: 0 },
  speed: { label: "Speed", unit: "rpm", decimals: 0 },
  thrust: {
    label: "Thrust",
    unit: "N",
    decimals: 2,
    shown: { unit: "g", factor: 1000 / STANDARD_GRAVITY, decimals: 0 },
  },
  temperature: { label: "Motor temperature", unit: "°C", decimals: 1 },
  esctemperature: { label: "ESC temperature", unit: "°C", decimals: 1 },
  vibration: { label: "Vibration, once a turn", unit: "m/s²", decimals: 1 },
  roughness: { label: "Vibration beside the turns, RMS", unit: "m/s²", decimals: 1 },
  shown: { label: "Amps the craft shows", unit: "A", decimals: 1 },
  railcurrent: { label: "Servo rail", unit: "A", decimals: 2 },
  angle: { label: "Angle", unit: "°", decimals: 1 },
  ...cells,
};

/** Channels that an instrument can measure. */
export const MEASURED_CHANNELS: readonly string[] = Object.keys(CHANNELS).filter(
  (name) => name !== "power" && !(COMMAND_CHANNELS as readonly string[]).includes(name),
);

/** How a channel is shown: its unit, and what a stored value is multiplied by. */
export function shownAs(name: string): { unit: string; factor: number; decimals: number } {
  const { unit, decimals, shown } = channelOf(name);
  return shown ?? { unit, factor: 1, decimals };
}

/** @returns What is known of a channel; one that is not known shows its bare name. */
export function channelOf(name: string): Channel {
  return CHANNELS[name] ?? { label: name, unit: "", decimals: 2 };
}
