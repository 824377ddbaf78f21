import { type Random } from "../random";
import { type FlightFault, type FlightStyle } from "./flightFaults";
import { type Rotorcraft } from "./rotorcraft";

/** What is flown, with what wrong. */
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

/** What the fault does to the craft, in figures; those of a sound one where there is none. */
export type FlightIlls = ReturnType<typeof illsOf>;

/** What the fault does to the craft. */
export function illsOf({ craft, fault, severity, random }: FlightPlan) {
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
