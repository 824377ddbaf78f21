import { type LogContext } from "../../core/flightlog/FlightView";
import { judgeLog } from "../../core/flightlog/judgeLog";
import { flightLogOf } from "../../core/flightlog/reading/flightLogOf";
import { LogReader } from "../../core/flightlog/reading/LogReader";
import { type VerdictCode } from "../../core/flightlog/verdicts/verdict.types";
import { seededRandom } from "../random";
import { FLIGHT_FAULTS, type FlightFault, type FlightStyle } from "./flightFaults";
import { HELICOPTER_FAULTS, type HelicopterFault, simulateHelicopter } from "./helicopter/simulateHelicopter";
import { type HelicopterStyle } from "./helicopter/HelicopterPilot";
import { ROTORCRAFT } from "./rotorcraft";
import { type SimulatedFlight, simulateFlight } from "./simulateFlight";
import { simulateWing, WING_FAULTS, type WingFault } from "./wing/simulateWing";
import { type Recorder, writeFlight } from "./writeFlight";

/** What may be said beside a fault without being wrong: what it does to the craft as well. */
const BESIDE: Partial<Record<FlightFault, readonly VerdictCode[]>> = {
  "controller resets": ["ends-in-air"],
  "rail breaks down": ["controller-reset", "ends-in-air"],
  "power cut": ["brown-out"],
  "empty pack": ["tired-pack"],
  "old pack": ["deep-discharge"],
  "loose arm": ["gain-too-high"],
  // Swinging from stop to stop lifts more than it should
  "gain too high": ["ends-in-air", "saturation"],
  "weak motor": ["saturation"],
  "weak thrust": ["saturation"],
};

/** One simulated log and what was said of it. */
export interface FlightTrial {
  /** The fault was named, at its motor and axis, and nothing else beside it. */
  isRight: boolean;
  said: VerdictCode[];
  text: string;
}

const RATES: Readonly<Partial<Record<FlightFault, readonly number[]>>> = {
  "prop out of balance": [1000, 2000],
  "prop out of balance, no speeds": [1000, 2000],
  "loose arm": [500, 1000],
};
const RECORDER: Readonly<Partial<Record<FlightFault, readonly Recorder[]>>> = {
  "prop out of balance": ["everything"],
  "prop out of balance, no speeds": ["no speeds"],
  "gain too low": ["everything", "no speeds"],
  "no satellites": ["everything", "telemetry"],
  "empty pack": ["everything", "telemetry"],
  "old pack": ["everything", "telemetry"],
};

/** With more than four rotors the others take over so well that outputs alone do not tell. */
const ON_FOUR_ARMS: ReadonlySet<FlightFault> = new Set(["weak motor", "weak thrust", "outputs swapped"]);

/** Flies a wing once with a fault, or healthy, and judges the log as the command line does. */
export function tryWing(fault: WingFault | null, severity: 0 | 1 | 2, seed: number): FlightTrial {
  const random = seededRandom(seed * 1_000_003 + severity * 7919 + (fault ?? "wing").length * 104_729);
  const one = <T>(of: readonly T[]) => of[Math.floor(random() * of.length)]!;
  const flight = simulateWing({
    fault,
    severity,
    gustMs: fault ? 0.6 : one([0.2, 0.7, 1.4]),
    rateHz: one([50, 100, 200]),
    seconds: 92 + 8 * random(),
    random,
  });
  return judged(writeFlight(flight, "everything"), flight, fault ? WING_FAULTS[fault] : null, [], {});
}

/** Flies a helicopter once with a fault, or healthy, and judges the log as the command line does. */
export function tryHelicopter(
  fault: HelicopterFault | null,
  style: HelicopterStyle,
  severity: 0 | 1 | 2,
  seed: number,
): FlightTrial {
  const random = seededRandom(seed * 1_000_003 + severity * 7919 + (fault ?? style).length * 104_729);
  const one = <T>(of: readonly T[]) => of[Math.floor(random() * of.length)]!;
  const flight = simulateHelicopter({
    fault,
    style,
    severity,
    gustMs: one([0.1, 0.3, 0.6]),
    // Once a turn is 31 Hz.
    rateHz: fault === "head out of balance" ? one([200, 500]) : one([100, 200, 500]),
    seconds: 42 + 8 * random(),
    random,
  });
  return judged(writeFlight(flight, "everything"), flight, fault ? HELICOPTER_FAULTS[fault] : null, [], {});
}

/** Flies once with a fault, or healthy, and judges the log as the command line does. */
export function tryFlight(
  fault: FlightFault | null,
  style: FlightStyle,
  severity: 0 | 1 | 2,
  seed: number,
): FlightTrial {
  const random = seededRandom(seed * 1_000_003 + severity * 7919 + (fault ?? style).length * 104_729);
  const one = <T>(of: readonly T[]) => of[Math.floor(random() * of.length)]!;
  const isLong = fault === "sensor scale" || fault === "empty pack" || fault === "old pack";
  const craft = one(ROTORCRAFT.filter(({ arms }) => arms.length === 4 || !fault || !ON_FOUR_ARMS.has(fault)));
  const recorder = one<Recorder>((fault && RECORDER[fault]) ?? ["everything", "no speeds", "no targets"]);
  const rateHz = recorder === "telemetry" ? one([10, 25]) : one((fault && RATES[fault]) ?? [100, 250, 500]);
  const flight = simulateFlight({
    craft,
    style,
    fault,
    severity,
    rateHz,
    seconds: isLong ? 60 : 30 + 8 * random(),
    random,
  });
  const text = writeFlight(flight, recorder);
  const context = { chargerMah: fault === "sensor scale" ? flight.chargerMah : undefined };
  const beside = fault ? (BESIDE[fault] ?? []) : [];
  return judged(text, flight, fault ? FLIGHT_FAULTS[fault] : null, beside, context);
}

function judged(
  text: string,
  flight: SimulatedFlight,
  code: VerdictCode | null,
  beside: readonly VerdictCode[],
  context: LogContext,
): FlightTrial {
  const reader = new LogReader();
  reader.push(new TextEncoder().encode(text));
  const faults = judgeLog(flightLogOf(reader.finish()), context).verdicts.filter(
    ({ severity: weight }) => weight === "fault",
  );
  const isNamed =
    code === null ||
    faults.some(
      (said) =>
        said.code === code &&
        (flight.motor === null || said.motor === flight.motor) &&
        (flight.axis === null || said.axis === flight.axis),
    );
  return {
    isRight: isNamed && faults.every((said) => said.code === code || beside.includes(said.code)),
    said: faults.map((said) => said.code),
    text,
  };
}
