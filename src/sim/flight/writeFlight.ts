import { type SimulatedFlight } from "./simulateFlight";

/** How much a recorder keeps. */
export const RECORDERS = ["everything", "no speeds", "no targets", "telemetry"] as const;
export type Recorder = (typeof RECORDERS)[number];

const HEADINGS: Readonly<Record<string, readonly [heading: string, factor: number, digits: number]>> = {
  gyro_roll: ["gyro roll [deg/s]", 1, 2],
  gyro_pitch: ["gyro pitch [deg/s]", 1, 2],
  gyro_yaw: ["gyro yaw [deg/s]", 1, 2],
  rate_target_roll: ["setpoint roll [deg/s]", 1, 2],
  rate_target_pitch: ["setpoint pitch [deg/s]", 1, 2],
  rate_target_yaw: ["setpoint yaw [deg/s]", 1, 2],
  roll: ["roll [deg]", 1, 2],
  pitch: ["pitch [deg]", 1, 2],
  heading: ["heading [deg]", 1, 1],
  roll_target: ["roll target [deg]", 1, 2],
  pitch_target: ["pitch target [deg]", 1, 2],
  acc_x: ["acc x [g]", 1, 3],
  acc_y: ["acc y [g]", 1, 3],
  acc_z: ["acc z [g]", 1, 3],
  stick_roll: ["stick roll [%]", 100, 1],
  stick_pitch: ["stick pitch [%]", 100, 1],
  stick_yaw: ["stick yaw [%]", 100, 1],
  collective: ["collective pitch [deg]", 1, 2],
  tail: ["tail pitch [deg]", 1, 2],
  head_speed: ["head speed [rpm]", 1, 0],
  throttle: ["throttle [%]", 100, 1],
  voltage: ["pack [V]", 1, 2],
  current: ["current [A]", 1, 2],
  used_mAh: ["used [mAh]", 1, 0],
  rail: ["rail [V]", 1, 2],
  link_quality: ["link quality [%]", 100, 0],
  failsafe: ["failsafe", 1, 0],
  armed: ["armed", 1, 0],
  altitude: ["altitude [m]", 1, 2],
  satellites: ["satellites", 1, 0],
  ground_speed: ["ground speed [m/s]", 1, 2],
  field: ["magnetic field [uT]", 1, 1],
  elevator: ["elevator [deg]", 1, 2],
  aileron: ["aileron [deg]", 1, 2],
  airspeed: ["airspeed [m/s]", 1, 2],
  course: ["course over ground [deg]", 1, 1],
  latitude: ["latitude [deg]", 1, 7],
  longitude: ["longitude [deg]", 1, 7],
  mode: ["stabiliser on", 1, 0],
  cpu_load: ["cpu load [%]", 100, 0],
  loop_time: ["loop time [us]", 1e6, 0],
};
const LEFT_OUT: Readonly<Record<Recorder, RegExp>> = {
  everything: /^$/,
  "no speeds": /^(rpm_|loop_time)/,
  "no targets": /^(rate_target_|roll_target|pitch_target|stick_|loop_time)/,
  telemetry: /^(gyro_|rate_target_|acc_|rpm_|motor_|loop_time|cpu_load|stick_|roll_target|pitch_target)/,
};

/** A simulated flight as a log file. */
export function writeFlight({ clockS, channels }: SimulatedFlight, recorder: Recorder): string {
  const columns = Object.entries(channels)
    .filter(([role, values]) => !LEFT_OUT[recorder].test(role) && values.length === clockS.length)
    .map(([role, values]) => ({ values, writing: HEADINGS[role] ?? numbered(role) }));
  const lines = [["time [s]", ...columns.map(({ writing: [heading] }) => heading)].join(",")];
  clockS.forEach((t, row) =>
    lines.push(
      [
        t.toFixed(5),
        ...columns.map(({ values, writing: [, factor, digits] }) => (values[row]! * factor).toFixed(digits)),
      ].join(","),
    ),
  );
  return `${lines.join("\n")}\n`;
}

function numbered(role: string): readonly [string, number, number] {
  const [stem, number] = role.split("_");
  return stem === "motor" ? [`motor ${number} [%]`, 100, 2] : [`motor ${number} speed [rpm]`, 1, 0];
}
