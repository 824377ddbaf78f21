import { gaussian, type Random } from "../random";
import { type FlightIlls } from "./flightIlls";
import { bound } from "./flightMath";
import { type FlyingCraft } from "./FlyingCraft";
import { type Asked } from "./pilot";

/** What the controller knows of a moment besides its gyro. */
export interface Moment {
  t: number;
  dt: number;
  asked: Asked;
  isLinked: boolean;
  isFailsafe: boolean;
  isArmed: boolean;
  /** True where the pilot flies: not before take-off, not in the landing, not after the link is lost. */
  isFlying: boolean;
}

/** Outputs reach the motors this much later, s. */
const LATE_S = 0.006;
const LOWEST = 0.055;

/** An angle loop around a rate loop with the change of a filtered gyro, and outputs mixed by the arms' geometry. */
export class FlightController {
  /** Of gyro axes, rad/s. */
  readonly bias: readonly number[];
  lever = 0;
  outputs: readonly number[];
  /** Angles and rates that were wanted last, for the record. */
  lean: readonly number[] = [0, 0];
  wantedRate: readonly number[] = [0, 0, 0];
  private lostLift = 0;
  private readonly integral = [0, 0, 0];
  private readonly slow = [0, 0, 0];
  private readonly seen = [0, 0, 0];
  private readonly waiting: (readonly number[])[];
  private readonly authority: readonly number[];

  constructor(
    private readonly body: FlyingCraft,
    private readonly ills: FlightIlls,
    private readonly random: Random,
    /** Height that it holds, m. */
    private readonly holdM: number,
    dt: number,
  ) {
    const { craft, x, y, inertia, hoverThrust } = body;
    const slope = 0.15 + 1.7 * outputFor(hoverThrust);
    this.authority = [0, 1, 2].map((axis) => {
      const arms = axis === 0 ? y : axis === 1 ? x : craft.arms.map(() => craft.armM * 0.12);
      return (arms.reduce((sum, arm) => sum + Math.abs(arm), 0) * craft.fullThrustN * slope) / inertia[axis]!;
    });
    this.outputs = craft.arms.map(() => 0);
    this.waiting = Array.from({ length: Math.max(1, Math.round(LATE_S / dt)) }, () => craft.arms.map(() => 0));
    this.bias = [0, 1, 2].map(() => 0.004 * gaussian(random));
  }

  /** Begins anew, as after a reset. */
  restart(): void {
    this.integral.fill(0);
  }

  /** @returns What reaches the motors now: the outputs of a moment ago. */
  step(step: number, moment: Moment): readonly number[] {
    this.setLever(moment);
    this.mix(this.steer(moment), moment);
    const place = step % this.waiting.length;
    const late = this.waiting[place]!;
    this.waiting[place] = this.outputs;
    return late;
  }

  private setLever({ t, dt, asked, isArmed, isFlying }: Moment): void {
    const { body } = this;
    const [roll, pitch] = body.angles();
    const wantedClimb = isFlying ? bound(1.3 * (this.holdM + asked.climb - body.h), -1.5, 2.2) : -0.8;
    const tilt = Math.max(0.5, Math.cos(roll) * Math.cos(pitch));
    this.lostLift = bound(this.lostLift + (isFlying ? 0.25 * (wantedClimb - body.vertical) * dt : 0), -0.2, 0.3);
    const wantedLift =
      (body.hoverThrust * (1 + 0.35 * (wantedClimb - body.vertical)) * (1 + this.lostLift)) /
      tilt /
      (body.volts / body.fullV) ** 2;
    const wanted =
      !isArmed || t < 1.2
        ? 0
        : outputFor(bound(asked.punch > 0 && isFlying && body.h < 6 ? asked.punch : wantedLift, 0.01, 1));
    this.lever += bound(wanted - this.lever, -6 * dt, 3 * dt);
  }

  /** @returns Roll, pitch and yaw as shares of output. */
  private steer({ dt, asked, isLinked, isArmed }: Moment): number[] {
    const { body, ills, slow, seen, integral } = this;
    const [roll, pitch] = body.angles();
    const lean = isLinked ? [asked.roll, asked.pitch] : [0, 0];
    this.lean = lean;
    this.wantedRate = [
      bound(4.5 * (lean[0]! - roll), -7, 7),
      bound(4.5 * (lean[1]! - pitch), -7, 7),
      isLinked ? asked.yaw : 0,
    ];
    const shaken = body.shaken();
    return [0, 1, 2].map((axis) => {
      const isTurned = ills.reversed === axis;
      const measured =
        (isTurned ? -1 : 1) *
        (body.w[axis]! +
          (axis < 2 ? body.swingRate[axis]! + shaken[axis]! : 0) +
          this.bias[axis]! +
          0.012 * gaussian(this.random));
      const target = isTurned ? bound(4.5 * (lean[axis]! + [roll, pitch][axis]!), -5, 5) : this.wantedRate[axis]!;
      slow[axis]! += (measured - slow[axis]!) * bound(dt * 2 * Math.PI * 70, 0, 1);
      const change = (slow[axis]! - seen[axis]!) / dt;
      seen[axis] = slow[axis]!;
      const error = target - slow[axis]!;
      integral[axis] = isArmed && this.lever > 0.1 ? bound(integral[axis]! + 4 * error * dt, -2, 2) : 0;
      const gain = axis === ills.axis ? ills.gain : 1;
      return (
        ((gain * [14, 14, 5][axis]!) / this.authority[axis]!) *
        (error + 0.8 * integral[axis]! - (0.01 / Math.max(1, gain)) * change)
      );
    });
  }

  private mix(command: readonly number[], { isArmed }: Moment): void {
    const { lever } = this;
    const mixed = this.body.craft.arms.map(
      ({ angle, spin: way }) => -Math.sin(angle) * command[0]! + Math.cos(angle) * command[1]! - way * command[2]!,
    );
    // The whole range is shifted rather than cut, so that steering is left at both ends
    const shift = bound(
      lever,
      LOWEST - Math.min(...mixed),
      Math.max(LOWEST - Math.min(...mixed), 1 - Math.max(...mixed)),
    );
    this.outputs = mixed.map((share) => (isArmed ? (lever < 0.02 ? LOWEST : bound(shift + share, LOWEST, 1)) : 0));
  }
}

/** Output for a share of a rotor's full thrust, of 0.15 u + 0.85 u². */
function outputFor(share: number): number {
  return (-0.15 + Math.sqrt(0.0225 + 3.4 * share)) / 1.7;
}
