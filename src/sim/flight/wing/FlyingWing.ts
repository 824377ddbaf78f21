import { gaussian, type Random } from "../../random";
import { anglesOf, bound, G, turnedOn } from "../flightMath";

const AIR = 1.225;
/** A model of a metre and a half with foam wings. */
const SIZE = { massKg: 1.9, wingM2: 0.32, chordM: 0.2, spanM: 1.6, inertia: [0.11, 0.13, 0.22] } as const;
/** R. W. Beard and T. W. McLain, Small Unmanned Aircraft, Princeton 2012, chapter 4 and appendix E: a small aircraft; from memory, rounded. */
const LIFT = { at0: 0.28, alpha: 3.45, pitchRate: 4, elevator: 0.13 };
const DRAG = { at0: 0.035, efficiency: 0.85 };
const SIDE = { beta: -0.98, rudder: 0.17 };
const ROLL = { beta: -0.12, rollRate: -0.4, yawRate: 0.14, aileron: 0.12 };
const PITCH = { at0: -0.02, alpha: -0.5, pitchRate: -8, elevator: -0.5 };
const YAW = { beta: 0.12, rollRate: 0.02, yawRate: -0.15, rudder: -0.07, aileron: -0.005 };
/** Beyond this the wing stalls: lift grows no further. */
const STALL_RAD = 0.26;
const THRUST_N = 16;
/** A prop that turns for this speed pulls no more. */
const PROP_MS = 36;
const FULL_A = 24;
const CELLS = 4;
const PACK_OHM = 0.03;
const PACK_MAH = 2200;

/** Deflections in rad, trailing edge down positive for the elevator, right wing down for the ailerons; throttle 0 to 1. */
export interface Surfaces {
  elevator: number;
  aileron: number;
  rudder: number;
  throttle: number;
}

/** A fixed wing in the air: rigid body with the linear aerodynamics of a textbook, wind with gusts, a pack. Body axes: nose, right, down. */
export class FlyingWing {
  north = 0;
  east = 0;
  h = 0;
  /** Through space in body axes, m/s. */
  v: [number, number, number] = [0, 0, 0];
  /** Body rates, rad/s. */
  w: [number, number, number] = [0, 0, 0];
  /** What accelerometers feel, m/s², in body axes. */
  felt: [number, number, number] = [0, 0, -G];
  airspeed = 0;
  amps = 0;
  drawnMah = 0;
  isLaunched = false;
  isDown = false;
  private turn = [1, 0, 0, 0];
  private gust: [number, number, number] = [0, 0, 0];

  /** @param pitchStability - Factor on the moment that brings the nose back; below 0 the craft is tail-heavy. */
  constructor(
    private readonly random: Random,
    private readonly windMs: readonly [number, number],
    private readonly gustMs: number,
    private readonly pitchStability: number,
  ) {}

  /** Roll, pitch and yaw, rad. */
  angles(): [number, number, number] {
    return anglesOf(this.turn);
  }

  get volts(): number {
    const left = 1 - this.drawnMah / PACK_MAH;
    return CELLS * (3.55 + 0.62 * left) - PACK_OHM * this.amps;
  }

  /** Over ground to north and east, m/s. */
  overGround(): [number, number] {
    const [north, east] = this.toSpace(this.v);
    return [north, east];
  }

  /** Thrown with its nose up, into the wind. */
  launch(): void {
    this.isLaunched = true;
    this.h = 1.6;
    this.turn = [Math.cos(0.1), 0, Math.sin(0.1), 0];
    this.v = [14, 0, 0.5];
  }

  /** One step of the flight. */
  fly(dt: number, surfaces: Surfaces): void {
    if (!this.isLaunched || this.isDown) return this.rest(dt);
    const wind = this.windInBody(dt);
    const [u, side, down] = [this.v[0] - wind[0], this.v[1] - wind[1], this.v[2] - wind[2]];
    this.airspeed = Math.max(3, Math.hypot(u, side, down));
    const alpha = Math.atan2(down, Math.max(1, u));
    const beta = Math.asin(bound(side / this.airspeed, -1, 1));
    const { force, moment } = this.aerodynamics(alpha, beta, surfaces);
    this.move(dt, force, moment);
    this.amps = 0.6 + FULL_A * surfaces.throttle ** 2;
    this.drawnMah += (this.amps * dt) / 3.6;
    if (this.h <= 0) this.isDown = true;
  }

