import { gaussian, type Random } from "../../random";
import { bound } from "../flightMath";
import { type FlyingWing, type Surfaces } from "./FlyingWing";

const CRUISE_MS = 16;
const CRUISE_M = 45;
const STRAIGHT_S = 8;
const TURN_S = 7;
const LANDING_S = 26;
const BANK_RAD = 0.5;
/** A pilot sees, decides and moves: his hand follows what he sees by this much. */
const HAND_S = 0.22;
const MOST_RAD = 0.44;
const TRIM_ELEVATOR = -0.06;
/** The stabiliser holds an angle: rad of surface for each rad that is off, and for each rad/s of turning. */
const HOLDS = { roll: 0.5, pitch: 0.7, rollRate: 0.08, pitchRate: 0.14 };
/** So far off, and for so long, and the pilot takes the stabiliser off. */
const LOST_RAD = 0.6;
const LOST_S = 0.8;

/** What is wrong with a wing's controls. */
export interface WingIlls {
  /** Sign of the stabiliser in pitch: -1 where it is turned round. */
  pitchSign: 1 | -1;
  /** Surfaces that jump as the motor draws, rad at full throttle. */
  jitterRad: number;
}

/** A pilot who flies circuits, helped by a stabiliser from some moment on: what he wants, and what the surfaces do. */
export class WingPilot {
  wanted = { roll: 0, pitch: 0 };
  /** -1 to 1. */
  sticks = { roll: 0, pitch: 0 };
  surfaces: Surfaces = { elevator: TRIM_ELEVATOR, aileron: 0, rudder: 0, throttle: 0 };
  private hand = { roll: 0, pitch: 0 };
  private jitter = { elevator: 0, aileron: 0 };
  private lostForS = 0;
  private hasGivenUp = false;

  constructor(
    private readonly body: FlyingWing,
    private readonly ills: WingIlls,
    private readonly random: Random,
    private readonly seconds: number,
  ) {}

  /** @param isSwitchedOn - True while the stabiliser is to help. @returns True while it does. */
  step(t: number, dt: number, isSwitchedOn: boolean): boolean {
    const { body } = this;
    const [roll, pitch] = body.angles();
    const isLanding = t > this.seconds - LANDING_S;
    const isTurning = t > 10 && !isLanding && (t - 10) % (STRAIGHT_S + TURN_S) > STRAIGHT_S;
    const height = isLanding ? Math.max(0, CRUISE_M - 3.2 * (t - this.seconds + LANDING_S)) : CRUISE_M;
    this.wanted = {
      roll: isTurning ? BANK_RAD : 0,
      pitch: bound(0.03 * (height - body.h), isLanding ? -0.24 : -0.25, 0.3) + (isTurning ? 0.05 : 0),
    };
    const follow = bound(dt / HAND_S, 0, 1);
    this.hand.roll += follow * (0.9 * (this.wanted.roll - roll) - this.hand.roll);
    this.hand.pitch += follow * (0.9 * (this.wanted.pitch - pitch) - this.hand.pitch);
    this.sticks = { roll: bound(this.hand.roll / MOST_RAD, -1, 1), pitch: bound(this.hand.pitch / MOST_RAD, -1, 1) };
    const off = { roll: this.wanted.roll - roll, pitch: this.wanted.pitch - pitch };
    this.lostForS = isSwitchedOn && Math.abs(off.pitch) > LOST_RAD ? this.lostForS + dt : 0;
    this.hasGivenUp ||= this.lostForS > LOST_S;
    const isHelped = isSwitchedOn && !this.hasGivenUp;
    const [p, q] = body.w;
    // With the stabiliser on, the stick asks for an angle; without it, it moves the surface. Trailing edge up lifts the nose, so that the elevator has the other sign.
    const held = HOLDS.pitch * off.pitch - HOLDS.pitchRate * q;
    const level = HOLDS.roll * off.roll - HOLDS.rollRate * p;
    this.surfaces = {
      elevator: bound(
        TRIM_ELEVATOR - (isHelped ? this.ills.pitchSign * held : this.sticks.pitch * MOST_RAD),
        -MOST_RAD,
        MOST_RAD,
      ),
      aileron: bound(isHelped ? level : this.sticks.roll * MOST_RAD, -MOST_RAD, MOST_RAD),
      rudder: 0,
      throttle: this.throttle(t, isLanding),
    };
    this.shake(dt);
    return isHelped;
  }

  private throttle(t: number, isLanding: boolean): number {
    if (t < 1 || this.body.isDown) return 0;
    if (isLanding && this.body.h < 6) return 0;
    return bound((isLanding ? 0.3 : 0.5) + 0.06 * (CRUISE_MS - this.body.airspeed), 0.05, 1);
  }

  /** Surfaces that move without being asked, the more the more the motor draws. */
  private shake(dt: number): void {
    const { jitterRad } = this.ills;
    if (jitterRad === 0) return;
    const follow = bound(dt / 0.02, 0, 1);
    const size = jitterRad * this.surfaces.throttle ** 2 * 3;
    for (const name of ["elevator", "aileron"] as const) {
      this.jitter[name] += follow * (size * gaussian(this.random) - this.jitter[name]);
      this.surfaces[name] = bound(this.surfaces[name] + this.jitter[name], -MOST_RAD, MOST_RAD);
    }
  }
}
