import { type LogQuantity } from "./logUnits";

export const AXES = ["roll", "pitch", "yaw"] as const;
export type Axis = (typeof AXES)[number];

/** What a role is counted in once a log was read. */
const ROLE_UNITS: Readonly<Record<LogQuantity | "none", string>> = {
  time: "s",
  angle: "deg",
  rate: "deg/s",
  acceleration: "g",
  voltage: "V",
  current: "A",
  charge: "mAh",
  energy: "Wh",
  length: "m",
  speed: "m/s",
  share: "",
  rotation: "rpm",
  field: "µT",
  temperature: "°C",
  frequency: "Hz",
  signal: "dBm",
  none: "",
};

/** Everything that a column of a flight log may be, with what it measures; numbered ones stand with `N`. */
const ROLES = {
  time: "time",
  gyro_roll: "rate",
  gyro_pitch: "rate",
  gyro_yaw: "rate",
  rate_target_roll: "rate",
  rate_target_pitch: "rate",
  rate_target_yaw: "rate",
  roll: "angle",
  pitch: "angle",
  heading: "angle",
  roll_target: "angle",
  pitch_target: "angle",
  heading_target: "angle",
  acc_x: "acceleration",
  acc_y: "acceleration",
  acc_z: "acceleration",
  stick_roll: "share",
  stick_pitch: "share",
  stick_yaw: "share",
  throttle: "share",
  collective: "share",
  motor_N: "share",
  rpm_N: "rotation",
  head_speed: "rotation",
  elevator: "angle",
  aileron: "angle",
  rudder: "angle",
  elevon_N: "angle",
  servo_N: "angle",
  voltage: "voltage",
  cell_N: "voltage",
  rail: "voltage",
  current: "current",
  used_mAh: "charge",
  link_quality: "share",
  rssi: "signal",
  failsafe: "none",
  armed: "none",
  mode: "none",
  altitude: "length",
  climb: "speed",
  airspeed: "speed",
  ground_speed: "speed",
  course: "angle",
  satellites: "none",
  latitude: "none",
  longitude: "none",
  field: "field",
  mag_x: "field",
  mag_y: "field",
  mag_z: "field",
  cpu_load: "share",
  loop_time: "time",
  temperature: "temperature",
  esc_temp_N: "temperature",
} as const satisfies Record<string, LogQuantity | "none">;

/** What a role measures; null for a name that is none. */
export function quantityOfRole(role: string): LogQuantity | "none" | null {
  const known = role.replace(/_\d+$/, "_N");
  if (Object.hasOwn(ROLES, known)) return ROLES[known as keyof typeof ROLES];
  return Object.hasOwn(ROLES, role) ? ROLES[role as keyof typeof ROLES] : null;
}

/** The unit that a role's readings are in once a log was read; empty for shares and counts. */
export function unitOfRole(role: string): string {
  return ROLE_UNITS[quantityOfRole(role) ?? "none"];
}

/** Every role without its number, for a choice by hand. */
export const ROLE_NAMES: readonly string[] = Object.keys(ROLES);
