import { type MotorConstants } from "../core/bench/motorModel";

/** A drive as physics sees it: pack, ESCs, motors of one make with fixed props, and the electronics beside them. */
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
  /** Prop thrust over ω², in N·s². */
  propThrustNs2: number;
  /** What board, receiver and video draw, in ampere. */
  standbyA: number;
  /** Time constant of the rotor's speed, in seconds. */
  spinUpS: number;
}

/** One motor with its prop and ESC, as it is. */
export interface DriveUnit extends MotorConstants {
  propTorqueNms2: number;
  propThrustNs2: number;
  spinUpS: number;
  /** Vibration once a turn over ω², in m: what an imbalance of the prop shakes the arm with. */
  imbalanceM: number;
  /** Vibration beside the turn and its multiples over ω², RMS in m: what a bearing rumbles. */
  roughM: number;
}

/** A drive with each of its motors and cells as they are, which may be off. */
export interface Drive {
  /** Resting voltage and resistance of each cell. */
  cells: readonly { restV: number; ohm: number }[];
  units: readonly DriveUnit[];
  standbyA: number;
}

/** An imbalance of a prop as it comes: 0.25 g·mm on an arm of 100 g. Trade judgement, no published source. */
export const USUAL_IMBALANCE_M = 2.5e-6;
/** A bearing as it comes. Trade judgement, no published source. */
export const USUAL_ROUGH_M = 4e-7;
/** Share of the pack's resistance that lies in its leads. Trade judgement. */
const LEAD_SHARE = 0.15;

/** A drive whose motors and cells are all as their make says. */
export function buildDrive(make: DriveParameters): Drive {
  const unit: DriveUnit = {
    kv: make.kvRpmPerV,
    resistanceOhm: make.motorResistanceOhm,
    noLoadA: make.noLoadCurrentA,
    propTorqueNms2: make.propTorqueNms2,
    propThrustNs2: make.propThrustNs2,
    spinUpS: make.spinUpS,
    imbalanceM: USUAL_IMBALANCE_M,
    roughM: USUAL_ROUGH_M,
  };
  const cell = { restV: make.cellVoltageV, ohm: make.packResistanceOhm / make.cells };
  return {
    cells: Array.from({ length: make.cells }, () => cell),
    units: Array.from({ length: make.motors }, () => unit),
    standbyA: make.standbyA,
  };
}

/** The state of a running drive. */
export interface DriveState {
  /** Throttle that each ESC has reached; they run after the command. */
  throttle: readonly number[];
  angularSpeedRadPerS: readonly number[];
  /** Current of each motor out of the pack. */
  unitCurrentA: readonly number[];
  voltageV: number;
  currentA: number;
}

/** What the ESCs are told. */
export interface DriveCommand {
  /** 0..1. */
  throttle: number;
  /** The one motor that turns, from 1; 0 for all. */
  output: number;
}

/** How fast an ESC takes the throttle up, per second. Trade judgement, no published source. */
const ESC_RISE_PER_S = 0.5;
const RAD_PER_S_PER_RPM = (2 * Math.PI) / 60;

/** A drive at rest. */
export function restingState({ cells, units }: Drive): DriveState {
  const none = units.map(() => 0);
  const voltageV = cells.reduce((sum, { restV }) => sum + restV, 0);
  return { throttle: none, angularSpeedRadPerS: none, unitCurrentA: none, voltageV, currentA: 0 };
}

/**
 * Moves a drive on by a short time at a command.
 *
 * First-order motor: V = ω/Kv + I·R and Kt·(I − I0) = k·ω². The ESC is an ideal chopper: it passes throttle · pack voltage
 * to the motor and takes throttle · motor current from the pack. Speed runs after its steady value with one time constant.
 *
 * The ESCs take a throttle up at a limited rate, as real ones do to keep in step; down, they follow at once.
 *
 * @param dtS - Time step in seconds.
 * @see M. Drela, "First-Order DC Electric Motor Model", MIT 2007, equations 1-4.
 */
export function stepDrive(drive: Drive, state: DriveState, command: DriveCommand, dtS: number): DriveState {
  const { cells, units, standbyA } = drive;
  // Plain loops: a benchmark takes millions of these steps.
  const throttle = new Array<number>(units.length);
  const angularSpeedRadPerS = new Array<number>(units.length);
  const unitCurrentA = new Array<number>(units.length);
  let conductance = 0;
  let backA = 0;
  for (let place = 0; place < units.length; place++) {
    const unit = units[place]!;
    const told = command.output === 0 || command.output === place + 1 ? command.throttle : 0;
    const share = Math.min(told, state.throttle[place]! + ESC_RISE_PER_S * dtS);
    const before = state.angularSpeedRadPerS[place]!;
    const steady = share > 0 ? steadySpeed(unit, share * state.voltageV) : 0;
    const speed = share === 0 && before < 1 ? 0 : steady + (before - steady) * Math.exp(-dtS / unit.spinUpS);
    throttle[place] = share;
    angularSpeedRadPerS[place] = speed;
    if (share === 0) continue;
    conductance += share ** 2 / unit.resistanceOhm;
    backA += (share * speed) / (unit.kv * RAD_PER_S_PER_RPM * unit.resistanceOhm);
  }
  // Pack and motors share one loop, so the voltage is solved for at once: taking the sag from the step before would swing up
  // as soon as the pack's resistance outweighs the motors'.
  let restV = 0;
  let packOhm = 0;
  for (const cell of cells) {
    restV += cell.restV;
    packOhm += cell.ohm;
  }
  const openV = (restV - packOhm * (standbyA - backA)) / (1 + packOhm * conductance);
  let currentA = standbyA;
  for (let place = 0; place < units.length; place++) {
    const { kv, resistanceOhm } = units[place]!;
    const share = throttle[place]!;
    const backV = angularSpeedRadPerS[place]! / (kv * RAD_PER_S_PER_RPM);
    const amps = share > 0 ? share * Math.max(0, (share * openV - backV) / resistanceOhm) : 0;
    unitCurrentA[place] = amps;
    currentA += amps;
  }
  return { throttle, angularSpeedRadPerS, unitCurrentA, currentA, voltageV: restV - currentA * packOhm };
}

/** Voltage of each cell under the present load; the leads take their share beside them. */
export function cellVoltages({ cells }: Drive, { currentA }: DriveState): number[] {
  return cells.map(({ restV, ohm }) => restV - currentA * ohm * (1 - LEAD_SHARE));
}

/** Thrust of all props in newton. */
export function thrustOf({ units }: Drive, { angularSpeedRadPerS }: DriveState): number {
  return units.reduce((sum, { propThrustNs2 }, place) => sum + propThrustNs2 * angularSpeedRadPerS[place]! ** 2, 0);
}

/** Speed at which motor torque meets prop torque: a quadratic in ω with one positive root. */
function steadySpeed({ kv, resistanceOhm, noLoadA, propTorqueNms2 }: DriveUnit, motorVoltageV: number): number {
  const kvRadPerVs = kv * RAD_PER_S_PER_RPM;
  const torquePerA = 1 / kvRadPerVs; // Kt in N·m/A equals 1/Kv with Kv in rad/s/V
  const a = propTorqueNms2;
  const b = torquePerA / (resistanceOhm * kvRadPerVs);
  const c = -torquePerA * (motorVoltageV / resistanceOhm - noLoadA);
  return c >= 0 ? 0 : (-b + Math.sqrt(b * b - 4 * a * c)) / (2 * a);
}
