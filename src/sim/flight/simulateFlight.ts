import { gaussian, type Random } from "../random";
import { type FlightFault, type FlightStyle } from "./flightFaults";
import { type Rotorcraft } from "./rotorcraft";

/** A simulated flight as its recorder kept it: channels by role in the core's units, NaN where a line has none. */
export interface SimulatedFlight {
  clockS: number[];
  channels: Record<string, number[]>;
  /** What a charger puts back, mAh. */
  chargerMah: number;
  /** The motor that is meant, from 1; null where none is. */
  motor: number | null;
  axis: "roll" | "pitch" | null;
}

export interface FlightPlan {
  craft: Rotorcraft;
  style: FlightStyle;
  fault: FlightFault | null;
  /** 0 slight to 2 gross. */
  severity: 0 | 1 | 2;
  rateHz: number;
  seconds: number;
  random: Random;
}

const G = 9.80665;
const DEG = 180 / Math.PI;
const FULL_CELL_V = 4.18;
const bound = (value: number, low: number, high: number) => Math.max(low, Math.min(high, value));

/** Volts of a cell at rest over its charge: a straight middle with a head and a knee. */
function restV(charge: number): number {
  const q = bound(charge, 0, 1);
  return 3.62 + 0.42 * q + 0.14 * q ** 8 - 0.75 * Math.exp(-q / 0.045);
}

/** What the fault does to the craft. */
function illsOf({ craft, fault, severity, random }: FlightPlan) {
  const pick = <T>(of: readonly [T, T, T]) => of[severity];
  const motor = Math.floor(random() * craft.arms.length);
  const axis: 0 | 1 = random() < 0.5 ? 0 : 1;
  const at = (low: number, high: number) => low + (high - low) * random();
  const is = (name: FlightFault) => fault === name;
  const events = Array.from({ length: pick([1, 2, 3]) }, (_, k) => 9 + 5.5 * k + at(0, 2));
  return {
    motor,
    axis,
    resets:
      is("controller resets") || is("rail breaks down") ? (is("rail breaks down") ? events.slice(0, 1) : events) : [],
    railFalls: is("rail breaks down"),
    linkGoneS: is("link lost") ? at(10, 14) : Infinity,
    cutS: is("power cut") ? at(12, 18) : Infinity,
    reversed: is("gyro turned round") ? axis : null,
    swapped: is("outputs swapped") ? [motor, (motor + 1) % craft.arms.length] : null,
    loss: is("weak motor") ? pick([0.88, 0.8, 0.72]) : 1,
    lift: is("weak thrust") ? pick([0.84, 0.75, 0.64]) : 1,
    slips: is("motor loses step") ? events : [],
    slipS: pick([0.12, 0.18, 0.28]),
    heavyG: is("prop out of balance") || is("prop out of balance, no speeds") ? pick([1.2, 2.2, 4]) : 0,
    swingGain: is("loose arm") ? pick([0.8, 1.3, 2]) : 0,
    swingHz: at(32, 60),
    gain: is("gain too high") ? pick([10, 13, 16]) : is("gain too low") ? pick([0.3, 0.22, 0.16]) : 1,
    mass: is("overweight") ? pick([0.56, 0.6, 0.64]) : 0,
    ampsScale: is("sensor scale") ? pick([0.78, 0.55, 0.3]) ** (random() < 0.5 ? 1 : -1) : 1,
    bendDeg: is("magnet field of the leads") ? pick([14, 25, 45]) : 0,
    charge: is("empty pack") ? pick([0.065, 0.05, 0.04]) : 0.97,
    ohm: is("old pack") ? pick([3, 4, 6]) : 1,
    satellitesGoneS: is("no satellites") ? at(10, 15) : Infinity,
    load: is("no time left") ? pick([0.91, 0.95, 0.99]) : at(0.2, 0.55),
  };
}

/**
 * Flies a multirotor from the ground to the ground, and records it.
 *
 * Rigid body with a quaternion, rotors with one lag, thrust by the square of the speed, an angle loop around a rate loop with the
 * change of a filtered gyro, outputs mixed by the arms' geometry. Nothing of it is known to the analyser.
 *
 * @see B. L. Stevens, F. L. Lewis & E. N. Johnson, Aircraft Control and Simulation, 3rd ed., Wiley 2016, section 1.8 (quaternions).
 */
