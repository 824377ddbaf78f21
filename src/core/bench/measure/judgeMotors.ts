import { median } from "../../fit/robust";
import { fitMotor, type MotorFit, type MotorSample } from "./fitMotor";
import { type Figure, type Judgement, type Measured, verdictOf } from "./measured.types";

/** The sweep of one motor of a craft. */
export interface MotorSweep {
  name: string;
  samples: readonly MotorSample[];
}

/** What a constant that is off says, and from how much it is watched and bad. Trade judgement, no published source. */
interface Rule {
  of: (fit: MotorFit) => MotorFit["kv"];
  label: string;
  unit: string;
  decimals: number;
  /** Which way off means something. */
  direction: "up" | "either";
  watched: number;
  bad: number;
  means: string;
  /** The reading of the fault library it answers. */
  reading: string;
}

const RULES: readonly Rule[] = [
  {
    of: ({ noLoadA }) => noLoadA,
    label: "No-load current",
    unit: "A",
    decimals: 2,
    direction: "up",
    watched: 0.25,
    bad: 0.5,
    means: "bearing or shaft",
    reading: "no-load-amps",
  },
  {
    of: ({ resistanceOhm }) => resistanceOhm,
    label: "Resistance",
    unit: "mΩ",
    decimals: 1,
    direction: "either",
    watched: 0.1,
    bad: 0.15,
    means: "winding or joint",
    reading: "winding-off",
  },
  {
    of: ({ kv }) => kv,
    label: "Speed constant",
    unit: "rpm/V",
    decimals: 0,
    direction: "up",
    watched: 0.025,
    bad: 0.04,
    means: "weak magnets or shorted turns",
    reading: "rpm-per-volt",
  },
];

/** A difference counts from so many of its own standard errors. */
const SURE_ERRORS = 3;

/**
 * Compares the motors of a craft with each other, and with their baselines where there are some: no-load amps up is a bearing
 * or shaft, resistance off is a winding, rpm per volt up is a magnet.
 *
 * @param baselines - By the motor's name.
 * @returns "cannot say" for a single motor without a baseline.
 * @throws {CoreInputError} From `fitMotor`.
 */
export function judgeMotors(
  sweeps: readonly MotorSweep[],
  baselines: ReadonlyMap<string, MotorFit> = new Map(),
): Measured {
  const fits = sweeps.map(({ name, samples }) => ({ name, fit: fitMotor(samples) }));
  const judgements = fits.flatMap(({ name, fit }) => {
    const others = fits.filter((other) => other.name !== name).map((other) => other.fit);
    return RULES.flatMap((rule) => judge(rule, name, fit, others, baselines.get(name) ?? null));
  });
  const evidence = Object.fromEntries(
    RULES.map(({ reading }) => [reading, judgements.some((one) => one.reading === reading && one.word !== "good")]),
  );
  const isCompared = fits.length > 1 || baselines.size > 0;
  return {
    ...(isCompared
      ? verdictOf(
          judgements.filter(({ word }) => word !== "good").length > 0
            ? judgements.filter(({ word }) => word !== "good")
            : [allAlike(fits.length)],
        )
      : {
          word: "cannot say",
          reasons: [
            "One motor by itself has nothing to be compared with: sweep another, or keep this one as its baseline.",
          ],
        }),
    figures: fits.flatMap(({ name, fit }) => RULES.map((rule) => figureOf(rule, name, fit))),
    evidence: isCompared ? evidence : {},
    chart: null,
  };
}

function allAlike(count: number): Judgement {
  return {
    word: "good",
    reason:
      count > 1
        ? `The ${count} motors are alike in no-load current, resistance and speed constant.`
        : "It is as its baseline.",
  };
}

function judge(
  { of, label, direction, watched, bad, means, reading }: Rule,
  name: string,
  fit: MotorFit,
  others: readonly MotorFit[],
  baseline: MotorFit | null,
): (Judgement & { reading: string })[] {
  const own = of(fit);
  const against: { what: string; value: number; error: number }[] = [];
  if (others.length >= 2) {
    const values = others.map((other) => of(other).value);
    against.push({
      what: `the other ${others.length}`,
      value: median(values),
      error: Math.max(...others.map((other) => of(other).error)) / Math.sqrt(others.length),
    });
  }
  if (baseline) against.push({ what: "its baseline", value: of(baseline).value, error: of(baseline).error });
  return against.map(({ what, value, error }) => {
    const change = own.value / value - 1;
    const changeError = Math.hypot(own.error, error) / Math.abs(value);
    const size = direction === "up" ? change : Math.abs(change);
    const isSure = size > SURE_ERRORS * changeError;
    const word = !isSure || size <= watched ? "good" : size > bad ? "bad" : "watch";
    return {
      word,
      reading,
      reason: `${name}: ${label.toLowerCase()} ${(Math.abs(change) * 100).toFixed(0)} ± ${(2 * changeError * 100).toFixed(0)} % ${change > 0 ? "above" : "below"} ${what}: ${means}.`,
    };
  });
}

function figureOf({ of, label, unit, decimals }: Rule, name: string, fit: MotorFit): Figure {
  const { value, halfWidth } = of(fit);
  const factor = unit === "mΩ" ? 1000 : 1;
  return {
    label: `${name}: ${label.toLowerCase()}`,
    value: value * factor,
    halfWidth: halfWidth * factor,
    unit,
    decimals,
  };
}
