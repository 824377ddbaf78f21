import { gaussian, type Random } from "../../random";
import { anglesOf, bound, G, turnedOn } from "../flightMath";

const AIR = 1.225;
/** A model of a metre and a half, driven by a pack of twelve cells. */
const SIZE = { massKg: 4.6, radiusM: 0.78, inertia: [0.07, 0.17, 0.19], mastM: 0.24 } as const;
export const GOVERNED_RAD_S = 195;
/** Thrust for each rad of collective and (rad/s)² of the head; about 6° hover it. */
const LIFT = 0.0116;
const INFLOW = 1.5;
/** W. Johnson, Helicopter Theory, Dover 1994, chapter 2: induced power with a factor of what real rotors lose; from memory. */
const INDUCED_LOSS = 1.15;
const PROFILE_W = 260;
/** N m about the mast for each rad of the tail's blades and (rad/s)² of the head, and how the craft's own turn weakens it. */
const TAIL = { moment: 4.8e-4, inflow: 0.9 / 140 };
/** Moment of the tilted disc beside its thrust on the mast, N m/rad, and the time in which it follows, s. */
const HUB = { stiffness: 55, lagS: 0.045 };
const HEAD_INERTIA = 0.066;
/** Drive: rad/s of the head for a volt, and Ω in the way. */
const DRIVE = { perVolt: 6, ohm: 0.055 };
const CELLS = 12;
const CELL_OHM = 0.0032;
const PACK_AH = 4.4;
const STANDBY_A = 0.8;

/** Blade angles, rad: collective up, cyclic nose and right side down with the sign of the turn it makes, tail nose to the right; drive 0 to 1. */
export interface Blades {
  collective: number;
  cyclic: readonly [roll: number, pitch: number];
  tail: number;
  drive: number;
}

/** What is wrong with the craft itself. */
export interface HelicopterIlls {
  /** Shaking once a turn at the governed speed, g. */
  shakeG: number;
  /** Factor on the pack's resistance. */
  packOhm: number;
}

/**
 * A helicopter as a thing of mass: a head driven against its own drag and lift, a disc that tilts, a tail that holds against the head's torque, wind, a pack.
 * Body axes: nose, right, down; the head turns so that it pushes the nose to the left.
 */
export class FlyingHelicopter {
  readonly massKg = SIZE.massKg;
  /** Body rates, rad/s, speed over ground ahead and to the right, m/s, height and climb. */
  readonly w = [0, 0, 0];
  readonly v = [0, 0];
  h = 0;
  climb = 0;
  /** Of the head, rad/s. */
  head = 0;
  lift = 0;
  amps = 0;
  drawnMah = 0;
  volts: number;
  isDown = true;
  /** It lies on its side. */
  isOver = false;
  private turn: number[];
  private readonly tilt = [0, 0];
  private readonly gust = [0, 0, 0];
  private phase = 0;
  private polarV = 0;

  constructor(
    private readonly random: Random,
    private readonly gustMs: number,
    private readonly ills: HelicopterIlls,
  ) {
    const heading = 2 * Math.PI * random();
    this.turn = [Math.cos(heading / 2), 0, 0, Math.sin(heading / 2)];
    this.volts = CELLS * 4.15;
  }

  angles(): [roll: number, pitch: number, yaw: number] {
    return anglesOf(this.turn);
  }

  /** What the head's imbalance adds to the felt forces ahead and to the right, g. */
  shaken(): [number, number] {
    const size = (0.03 + this.ills.shakeG) * (this.head / GOVERNED_RAD_S) ** 2;
    return [size * Math.sin(this.phase), 0.8 * size * Math.cos(this.phase)];
  }

  fly(dt: number, blades: Blades): void {
    const { w, tilt, gust } = this;
    for (let axis = 0; axis < 3; axis++)
      gust[axis]! += (-gust[axis]! / 0.8) * dt + this.gustMs * Math.sqrt((2 * dt) / 0.8) * gaussian(this.random);
    const torque = this.turnHead(dt, blades);
    for (let axis = 0; axis < 2; axis++)
      tilt[axis]! += ((blades.cyclic[axis]! - tilt[axis]! - 0.03 * w[axis]!) / HUB.lagS) * dt;
    const tail = TAIL.moment * this.head ** 2 * (blades.tail - TAIL.inflow * w[2]!);
    this.move(dt, tail - torque);
  }

