import { gaussian, type Random } from "../random";
import { type FlightIlls, type FlightPlan } from "./flightIlls";
import { anglesOf, bound, G, turnedOn } from "./flightMath";
import { type Rotorcraft } from "./rotorcraft";

const FULL_CELL_V = 4.18;

/** Volts of a cell at rest over its charge: a straight middle with a head and a knee. */
function restV(charge: number): number {
  const q = bound(charge, 0, 1);
  return 3.62 + 0.42 * q + 0.14 * q ** 8 - 0.75 * Math.exp(-q / 0.045);
}

/**
 * The craft as a thing of mass: rotors with one lag and thrust by the square of the speed, a pack that sags, a rigid body with a
 * quaternion, wind, and an arm that may swing. It knows nothing of sticks and loops; it is given outputs, and turns.
 *
 * @see B. L. Stevens, F. L. Lewis & E. N. Johnson, Aircraft Control and Simulation, 3rd ed., Wiley 2016, section 1.8 (quaternions).
 */
export class FlyingCraft {
  readonly craft: Rotorcraft;
  readonly massKg: number;
  readonly inertia: readonly number[];
  readonly fullV: number;
  /** Share of a rotor's full thrust that holds the craft in the air. */
  readonly hoverThrust: number;
  /** Places of the arms, forward and to the right, m. */
  readonly x: readonly number[];
  readonly y: readonly number[];
  /** Output that each motor listens to. */
  readonly wired: readonly number[];

  /** Attitude, turning (rad/s), speed over ground (m/s), height and climb (m, m/s). */
  private q: number[];
  readonly w = [0, 0, 0];
  readonly v = [0, 0];
  h = 0;
  vertical = 0;
  /** Speeds of the rotors as a share of full, and how far they have turned. */
  readonly spin: number[];
  private readonly phase: number[];
  private readonly wind = [0, 0, 0];
  private swing = [0, 0];
  swingRate = [0, 0];
  volts: number;
  amps = 0;
  drawnMah = 0;
  lift = 0;
  onGround = true;
  /** It fell, or lies on its back: nobody flies it on. */
  isOver = false;
  /** How long it has stood since it was flown, s. */
  standsForS = 0;
  private charge: number;
  private polarV = 0;
  private readonly off: readonly number[];
  private readonly made: readonly number[];
  private readonly unbalance: number[];
  private readonly gustSize: number;
  private readonly random: Random;

  constructor(
    { craft, style, fault, random }: FlightPlan,
    private readonly ills: FlightIlls,
  ) {
    const count = craft.arms.length;
    this.craft = craft;
    this.random = random;
    this.fullV = craft.cells * FULL_CELL_V;
    this.massKg = ills.mass > 0 ? (count * craft.fullThrustN * ills.mass) / G : craft.massKg;
    this.inertia = [0.32, 0.36, 0.6].map((share) => share * this.massKg * craft.armM ** 2);
    this.x = craft.arms.map(({ angle }) => craft.armM * Math.cos(angle));
    this.y = craft.arms.map(({ angle }) => craft.armM * Math.sin(angle));
    this.off = [gaussian(random) * 0.035 * craft.armM, gaussian(random) * 0.015 * craft.armM];
    this.made = craft.arms.map(() => 1 + 0.012 * gaussian(random));
    this.unbalance = craft.arms.map(() => 0.03 + 0.05 * random());
    if (ills.heavyG > 0) this.unbalance[ills.motor] = ills.heavyG;
    const wired = craft.arms.map((_, at) => at);
    if (ills.swapped) [wired[ills.swapped[0]!], wired[ills.swapped[1]!]] = [ills.swapped[1]!, ills.swapped[0]!];
    this.wired = wired;
    this.hoverThrust = (this.massKg * G) / count / craft.fullThrustN;
    const heading = random() * 2 * Math.PI;
    this.q = [Math.cos(heading / 2), 0, 0, Math.sin(heading / 2)];
    this.spin = craft.arms.map(() => 0);
    this.phase = craft.arms.map(() => random() * 6);
    this.gustSize = { hover: 0.15, cruise: 0.3, gusts: 1.1, sport: 0.3 }[style] + (fault === "gain too low" ? 0.5 : 0);
    this.charge = ills.charge;
    this.volts = craft.cells * restV(this.charge);
  }

  angles(): [roll: number, pitch: number, yaw: number] {
    return anglesOf(this.q);
  }

  /** What the rotors' imbalance adds to roll and pitch rate where the gyro sits. */
  shaken(): number[] {
    const { phase, unbalance, spin } = this;
    return [0, 1].map((axis) =>
      phase.reduce((sum, at, k) => sum + unbalance[k]! * spin[k]! ** 2 * 0.16 * Math.sin(at + axis * 1.3), 0),
    );
  }

