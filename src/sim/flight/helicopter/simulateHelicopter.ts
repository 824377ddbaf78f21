import { type VerdictCode } from "../../../core/flightlog/verdicts/verdict.types";
import { gaussian, type Random } from "../../random";
import { DEG, G } from "../flightMath";
import { type SimulatedFlight } from "../simulateFlight";
import { FlyingHelicopter } from "./FlyingHelicopter";
import { HelicopterPilot, type HelicopterStyle } from "./HelicopterPilot";

/** What can be wrong with a simulated helicopter, and what has to be said of its log. */
export const HELICOPTER_FAULTS = {
  "tail gyro turned round": "feedback-reversed",
  "tail gain too high": "gain-too-high",
  "head out of balance": "rotor-imbalance",
  "helicopter's pack old": "tired-pack",
} as const satisfies Record<string, VerdictCode>;
export type HelicopterFault = keyof typeof HELICOPTER_FAULTS;

/** What is flown, with what wrong. */
export interface HelicopterPlan {
  fault: HelicopterFault | null;
  style: HelicopterStyle;
  /** 0 slight to 2 gross. */
  severity: 0 | 1 | 2;
  /** Standard deviation of the gusts, m/s. */
  gustMs: number;
  rateHz: number;
  seconds: number;
  random: Random;
}

const LEAST_STEPS_HZ = 1000;
const CHARGER_SHARE = 1.02;

/** Flies a helicopter from the ground to the ground, and records it. Nothing of it is known to the analyser. */
export function simulateHelicopter(plan: HelicopterPlan): SimulatedFlight {
  const { fault, severity, rateHz, seconds, random } = plan;
  const pick = (is: HelicopterFault, of: readonly [number, number, number], sound: number) =>
    fault === is ? of[severity] : sound;
  const body = new FlyingHelicopter(random, plan.gustMs, {
    shakeG: pick("head out of balance", [0.5, 0.9, 1.6], 0),
    packOhm: pick("helicopter's pack old", [3, 4, 6], 1),
  });
  const pilot = new HelicopterPilot(
    body,
    plan.style,
    {
      tailSign: fault === "tail gyro turned round" ? -1 : 1,
      tailGain: pick("tail gyro turned round", [0.5, 1, 1.6], pick("tail gain too high", [13, 17, 23], 1)),
    },
    seconds,
  );
  const recorder = new HelicopterRecorder(body, pilot, random);
  const perLine = Math.max(1, Math.ceil(LEAST_STEPS_HZ / rateHz));
  const dt = 1 / (rateHz * perLine);
  for (let step = 0; step * dt < seconds; step++) {
    const t = step * dt;
    pilot.step(t, dt);
    body.fly(dt, pilot.blades);
    if (step % perLine === 0) recorder.write(t);
  }
  return {
    clockS: recorder.clockS,
    channels: recorder.channels,
    chargerMah: Math.round(body.drawnMah * CHARGER_SHARE),
    motor: null,
    axis: fault?.startsWith("tail") ? "yaw" : null,
  };
}

class HelicopterRecorder {
  readonly clockS: number[] = [];
  readonly channels: Record<string, number[]> = {};

  constructor(
    private readonly body: FlyingHelicopter,
    private readonly pilot: HelicopterPilot,
    private readonly random: Random,
  ) {}

  write(t: number): void {
    const { body, pilot } = this;
    const noise = (size: number) => size * gaussian(this.random);
    const [roll, pitch, yaw] = body.angles();
    const buzz = body.head > 50 ? 1 : 0.1;
    this.clockS.push(t);
    ["roll", "pitch", "yaw"].forEach((axis, at) => this.put(`gyro_${axis}`, body.w[at]! * DEG + noise(1.2 * buzz)));
    this.put("rate_target_yaw", pilot.wantedYaw * DEG);
    this.put("roll", roll * DEG + noise(0.2));
    this.put("pitch", pitch * DEG + noise(0.2));
    this.put("heading", (((yaw * DEG + noise(0.3)) % 360) + 360) % 360);
    const [ahead, right] = body.shaken();
    this.put("acc_x", ahead + noise(0.06 * buzz));
    this.put("acc_y", right + noise(0.06 * buzz));
    this.put("acc_z", (body.isDown ? 1 : body.lift / body.massKg / G) + noise(0.08 * buzz));
    this.put("stick_roll", pilot.sticks.roll);
    this.put("stick_pitch", pilot.sticks.pitch);
    this.put("stick_yaw", pilot.sticks.yaw);
    this.put("collective", pilot.sent.collective * DEG);
    this.put("tail", pilot.sent.tail * DEG);
    this.put("throttle", pilot.sent.drive);
    this.put("head_speed", (body.head * 30) / Math.PI + noise(4 * buzz));
    this.put("voltage", body.volts + noise(0.03));
    this.put("current", Math.max(0, body.amps + noise(0.25)));
    this.put("used_mAh", body.drawnMah);
    this.put("altitude", Math.max(0, body.h) + noise(0.1));
    this.put("link_quality", 0.98);
    this.put("armed", pilot.hasCut ? 0 : 1);
  }

  private put(role: string, value: number): void {
    (this.channels[role] ??= []).push(value);
  }
}
