import { type FlightLog } from "./FlightLog";
import { type FlightView, type LogContext, viewOf } from "./FlightView";
import { hintsOf } from "./hints/hints";
import { type Phase, phasesOf } from "./phases";
import { thinnedView } from "./thinnedView";
import { compassDisturbed } from "./verdicts/compass";
import { departure } from "./verdicts/departure";
import { desync } from "./verdicts/desync";
import { rotorImbalance } from "./verdicts/imbalance";
import { endsInAir, interruptions, linkLoss } from "./verdicts/interruptions";
import { gainTooLow, oscillation } from "./verdicts/oscillation";
import { partedOutputs } from "./verdicts/partedOutputs";
import { currentScale, deepDischarge, tiredPack } from "./verdicts/packVerdicts";
import { saturation } from "./verdicts/saturation";
import { servoChatter } from "./verdicts/servoChatter";
import { processorOverload, satelliteLoss } from "./verdicts/smallVerdicts";
import { surfaceFeedback } from "./verdicts/surfaceFeedback";
import { tailFeedback } from "./verdicts/tailFeedback";
import { tailHeavy } from "./verdicts/tailHeavy";
import { weakMotor } from "./verdicts/weakMotor";
import { type Verdict, type VerdictCode } from "./verdicts/verdict.types";

/** What a log says of its flight. */
export interface LogJudgement {
  craft: FlightView["craft"];
  phases: Phase[];
  verdicts: Verdict[];
  /** Sentences on what is no fault of a part, or what a hand must confirm. */
  hints: string[];
}

const thinned = new WeakMap<FlightView, FlightView>();

function thinnedOnce(view: FlightView): FlightView {
  const known = thinned.get(view) ?? thinnedView(view);
  thinned.set(view, known);
  return known;
}

type Question = (view: FlightView, context: LogContext) => Verdict[];

/** The same of what a craft, its motors and its pack do, however fast the log is: vibration has no part in it. */
const slowly =
  (question: Question): Question =>
  (view, context) =>
    question(thinnedOnce(view), context);

/** Every question that is put to a log, in the order in which their answers are shown. */
const QUESTIONS: readonly Question[] = [
  interruptions,
  linkLoss,
  slowly(departure),
  slowly(partedOutputs),
  surfaceFeedback,
  tailFeedback,
  tailHeavy,
  oscillation,
  slowly(desync),
  slowly(weakMotor),
  rotorImbalance,
  slowly(gainTooLow),
  saturation,
  servoChatter,
  slowly(currentScale),
  slowly(compassDisturbed),
  slowly(tiredPack),
  slowly(deepDischarge),
  satelliteLoss,
  processorOverload,
  endsInAir,
];

/** What a fault explains: said beside it, these would send a good part to the bin. Notes of them stay out too. */
const EXPLAINS: Partial<Record<VerdictCode, readonly VerdictCode[]>> = {
  "controller-reset": [
    "desync",
    "weak-motor",
    "saturation",
    "gain-too-low",
    "gain-too-high",
    "ends-in-air",
    "compass-disturbed",
    "motor-map-wrong",
    "feedback-reversed",
  ],
  "brown-out": [
    "controller-reset",
    "desync",
    "weak-motor",
    "saturation",
    "gain-too-low",
    "gain-too-high",
    "ends-in-air",
    "compass-disturbed",
    "link-loss",
    "satellite-loss",
    "motor-map-wrong",
    "feedback-reversed",
  ],
  "link-loss": ["ends-in-air", "controller-reset", "gain-too-low", "desync"],
  "feedback-reversed": [
    "rotor-imbalance",
    "deep-discharge",
    "tired-pack",
    "gain-too-high",
    "gain-too-low",
    "saturation",
    "desync",
    "weak-motor",
    "ends-in-air",
    "compass-disturbed",
    "unstable-opposed",
    "servo-chatter",
    "soft-structure",
  ],
  "motor-map-wrong": [
    "rotor-imbalance",
    "deep-discharge",
    "tired-pack",
    "gain-too-high",
    "gain-too-low",
    "saturation",
    "desync",
    "weak-motor",
    "ends-in-air",
    "compass-disturbed",
    "feedback-reversed",
    "soft-structure",
  ],
  "unstable-opposed": ["gain-too-high", "gain-too-low", "ends-in-air", "saturation"],
  desync: [
    "weak-motor",
    "saturation",
    "gain-too-low",
    "gain-too-high",
    "motor-map-wrong",
    "feedback-reversed",
    "ends-in-air",
    "compass-disturbed",
  ],
  "weak-motor": ["saturation", "gain-too-low"],
  "current-scale": ["tired-pack"],
  "deep-discharge": ["saturation"],
  "tired-pack": ["deep-discharge", "saturation"],
  "gain-too-high": [
    "rotor-imbalance",
    "deep-discharge",
    "tired-pack",
    "desync",
    "weak-motor",
    "saturation",
    "gain-too-low",
    "servo-chatter",
    "soft-structure",
  ],
  // What swings hard drives the motors from bottom to top and back
  "soft-structure": ["gain-too-high", "weak-motor", "saturation", "tired-pack"],
  saturation: ["gain-too-low", "weak-motor"],
};

/**
 * Puts every question to a flight log.
 *
 * @returns Verdicts with the faults first, those that another one explains left out.
 */
export function judgeLog(log: FlightLog, context: LogContext = {}): LogJudgement {
  const view = viewOf(log, context);
  const found = withoutTwins(QUESTIONS.flatMap((question) => question(view, context)));
  const faults = found.filter(({ severity }) => severity === "fault");
  const explained = new Set<VerdictCode>();
  for (const { code } of faults) if (!explained.has(code)) for (const each of EXPLAINS[code] ?? []) explained.add(each);
  const isAlone = faults.every(({ code }) => code === "ends-in-air" || explained.has(code));
  const verdicts = found
    .map((verdict) => (verdict.code === "ends-in-air" && !isAlone ? asNote(verdict) : verdict))
    .filter(({ code }) => !explained.has(code))
    .sort((a, b) => Number(a.severity === "note") - Number(b.severity === "note"));
  return { craft: view.craft, phases: phasesOf(log, view.flights), verdicts, hints: hintsOf(view) };
}

/** What another fault led to is worth a look, and no fault of its own. */
function asNote(verdict: Verdict): Verdict {
  return { ...verdict, severity: "note" };
}

/** Two lines of one frequency within this share are one. */
const ONE_LINE = 0.25;
const SURE = 0.9;

/**
 * A rotor and a structure both make a line. Where it is one line, that it goes with an output decides for the rotor; where there are
 * two, a swinging structure shakes the speeds as well, and only a sure rotor is named beside it.
 */
function withoutTwins(found: Verdict[]): Verdict[] {
  const rotor = found.find(({ code }) => code === "rotor-imbalance");
  const structure = found.find(({ code }) => code === "soft-structure");
  if (!rotor || !structure) return found;
  const isOneLine = Math.abs(structure.value! / rotor.value! - 1) < ONE_LINE;
  const twin = isOneLine ? structure : rotor.confidence < SURE ? rotor : null;
  return found.filter((verdict) => verdict !== twin);
}
