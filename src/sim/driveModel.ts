/** A drive as physics sees it: pack, ESCs, alike motors with fixed props, and the electronics beside them. */
export interface DriveParameters {
  cells: number;
  /** Resting voltage of one cell. */
  cellVoltageV: number;
  /** Pack and leads, in ohm. */
  packResistanceOhm: number;
  motors: number;
  kvRpmPerV: number;
  /** One motor with its ESC, in ohm. */
  motorResistanceOhm: number;
  noLoadCurrentA: number;
  /** Prop torque over ω², in N·m·s². */
  propTorqueNms2: number;
  /** What board, receiver and video draw, in ampere. */
  standbyA: number;
  /** Time constant of the rotor's speed, in seconds. */
  spinUpS: number;
}

/** Hidden faults a simulated drive can have. */
export const DRIVE_DEFECTS = ["dragging-bearing", "coarse-prop", "tired-pack"] as const;
export type DriveDefect = (typeof DRIVE_DEFECTS)[number];

/**
 * Puts a defect into a drive.
 *
 * A dragging bearing raises the no-load current fourfold, a prop too coarse raises its torque by 40 %, a tired pack
 * doubles its resistance and rests 0.15 V a cell lower. Trade judgement, no published source.
 */
export function withDefect(drive: DriveParameters, defect: DriveDefect | null): DriveParameters {
  switch (defect) {
    case "dragging-bearing":
      return { ...drive, noLoadCurrentA: drive.noLoadCurrentA * 4 };
    case "coarse-prop":
      return { ...drive, propTorqueNms2: drive.propTorqueNms2 * 1.4 };
    case "tired-pack":
      return {
        ...drive,
        packResistanceOhm: drive.packResistanceOhm * 2,
        cellVoltageV: drive.cellVoltageV - 0.15,
      };
    case null:
      return drive;
  }
}

/** The state of a running drive. */
export interface DriveState {
  /** Throttle that the ESCs have reached; they run after the command. */
  throttle: number;
  angularSpeedRadPerS: number;
  voltageV: number;
  currentA: number;
}

/** How fast an ESC takes the throttle up, per second. Trade judgement, no published source. */
const ESC_RISE_PER_S = 0.5;

/** A drive at rest. */
export function restingState(drive: DriveParameters): DriveState {
  return { throttle: 0, angularSpeedRadPerS: 0, voltageV: drive.cells * drive.cellVoltageV, currentA: 0 };
}

/**
 * Moves a drive on by a short time at a throttle command.
 *
 * First-order motor: V = ω/Kv + I·R and Kt·(I − I0) = k·ω². The ESC is an ideal chopper: it passes throttle · pack voltage
 * to the motor and takes throttle · motor current from the pack. Speed runs after its steady value with one time constant.
 *
 * The ESCs take a throttle up at a limited rate, as real ones do to keep in step; down, they follow at once.
 *
 * @param command - Throttle command, 0..1; at 0 the motors stand.
 * @param dtS - Time step in seconds.
 * @see M. Drela, "First-Order DC Electric Motor Model", MIT 2007, equations 1-4.
 */
export function stepDrive(drive: DriveParameters, state: DriveState, command: number, dtS: number): DriveState {
  const throttle = Math.min(command, state.throttle + ESC_RISE_PER_S * dtS);
  const kvRadPerVs = (drive.kvRpmPerV * 2 * Math.PI) / 60;
  const motorVoltageV = throttle * state.voltageV;
  const steady = throttle > 0 ? steadySpeed(drive, kvRadPerVs, motorVoltageV) : 0;
  const angularSpeedRadPerS = steady + (state.angularSpeedRadPerS - steady) * Math.exp(-dtS / drive.spinUpS);
  // Pack and motor resistance share one loop, so the current is solved for at once: taking the sag from the step before
  // would swing up as soon as the pack's resistance outweighs the motors'.
  const openVoltageV = drive.cells * drive.cellVoltageV - drive.standbyA * drive.packResistanceOhm;
  const loopOhm = drive.motorResistanceOhm + drive.packResistanceOhm * drive.motors * throttle ** 2;
  const motorCurrentA =
    throttle > 0 ? Math.max(0, (throttle * openVoltageV - angularSpeedRadPerS / kvRadPerVs) / loopOhm) : 0;
  const currentA = drive.standbyA + drive.motors * throttle * motorCurrentA;
  return {
    throttle,
    angularSpeedRadPerS,
    currentA,
    voltageV: drive.cells * drive.cellVoltageV - currentA * drive.packResistanceOhm,
  };
}

/** Speed at which motor torque meets prop torque: a quadratic in ω with one positive root. */
function steadySpeed(drive: DriveParameters, kvRadPerVs: number, motorVoltageV: number): number {
  const torquePerA = 1 / kvRadPerVs; // Kt in N·m/A equals 1/Kv with Kv in rad/s/V
  const a = drive.propTorqueNms2;
  const b = torquePerA / (drive.motorResistanceOhm * kvRadPerVs);
  const c = -torquePerA * (motorVoltageV / drive.motorResistanceOhm - drive.noLoadCurrentA);
  return c >= 0 ? 0 : (-b + Math.sqrt(b * b - 4 * a * c)) / (2 * a);
}