  /** Force, N, and moment, N m, in body axes, without weight. */
  private aerodynamics(alpha: number, beta: number, { elevator, aileron, rudder, throttle }: Surfaces) {
    const { wingM2, chordM, spanM } = SIZE;
    const pressure = 0.5 * AIR * this.airspeed ** 2 * wingM2;
    const [p, q, r] = this.w;
    const [half, halfChord] = [spanM / (2 * this.airspeed), chordM / (2 * this.airspeed)];
    const lift =
      LIFT.at0 +
      LIFT.alpha * bound(alpha, -STALL_RAD, STALL_RAD) +
      LIFT.pitchRate * q * halfChord +
      LIFT.elevator * elevator;
    const drag = DRAG.at0 + lift ** 2 / (Math.PI * DRAG.efficiency * (spanM ** 2 / wingM2)) + 1.5 * beta ** 2;
    const thrust = THRUST_N * throttle ** 2 * Math.max(0, 1 - this.airspeed / PROP_MS);
    return {
      force: [
        thrust + pressure * (lift * Math.sin(alpha) - drag * Math.cos(alpha)),
        pressure * (SIDE.beta * beta + SIDE.rudder * rudder),
        pressure * (-lift * Math.cos(alpha) - drag * Math.sin(alpha)),
      ] as const,
      moment: [
        pressure * spanM * (ROLL.beta * beta + (ROLL.rollRate * p + ROLL.yawRate * r) * half + ROLL.aileron * aileron),
        pressure *
          chordM *
          (PITCH.at0 +
            PITCH.alpha * this.pitchStability * alpha +
            PITCH.pitchRate * q * halfChord +
            PITCH.elevator * elevator),
        pressure *
          spanM *
          (YAW.beta * beta + (YAW.rollRate * p + YAW.yawRate * r) * half + YAW.rudder * rudder + YAW.aileron * aileron),
      ] as const,
    };
  }

  /** Newton and Euler for a rigid body in its own axes. @see Beard and McLain, section 3.3 */
  private move(dt: number, force: readonly [number, number, number], moment: readonly [number, number, number]): void {
    const { massKg, inertia } = SIZE;
    const weight = this.toBody([0, 0, G]);
    const [u, v, w] = this.v;
    const [p, q, r] = this.w;
    this.felt = [force[0] / massKg, force[1] / massKg, force[2] / massKg];
    this.v = [
      u + dt * (r * v - q * w + this.felt[0] + weight[0]),
      v + dt * (p * w - r * u + this.felt[1] + weight[1]),
      w + dt * (q * u - p * v + this.felt[2] + weight[2]),
    ];
    const [jx, jy, jz] = inertia;
    this.w = [
      p + (dt * (moment[0] + (jy - jz) * q * r)) / jx,
      q + (dt * (moment[1] + (jz - jx) * p * r)) / jy,
      r + (dt * (moment[2] + (jx - jy) * p * q)) / jz,
    ];
    this.turn = turnedOn(this.turn, this.w, dt);
    const [north, east, down] = this.toSpace(this.v);
    this.north += north * dt;
    this.east += east * dt;
    this.h -= down * dt;
  }

  /** On the ground, or sliding to a stop on it. */
  private rest(dt: number): void {
    const slower = Math.max(0, 1 - 3 * dt);
    this.v = [this.v[0] * slower, 0, 0];
    this.w = [0, 0, 0];
    this.felt = [0, 0, -G];
    this.amps = 0.6;
    this.airspeed = Math.max(0, this.v[0]);
    if (!this.isDown) return;
    this.h = 0;
    const yaw = this.angles()[2];
    this.turn = [Math.cos(yaw / 2), 0, 0, Math.sin(yaw / 2)];
  }

  /** Steady wind and gusts that last about a second. */
  private windInBody(dt: number): [number, number, number] {
    const keep = Math.exp(-dt);
    const size = this.gustMs * Math.sqrt(1 - keep ** 2);
    this.gust = this.gust.map((each) => each * keep + size * gaussian(this.random)) as [number, number, number];
    const steady = this.toBody([this.windMs[0], this.windMs[1], 0]);
    return [steady[0] + this.gust[0], steady[1] + this.gust[1], steady[2] + 0.6 * this.gust[2]];
  }

  private toSpace(body: readonly [number, number, number]): [number, number, number] {
    const rows = rotation(this.turn);
    return rows.map((row) => row[0] * body[0] + row[1] * body[1] + row[2] * body[2]) as [number, number, number];
  }

  private toBody(space: readonly [number, number, number]): [number, number, number] {
    const rows = rotation(this.turn);
    return [0, 1, 2].map((column) => rows.reduce((sum, row, at) => sum + row[column as 0 | 1 | 2] * space[at]!, 0)) as [
      number,
      number,
      number,
    ];
  }
}

/** The rotation of a quaternion: body axes in space, by rows. */
function rotation([a, b, c, d]: readonly number[]): readonly (readonly [number, number, number])[] {
  const [w, x, y, z] = [a!, b!, c!, d!];
  return [
    [1 - 2 * (y * y + z * z), 2 * (x * y - w * z), 2 * (x * z + w * y)],
    [2 * (x * y + w * z), 1 - 2 * (x * x + z * z), 2 * (y * z - w * x)],
    [2 * (x * z - w * y), 2 * (y * z + w * x), 1 - 2 * (x * x + y * y)],
  ];
}