export function simulateFlight(plan: FlightPlan): SimulatedFlight {
  const { craft, style, rateHz, seconds, random, fault } = plan;
  const ills = illsOf(plan);
  const n = craft.arms.length;
  const perLine = Math.max(1, Math.ceil(800 / rateHz));
  const dt = 1 / (rateHz * perLine);
  const fullV = craft.cells * FULL_CELL_V;
  const massKg = ills.mass > 0 ? (n * craft.fullThrustN * ills.mass) / G : craft.massKg;
  const inertia = [0.32, 0.36, 0.6].map((share) => share * massKg * craft.armM ** 2);
  const x = craft.arms.map(({ angle }) => craft.armM * Math.cos(angle));
  const y = craft.arms.map(({ angle }) => craft.armM * Math.sin(angle));
  const off = [gaussian(random) * 0.035 * craft.armM, gaussian(random) * 0.015 * craft.armM];
  const made = craft.arms.map(() => 1 + 0.012 * gaussian(random));
  const unbalance = craft.arms.map(() => 0.03 + 0.05 * random());
  if (ills.heavyG > 0) unbalance[ills.motor] = ills.heavyG;
  const wired = craft.arms.map((_, at) => at);
  if (ills.swapped) [wired[ills.swapped[0]!], wired[ills.swapped[1]!]] = [ills.swapped[1]!, ills.swapped[0]!];
  const hoverThrust = (massKg * G) / n / craft.fullThrustN;
  const outputFor = (share: number) => (-0.15 + Math.sqrt(0.0225 + 3.4 * share)) / 1.7; // of 0.15 u + 0.85 u²
  const slope = 0.15 + 1.7 * outputFor(hoverThrust);
  const authority = [0, 1, 2].map((axis) => {
    const arms = axis === 0 ? y : axis === 1 ? x : craft.arms.map(() => craft.armM * 0.12);
    return (arms.reduce((sum, arm) => sum + Math.abs(arm), 0) * craft.fullThrustN * slope) / inertia[axis]!;
  });

  let q = [1, 0, 0, 0];
  const heading0 = random() * 2 * Math.PI;
  q = [Math.cos(heading0 / 2), 0, 0, Math.sin(heading0 / 2)];
  const w = [0, 0, 0];
  const v = [0, 0, 0];
  let h = 0;
  let vertical = 0;
  const spin = craft.arms.map(() => 0);
  const phase = craft.arms.map(() => random() * 6);
  let outputs = craft.arms.map(() => 0);
  const waiting = Array.from({ length: Math.max(1, Math.round(0.006 / dt)) }, () => craft.arms.map(() => 0));
  const integral = [0, 0, 0];
  const slow = [0, 0, 0];
  const seen = [0, 0, 0];
  const wind = [0, 0, 0];
  const gustSize = { hover: 0.15, cruise: 0.3, gusts: 1.1, sport: 0.3 }[style] + (fault === "gain too low" ? 0.5 : 0);
  let swing = [0, 0];
  let swingRate = [0, 0];
  let charge = ills.charge;
  let polarV = 0;
  let volts = craft.cells * restV(charge);
  let drawnMah = 0;
  let lever = 0;
  let lostLift = 0;
  let downUntilS = -1;
  let clockFromS = 0;
  let isOver = false;
  let ground = 0;
  const hold = 2.5 + 3 * random();
  const bias = [0, 1, 2].map(() => 0.004 * gaussian(random));
  const resets = [...ills.resets];
  const clockS: number[] = [];
  const channels: Record<string, number[]> = {};
  const put = (role: string, value: number) => (channels[role] ??= []).push(value);
  const sticks = sticksOf(style, seconds, random);
  let bent = 0;
  let amps = 0;

  for (let step = 0; step * dt < seconds; step++) {
    const t = step * dt;
    if (t > ills.cutS) break;
    if (resets.length > 0 && t >= resets[0]!) {
      resets.shift();
      downUntilS = t + 0.5 + 0.4 * random();
      clockFromS = downUntilS;
      integral.fill(0);
    }
    const isDown = t < downUntilS;
    const isLinked = t < ills.linkGoneS;
    const isFailsafe = t > ills.linkGoneS + 0.5;
    const [roll, pitch, yaw] = anglesOf(q);
    const asked = sticks(t);
    const isFlying = t > 1.4 && t < seconds - 11 && !isFailsafe;
    const wantedClimb = isFlying ? bound(1.3 * (hold + asked.climb - h), -1.5, 2.2) : -0.8;
    const tilt = Math.max(0.5, Math.cos(roll) * Math.cos(pitch));
    lostLift = bound(lostLift + (isFlying ? 0.25 * (wantedClimb - vertical) * dt : 0), -0.2, 0.3);
    const wantedLift =
      (hoverThrust * (1 + 0.35 * (wantedClimb - vertical)) * (1 + lostLift)) / tilt / (volts / fullV) ** 2;
    const isArmed = t > 0.7 && !isDown && !isOver && ground < 0.7 && !(isFailsafe && h < 0.1);
    const wantedLever =
      !isArmed || t < 1.2
        ? 0
        : outputFor(bound(asked.punch > 0 && isFlying && h < 6 ? asked.punch : wantedLift, 0.01, 1));
    lever += bound(wantedLever - lever, -6 * dt, 3 * dt);

    // An angle loop around the rate loop
    const lean = isLinked ? [asked.roll, asked.pitch] : [0, 0];
    const wantedRate = [
      bound(4.5 * (lean[0]! - roll), -7, 7),
      bound(4.5 * (lean[1]! - pitch), -7, 7),
      isLinked ? asked.yaw : 0,
    ];
    const shaken = [0, 1].map((axis) =>
      phase.reduce((sum, at, k) => sum + unbalance[k]! * spin[k]! ** 2 * 0.16 * Math.sin(at + axis * 1.3), 0),
    );
    const command = [0, 1, 2].map((axis) => {
      const isTurned = ills.reversed === axis;
      const measured =
        (isTurned ? -1 : 1) *
        (w[axis]! + (axis < 2 ? swingRate[axis]! + shaken[axis]! : 0) + bias[axis]! + 0.012 * gaussian(random));
      const target = isTurned ? bound(4.5 * (lean[axis]! + [roll, pitch][axis]!), -5, 5) : wantedRate[axis]!;
      slow[axis]! += (measured - slow[axis]!) * bound(dt * 2 * Math.PI * 70, 0, 1);
      const change = (slow[axis]! - seen[axis]!) / dt;
      seen[axis] = slow[axis]!;
      const error = target - slow[axis]!;
      integral[axis] = isArmed && lever > 0.1 ? bound(integral[axis]! + 4 * error * dt, -2, 2) : 0;
      const gain = axis === ills.axis ? ills.gain : 1;
      return (
        ((gain * [14, 14, 5][axis]!) / authority[axis]!) *
        (error + 0.8 * integral[axis]! - (0.01 / Math.max(1, gain)) * change)
      );
    });
    const mixed = craft.arms.map(
      ({ angle, spin: way }) => -Math.sin(angle) * command[0]! + Math.cos(angle) * command[1]! - way * command[2]!,
    );
    // The whole range is shifted rather than cut, so that steering is left at both ends
    const shift = bound(
      lever,
      0.055 - Math.min(...mixed),
      Math.max(0.055 - Math.min(...mixed), 1 - Math.max(...mixed)),
    );
    outputs = mixed.map((share) => (isArmed ? (lever < 0.02 ? 0.055 : bound(shift + share, 0.055, 1)) : 0));
    const late = waiting[step % waiting.length]!;
    waiting[step % waiting.length] = outputs;

    amps = 0.4;
    let [lift, tx, ty, tz] = [0, 0, 0, 0];
    for (let k = 0; k < n; k++) {
      let u = isDown ? 0 : late[wired[k]!]!;
      const isSlipping = k === ills.motor && ills.slips.some((at) => t > at && t < at + ills.slipS);
      if (isSlipping) u *= 0.1;
      const reach = Math.sqrt(0.15 * u + 0.85 * u * u) * (volts / fullV) * (k === ills.motor ? ills.loss : 1);
      spin[k]! += ((reach - spin[k]!) / craft.motorLagS) * dt;
      phase[k]! += ((spin[k]! * craft.fullRpm) / 60) * 2 * Math.PI * dt;
      const thrust = craft.fullThrustN * spin[k]! ** 2 * made[k]! * (k === ills.motor ? ills.lift : 1);
      lift += thrust;
      tx -= thrust * (y[k]! - off[1]!);
      ty += thrust * (x[k]! - off[0]!);
      tz -= craft.arms[k]!.spin * craft.fullThrustN * spin[k]! ** 2 * 0.12 * craft.armM;
      amps += craft.fullA * spin[k]! ** 3 * (volts / fullV) ** -0.2 * (isSlipping ? 3 : 1);
    }
    charge -= (amps * dt) / 3600 / craft.packAh;
    drawnMah += (amps * dt) / 3.6;
    polarV += ((amps * craft.cellOhm * ills.ohm * 0.4 - polarV) / 3) * dt;
    volts = Math.max(1, craft.cells * (restV(charge) - amps * craft.cellOhm * ills.ohm - polarV));

    const onGround = h <= 0 && lift * tilt < massKg * G;
    ground = onGround && t > 3 ? ground + dt : 0;
    const [turnX, turnY, turnZ] = [tx / inertia[0]!, ty / inertia[1]!, tz / inertia[2]!];
    for (let axis = 0; axis < 3; axis++)
      wind[axis]! += (-wind[axis]! / 0.9) * dt + gustSize * Math.sqrt((2 * dt) / 0.9) * gaussian(random);
    if (onGround) {
      w.fill(0);
      v.fill(0);
      if (vertical < -4 || tilt <= 0.5) isOver = true;
      vertical = 0;
      h = 0;
    } else {
      w[0] = bound(w[0]! + (turnX + 1.8 * wind[0]! - 0.5 * w[0]!) * dt, -35, 35);
      w[1] = bound(w[1]! + (turnY + 1.8 * wind[1]! - 0.5 * w[1]!) * dt, -35, 35);
      w[2] = bound(w[2]! + (turnZ + 0.4 * wind[2]! - 0.4 * w[2]!) * dt, -35, 35);
      vertical += ((lift * Math.cos(roll) * Math.cos(pitch)) / massKg - G - 0.35 * vertical) * dt;
      v[0]! += (G * Math.tan(bound(-pitch, -1, 1)) - 0.4 * v[0]! + 0.5 * wind[0]!) * dt;
      v[1]! += (G * Math.tan(bound(roll, -1, 1)) - 0.4 * v[1]! + 0.5 * wind[1]!) * dt;
      h += vertical * dt;
      if (h < 0 && (vertical < -4 || tilt <= 0.5)) isOver = true;
    }
    q = turnedOn(q, w, dt);
    if (ills.swingGain > 0) {
      const note = 2 * Math.PI * ills.swingHz;
      swing = swing.map((at, axis) => at + swingRate[axis]! * dt);
      swingRate = swingRate.map(
        (rate, axis) =>
          rate +
          (-0.04 * note * rate -
            note ** 2 * swing[axis]! -
            ills.swingGain * (onGround ? 0 : [turnX, turnY][axis]! + 14 * gaussian(random))) *
            dt,
      );
    }

    if (step % perLine !== 0 || isDown) continue;
    const buzz = spin.some((each) => each > 0.1) ? 1 : 0.1;
    const noise = (size: number) => size * buzz * gaussian(random);
    clockS.push(t - clockFromS);
    const line = [shaken[0]! * 0.35, shaken[1]! * 0.35].map((each) => each / 0.16);
    ["roll", "pitch", "yaw"].forEach((axis, at) => {
      put(`gyro_${axis}`, (w[at]! + (at < 2 ? swingRate[at]! + shaken[at]! : 0) + bias[at]!) * DEG + noise(0.7));
      put(`rate_target_${axis}`, wantedRate[at]! * DEG);
    });
    put("roll", roll * DEG + noise(0.15));
    put("pitch", pitch * DEG + noise(0.15));
    bent += ((amps / (n * craft.fullA * hoverThrust ** 1.5)) * ills.bendDeg - bent) * bound(dt * perLine * 4, 0, 1);
    put("heading", (((yaw * DEG + 4 * Math.sin(yaw) + bent + noise(0.3)) % 360) + 360) % 360);
    put("roll_target", lean[0]! * DEG);
    put("pitch_target", lean[1]! * DEG);
    put("stick_roll", bound(lean[0]! / 0.6, -1, 1));
    put("stick_pitch", bound(lean[1]! / 0.6, -1, 1));
    const drag = [v[0]! * 0.4, v[1]! * 0.4];
    put("acc_x", onGround ? noise(0.01) : -drag[0]! / G + line[0]! + noise(0.03));
    put("acc_y", onGround ? noise(0.01) : -drag[1]! / G + line[1]! + noise(0.03));
    put("acc_z", onGround ? 1 : lift / massKg / G + 0.3 * line[0]! + noise(0.04));
    for (let k = 0; k < n; k++) {
      put(`motor_${k + 1}`, outputs[k]!);
      put(`rpm_${wired.indexOf(k) + 1}`, spin[wired.indexOf(k)]! * craft.fullRpm * (1 + 0.003 * gaussian(random)));
    }
    put("throttle", lever);
    put("voltage", volts + 0.02 * gaussian(random));
    put("current", Math.max(0, amps * ills.ampsScale + 0.15 * gaussian(random)));
    put("used_mAh", drawnMah * ills.ampsScale);
    const railDip = ills.railFalls && ills.resets.some((at) => at > t && at - t < 0.09) ? 1.6 : 0;
    put("rail", 5.02 - railDip + 0.02 * gaussian(random));
    const fade = random() < 0.0004 ? 0.5 : 1;
    put("link_quality", isLinked ? bound((0.97 + 0.02 * gaussian(random)) * fade, 0, 1) : 0);
    put("failsafe", isFailsafe ? 1 : 0);
    put("armed", isArmed ? 1 : 0);
    put("altitude", h + 0.12 * gaussian(random));
    const found = bound(Math.round((t + 4) * 2.5), 0, 14);
    put("satellites", t > ills.satellitesGoneS ? 2 : found);
    put("ground_speed", Math.hypot(v[0]!, v[1]!));
    put("field", 46 + 2.5 * Math.cos(yaw + 1) + 0.4 * gaussian(random) + bent * 0.25);
    put("cpu_load", bound(ills.load + 0.02 * gaussian(random), 0, 1));
    put("loop_time", 0.000125 * (ills.load > 0.9 && random() < 0.06 ? 2 : 1) * (1 + 0.01 * gaussian(random)));
  }
  const isMotor =
    /motor|prop|thrust/.test(fault ?? "") && fault !== "motor loses step" ? true : fault === "motor loses step";
  const isAxis = fault !== null && ["gyro turned round", "gain too high", "gain too low"].includes(fault);
  return {
    clockS,
    channels,
    chargerMah: Math.round(drawnMah * 1.03),
    motor: isMotor ? ills.motor + 1 : null,
    axis: isAxis ? (ills.axis === 0 ? "roll" : "pitch") : null,
  };
}

