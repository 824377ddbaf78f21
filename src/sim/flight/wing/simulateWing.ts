import { type VerdictCode } from "../../../core/flightlog/verdicts/verdict.types";
import { gaussian, type Random } from "../../random";
import { bound, DEG, G } from "../flightMath";
import { type SimulatedFlight } from "../simulateFlight";
import { FlyingWing } from "./FlyingWing";
import { WingPilot } from "./WingPilot";

/** What can be wrong with a simulated wing, and what has to be said of its log. */
export const WING_FAULTS = {
  "wing stabiliser turned round": "feedback-reversed",
  "tail heavy": "unstable-opposed",
  "servos jump with the throttle": "servo-chatter",
} as const satisfies Record<string, VerdictCode>;
export type WingFault = keyof typeof WING_FAULTS;

/** What is flown, with what wrong. */
export interface WingPlan {
  fault: WingFault | null;
  /** 0 slight to 2 gross. */
  severity: 0 | 1 | 2;
  /** Standard deviation of the gusts, m/s. */
  gustMs: number;
  rateHz: number;
  seconds: number;
  random: Random;
}

const LEAST_STEPS_HZ = 400;
const LAUNCH_S = 1.5;
/** The stabiliser is switched on here. */
const HELP_S = 18;
const CHARGER_SHARE = 1.03;
/** A place at sea that belongs to nobody. */
const ORIGIN = { latitude: 12.5, longitude: -40.25 };
const METRES_PER_DEGREE = 111_120;

/** Flies a wing by circuits from the hand to the ground, and records it. Nothing of it is known to the analyser. */
export function simulateWing({ fault, severity, gustMs, rateHz, seconds, random }: WingPlan): SimulatedFlight {
  const pick = (of: readonly [number, number, number]) => of[severity];
  const windMs = [3 * random(), 3 * random() - 1.5] as const;
  const isHeavy = fault === "tail heavy";
  const body = new FlyingWing(random, windMs, gustMs, isHeavy ? pick([-0.5, -1, -1.5]) : 1);
  const pilot = new WingPilot(
    body,
    {
      pitchSign: fault === "wing stabiliser turned round" ? -1 : 1,
      jitterRad: fault === "servos jump with the throttle" ? pick([0.03, 0.06, 0.1]) : 0,
    },
    random,
    seconds,
  );
  const perLine = Math.max(1, Math.ceil(LEAST_STEPS_HZ / rateHz));
  const dt = 1 / (rateHz * perLine);
  const recorder = new WingRecorder(body, pilot, random);
  for (let step = 0; step * dt < seconds; step++) {
    const t = step * dt;
    if (t >= LAUNCH_S && !body.isLaunched) body.launch();
    const isHelped = pilot.step(t, dt, t > HELP_S || isHeavy);
    body.fly(dt, pilot.surfaces);
    if (step % perLine === 0) recorder.write(t, isHelped);
  }
  return {
    clockS: recorder.clockS,
    channels: recorder.channels,
    chargerMah: Math.round(body.drawnMah * CHARGER_SHARE),
    motor: null,
    axis: fault === "wing stabiliser turned round" ? "pitch" : null,
  };
}

class WingRecorder {
  readonly clockS: number[] = [];
  readonly channels: Record<string, number[]> = {};

  constructor(
    private readonly body: FlyingWing,
    private readonly pilot: WingPilot,
    private readonly random: Random,
  ) {}

  write(t: number, isHelped: boolean): void {
    const { body, pilot } = this;
    const noise = (size: number) => size * gaussian(this.random);
    const [roll, pitch, yaw] = body.angles();
    this.clockS.push(t);
    ["roll", "pitch", "yaw"].forEach((axis, at) => this.put(`gyro_${axis}`, body.w[at]! * DEG + noise(0.5)));
    this.put("roll", roll * DEG + noise(0.2));
    this.put("pitch", pitch * DEG + noise(0.2));
    this.put("heading", (((yaw * DEG + noise(0.4)) % 360) + 360) % 360);
    this.put("roll_target", pilot.wanted.roll * DEG);
    this.put("pitch_target", pilot.wanted.pitch * DEG);
    ["x", "y", "z"].forEach((axis, at) =>
      this.put(`acc_${axis}`, ((at === 2 ? -1 : 1) * body.felt[at]!) / G + noise(0.02)),
    );
    this.put("stick_roll", pilot.sticks.roll);
    this.put("stick_pitch", pilot.sticks.pitch);
    this.put("throttle", pilot.surfaces.throttle);
    this.put("elevator", pilot.surfaces.elevator * DEG);
    this.put("aileron", pilot.surfaces.aileron * DEG);
    this.put("airspeed", Math.max(0, body.airspeed + noise(0.3)));
    this.put("altitude", body.h + noise(0.15));
    this.put("voltage", body.volts + noise(0.02));
    this.put("current", Math.max(0, body.amps + noise(0.15)));
    this.put("used_mAh", body.drawnMah);
    this.put("link_quality", bound(0.97 + noise(0.02), 0, 1));
    this.put("failsafe", 0);
    this.put("armed", body.isDown ? 0 : 1);
    this.put("mode", isHelped ? 1 : 0);
    this.writePlace();
  }

  private writePlace(): void {
    const { body } = this;
    const [north, east] = body.overGround();
    this.put("satellites", 13);
    this.put("ground_speed", Math.hypot(north, east));
    this.put("course", (((Math.atan2(east, north) * DEG) % 360) + 360) % 360);
    this.put("latitude", ORIGIN.latitude + body.north / METRES_PER_DEGREE);
    const eastward = METRES_PER_DEGREE * Math.cos(ORIGIN.latitude / DEG);
    this.put("longitude", ORIGIN.longitude + body.east / eastward);
  }

  private put(role: string, value: number): void {
    (this.channels[role] ??= []).push(value);
  }
}
