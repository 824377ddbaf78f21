import { buildDrive, type Drive, type DriveParameters, type DriveUnit } from "./driveModel";
import { gaussian, type Random, seededRandom } from "./random";

/** How far gone a part is: 1 early, 2 middle, 3 late. */
export type Severity = 1 | 2 | 3;

/** Hidden faults that the simulated bench can have clamped on it. */
export const BENCH_DEFECTS = [
  "dragging-bearing",
  "gritty-bearing",
  "shorted-turn",
  "weak-magnet",
  "nicked-prop",
  "coarse-prop",
  "tired-pack",
  "weak-cell",
  "wrong-gain",
  "chattering-servo",
  "worn-servo",
  "binding-linkage",
  "hot-phase",
] as const;
export type BenchDefect = (typeof BENCH_DEFECTS)[number];

/** The craft's own current sensor: shown = (true − offset) / gain. */
export interface SensorModel {
  gain: number;
  offsetA: number;
}

/** A servo as it is. Angles in degrees, pulses in seconds. */
export interface ServoModel {
  degreesPerS: number;
  degPerUs: number;
  centreDeg: number;
  deadBandUs: number;
  playDeg: number;
  /** Swing at rest, one standard deviation. */
  jitterDeg: number;
  /** What the motors add to it at full throttle. */
  chatterDeg: number;
  idleA: number;
  movingA: number;
  /** Amps while it pushes against a stop. */
  stallA: number;
  /** Angle beyond which the linkage stops the horn on the side of the longer pulses. */
  stopDeg: number;
}

/** An ESC warming up: steady rise = thermalResistance · I² · R_on. */
export interface EscModel {
  ambientC: number;
  /** Kelvin for each A² of one ESC's pack current. */
  risePerA2: number;
  timeConstantS: number;
}

/** Everything that is clamped on the simulated bench. */
export interface SimulatedCraft {
  drive: Drive;
  sensor: SensorModel;
  servo: ServoModel;
  esc: EscModel;
}

/** How alike healthy parts of one make are, as standard deviations. Trade judgement, no published source. */
const TOLERANCE = {
  kv: 0.006,
  resistance: 0.025,
  noLoad: 0.05,
  prop: 0.006,
  imbalance: 0.2,
  rough: 0.15,
  cellV: 0.003,
  cellOhm: 0.04,
};

type Factors = Partial<
  Record<"kv" | "resistanceOhm" | "noLoadA" | "propTorqueNms2" | "propThrustNs2" | "imbalanceM" | "roughM", number>
>;

/** What each defect of a motor or its prop does at each severity. Trade judgement, no published source. */
const UNIT_EFFECTS: Readonly<Partial<Record<BenchDefect, readonly [Factors, Factors, Factors]>>> = {
  "dragging-bearing": [
    { noLoadA: 1.6, imbalanceM: 1.2, roughM: 1.3 },
    { noLoadA: 2.4, imbalanceM: 1.6, roughM: 1.8 },
    { noLoadA: 4, imbalanceM: 2.5, roughM: 3 },
  ],
  // Grit rumbles long before it drags.
  "gritty-bearing": [{ roughM: 2.2 }, { roughM: 4, noLoadA: 1.08 }, { roughM: 9, noLoadA: 1.25 }],
  "shorted-turn": [
    { resistanceOhm: 0.9, kv: 1.03, noLoadA: 1.2 },
    { resistanceOhm: 0.78, kv: 1.07, noLoadA: 1.8 },
    { resistanceOhm: 0.6, kv: 1.14, noLoadA: 3 },
  ],
  "weak-magnet": [{ kv: 1.03 }, { kv: 1.07, noLoadA: 1.1 }, { kv: 1.14, noLoadA: 1.2 }],
  "nicked-prop": [
    { imbalanceM: 2.5, propThrustNs2: 0.98 },
    { imbalanceM: 5, propThrustNs2: 0.95 },
    { imbalanceM: 10, propThrustNs2: 0.88 },
  ],
};
const COARSE_PROP = [1.15, 1.4, 1.7] as const;
const TIRED_PACK = [
  { ohm: 1.4, sagV: 0.03 },
  { ohm: 2, sagV: 0.08 },
  { ohm: 3, sagV: 0.15 },
] as const;
const WEAK_CELL = [1.35, 1.9, 2.8] as const;
const WRONG_GAIN = [1.08, 1.5, 4.1] as const;
const CHATTER_DEG = [0.35, 0.9, 2.5] as const;
const PLAY_DEG = [1.1, 2.2, 4.5] as const;
const LINKAGE_STOP_DEG = [38, 30, 18] as const;
const HOT_PHASE = [1.25, 1.6, 2.4] as const;