  /** Flies on for a step with what the motors are told. */
  fly(t: number, dt: number, outputs: readonly number[]): void {
    const [roll, pitch] = this.angles();
    const turns = this.turnRotors(t, dt, outputs);
    this.drain(dt);
    this.move(t, dt, roll, pitch, turns);
    this.q = turnedOn(this.q, this.w, dt);
    if (this.ills.swingGain > 0) this.swingArm(dt, turns);
  }

  /** @returns Accelerations of roll, pitch and yaw, rad/s². */
  private turnRotors(t: number, dt: number, outputs: readonly number[]): number[] {
    const { craft, ills, spin, phase, x, y, off, inertia, volts, fullV } = this;
    this.amps = 0.4;
    let [lift, tx, ty, tz] = [0, 0, 0, 0];
    for (let k = 0; k < craft.arms.length; k++) {
      let u = outputs[this.wired[k]!]!;
      const isSlipping = k === ills.motor && ills.slips.some((at) => t > at && t < at + ills.slipS);
      if (isSlipping) u *= 0.1;
      const reach = Math.sqrt(0.15 * u + 0.85 * u * u) * (volts / fullV) * (k === ills.motor ? ills.loss : 1);
      spin[k]! += ((reach - spin[k]!) / craft.motorLagS) * dt;
      phase[k]! += ((spin[k]! * craft.fullRpm) / 60) * 2 * Math.PI * dt;
      const thrust = craft.fullThrustN * spin[k]! ** 2 * this.made[k]! * (k === ills.motor ? ills.lift : 1);
      lift += thrust;
      tx -= thrust * (y[k]! - off[1]!);
      ty += thrust * (x[k]! - off[0]!);
      tz -= craft.arms[k]!.spin * craft.fullThrustN * spin[k]! ** 2 * 0.12 * craft.armM;
      this.amps += craft.fullA * spin[k]! ** 3 * (volts / fullV) ** -0.2 * (isSlipping ? 3 : 1);
    }
    this.lift = lift;
    return [tx / inertia[0]!, ty / inertia[1]!, tz / inertia[2]!];
  }

  private drain(dt: number): void {
    const { craft, ills, amps } = this;
    this.charge -= (amps * dt) / 3600 / craft.packAh;
    this.drawnMah += (amps * dt) / 3.6;
    this.polarV += ((amps * craft.cellOhm * ills.ohm * 0.4 - this.polarV) / 3) * dt;
    this.volts = Math.max(1, craft.cells * (restV(this.charge) - amps * craft.cellOhm * ills.ohm - this.polarV));
  }

  private move(t: number, dt: number, roll: number, pitch: number, turns: readonly number[]): void {
    const { w, v, wind, lift, massKg } = this;
    const tilt = Math.max(0.5, Math.cos(roll) * Math.cos(pitch));
    this.onGround = this.h <= 0 && lift * tilt < massKg * G;
    this.standsForS = this.onGround && t > 3 ? this.standsForS + dt : 0;
    for (let axis = 0; axis < 3; axis++)
      wind[axis]! += (-wind[axis]! / 0.9) * dt + this.gustSize * Math.sqrt((2 * dt) / 0.9) * gaussian(this.random);
    if (this.onGround) {
      w.fill(0);
      v.fill(0);
      if (this.vertical < -4 || tilt <= 0.5) this.isOver = true;
      this.vertical = 0;
      this.h = 0;
      return;
    }
    w[0] = bound(w[0]! + (turns[0]! + 1.8 * wind[0]! - 0.5 * w[0]!) * dt, -35, 35);
    w[1] = bound(w[1]! + (turns[1]! + 1.8 * wind[1]! - 0.5 * w[1]!) * dt, -35, 35);
    w[2] = bound(w[2]! + (turns[2]! + 0.4 * wind[2]! - 0.4 * w[2]!) * dt, -35, 35);
    this.vertical += ((lift * Math.cos(roll) * Math.cos(pitch)) / massKg - G - 0.35 * this.vertical) * dt;
    v[0]! += (G * Math.tan(bound(-pitch, -1, 1)) - 0.4 * v[0]! + 0.5 * wind[0]!) * dt;
    v[1]! += (G * Math.tan(bound(roll, -1, 1)) - 0.4 * v[1]! + 0.5 * wind[1]!) * dt;
    this.h += this.vertical * dt;
    if (this.h < 0 && (this.vertical < -4 || tilt <= 0.5)) this.isOver = true;
  }

  /** A loose arm: an oscillator that hardly damps, driven by what turns the craft. */
  private swingArm(dt: number, turns: readonly number[]): void {
    const { swing, swingRate, ills, onGround, random } = this;
    const note = 2 * Math.PI * ills.swingHz;
    this.swing = swing.map((at, axis) => at + swingRate[axis]! * dt);
    this.swingRate = swingRate.map(
      (rate, axis) =>
        rate +
        (-0.04 * note * rate -
          note ** 2 * this.swing[axis]! -
          ills.swingGain * (onGround ? 0 : turns[axis]! + 14 * gaussian(random))) *
          dt,
    );
  }
}
