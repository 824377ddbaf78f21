import { gaussian, type Random } from "../random";
import { type FlightStyle } from "./flightFaults";
import { bound } from "./flightMath";

/** What the pilot asks for at a moment: angles in rad, turning in rad/s, height in m. */
export interface Asked {
  roll: number;
  pitch: number;
  yaw: number;
  climb: number;
  /** Lift asked for outright, as a share of all there is; 0 leaves it to the height. */
  punch: number;
}

/** What the pilot asks for over the flight. */
export function sticksOf(style: FlightStyle, seconds: number, random: Random): (t: number) => Asked {
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
