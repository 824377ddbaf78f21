import { max } from "simple-statistics";
import { CoreInputError } from "../../../CoreInputError";
import { compareWithBaseline, type Fact, type FactRule } from "../compareFact";
import { fitThermal, type ThermalFit, timeToReach } from "./fitThermal";
import { type Estimate, type Judgement, type Measured, verdictOf } from "../measured.types";

/** One reading of an ESC under load, in order of time. */
export interface EscSample {
  timeS: number;
  /** Of one ESC. */
  currentA: number;
  temperatureC: number;
}

/** What the ESC may do. */
export interface EscRating {
  continuousA: number | null;
  burstA: number | null;
  /** How long a burst may last. */
  burstS: number | null;
  /** Temperature it must not pass. */
  limitC: number;
}

/** What is kept of an ESC that is known to be good: how it warms for the square of its amps, and how fast. */
export interface EscFacts {
  risePerA2: Fact;
  timeConstantS: Fact;
}

/** Amps may differ from day to day, so heat is held against heat at the same square of the amps. Bounds: trade judgement. */
const ESC_RULES: readonly FactRule<EscFacts>[] = [
  {
    of: ({ risePerA2 }) => risePerA2,
    label: "Warming at the same amps",
    unit: "K/A²",
    factor: 1,
    decimals: 3,
    direction: "up",
    watched: 0.2,
    bad: 0.4,
    means: "a phase or joint has more resistance, or it gets less air",
    symptom: "esc-heat",
  },
  {
    of: ({ timeConstantS }) => timeConstantS,
    label: "Time constant",
    unit: "s",
    factor: 1,
    decimals: 1,
    direction: "either",
    watched: 0.3,
    bad: 0.6,
    means: "the sensor sits elsewhere, or its cooling is another: compare like with like",
    symptom: null,
  },
];

/** Loaded this many times in one log, it was run in bursts. */
const BURSTS = 3;
const IN_BURSTS =
  "The load comes and goes, so where the heat would end cannot be told: hold one throttle for some minutes, or give the ESC's ratings to judge the amps by.";
/** Above this share of the highest amps the ESC counts as loaded. */
const LOADED_SHARE = 0.6;
/** Where an ESC of the usual kind begins to cut itself back. Common practice, no published source. */
export const USUAL_ESC_LIMIT_C = 90;
/** A burst as flown. Common practice: five seconds. */
export const USUAL_BURST_S = 5;
const WATCHED_MARGIN_C = 15;
const WATCHED_MARGIN_SHARE = 0.1;

/**
 * Judges an ESC from amps and temperature under load: amps against its ratings, and where the temperature will end.
 *
 * @param baseline - The same ESC when it was known to be good.
 * @returns "cannot say" of the heat when the readings do not say where it ends, as after bursts; the amps are judged all the same.
 * @throws {CoreInputError} `too_few_points`; from `fitThermal` when there is no rating to judge the amps by either.
 */
export function judgeEsc(
  samples: readonly EscSample[],
  rating: EscRating,
  baseline: EscFacts | null = null,
): Measured & { esc: EscFacts | null } {
  if (samples.length === 0) throw new CoreInputError("too_few_points", "there are no readings");
  const highestA = max(samples.map(({ currentA }) => currentA));
  const stretches = loadedStretches(samples, LOADED_SHARE * highestA);
  const longest = stretches.reduce((best, each) => (each.length > best.length ? each : best), stretches[0] ?? []);
  if (longest.length === 0) throw new CoreInputError("too_few_points", "the ESC was never under load");
  const loadedS = longest.at(-1)!.timeS - longest[0]!.timeS;
  const settled = longest.filter(({ timeS }) => timeS >= longest[0]!.timeS + 0.3 * loadedS);
  const meanA = settled.reduce((sum, { currentA }) => sum + currentA, 0) / settled.length;
  const amps = judgeAmps(meanA, highestA, rating, longestBurst(stretches));
  const drawn = rating.continuousA !== null && { "draw-against-rating": meanA > rating.continuousA };
  const heat = fitHeat(longest);
  if ("problem" in heat) {
    if (amps.length === 0 && stretches.length >= BURSTS) throw new CoreInputError("out_of_range", IN_BURSTS);
    // Bursts are too short to say where the heat ends; what they say of the amps still holds.
    if (amps.length === 0) throw heat.problem;
    return {
      esc: null,
      ...verdictOf([...amps, { word: "cannot say", reason: `Heat: ${heat.problem.message}` }]),
      figures: [ampsFigure(meanA)],
      evidence: { ...drawn },
      chart: null,
    };
  }
  const reachedS = timeToReach(heat.fit, rating.limitC);
  const esc = factsOf(heat.fit, meanA);
  const compared = compareWithBaseline(ESC_RULES, esc, baseline);
  return {
    esc,
    ...verdictOf([...amps, judgeHeat(heat.fit, reachedS, rating.limitC), ...compared.judgements]),
    figures: figuresOf(heat.fit, meanA, reachedS, rating.limitC),
    evidence: { "esc-heat": reachedS !== null || compared.evidence["esc-heat"] === true, ...drawn },
    chart: chartOf(longest, heat.fit),
  };
}