  /**
   * Drive against drag. @returns The torque that pushes the craft the other way, N m.
   * @see W. Johnson, as above, section 2-1: v = √(T/2ρA), P = T·v.
   */
  private turnHead(dt: number, { collective, drive }: Blades): number {
    const tip = Math.max(20, this.head * SIZE.radiusM);
    const angle = collective - INFLOW * ((this.climb - 0.5 * this.gust[2]!) / tip);
    this.lift = LIFT * this.head ** 2 * bound(angle, -0.2, 0.24);
    const disc = Math.PI * SIZE.radiusM ** 2;
    const inducedW = INDUCED_LOSS * Math.abs(this.lift) * Math.sqrt(Math.abs(this.lift) / (2 * AIR * disc));
    const profileW = PROFILE_W * (this.head / GOVERNED_RAD_S) ** 3 * (1 + 6 * angle ** 2);
    const dragNm = (inducedW + profileW) / Math.max(10, this.head);
    // A freewheel lets the head turn on; the drive never brakes it.
    const motorA = Math.max(0, (drive * this.volts - this.head / DRIVE.perVolt) / DRIVE.ohm);
    const driveNm = motorA / DRIVE.perVolt;
    this.head = Math.max(0, this.head + ((driveNm - dragNm) / HEAD_INERTIA) * dt);
    this.phase += this.head * dt;
    this.drain(dt, drive * motorA + STANDBY_A);
    return driveNm;
  }

  private drain(dt: number, amps: number): void {
    this.amps = amps;
    this.drawnMah += (amps * dt) / 3.6;
    const left = 1 - this.drawnMah / 1000 / PACK_AH;
    const ohm = CELL_OHM * this.ills.packOhm;
    this.polarV += ((0.5 * ohm * amps - this.polarV) / 4) * dt;
    this.volts = CELLS * (3.6 + 0.4 * left + 0.16 * left ** 7 - ohm * amps - this.polarV);
  }

  private move(dt: number, yawNm: number): void {
    const { w, v, tilt, gust } = this;
    const [roll, pitch] = this.angles();
    const upright = Math.cos(roll) * Math.cos(pitch);
    this.isDown = this.h <= 0 && this.lift * upright < SIZE.massKg * G;
    if (this.isDown) return this.stand(dt, yawNm, upright);
    const [ix, iy, iz] = SIZE.inertia;
    const perTilt = this.lift * SIZE.mastM + HUB.stiffness * (this.head / GOVERNED_RAD_S) ** 2;
    w[0]! += ((perTilt * tilt[0]!) / ix + 0.6 * gust[0]! - ((iz - iy) / ix) * w[1]! * w[2]!) * dt;
    w[1]! += ((perTilt * tilt[1]!) / iy + 0.4 * gust[1]! - ((ix - iz) / iy) * w[0]! * w[2]!) * dt;
    w[2]! += (yawNm / iz + 0.5 * gust[2]! - 0.15 * w[2]!) * dt;
    for (let axis = 0; axis < 3; axis++) w[axis] = bound(w[axis]!, -25, 25);
    this.turn = turnedOn(this.turn, w, dt);
    const push = this.lift / SIZE.massKg;
    v[0]! += (-push * Math.sin(pitch + tilt[1]!) - 0.12 * v[0]! + 0.3 * gust[0]!) * dt;
    v[1]! += (push * Math.sin(roll + tilt[0]!) - 0.12 * v[1]! + 0.3 * gust[1]!) * dt;
    this.climb += (push * upright - G - 0.25 * this.climb) * dt;
    this.h += this.climb * dt;
  }

  /** On its skids: it turns about its mast only once it is light. */
  private stand(dt: number, yawNm: number, upright: number): void {
    if (this.climb < -5 || upright < 0.5) this.isOver = true;
    const held = 0.12 * Math.max(0, SIZE.massKg * G - this.lift);
    const free = Math.sign(yawNm) * Math.max(0, Math.abs(yawNm) - held);
    this.w.fill(0, 0, 2);
    this.w[2] = free === 0 ? 0 : this.w[2]! + (free / SIZE.inertia[2] - 3 * this.w[2]!) * dt;
    this.turn = turnedOn(this.turn, this.w, dt);
    this.v.fill(0);
    this.climb = 0;
    this.h = 0;
  }
}
