import { max, sampleStandardDeviation } from "simple-statistics";
import { median, robustScores } from "../../../fit/robust";
import { everyNthAt } from "../../../series/everyNth";
import { STANDARD_GRAVITY } from "../../../units/constants";
import { tipSpeed } from "../../propModel";
import { estimateOf, type Estimate, type Judgement, type Measured, verdictOf } from "../measured.types";
import { type Against, compareFact, type Fact, type FactJudgement } from "../compareFact";
import { judgeBeside, orElse } from "./judgeBeside";
import { escAnswer } from "../esc/escAnswer";
import { lookAtMotors, type MotorLook, type MotorSweep } from "./lookAtMotors";
import { atThrust, efficiencies, type MotorFacts, propCoefficients, type StandSample } from "./motorFacts";
import { MOTOR_RULES, type MotorRule } from "./motorRules";

/** What the craft is like, where it is known. */
export interface MotorContext {
  massKg?: number | null;
  propDiameterM?: number | null;
  /** Air density; 1.225 kg/m³ when not measured. */
  densityKgM3?: number | null;
  /** Speed of sound; 340 m/s when the air was not measured. */
  soundMS?: number | null;
}

/** Parts of one make differ by about this much, so a smaller scale is not believed. */
const ALIKE_SHARE = 0.01;
const SEA_LEVEL = { densityKgM3: 1.225, soundMS: 340.3 };
/** Tips beyond this lose thrust to compressibility and shout. Common practice, no published source. */
const WATCHED_MACH = 0.6;

/**
 * Compares the motors of a craft with each other, and with their baselines where there are some: no-load amps up is a bearing
 * or shaft, resistance off is a winding, rpm per volt up is a magnet, shaking is a prop or a shaft.
 *
 * @param baselines - By the motor's name.
 * @returns "cannot say" for a single motor without a baseline.
 * @throws {CoreInputError} From `fitMotor`.
 */
export function judgeMotors(
  sweeps: readonly MotorSweep[],
  baselines: ReadonlyMap<string, MotorFacts> = new Map(),
  context: MotorContext = {},
): Measured & { facts: ReadonlyMap<string, MotorFacts> } {
  const { looks, notes } = lookAtMotors(sweeps);
  const fits = looks.flatMap((look) => (look.facts ? [{ ...look, facts: look.facts }] : []));
  if (fits.length === 0) throw looks[0]!.failure!;
  const isDriven = ({ answer }: MotorLook) => answer?.fault == null;
  const judgements = fits.flatMap((fit) => {
    const { name, facts } = fit;
    const others = fits.filter((other) => other.name !== name);
    return MOTOR_RULES.filter(({ needsThrottle }) => !needsThrottle || isDriven(fit)).flatMap((rule) => {
      const alike = others.filter((other) => !rule.needsThrottle || isDriven(other)).map((other) => other.facts);
      const before = baselines.get(name) ?? null;
      const { tells } = rule;
      const said =
        fit.beside && tells
          ? [
              judgeBeside({ ...rule, tells }, name, fit.beside, sweeps.length - 1),
              ...judge(rule, name, facts, [], before),
            ]
          : judge(rule, name, facts, alike, before);
      return said.map((one) => ({ ...one, name }));
    });
  });
  const drives = looks.flatMap(judgeDrive);
  const isCompared = fits.length > 2 || fits.some(({ name }) => baselines.has(name));
  const measuredRules = MOTOR_RULES.filter(({ of }) => fits.some(({ facts }) => of(facts) !== null));
  const evidence = {
    ...Object.fromEntries(
      measuredRules
        .flatMap(({ symptom, graver = [] }) => [symptom, ...graver.map((one) => one.symptom)])
        .flatMap((symptom) => {
          const said = symptom === null ? null : provenBy(judgements.filter((one) => one.symptom === symptom));
          return symptom === null || said === null ? [] : [[symptom, said] as const];
        }),
    ),
    ...Object.fromEntries(drives.flatMap(({ symptom }) => (symptom ? [[symptom, true] as const] : []))),
  };
  const off = judgements.filter(({ word, reason }) => word !== "good" && reason !== "");
  const odd = [...drives, ...off.sort((a, b) => b.size - a.size)];
  const tips = judgeTips(sweeps, context);
  return {
    ...(isCompared
      ? verdictOf([...(odd.length > 0 ? odd : [allAlike(fits.length)]), ...tips])
      : verdictOf([
          ...looks.filter(({ lost, facts }) => lost || !facts).flatMap(judgeDrive),
          ...twoApart(fits),
          sweeps.length > 2 ? tooFewFitted(fits.length, sweeps.length) : TOO_FEW,
        ])),
    figures: fits.flatMap(({ name, samples, facts }) => [
      ...measuredRules.flatMap((rule) => figureOf(rule, name, facts)),
      ...standFigures(name, samples, facts, context, sweeps.length),
    ]),
    evidence: isCompared ? evidence : {},
    places: placesOf(odd),
    chart: efficiencyChart(sweeps),
    facts: new Map(fits.map(({ name, facts }) => [name, facts])),
    ...(notes.length > 0 && { notes }),
  };
}

