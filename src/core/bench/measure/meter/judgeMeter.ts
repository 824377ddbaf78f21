import { max, min } from "simple-statistics";
import { fitLine } from "../../../fit/fitLine";
import { halfWidth, linearFit } from "../../../fit/linearFit";
import { type Judgement, type Measured, verdictOf } from "../measured.types";
import { endOfRange, type EndOfRange, type MeterPair, refuseOddities } from "./meterRange";

/** What is measured, and how the firmware's setting works. */
export interface MeterContext {
  quantity: "current" | "voltage";
  /** The scale that is set now; null when it is not known. */
  setting: number | null;
  /** Gain found before the scale was changed; makes this the check after it. */
  gainBefore?: number | null;
}

/** Gain error that is left alone, and that is bad. Trade judgement, no published source. */
const WATCHED = 0.03;
const BAD = 0.1;
/** A gain that is known no better than this is not known to be good. */
const VAGUE = 2 * WATCHED;
/** Beyond this an error is said as a factor. */
const FACTOR_FROM = 0.4;
/** Points off the line beyond this share of all are none that may be left out. */
const MOST_OUTLIERS = 1 / 6;
/** Points in which the confidence band is drawn. */
const BAND_POINTS = 15;

/**
 * Compares a craft's own meter with a trusted one: true = gain · shown + offset, by least squares with outliers left out.
 *
 * @returns Gain and offset with their 95 % intervals, the new setting for a firmware that multiplies and for one that divides,
 *   and whether the meter is to be believed.
 * @throws {CoreInputError} `too_few_points`, `not_finite`; `out_of_range` for negative amps, a stuck meter or mixed units, each
 *   with what to do.
 */
export function judgeMeter(pairs: readonly MeterPair[], { quantity, setting, gainBefore }: MeterContext): Measured {
  refuseOddities(pairs, quantity);
  const end = endOfRange(pairs);
  const points = (end?.below ?? pairs).map(({ shown, reference }) => ({ x: shown, y: reference }));
  const marked = fitLine(points, { marksOutliers: true });
  // So many lie off no line by a slip of the pen: then it is the line that does not fit.
  const fit = marked.outliers.length > MOST_OUTLIERS * points.length ? fitLine(points) : marked;
  const { slope, intercept, slopeHalfWidth, interceptHalfWidth, outliers } = fit;
  const kept = points.filter((_, place) => !outliers.includes(place));
  const gain = slope.value;
  const unit = quantity === "current" ? "A" : "V";
  const lowest = min(points.map(({ x }) => x));
  const highest = max(points.map(({ x }) => x));
  return {
    ...verdictOf([
      ...(end ? [judgeEnd(end, unit)] : []),
      // Before the gain: of a meter that is not straight the line's gain and zero say little.
      ...judgeBend(points, fit, unit),
      ...judgements(gain, slopeHalfWidth, outliers.length),
      ...judgeOffset(intercept.value, interceptHalfWidth, span(kept.map(({ y }) => y)), unit),
      ...afterChange(gain, gainBefore ?? null),
    ]),
    figures: [
      {
        label: "Gain: true is this many times what is shown",
        value: gain,
        halfWidth: slopeHalfWidth,
        unit: "",
        decimals: 4,
      },
      { label: "Offset", value: intercept.value, halfWidth: interceptHalfWidth, unit, decimals: 3 },
      { label: "Scatter about the line", value: fit.residualSd, halfWidth: null, unit, decimals: 3 },
      ...(setting === null
        ? []
        : [
            {
              label: "New scale, if the firmware multiplies by it",
              value: setting * gain,
              halfWidth: setting * slopeHalfWidth,
              unit: "",
              decimals: 2,
            },
            {
              label: "New scale, if the firmware divides by it",
              value: setting / gain,
              halfWidth: (setting * slopeHalfWidth) / gain ** 2,
              unit: "",
              decimals: 2,
            },
          ]),
    ],
    evidence: gainEvidence(gain, slopeHalfWidth, quantity),
    ...(quantity === "current" && { carried: { meterGain: gain } }),
    chart: {
      xLabel: `Shown by the craft, ${unit}`,
      yLabel: `True, ${unit}`,
      points: [
        ...points.map((point, place) => ({ ...point, isOutlier: outliers.includes(place) })),
        ...(end?.above ?? []).map(({ shown, reference }) => ({ x: shown, y: reference, isOutlier: true })),
      ],
      line: [lowest, highest].map((x) => ({ x, y: intercept.value + gain * x })),
      band: Array.from({ length: BAND_POINTS }, (_, at) => lowest + ((highest - lowest) * at) / (BAND_POINTS - 1)).map(
        (x) => ({
          x,
          low: intercept.value + gain * x - fit.bandAt(x),
          high: intercept.value + gain * x + fit.bandAt(x),
        }),
      ),
    },
  };
}

function judgeEnd({ at, below, above }: EndOfRange, unit: string): Judgement {
  const [from, to] = [max(below.map(({ reference }) => reference)), max(above.map(({ reference }) => reference))];
  return {
    word: "bad",
    reason: `It shows no more than ${at.toFixed(1)} ${unit}, from ${from.toFixed(1)} to ${to.toFixed(1)} ${unit} true: the end of its range, or of the firmware's. Below that it was judged by itself.`,
  };
}

