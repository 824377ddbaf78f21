/** An arm: its angle from straight ahead, clockwise, and which way its rotor turns seen from above. */
interface Arm {
  angle: number;
  spin: 1 | -1;
}

/** A multirotor of the simulator, in the few figures that its flight needs. */
export interface Rotorcraft {
  name: string;
  arms: readonly Arm[];
  massKg: number;
  armM: number;
  /** Thrust of one rotor at full output on a full pack, N. */
  fullThrustN: number;
  /** Speed of a rotor at full output, rpm. */
  fullRpm: number;
  motorLagS: number;
  cells: number;
  packAh: number;
  cellOhm: number;
  /** Amps of one motor at full output. */
  fullA: number;
}

const X4 = [45, 135, 225, 315];
const ring = (angles: readonly number[], first: 1 | -1): Arm[] =>
  angles.map((degrees, at) => ({ angle: (degrees * Math.PI) / 180, spin: (at % 2 === 0 ? first : -first) as 1 | -1 }));
/** Another way of numbering the same four arms. */
const crossed = (arms: readonly Arm[]) => [arms[1]!, arms[0]!, arms[2]!, arms[3]!];

export const ROTORCRAFT: readonly Rotorcraft[] = [
  {
    name: "quad, 5 inch",
    arms: crossed(ring(X4, 1)),
    massKg: 0.7,
    armM: 0.11,
    fullThrustN: 13,
    fullRpm: 27_000,
    motorLagS: 0.03,
    cells: 6,
    packAh: 1.3,
    cellOhm: 0.004,
    fullA: 32,
  },
  {
    name: "quad, 3 inch ducted",
    arms: ring(X4, -1),
    massKg: 0.32,
    armM: 0.07,
    fullThrustN: 3.4,
    fullRpm: 34_000,
    motorLagS: 0.025,
    cells: 4,
    packAh: 0.65,
    cellOhm: 0.009,
    fullA: 14,
  },
  {
    name: "camera quad, 9 inch",
    arms: ring(X4, 1),
    massKg: 1.9,
    armM: 0.21,
    fullThrustN: 12,
    fullRpm: 9_500,
    motorLagS: 0.05,
    cells: 4,
    packAh: 5.2,
    cellOhm: 0.0028,
    fullA: 13,
  },
  {
    name: "hexacopter",
    arms: ring([30, 90, 150, 210, 270, 330], 1),
    massKg: 4.6,
    armM: 0.34,
    fullThrustN: 19,
    fullRpm: 7_200,
    motorLagS: 0.07,
    cells: 6,
    packAh: 10,
    cellOhm: 0.0015,
    fullA: 20,
  },
];