/** What is said of the drive itself: steps that are lost, an end of the throttle that is off, readings that fit no motor. */
function judgeDrive({
  name,
  lost,
  answer,
  beside,
  facts,
  failure,
}: MotorLook): (Judgement & { name: string; symptom: string | null })[] {
  if (lost)
    return [
      {
        word: "bad",
        name,
        symptom: "stutters-on-jab",
        reason: `${name} loses step from ${(lost.fromThrottle * 100).toFixed(0)} % throttle on: its speed scatters or falls by ${(lost.scatter * 100).toFixed(0)} % while the throttle holds or rises (desync). Of the motor itself only what lies below was judged.`,
      },
    ];
  if (answer?.fault)
    return [
      {
        word: "watch",
        name,
        symptom: answer.end === "low" ? "motors-start-together" : null,
        reason: `The ESC of ${name} ${answer.fault}: calibrate the ${answer.end} end of its throttle, then sweep again. Of the motor only what the throttle does not bear on was judged.${beside ? orElse(beside) : ""}`,
      },
    ];
  return !facts && failure ? [{ word: "cannot say", name, symptom: null, reason: `${name}: ${failure.message}` }] : [];
}

/** What some comparisons prove of a symptom: so, not so, or nothing while one of them cannot be told. */
function provenBy(judgements: readonly FactJudgement[]): boolean | null {
  if (judgements.some(({ word }) => word === "bad" || word === "watch")) return true;
  return judgements.some(({ word }) => word === "cannot say") ? null : false;
}

/** Where each symptom is, when one motor alone shows it. */
function placesOf(odd: readonly (Pick<FactJudgement, "symptom"> & { name: string })[]): Record<string, string> {
  const places = new Map<string, Set<string>>();
  for (const { symptom, name } of odd)
    if (symptom !== null) places.set(symptom, (places.get(symptom) ?? new Set()).add(name));
  return Object.fromEntries(
    [...places].flatMap(([symptom, names]) => (names.size === 1 ? [[symptom, [...names][0]!] as const] : [])),
  );
}

const TOO_FEW: Judgement = {
  word: "cannot say",
  reason:
    "One motor, or two, cannot tell which is off: sweep a third, or keep these as their baselines while they are known to be good.",
};

/** Enough were swept, and too many of them told nothing. */
function tooFewFitted(fitted: number, swept: number): Judgement {
  return {
    word: "cannot say",
    reason: `Of ${swept} motors ${fitted} could be worked out, and ${fitted === 1 ? "one" : "two"} cannot tell which is off: sweep the others again, or keep these as their baselines while they are known to be good.`,
  };
}

/** How two motors differ, the most first: one of them may be off, and only a third, or a baseline, tells which. */
function twoApart(fits: readonly { name: string; samples: readonly StandSample[]; facts: MotorFacts }[]): Judgement[] {
  const [one, other] = fits;
  if (!one || !other || fits.length > 2) return [];
  // Each is the other's ruler: which of them is off it does not say.
  const ends = [
    escAnswer(one.samples, [other.samples, other.samples]),
    escAnswer(other.samples, [one.samples, one.samples]),
  ];
  if (ends.some((answer) => answer?.end === "low"))
    return [
      {
        word: "cannot say",
        reason: `The throttles of ${one.name} and ${other.name} do not begin alike: calibrate both ESCs, then sweep again. Of the motors nothing can be said before.`,
      },
    ];
  return MOTOR_RULES.flatMap((rule) => {
    const [own, its] = [rule.of(one.facts), rule.of(other.facts)];
    if (!own || !its) return [];
    const [high, low] = own.value > its.value ? [one, other] : [other, one];
    const [more, less] = [asScattered(rule.of(high.facts)!), asScattered(rule.of(low.facts)!)];
    const means = `one of the two is off (${rule.means})`;
    return compareFact({ ...rule, direction: "either", means, graver: [] }, `${high.name}: `, more, {
      what: low.name,
      value: less.value,
      error: less.error,
    });
  })
    .filter(({ word }) => word === "bad" || word === "watch")
    .sort((a, b) => b.size - a.size)
    .map(({ reason }) => ({ word: "cannot say", reason: `${reason} Calibrate both ESCs before a part is blamed.` }));
}

function allAlike(count: number): Judgement {
  return {
    word: "good",
    reason: count > 1 ? `The ${count} motors are alike in all that was measured.` : "It is as its baseline.",
  };
}

