import { type VerdictCode } from "@/core/flightlog/verdicts/verdict.types";
import { besideName } from "@/workers/flightlog/beside";
import { type LogColumn, type ShownVerdict } from "../flightlog.schema";

/** Channels that are drawn over each other. */
export interface Lane {
  id: string;
  name: string;
  unit: string;
  roles: string[];
}

/** Every lane there may be, in the order in which they are offered. */
const LANES: readonly { id: string; name: string; of: RegExp }[] = [
  { id: "rates", name: "Rates", of: /^gyro_/ },
  { id: "roll", name: "Roll", of: /^roll(_target)?$/ },
  { id: "pitch", name: "Pitch", of: /^pitch(_target)?$/ },
  { id: "motors", name: "Motor outputs", of: /^motor_\d+$/ },
  { id: "speeds", name: "Motor speeds", of: /^(rpm_\d+|head_speed)$/ },
  { id: "surfaces", name: "Surfaces", of: /^(elevator|aileron|rudder|elevon_\d+|servo_\d+)$/ },
  { id: "sticks", name: "Sticks", of: /^stick_/ },
  { id: "throttle", name: "Throttle", of: /^(throttle|collective)$/ },
  { id: "height", name: "Height", of: /^altitude$/ },
  { id: "pack", name: "Pack", of: /^(voltage|cell_\d+)$/ },
  { id: "amps", name: "Amps", of: /^current$/ },
  { id: "rail", name: "Supply rail", of: /^rail$/ },
  { id: "link", name: "Link", of: /^(link_quality|failsafe)$/ },
  { id: "acceleration", name: "Acceleration", of: /^acc_/ },
  { id: "heading", name: "Heading", of: /^(heading|course|heading_target)$/ },
  { id: "field", name: "Field", of: /^(field|mag_[xyz])$/ },
  { id: "wanted", name: "Wanted rates", of: /^rate_target_/ },
  { id: "speed", name: "Speed", of: /^(airspeed|ground_speed|climb)$/ },
  { id: "satellites", name: "Satellites", of: /^satellites$/ },
  { id: "processor", name: "Processor load", of: /^cpu_load$/ },
  { id: "loop", name: "Loop time", of: /^loop_time$/ },
  { id: "mode", name: "Mode, armed", of: /^(mode|armed)$/ },
  { id: "used", name: "Charge drawn", of: /^used_mAh$/ },
  { id: "heat", name: "Temperature", of: /^(temperature|esc_temp_\d+)$/ },
];

/** The lanes that a log has figures for. */
export function lanesOf(columns: readonly LogColumn[]): Lane[] {
  return LANES.flatMap(({ id, name, of }) => {
    const inLane = columns.filter(({ role }) => of.test(role));
    return inLane.length > 0 ? [{ id, name, unit: inLane[0]!.unit, roles: inLane.map(({ role }) => role) }] : [];
  });
}

/** The lanes of a log and, behind them, those of another that is drawn beside it. */
export function lanesBeside(columns: readonly LogColumn[], other: readonly LogColumn[]): Lane[] {
  return [
    ...lanesOf(columns),
    ...lanesOf(other).map(({ id, name, unit, roles }) => ({
      id: besideName(id),
      name: `${name}, other log`,
      unit,
      roles: roles.map(besideName),
    })),
  ];
}

/** What is looked at first for each verdict. */
const LOOKED_AT: Readonly<Record<VerdictCode, readonly string[]>> = {
  "controller-reset": ["motors", "height", "rail", "pack", "link"],
  "link-loss": ["link", "motors", "height"],
  "brown-out": ["rail", "pack", "amps", "motors"],
  "ends-in-air": ["height", "motors", "pack", "link"],
  "feedback-reversed": ["pitch", "roll", "surfaces", "motors"],
  "unstable-opposed": ["pitch", "surfaces", "acceleration"],
  "motor-map-wrong": ["motors", "rates", "roll", "pitch"],
  "weak-motor": ["motors", "speeds", "throttle"],
  desync: ["motors", "speeds", "rates"],
  "rotor-imbalance": ["acceleration", "speeds", "rates"],
  "soft-structure": ["rates", "acceleration", "motors"],
  "gain-too-high": ["rates", "motors"],
  "gain-too-low": ["roll", "pitch", "motors"],
  saturation: ["motors", "throttle", "height"],
  "servo-chatter": ["surfaces", "throttle", "sticks"],
  "current-scale": ["amps", "used", "pack"],
  "compass-disturbed": ["heading", "amps", "field", "rates"],
  "deep-discharge": ["pack", "amps", "used"],
  "tired-pack": ["pack", "amps", "throttle"],
  "satellite-loss": ["satellites", "speed", "height"],
  "processor-overload": ["processor", "loop", "motors"],
};
const MOST_LANES = 4;
const AT_FIRST = ["rates", "motors", "surfaces", "height", "pack"];

/** The lanes to show for a verdict, or at first. */
export function lanesFor(verdict: ShownVerdict | null, lanes: readonly Lane[]): string[] {
  const wanted = verdict ? LOOKED_AT[verdict.code].filter((id) => !isOtherAxis(id, verdict)) : AT_FIRST;
  const found = wanted.filter((id) => lanes.some((lane) => lane.id === id)).slice(0, MOST_LANES);
  return found.length > 0 ? found : lanes.slice(0, 2).map(({ id }) => id);
}

function isOtherAxis(lane: string, { axis }: ShownVerdict): boolean {
  return (lane === "roll" && axis === "pitch") || (lane === "pitch" && axis === "roll");
}

/** A stretch that is looked at, s. */
export interface Range {
  fromS: number;
  toS: number;
}

const AROUND_S = 2;
const LONGEST_CLOSE_S = 12;

/** The stretch to show for a verdict: its first moments, or its own with a little before and behind; the whole flight for one that holds throughout. */
export function rangeFor({ fromS, toS, momentsS }: ShownVerdict, durationS: number): Range {
  const [first] = momentsS ?? [];
  if (first !== undefined) {
    const last = momentsS!.findLast((each) => each - first < LONGEST_CLOSE_S) ?? first;
    return { fromS: Math.max(0, first - AROUND_S), toS: Math.min(durationS, last + AROUND_S) };
  }
  if (toS - fromS > Math.max(LONGEST_CLOSE_S, 0.5 * durationS)) return { fromS: 0, toS: durationS };
  return { fromS: Math.max(0, fromS - AROUND_S), toS: Math.min(durationS, toS + AROUND_S) };
}

/** A stretch moved or made closer, within the log. @param factor - Below 1 is closer. */
export function turned(
  { fromS, toS }: Range,
  durationS: number,
  { shift = 0, factor = 1 }: { shift?: number; factor?: number },
): Range {
  const span = Math.min(durationS, Math.max(0.002, (toS - fromS) * factor));
  const middle = (fromS + toS) / 2 + shift * (toS - fromS);
  const from = Math.min(Math.max(0, middle - span / 2), durationS - span);
  return { fromS: from, toS: from + span };
}

/** The last seconds before the craft came down, or before the log ends. */
export function lastSeconds(phases: readonly { name: string; toS: number }[], durationS: number, seconds = 5): Range {
  const down = phases.findLast(({ name }) => name !== "ground")?.toS ?? durationS;
  return { fromS: Math.max(0, down - seconds), toS: Math.min(durationS, down + 0.5) };
}