function fitHeat(loaded: readonly EscSample[]): { fit: ThermalFit } | { problem: CoreInputError } {
  const startS = loaded[0]!.timeS;
  try {
    return { fit: fitThermal(loaded.map(({ timeS, temperatureC }) => ({ timeS: timeS - startS, temperatureC }))) };
  } catch (error) {
    if (error instanceof CoreInputError) return { problem: error };
    throw error;
  }
}

function factsOf({ steadyC, startC, timeConstantS, residualSd }: ThermalFit, meanA: number): EscFacts {
  const error = Math.hypot(steadyC.error, residualSd) / meanA ** 2;
  return {
    risePerA2: { value: (steadyC.value - startC) / meanA ** 2, error, halfWidth: 2 * error },
    timeConstantS,
  };
}

function judgeAmps(
  meanA: number,
  highestA: number,
  { continuousA, burstA, burstS }: EscRating,
  heldS: number,
): Judgement[] {
  const said: Judgement[] = [];
  if (continuousA !== null) {
    const room = continuousA - meanA;
    said.push({
      word: room < 0 ? "bad" : room < WATCHED_MARGIN_SHARE * continuousA ? "watch" : "good",
      reason: `At full throttle ${meanA.toFixed(1)} A, ${Math.abs(room).toFixed(1)} A ${room < 0 ? "over" : "under"} its continuous ${continuousA} A.`,
    });
  }
  if (burstA !== null) {
    const room = burstA - highestA;
    const mayS = burstS ?? USUAL_BURST_S;
    const isLong = continuousA !== null && meanA > continuousA && heldS > mayS;
    said.push({
      word: room < 0 || isLong ? "bad" : "good",
      reason: isLong
        ? `Above its continuous rating for ${heldS.toFixed(1)} s; a burst may last ${mayS} s.`
        : `Highest ${highestA.toFixed(1)} A, ${Math.abs(room).toFixed(1)} A ${room < 0 ? "over" : "under"} its burst ${burstA} A.`,
    });
  }
  return said;
}

function judgeHeat(fit: ThermalFit, reachedS: number | null, limitC: number): Judgement {
  const steady = `${fit.steadyC.value.toFixed(0)} ± ${fit.steadyC.halfWidth.toFixed(0)} °C`;
  if (reachedS !== null)
    return {
      word: "bad",
      reason: `It would end at ${steady} and pass ${limitC} °C after ${reachedS.toFixed(0)} s at full throttle.`,
    };
  const room = limitC - fit.steadyC.value;
  const isSure = room - fit.steadyC.halfWidth > WATCHED_MARGIN_C;
  return {
    word: isSure ? "good" : "watch",
    reason: `It ends at ${steady}, ${room.toFixed(0)} K under ${limitC} °C${isSure ? "" : ", which is close"}.`,
  };
}

function figuresOf(fit: ThermalFit, meanA: number, reachedS: number | null, limitC: number): Estimate[] {
  return [
    ampsFigure(meanA),
    {
      label: "Steady temperature",
      value: fit.steadyC.value,
      halfWidth: fit.steadyC.halfWidth,
      unit: "°C",
      decimals: 1,
    },
    { label: "Rise above the start", value: fit.steadyC.value - fit.startC, halfWidth: null, unit: "K", decimals: 1 },
    {
      label: "Time constant",
      value: fit.timeConstantS.value,
      halfWidth: fit.timeConstantS.halfWidth,
      unit: "s",
      decimals: 1,
    },
    ...(reachedS === null
      ? []
      : [{ label: `Time to ${limitC} °C`, value: reachedS, halfWidth: null, unit: "s", decimals: 0 }]),
  ];
}

function ampsFigure(meanA: number): Estimate {
  return { label: "Amps at full throttle", value: meanA, halfWidth: null, unit: "A", decimals: 1 };
}

function chartOf(samples: readonly EscSample[], { steadyC, timeConstantS, startC }: ThermalFit): Measured["chart"] {
  const startS = samples[0]!.timeS;
  const every = Math.max(1, Math.floor(samples.length / 200));
  const kept = samples.filter((_, at) => at % every === 0);
  return {
    xLabel: "Under load, s",
    yLabel: "ESC, °C",
    points: kept.map(({ timeS, temperatureC }) => ({ x: timeS - startS, y: temperatureC, isOutlier: false })),
    line: kept.map(({ timeS }) => ({
      x: timeS - startS,
      y: steadyC.value + (startC - steadyC.value) * Math.exp(-(timeS - startS) / timeConstantS.value),
    })),
  };
}

/** Stretches in which the amps stay above a bound. */
function loadedStretches(samples: readonly EscSample[], boundA: number): EscSample[][] {
  const stretches: EscSample[][] = [];
  samples.forEach((sample, at) => {
    if (sample.currentA < boundA) return;
    const isNew = at === 0 || samples[at - 1]!.currentA < boundA;
    if (isNew) stretches.push([]);
    stretches.at(-1)!.push(sample);
  });
  return stretches;
}

function longestBurst(stretches: readonly EscSample[][]): number {
  return Math.max(0, ...stretches.map((each) => each.at(-1)!.timeS - each[0]!.timeS));
}