function judge(
  rule: MotorRule,
  name: string,
  facts: MotorFacts,
  others: readonly MotorFacts[],
  baseline: MotorFacts | null,
): FactJudgement[] {
  const fact = rule.of(facts);
  if (!fact) return [];
  const own = asScattered(fact);
  const against: Against[] = [];
  const alike = others.flatMap((other) => rule.of(other) ?? []).map(asScattered);
  if (alike.length >= 2) {
    // Of four motors the one that is off must not widen the scale: scores are taken about the others.
    const values = alike.map(({ value }) => value);
    // What the others differ by among themselves, this one may differ by as well.
    // Few tell their spread poorly: it is taken wider.
    const few = 1 + 1 / (alike.length - 1);
    const spread = few * sampleStandardDeviation(values) * Math.sqrt(1 + 1 / alike.length);
    const error = Math.max(
      Math.max(...alike.map((each) => each.error)) / Math.sqrt(alike.length),
      Math.sqrt(Math.max(0, spread ** 2 - own.error ** 2)),
    );
    const floor = Math.max(own.error, error, ALIKE_SHARE * Math.abs(median(values)));
    const score = robustScores([...values, own.value], floor).at(-1)!;
    against.push({
      what: `the other ${alike.length} (${Math.abs(score).toFixed(0)} × their own spread)`,
      value: median(values),
      error,
    });
  }
  const before = baseline && rule.of(baseline);
  if (before) against.push({ what: "its baseline", value: before.value, error: asScattered(before).error });
  return against.map((each) => compareFact(rule, `${name}: `, own, each));
}

/** What the model misses it misses on every motor of a kind alike: beside another one only the readings' scatter counts. */
function asScattered(fact: Fact): Fact {
  return { ...fact, error: fact.scatter ?? fact.error };
}

function figureOf({ of, label, unit, decimals, factor }: MotorRule, name: string, facts: MotorFacts): Estimate[] {
  const fact: Fact | null = of(facts);
  if (!fact) return [];
  return [
    {
      ...estimateOf(name, label.toLowerCase()),
      value: fact.value * factor,
      halfWidth: fact.halfWidth * factor,
      unit,
      decimals,
    },
  ];
}

function standFigures(
  name: string,
  samples: readonly StandSample[],
  facts: MotorFacts,
  { massKg, propDiameterM, densityKgM3 }: MotorContext,
  motors: number,
): Estimate[] {
  const points = efficiencies(samples);
  const figure = (label: string, value: number, unit: string, decimals: number): Estimate => ({
    ...estimateOf(name, label),
    value,
    halfWidth: null,
    unit,
    decimals,
  });
  const best = points.reduce<(typeof points)[number] | null>(
    (top, point) => (top === null || point.gramsPerW > top.gramsPerW ? point : top),
    null,
  );
  const full = points.at(-1);
  const hover = massKg ? atThrust(points, (massKg * STANDARD_GRAVITY) / motors) : null;
  const prop = propDiameterM ? propCoefficients(facts, propDiameterM, densityKgM3 ?? SEA_LEVEL.densityKgM3) : null;
  return [
    ...(full
      ? [figure(`thrust at ${Math.round(full.throttle * 100)} %`, (full.thrustN / STANDARD_GRAVITY) * 1000, "g", 0)]
      : []),
    ...(best ? [figure(`best, at ${Math.round(best.throttle * 100)} %`, best.gramsPerW, "g/W", 2)] : []),
    ...(hover
      ? [figure("throttle in hover", hover.throttle * 100, "%", 0), figure("in hover", hover.gramsPerW, "g/W", 2)]
      : []),
    ...(prop ? [figure("thrust coefficient", prop.thrust, "", 4), figure("power coefficient", prop.power, "", 4)] : []),
  ];
}

/** Gram for each watt over throttle, the middle of all motors as the line. */
/** More points than this say no more to the eye. */
const MOST_DRAWN = 2000;

function efficiencyChart(sweeps: readonly MotorSweep[]): Measured["chart"] {
  const all = everyNthAt(
    sweeps.flatMap(({ samples }) => efficiencies(samples)),
    MOST_DRAWN,
    ({ throttle }) => throttle,
  );
  if (all.length === 0) return null;
  const levels = new Map<number, number[]>();
  for (const { throttle, gramsPerW } of all) {
    const own = levels.get(throttle);
    if (own) own.push(gramsPerW);
    else levels.set(throttle, [gramsPerW]);
  }
  return {
    xLabel: "Throttle, %",
    yLabel: "Thrust for power, g/W",
    points: all.map(({ throttle, gramsPerW }) => ({ x: throttle * 100, y: gramsPerW, isOutlier: false })),
    line: [...levels].sort(([a], [b]) => a - b).map(([throttle, values]) => ({ x: throttle * 100, y: median(values) })),
  };
}

function judgeTips(sweeps: readonly MotorSweep[], { propDiameterM, soundMS }: MotorContext): Judgement[] {
  if (!propDiameterM) return [];
  const fastest = sweeps
    .map(({ name, samples }) => ({ name, rpm: max(samples.map(({ rpm }) => rpm)) }))
    .reduce((top, each) => (each.rpm > top.rpm ? each : top));
  const mach = tipSpeed(propDiameterM, fastest.rpm) / (soundMS ?? SEA_LEVEL.soundMS);
  return mach > WATCHED_MACH
    ? [
        {
          word: "watch",
          reason: `The tips of ${fastest.name} reach Mach ${mach.toFixed(2)}, watched from ${WATCHED_MACH}.`,
        },
      ]
    : [];
}
