import { gaussian, type Random } from "../random";
import { type FlightController, type Moment } from "./FlightController";
import { type FlightIlls } from "./flightIlls";
import { bound, DEG, G } from "./flightMath";
import { type FlyingCraft } from "./FlyingCraft";

/** What is asked of a line beside the craft and its controller. */
interface Line extends Moment {
  /** The controller's own clock. */
  clockS: number;
  /** From one line to the next, s. */
  everyS: number;
}

/** The recorder of a flight: channels by role in the core's units, as noisy sensors say them. */
export class FlightRecorder {
  readonly clockS: number[] = [];
  readonly channels: Record<string, number[]> = {};
  /** Degrees by which the leads' field turns the compass. */
  private bent = 0;

  constructor(
    private readonly body: FlyingCraft,
    private readonly controller: FlightController,
    private readonly ills: FlightIlls,
    private readonly random: Random,
  ) {}

  /**
   * Writes a line.
   *
   * @param before - Attitude and imbalance at the beginning of the step.
   */
  write(line: Line, before: { angles: readonly [number, number, number]; shaken: readonly number[] }): void {
    this.clockS.push(line.clockS);
    const buzz = this.body.spin.some((each) => each > 0.1) ? 1 : 0.1;
    const noise = (size: number) => size * buzz * gaussian(this.random);
    this.writeMotion(line, before, noise);
    this.writePower(line);
    this.writeRest(line, before.angles[2]);
  }

  private put(role: string, value: number): void {
    (this.channels[role] ??= []).push(value);
  }

  private writeMotion(
    { everyS }: Line,
    { angles: [roll, pitch, yaw], shaken }: { angles: readonly [number, number, number]; shaken: readonly number[] },
    noise: (size: number) => number,
  ): void {
    const { body, controller, ills } = this;
    const { craft, w, v, swingRate, amps, hoverThrust } = body;
    const { lean } = controller;
    ["roll", "pitch", "yaw"].forEach((axis, at) => {
      const shake = at < 2 ? swingRate[at]! + shaken[at]! : 0;
      this.put(`gyro_${axis}`, (w[at]! + shake + controller.bias[at]!) * DEG + noise(0.7));
      this.put(`rate_target_${axis}`, controller.wantedRate[at]! * DEG);
    });
    this.put("roll", roll * DEG + noise(0.15));
    this.put("pitch", pitch * DEG + noise(0.15));
    const share = amps / (craft.arms.length * craft.fullA * hoverThrust ** 1.5);
    this.bent += (share * ills.bendDeg - this.bent) * bound(everyS * 4, 0, 1);
    this.put("heading", (((yaw * DEG + 4 * Math.sin(yaw) + this.bent + noise(0.3)) % 360) + 360) % 360);
    this.put("roll_target", lean[0]! * DEG);
    this.put("pitch_target", lean[1]! * DEG);
    this.put("stick_roll", bound(lean[0]! / 0.6, -1, 1));
    this.put("stick_pitch", bound(lean[1]! / 0.6, -1, 1));
    const line = [shaken[0]! * 0.35, shaken[1]! * 0.35].map((each) => each / 0.16);
    const drag = [v[0]! * 0.4, v[1]! * 0.4];
    const { onGround, lift, massKg } = body;
    this.put("acc_x", onGround ? noise(0.01) : -drag[0]! / G + line[0]! + noise(0.03));
    this.put("acc_y", onGround ? noise(0.01) : -drag[1]! / G + line[1]! + noise(0.03));
    this.put("acc_z", onGround ? 1 : lift / massKg / G + 0.3 * line[0]! + noise(0.04));
  }

  private writePower({ t }: Line): void {
    const { body, controller, ills, random } = this;
    const { craft, wired, spin } = body;
    for (let k = 0; k < craft.arms.length; k++) {
      this.put(`motor_${k + 1}`, controller.outputs[k]!);
      const own = wired.indexOf(k);
      this.put(`rpm_${own + 1}`, spin[own]! * craft.fullRpm * (1 + 0.003 * gaussian(random)));
    }
    this.put("throttle", controller.lever);
    this.put("voltage", body.volts + 0.02 * gaussian(random));
    this.put("current", Math.max(0, body.amps * ills.ampsScale + 0.15 * gaussian(random)));
    this.put("used_mAh", body.drawnMah * ills.ampsScale);
    const railDip = ills.railFalls && ills.resets.some((at) => at > t && at - t < 0.09) ? 1.6 : 0;
    this.put("rail", 5.02 - railDip + 0.02 * gaussian(random));
  }

  private writeRest({ t, isLinked, isFailsafe, isArmed }: Line, yaw: number): void {
    const { body, ills, random } = this;
    const fade = random() < 0.0004 ? 0.5 : 1;
    this.put("link_quality", isLinked ? bound((0.97 + 0.02 * gaussian(random)) * fade, 0, 1) : 0);
    this.put("failsafe", isFailsafe ? 1 : 0);
    this.put("armed", isArmed ? 1 : 0);
    this.put("altitude", body.h + 0.12 * gaussian(random));
    const found = bound(Math.round((t + 4) * 2.5), 0, 14);
    this.put("satellites", t > ills.satellitesGoneS ? 2 : found);
    this.put("ground_speed", Math.hypot(body.v[0]!, body.v[1]!));
    this.put("field", 46 + 2.5 * Math.cos(yaw + 1) + 0.4 * gaussian(random) + this.bent * 0.25);
    this.put("cpu_load", bound(ills.load + 0.02 * gaussian(random), 0, 1));
    const isLate = ills.load > 0.9 && random() < 0.06;
    this.put("loop_time", 0.000125 * (isLate ? 2 : 1) * (1 + 0.01 * gaussian(random)));
  }
}
