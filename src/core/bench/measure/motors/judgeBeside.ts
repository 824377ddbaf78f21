import { type FactJudgement } from "../compareFact";
import { type MotorRule } from "./motorRules";
import { type Beside, type Change, type Explained } from "./oneChange";

/** A change that gains so much is believed: far beyond what chance gives the best of seven. */
const SURE_GAIN = 7;
/** And so much at least without any one of the sisters: else it is that one that is off. Trade judgement, no published source. */
const SURE_WITHOUT_ONE = 3;
/** Off by no more than this many standard errors beyond what was found. */
const ERRORS = 2;
/** What could hide may be this many times what is called bad: a fault in its middle has to show, an early one need not. */
const HIDES = 1.5;

/** The end of an ESC's throttle range that is off. */
export interface EndOff {
  end: "low" | "high";
  /** As a sentence without its subject. */
  fault: string;
}

/** An end counts from here, as a share of the throttle. Trade judgement, no published source. */
const START_OFF = 0.015;
const FULL_OFF = 0.025;

/** Another change that explains a motor nearly as well is said beside it, from so much less, and more where the best one fits badly itself. */
const AS_WELL = 3;

/** What each change is, and what would tell it. */
const AS_WELL_BY: Readonly<Record<Change, string>> = {
  drag: "a bearing that drags (turn it by hand)",
  winding: "a winding or joint (measure its resistance)",
  shorted: "shorted turns (measure the winding's resistance)",
  magnets: "weak magnets (drive it without its prop)",
  prop: "another prop (change props with a neighbour)",
  "low end": "the low end of its ESC's throttle (calibrate it first)",
  "high end": "the high end of its ESC's throttle (calibrate it first)",
};
/** What tells a change that the sweep leaves open. Common practice, no published source. */
const MORE_READINGS = "More readings at each throttle would, and more throttles between 10 % and full.";
const TOLD_BY: Readonly<Partial<Record<Change, string>>> = {
  drag: `${MORE_READINGS} Without its prop the amps tell it at once.`,
  winding: `${MORE_READINGS} Millivolts over its joints at a known load tell it at once.`,
  magnets: `${MORE_READINGS} Without its prop the revs for a volt tell it at once.`,
};
/** Changes that are one to the hand. */
const ONE_THING: readonly ReadonlySet<Change>[] = [new Set(["winding", "shorted"])];

/** What else it may be, as the end of a sentence; empty where one change alone explains the motor. */
export function orElse({ explained: [best, ...others], misfit }: Beside): string {
  const close = others.filter(
    ({ change, gain }) =>
      gain > best!.gain - AS_WELL * Math.max(1, misfit) &&
      !ONE_THING.some((one) => one.has(change) && one.has(best!.change)),
  );
  return close.length > 0 ? ` It may as well be ${close.map(({ change }) => AS_WELL_BY[change]).join(", or ")}.` : "";
}

/** The change that explains a motor, where one does beyond chance. */
export function believed(beside: Beside | null): Explained | null {
  const best = beside?.explained[0];
  const isSure = best && best.gain > SURE_GAIN && (beside.weakest ?? Infinity) > SURE_WITHOUT_ONE;
  return isSure ? best : null;
}

/** What is off at an end of the throttle; null where it is no end, or by too little. */
export function endOff(beside: Beside): EndOff | null {
  const found = believed(beside);
  if (found?.change === "low end" && Math.abs(found.size) > START_OFF) {
    const [by, way] = [(Math.abs(found.size) * 100).toFixed(0), found.size > 0 ? "later" : "earlier"];
    return { end: "low", fault: `starts ${by} % of throttle ${way} than the others, and the gap closes towards full` };
  }
  if (found?.change === "high end" && found.size > FULL_OFF)
    return {
      end: "high",
      fault: `gives ${((1 - found.size) * 100).toFixed(0)} % at full throttle, and the same share below it`,
    };
  if (found?.change === "high end" && found.size < -FULL_OFF)
    return {
      end: "high",
      fault: `is ahead by ${(-found.size * 100).toFixed(0)} % and comes to its end before full throttle`,
    };
  return null;
}

/**
 * What a rule says of a motor beside its sisters.
 *
 * @param others - How many sisters there are.
 * @returns "cannot say" where a change that is bad could go unseen; without a reason where another change is proven.
 */
export function judgeBeside(
  rule: MotorRule & { tells: readonly Change[] },
  name: string,
  beside: Beside,
  others: number,
): FactJudgement {
  const label = rule.label.charAt(0).toLowerCase() + rule.label.slice(1);
  const found = believed(beside);
  const bare = { symptom: rule.symptom, size: 0, reason: "" };
  if (!found || !rule.tells.includes(found.change)) {
    // What may be bad is not good, beside another change that is proven as well; there it is no evidence, and nothing more to be said.
    const about = rule.direction === "down" ? -rule.watched : rule.watched;
    const { size, error } = beside.estimate(rule.tells[0]!, about, found ?? undefined);
    const most = (rule.direction === "up" ? size : rule.direction === "down" ? -size : Math.abs(size)) + ERRORS * error;
    if (most < HIDES * rule.bad) return { ...bare, word: "good" };
    return {
      ...bare,
      word: "cannot say",
      reason: found
        ? ""
        : `${name}: ${label} may be off by up to ${(most * 100).toFixed(0)} % from the other ${others}, for all that these readings tell. ${TOLD_BY[rule.tells[0]!] ?? MORE_READINGS}`,
    };
  }
  const { size: change, error, change: kind } = found;
  const size = rule.direction === "up" ? change : rule.direction === "down" ? -change : Math.abs(change);
  if (size <= rule.watched) return { ...bare, word: "good" };
  const by = `${(Math.abs(change) * 100).toFixed(0)} ± ${(200 * error).toFixed(0)} %`;
  const drags = kind === "shorted" ? ", which drag more the faster it turns" : "";
  const means = (change < 0 && rule.meansBelow) || rule.means;
  return {
    word: size > rule.bad ? "bad" : "watch",
    symptom: rule.symptom,
    size: size / rule.watched,
    reason: `${name}: ${label} ${by} ${change > 0 ? "above" : "below"} the other ${others}: ${means}${drags}.${orElse(beside)}`,
  };
}