/** What the gain proves: nothing while its error leaves it open. */
function gainEvidence(
  gain: number,
  halfWidth: number,
  quantity: MeterContext["quantity"],
): Readonly<Record<string, boolean>> {
  const off = Math.abs(gain - 1);
  const symptom = quantity === "current" ? "mah-against-charger" : "volts-against-meter";
  if (off - halfWidth > BAD) return { [symptom]: true };
  return off + halfWidth < BAD ? { [symptom]: false } : {};
}

function span(values: readonly number[]): number {
  return max(values) - min(values);
}

/** An offset that is left alone, and that is bad, as shares of the range that was measured. Trade judgement. */
const OFFSET_WATCHED = 0.015;
const OFFSET_BAD = 0.05;

/** What the meter shows at nothing: a gain alone would not put it right. */
function judgeOffset(offset: number, halfWidth: number, range: number, unit: string): Judgement[] {
  const size = Math.abs(offset);
  const word =
    size - halfWidth > OFFSET_BAD * range ? "bad" : size - halfWidth > OFFSET_WATCHED * range ? "watch" : "good";
  if (word === "good") return [];
  return [
    {
      word,
      reason:
        `Its zero is off: it shows ${(-offset).toFixed(2)} ± ${halfWidth.toFixed(2)} ${unit} ${offset < 0 ? "too much" : "too little"} at every reading. Set the offset, then the scale.`.replace(
          "shows -",
          "shows ",
        ),
    },
  ];
}

/** Readings from which a bend can be told from scatter. */
const FEWEST_FOR_BEND = 5;
/** Readings closer together than this share of the largest bend by their scatter alone. */
const WIDE_FOR_BEND = 0.4;
/** A bend of this share of the range is seen in no good meter. Trade judgement. */
const BEND_WATCHED = 0.015;
const BEND_BAD = 0.02;

/** A meter that is not straight: a parabola through the readings explains what the line leaves. */
function judgeBend(
  points: readonly { x: number; y: number }[],
  { outliers }: { outliers: readonly number[] },
  unit: string,
): Judgement[] {
  const kept = points.filter((_, place) => !outliers.includes(place));
  const xs = kept.map(({ x }) => x);
  if (kept.length < FEWEST_FOR_BEND || new Set(xs).size < 4) return [];
  if (span(xs) < WIDE_FOR_BEND * max(xs.map(Math.abs))) return [];
  const fit = linearFit(
    kept.map(({ x }) => [1, x, x ** 2]),
    kept.map(({ y }) => y),
  );
  const curve = fit.coefficients[2]!;
  const width = span(xs);
  // A parabola stands off its chord by a quarter of its coefficient times the square of the width.
  const sag = (Math.abs(curve.value) * width ** 2) / 4;
  const sagHalfWidth = (halfWidth(curve, fit.degreesOfFreedom) * width ** 2) / 4;
  const range = span(kept.map(({ y }) => y));
  if (sag - sagHalfWidth < BEND_WATCHED * range) return [];
  return [
    {
      word: sag - sagHalfWidth > BEND_BAD * range ? "bad" : "watch",
      reason: `It is not straight: ${sag.toFixed(2)} ± ${sagHalfWidth.toFixed(2)} ${unit} off a straight line in the middle; no gain puts that right.`,
    },
  ];
}

function judgements(gain: number, gainHalfWidth: number, outliers: number): Judgement[] {
  // What it shows is 1/gain of what is true: four fifths shown are a fifth too little.
  const off = Math.abs(1 / gain - 1);
  const halfWidth = gainHalfWidth / gain ** 2;
  const howMuch =
    off > FACTOR_FROM || gain > 1 + FACTOR_FROM
      ? `${gain > 1 ? gain.toFixed(2) : (1 / gain).toFixed(2)} times too ${gain > 1 ? "little" : "much"}`
      : `${(off * 100).toFixed(1)} ± ${(halfWidth * 100).toFixed(1)} % too ${gain > 1 ? "little" : "much"}`;
  const isVague = off + halfWidth > BAD || halfWidth > VAGUE;
  const word = off - halfWidth > BAD ? "bad" : off - halfWidth > WATCHED ? "watch" : isVague ? "cannot say" : "good";
  return [
    {
      word,
      reason:
        word === "cannot say"
          ? `The gain is known to ± ${(halfWidth * 100).toFixed(0)} % only: measure more points, spread further apart.`
          : `It shows ${howMuch}; watched from ${WATCHED * 100} %.`,
    },
    ...(outliers > 0
      ? [
          {
            word: "good" as const,
            reason: `${outliers === 1 ? "1 point lies" : `${outliers} points lie`} far off the line and ${outliers === 1 ? "was" : "were"} left out.`,
          },
        ]
      : []),
  ];
}

/** What changing the scale has done. */
function afterChange(gain: number, before: number | null): Judgement[] {
  if (before === null) return [];
  const percent = (of: number) => `${(Math.abs(of - 1) * 100).toFixed(1)} %`;
  const isBetter = Math.abs(gain - 1) < Math.abs(before - 1);
  // Multiplied where it should have been divided, the error comes out squared.
  const isInverted = Math.abs(gain / before ** 2 - 1) < 0.1 && Math.abs(before - 1) > WATCHED;
  return [
    {
      word: isBetter ? "good" : "bad",
      reason: isInverted
        ? `The error went from ${percent(before)} to ${percent(gain)}: the firmware works the other way round, take the other setting.`
        : `The error went from ${percent(before)} before the change to ${percent(gain)} after it.`,
    },
  ];
}
