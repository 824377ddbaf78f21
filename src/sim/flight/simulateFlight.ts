import { FlightController, type Moment } from "./FlightController";
import { type FlightIlls, type FlightPlan, illsOf } from "./flightIlls";
import { FlightRecorder } from "./FlightRecorder";
import { FlyingCraft } from "./FlyingCraft";
import { sticksOf } from "./pilot";

/** A simulated flight as its recorder kept it: channels by role in the core's units, NaN where a line has none. */
export interface SimulatedFlight {
  clockS: number[];
  channels: Record<string, number[]>;
  /** What a charger puts back, mAh. */
  chargerMah: number;
  /** The motor that is meant, from 1; null where none is. */
  motor: number | null;
  axis: "roll" | "pitch" | "yaw" | null;
}

/** Steps a second that the loops need, however seldom lines are written. */
const LEAST_STEPS_HZ = 800;
/** A charger puts back a little more than was drawn. */
const CHARGER_SHARE = 1.03;

/**
 * Flies a multirotor from the ground to the ground, and records it. Nothing of it is known to the analyser.
 *
 * @param plan - Craft, way of flying, what is wrong and how badly; lines a second, and how many seconds.
 */
export function simulateFlight(plan: FlightPlan): SimulatedFlight {
  const { style, rateHz, seconds, random } = plan;
  const ills = illsOf(plan);
  const perLine = Math.max(1, Math.ceil(LEAST_STEPS_HZ / rateHz));
  const dt = 1 / (rateHz * perLine);
  const body = new FlyingCraft(plan, ills);
  const holdM = 2.5 + 3 * random();
  const controller = new FlightController(body, ills, random, holdM, dt);
  const sticks = sticksOf(style, seconds, random);
  const recorder = new FlightRecorder(body, controller, ills, random);
  const resets = [...ills.resets];
  const silent = body.craft.arms.map(() => 0);
  let downUntilS = -1;
  let clockFromS = 0;

  for (let step = 0; step * dt < seconds; step++) {
    const t = step * dt;
    if (t > ills.cutS) break;
    if (resets.length > 0 && t >= resets[0]!) {
      resets.shift();
      downUntilS = t + 0.5 + 0.4 * random();
      clockFromS = downUntilS;
      controller.restart();
    }
    const isDown = t < downUntilS;
    const isFailsafe = t > ills.linkGoneS + 0.5;
    const moment: Moment = {
      t,
      dt,
      asked: sticks(t),
      isLinked: t < ills.linkGoneS,
      isFailsafe,
      isFlying: t > 1.4 && t < seconds - 11 && !isFailsafe,
      isArmed: t > 0.7 && !isDown && !body.isOver && body.standsForS < 0.7 && !(isFailsafe && body.h < 0.1),
    };
    const before = { angles: body.angles(), shaken: body.shaken() };
    const late = controller.step(step, moment);
    body.fly(t, dt, isDown ? silent : late);
    if (step % perLine !== 0 || isDown) continue;
    recorder.write({ ...moment, clockS: t - clockFromS, everyS: dt * perLine }, before);
  }
  return {
    clockS: recorder.clockS,
    channels: recorder.channels,
    chargerMah: Math.round(body.drawnMah * CHARGER_SHARE),
    ...meantBy(plan, ills),
  };
}

/** Which motor or axis the fault is at. */
function meantBy({ fault }: FlightPlan, ills: FlightIlls): Pick<SimulatedFlight, "motor" | "axis"> {
  const isMotor = /motor|prop|thrust/.test(fault ?? "");
  const isAxis = fault !== null && ["gyro turned round", "gain too high", "gain too low"].includes(fault);
  return {
    motor: isMotor ? ills.motor + 1 : null,
    axis: isAxis ? (ills.axis === 0 ? "roll" : "pitch") : null,
  };
}