function anglesOf([a, b, c, d]: readonly number[]): [number, number, number] {
  return [
    Math.atan2(2 * (a! * b! + c! * d!), 1 - 2 * (b! * b! + c! * c!)),
    Math.asin(bound(2 * (a! * c! - d! * b!), -1, 1)),
    Math.atan2(2 * (a! * d! + b! * c!), 1 - 2 * (c! * c! + d! * d!)),
  ];
}

/** q' = q + ½ q ⊗ (0, ω) dt, brought back to length one. */
function turnedOn([a, b, c, d]: readonly number[], w: readonly number[], dt: number): number[] {
  const [x, y, z] = [w[0]! * dt * 0.5, w[1]! * dt * 0.5, w[2]! * dt * 0.5];
  const next = [
    a! - b! * x - c! * y - d! * z,
    b! + a! * x + c! * z - d! * y,
    c! + a! * y + d! * x - b! * z,
    d! + a! * z + b! * y - c! * x,
  ];
  const length = Math.hypot(...next);
  return next.map((each) => each / length);
}

interface Asked {
  roll: number;
  pitch: number;
  yaw: number;
  climb: number;
  /** Lift asked for outright, as a share of all there is; 0 leaves it to the height. */
  punch: number;
}

/** What the pilot asks for over the flight. */
function sticksOf(style: FlightStyle, seconds: number, random: Random): (t: number) => Asked {
  const legs = Array.from({ length: Math.ceil(seconds) + 2 }, () => ({
    a: gaussian(random),
    b: gaussian(random),
    c: gaussian(random),
    isOn: random() < 0.5,
    isPunch: random() < 0.25,
  }));
  return (t) => {
    const still = { roll: 0, pitch: 0, yaw: 0, climb: 0, punch: 0 };
    if (t < 4 || t > seconds - 12) return still;
    const leg = legs[Math.floor(t)]!;
    const part = t - Math.floor(t);
    if (style === "cruise")
      return {
        ...still,
        pitch: -0.2 * (Math.floor(t / 7) % 2 === 0 ? 1 : -0.6),
        roll: Math.floor(t / 5) % 3 === 0 ? 0.22 : 0,
        yaw: Math.floor(t / 5) % 3 === 0 ? 0.5 : 0,
      };
    if (style === "sport") {
      const bump = part < 0.35 && leg.isOn ? Math.sin((part / 0.35) * 2 * Math.PI) : 0;
      return {
        roll: bump * bound(0.9 * leg.a, -1, 1),
        pitch: bump * bound(0.6 * leg.b, -0.8, 0.8),
        yaw: leg.isOn ? leg.c : 0,
        climb: 1,
        punch: leg.isPunch && part < 0.4 ? 0.75 : 0,
      };
    }
    const size = leg.isOn && part < 0.7 ? 0.1 : 0;
    return {
      ...still,
      roll: size * bound(leg.a, -1.5, 1.5),
      pitch: size * bound(leg.b, -1.5, 1.5),
      yaw: leg.isOn ? 0.3 * leg.c : 0,
    };
  };
}
