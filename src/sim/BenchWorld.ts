import { type Readings } from "../core/series/series";
import { type SimulatedCraft } from "./benchDefects";
import { cellVoltages, type DriveState, restingState, stepDrive, thrustOf } from "./driveModel";
import { gaussian, type Random } from "./random";

/** What the simulated bench is told. */
export interface BenchCommand {
  throttle: number;
  output: number;
  pulseS: number;
}

/** Scatter of the simulated instruments: one standard deviation each. Trade judgement. */
export const NOISE = {
  voltage: 0.008,
  currentShare: 0.004,
  current: 0.02,
  speed: 12,
  thrustShare: 0.006,
  thrust: 0.01,
  temperature: 0.12,
  vibrationShare: 0.05,
  vibration: 0.3,
  roughnessShare: 0.06,
  roughness: 0.1,
  cell: 0.002,
  angle: 0.03,
  railCurrent: 0.004,
} as const;

const RAIL_STANDBY_A = 0.05;
const SERVO_SETTLED_DEG = 0.3;

/** A craft on the bench, moving through time: what each instrument would read of it at any moment. */
export class BenchWorld {
  private state: DriveState;
  private escC: number;
  private motorC: number;
  private hornDeg: number;
  /** Angle the servo drives to; it follows the pulse outside its dead band only. */
  private targetDeg: number;
  private heldPulseS = 1500e-6;
  private isMoving = false;
  private isStopped = false;

  constructor(
    readonly craft: SimulatedCraft,
    private readonly random: Random,
  ) {
    this.state = restingState(craft.drive);
    this.escC = craft.esc.ambientC;
    this.motorC = craft.esc.ambientC;
    this.targetDeg = craft.servo.centreDeg;
    this.hornDeg = craft.servo.centreDeg;
  }

  /** Moves everything on. @param dtS - Seconds, at most some hundredths. */
  step(command: BenchCommand, dtS: number): void {
    const { drive, esc } = this.craft;
    this.state = stepDrive(drive, this.state, command, dtS);
    const hottestA = Math.max(...this.state.unitCurrentA);
    const warm = (now: number, steady: number, timeConstantS: number) =>
      steady + (now - steady) * Math.exp(-dtS / timeConstantS);
    this.escC = warm(this.escC, esc.ambientC + esc.risePerA2 * hottestA ** 2, esc.timeConstantS);
    this.motorC = warm(this.motorC, esc.ambientC + 0.8 * esc.risePerA2 * hottestA ** 2, 3 * esc.timeConstantS);
    this.moveServo(command.pulseS, dtS);
  }

  /** What the instruments read now, each with its scatter. */
  read(): Readings {
    const { drive, sensor, servo } = this.craft;
    const { voltageV, currentA, angularSpeedRadPerS, throttle } = this.state;
    const noise = (size: number) => size * gaussian(this.random);
    const amps = currentA * (1 + noise(NOISE.currentShare)) + noise(NOISE.current);
    // The tachometer and the accelerometer follow the fastest motor: in a motor sweep the only one that turns.
    const fastest = angularSpeedRadPerS.indexOf(Math.max(...angularSpeedRadPerS));
    const omega = angularSpeedRadPerS[fastest]!;
    const thrust = thrustOf(drive, this.state);
    const highest = Math.max(...throttle);
    const sway = servo.jitterDeg + servo.chatterDeg * highest;
    return {
      voltage: voltageV + noise(NOISE.voltage),
      current: Math.max(0, amps),
      shown: Math.max(0, (currentA - sensor.offsetA) / sensor.gain + noise(NOISE.current)),
      speed: Math.max(0, omega / ((2 * Math.PI) / 60) + (omega > 0 ? noise(NOISE.speed) : 0)),
      thrust: Math.max(0, thrust * (1 + noise(NOISE.thrustShare)) + noise(NOISE.thrust)),
      vibration: Math.abs(
        drive.units[fastest]!.imbalanceM * omega ** 2 * (1 + noise(NOISE.vibrationShare)) + noise(NOISE.vibration),
      ),
      roughness: Math.abs(
        drive.units[fastest]!.roughM * omega ** 2 * (1 + noise(NOISE.roughnessShare)) + noise(NOISE.roughness),
      ),
      temperature: this.motorC + noise(NOISE.temperature),
      esctemperature: this.escC + noise(NOISE.temperature),
      angle: this.hornDeg + noise(Math.hypot(NOISE.angle, sway)),
      railcurrent: Math.max(0, RAIL_STANDBY_A + this.servoA() + 0.05 * sway + noise(NOISE.railCurrent)),
      ...Object.fromEntries(
        cellVoltages(drive, this.state).map((volts, cell) => [`cell${cell + 1}`, volts + noise(NOISE.cell)]),
      ),
    };
  }

  private servoA(): number {
    const { idleA, movingA, stallA } = this.craft.servo;
    if (this.isStopped) return stallA;
    return this.isMoving ? movingA : idleA;
  }

  private moveServo(pulseS: number, dtS: number): void {
    const { servo } = this.craft;
    if (Math.abs(pulseS - this.heldPulseS) * 1e6 > servo.deadBandUs) this.heldPulseS = pulseS;
    const wanted = servo.centreDeg + servo.degPerUs * (this.heldPulseS * 1e6 - 1500);
    const way = wanted - this.targetDeg;
    const turned = this.targetDeg + Math.sign(way) * Math.min(Math.abs(way), servo.degreesPerS * dtS);
    this.targetDeg = Math.min(turned, servo.stopDeg);
    this.isStopped = turned > servo.stopDeg;
    this.isMoving = Math.abs(way) > SERVO_SETTLED_DEG;
    // Play between gears and horn: the horn is dragged along behind.
    const half = servo.playDeg / 2;
    this.hornDeg = Math.min(Math.max(this.hornDeg, this.targetDeg - half), this.targetDeg + half);
  }
}