const HEALTHY_SERVO: ServoModel = {
  degreesPerS: 430,
  degPerUs: 0.09,
  centreDeg: 0,
  deadBandUs: 3,
  playDeg: 0.25,
  jitterDeg: 0.05,
  chatterDeg: 0.05,
  idleA: 0.015,
  movingA: 0.32,
  stallA: 1.4,
  stopDeg: 90,
};

/**
 * Puts a craft together from its make, each part within tolerance, with one defect in it.
 *
 * @param place - The motor or cell that is off, from 0; for defects of one of several.
 * @param seed - The same seed gives the same craft.
 */
export function simulateCraft(
  make: DriveParameters,
  choice: { defect: BenchDefect | null; severity?: Severity; place?: number; seed: number },
): SimulatedCraft {
  const random = seededRandom(choice.seed * 2_654_435);
  const { defect, place = 0 } = choice;
  const level = (choice.severity ?? 2) - 1;
  const near = (value: number, tolerance: number) => value * (1 + tolerance * gaussian(random));
  const plain = buildDrive(make);
  const units = plain.units.map((unit) => drawUnit(unit, random));
  const cells = plain.cells.map(({ restV, ohm }) => ({
    restV: restV + TOLERANCE.cellV * gaussian(random),
    ohm: near(ohm, TOLERANCE.cellOhm),
  }));
  const effect = defect && UNIT_EFFECTS[defect]?.[level];
  if (effect) units[place % units.length] = withFactors(units[place % units.length]!, effect);
  if (defect === "coarse-prop")
    units.forEach((unit, at) => (units[at] = withFactors(unit, { propTorqueNms2: COARSE_PROP[level]! })));
  if (defect === "tired-pack") {
    const { ohm, sagV } = TIRED_PACK[level]!;
    cells.forEach((cell, at) => (cells[at] = { restV: cell.restV - sagV, ohm: cell.ohm * ohm }));
  }
  if (defect === "weak-cell") cells[place % cells.length]!.ohm *= WEAK_CELL[level]!;
  return {
    drive: { ...plain, units, cells },
    sensor: { gain: defect === "wrong-gain" ? WRONG_GAIN[level]! : near(1, 0.008), offsetA: 0.02 * gaussian(random) },
    servo: {
      ...HEALTHY_SERVO,
      centreDeg: 0.4 * gaussian(random),
      chatterDeg: defect === "chattering-servo" ? CHATTER_DEG[level]! : HEALTHY_SERVO.chatterDeg,
      playDeg: defect === "worn-servo" ? PLAY_DEG[level]! : HEALTHY_SERVO.playDeg,
      stopDeg: defect === "binding-linkage" ? LINKAGE_STOP_DEG[level]! : HEALTHY_SERVO.stopDeg,
    },
    esc: {
      ambientC: near(23, 0.03),
      // A healthy ESC of this make settles some 45 K above the room at full throttle.
      risePerA2: (near(45, 0.03) * (defect === "hot-phase" ? HOT_PHASE[level]! : 1)) / fullCurrentA(make) ** 2,
      timeConstantS: near(9, 0.03),
    },
  };
}

function drawUnit(unit: DriveUnit, random: Random): DriveUnit {
  const near = (value: number, tolerance: number) => value * (1 + tolerance * gaussian(random));
  return {
    ...unit,
    kv: near(unit.kv, TOLERANCE.kv),
    resistanceOhm: near(unit.resistanceOhm, TOLERANCE.resistance),
    noLoadA: near(unit.noLoadA, TOLERANCE.noLoad),
    propTorqueNms2: near(unit.propTorqueNms2, TOLERANCE.prop),
    propThrustNs2: near(unit.propThrustNs2, TOLERANCE.prop),
    imbalanceM: Math.max(0.3 * unit.imbalanceM, near(unit.imbalanceM, TOLERANCE.imbalance)),
    roughM: Math.max(0.4 * unit.roughM, near(unit.roughM, TOLERANCE.rough)),
  };
}

function withFactors(unit: DriveUnit, factors: Factors): DriveUnit {
  const names = Object.keys(factors) as (keyof Factors)[];
  return { ...unit, ...Object.fromEntries(names.map((name) => [name, unit[name] * factors[name]!])) };
}

/** Pack current of one ESC at full throttle on a full pack, as the make has it. */
function fullCurrentA(make: DriveParameters): number {
  const kv = (make.kvRpmPerV * 2 * Math.PI) / 60;
  let low = 0;
  let high = (make.cells * make.cellVoltageV) / make.motorResistanceOhm;
  const packOhm = make.packResistanceOhm * make.motors + make.motorResistanceOhm;
  for (let halving = 0; halving < 50; halving++) {
    const amps = (low + high) / 2;
    const omega = kv * (make.cells * make.cellVoltageV - amps * packOhm);
    const torque = (amps - make.noLoadCurrentA) / kv;
    if (omega <= 0 || torque > make.propTorqueNms2 * omega ** 2) high = amps;
    else low = amps;
  }
  return low;
}
