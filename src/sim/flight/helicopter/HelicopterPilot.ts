import { bound } from "../flightMath";
import { type Blades, type FlyingHelicopter, GOVERNED_RAD_S } from "./FlyingHelicopter";

const SPOOL_S = 6;
const RISES_S = 8;
const HOVER_M = 6;
const LANDING_S = 8;
/** Blade angles and what moves them: a servo is as far as this after its time, s. */
const SERVO_S = 0.018;
/** The tail's gyro is filtered, and its linkage gives way and goes no faster than this: s, s and rad/s. */
const TAIL_WAY = { filterS: 0.008, linkS: 0.008, fastest: 9 };
const MOST_RAD = { collective: 0.2, cyclic: 0.14, tail: 0.5 };
const HOVER_RAD = 0.1;
/** Loops of the stabiliser, rad of blade for each rad/s that is off, and for each rad. */
const CYCLIC_RATE = 0.049;
const TAIL = { rate: 0.09, angle: 0.5 };
/** What the tail needs to hold against the head, for each rad of collective beyond none. */
const TAIL_BY_COLLECTIVE = 0.75;
const GOVERNOR = { rate: 0.012, sum: 0.02 };

/** What is wrong with the controls. */
export interface ControlIlls {
  /** -1 where the tail's gyro is turned round. */
  tailSign: 1 | -1;
  /** Factor on the tail's gain. */
  tailGain: number;
}

export const HELICOPTER_STYLES = ["hover", "pirouettes", "circuits"] as const;
export type HelicopterStyle = (typeof HELICOPTER_STYLES)[number];

/** A pilot, a stabiliser on three axes and a governor: what is wanted, and what the blades do. */
export class HelicopterPilot {
  /** -1 to 1. */
  sticks = { roll: 0, pitch: 0, yaw: 0 };
  wantedYaw = 0;
  /** What the controller sends out, before the servos. */
  sent: Blades = { collective: -0.02, cyclic: [0, 0], tail: 0, drive: 0 };
  blades: Blades = this.sent;
  /** Without power, by the pilot: he does this when he cannot hold it. */
  hasCut = false;
  private tailSum = 0;
  private tailServo = 0;
  private tailRate = 0;
  private headSum = 0;
  private spunForS = 0;

  constructor(
    private readonly body: FlyingHelicopter,
    private readonly style: HelicopterStyle,
    private readonly ills: ControlIlls,
    private readonly seconds: number,
  ) {}

  step(t: number, dt: number): void {
    const { body } = this;
    this.spunForS = Math.abs(body.w[2]! - this.wantedYaw) > 6 ? this.spunForS + dt : 0;
    this.hasCut ||= this.spunForS > 1.2 || body.isOver;
    const isFlying = t > RISES_S && !this.hasCut;
    this.sent = {
      collective: isFlying ? this.collective(t) : -0.02,
      cyclic: isFlying ? this.cyclic(t) : [0, 0],
      tail: this.tail(t, dt, isFlying),
      drive: this.governor(t, dt),
    };
    const follow = 1 - Math.exp(-dt / SERVO_S);
    const moved = (from: number, to: number) => from + follow * (to - from);
    const most = TAIL_WAY.fastest * dt;
    this.tailServo += bound(follow * (this.sent.tail - this.tailServo), -most, most);
    this.blades = {
      collective: moved(this.blades.collective, this.sent.collective),
      cyclic: [moved(this.blades.cyclic[0], this.sent.cyclic[0]), moved(this.blades.cyclic[1], this.sent.cyclic[1])],
      tail: this.blades.tail + (dt / TAIL_WAY.linkS) * (this.tailServo - this.blades.tail),
      drive: this.sent.drive,
    };
  }

  private collective(t: number): number {
    const left = this.seconds - t;
    const wanted = left < LANDING_S ? HOVER_M * (left / LANDING_S) - 1 : Math.min(HOVER_M, 1.5 * (t - RISES_S));
    const climb = bound(0.8 * (wanted - this.body.h), -1.2, 1.6);
    return bound(HOVER_RAD + 0.022 * (climb - this.body.climb), -0.05, MOST_RAD.collective);
  }

  /** The pilot leans it against its drift; in circuits he flies ahead, and turns. */
  private cyclic(t: number): [number, number] {
    const { body } = this;
    const isAhead = this.style === "circuits" && t > RISES_S + 6 && t < this.seconds - LANDING_S - 4;
    const ahead = isAhead ? 7 * Math.sin((2 * Math.PI * (t - RISES_S - 6)) / 14) : 0;
    const lean = [bound(-0.07 * body.v[1]!, -0.4, 0.4), bound(-0.07 * (ahead - body.v[0]!), -0.4, 0.4)];
    this.sticks.roll = lean[0]! / 0.5;
    this.sticks.pitch = lean[1]! / 0.5;
    const [roll, pitch] = body.angles();
    return [roll, pitch].map((angle, axis) => {
      const rate = bound(3 * (lean[axis]! - angle), -3, 3);
      const off = rate - body.w[axis]!;
      return bound(CYCLIC_RATE * off, -MOST_RAD.cyclic, MOST_RAD.cyclic);
    }) as [number, number];
  }

  private tail(t: number, dt: number, isFlying: boolean): number {
    const isTurning =
      isFlying && this.style === "pirouettes" && (t - RISES_S) % 9 > 5.5 && t < this.seconds - LANDING_S;
    this.sticks.yaw = isTurning ? 0.7 : 0;
    this.wantedYaw = 5 * this.sticks.yaw;
    this.tailRate += (dt / TAIL_WAY.filterS) * (this.body.w[2]! - this.tailRate);
    const off = this.ills.tailSign * this.ills.tailGain * (this.wantedYaw - this.tailRate);
    this.tailSum = isFlying ? bound(this.tailSum + TAIL.angle * off * dt, -0.3, 0.3) : 0;
    const held = TAIL_BY_COLLECTIVE * Math.max(0, this.sent.collective) + 0.05;
    return bound(held + TAIL.rate * off + this.tailSum, -MOST_RAD.tail, MOST_RAD.tail);
  }

  private governor(t: number, dt: number): number {
    if (this.hasCut || t > this.seconds - 1) return 0;
    const wanted = GOVERNED_RAD_S * bound(t / SPOOL_S, 0, 1);
    const off = wanted - this.body.head;
    this.headSum = bound(this.headSum + GOVERNOR.sum * off * dt, 0, 1);
    const usual = (wanted / 6 / this.body.volts) * 1.02;
    return bound(usual + GOVERNOR.rate * off + this.headSum * 0.5, 0, 1);
  }
}
