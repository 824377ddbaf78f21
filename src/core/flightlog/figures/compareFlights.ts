import jstat from "jstat";
import { inverse, Matrix } from "ml-matrix";
import { type FlightFigures } from "./flightFigures";

/** What two flights say of one thing. */
export interface FlightDifference {
  what: "amps" | "vibration" | "mAh/km" | "Wh/km";
  unit: string;
  before: number | null;
  after: number | null;
  /** Share by which the later one has more; null where it cannot be told. */
  change: number | null;
  /** How far off that may be, nineteen times in twenty. */
  give: number | null;
  word: "more" | "less" | "alike" | "cannot tell";
  because: string;
}

const LEAST_STRETCHES = 8;
/** Less is no difference that anybody would look for. */
const LEAST_CHANGE = 0.03;
/** With more give than this "alike" would say nothing. */
const MOST_GIVE = 0.15;
const MOST_GIVE_OF_SHAKING = 0.25;
/** Two rates of writing within this share see the same shaking. */
const LIKE_RATES = 0.1;
/** Of one flight each: what wind, route and a prop taken off and on may do. Common practice, no published source. */
const FLIGHT_GIVE = 0.15;

/** Holds a later flight of a craft against an earlier one, like with like: amps and vibration at the same output, charge and energy over the same way. */
export function compareFlights(before: FlightFigures, after: FlightFigures): FlightDifference[] {
  return [
    atLikeOutput("amps", "A", before, after, 1),
    vibration(before, after),
    overTheWay("mAh/km", before, after, ({ mah }) => mah),
    overTheWay("Wh/km", before, after, ({ wh }) => wh),
  ];
}

function vibration(before: FlightFigures, after: FlightFigures): FlightDifference {
  const [a, b] = [before.vibration, after.vibration];
  const unit = a?.unit ?? b?.unit ?? "";
  if (!a || !b) return unknown("vibration", unit, "One of the logs does not show it, or was written too seldom.");
  if (a.unit !== b.unit) return unknown("vibration", unit, `One log has it in ${a.unit}, the other in ${b.unit}.`);
  if (Math.abs(a.rateHz / b.rateHz - 1) > LIKE_RATES)
    return unknown(
      "vibration",
      unit,
      `Written ${a.rateHz.toFixed(0)} and ${b.rateHz.toFixed(0)} times a second: they do not see the same.`,
    );
  const found = atLikeOutput("vibration", unit, before, after, 2);
  if (found.change === null) return found;
  const give = Math.hypot(found.give!, FLIGHT_GIVE);
  return {
    ...found,
    give,
    word: wordOf(found.change, give, MOST_GIVE_OF_SHAKING),
    because: `${found.because} Props and air are in it as well.`,
  };
}

/**
 * Analysis of covariance: the logarithm of a figure on output, its square and the flight. Only stretches whose output both flights had count; residuals that
 * go on from one stretch to the next make fewer of them.
 *
 * @see Montgomery, Design and Analysis of Experiments, "The analysis of covariance"; effective number by the first autocorrelation: Wilks, Statistical
 *   Methods in the Atmospheric Sciences, section 5.2.4. From memory.
 */
function atLikeOutput(
  what: "amps" | "vibration",
  unit: string,
  before: FlightFigures,
  after: FlightFigures,
  column: 1 | 2,
): FlightDifference {
  const of = ({ stretches }: FlightFigures) =>
    stretches.flatMap((each) =>
      each[column] !== null && each[column] > 0 ? [[each[0], Math.log(each[column])] as const] : [],
    );
  const [a, b] = [of(before), of(after)];
  if (a.length === 0 || b.length === 0) return unknown(what, unit, "One of the logs does not show it.");
  const [low, high] = shared(a, b);
  const like = [a, b].map((each) => each.filter(([power]) => power >= low && power <= high));
  if (like.some((each) => each.length < LEAST_STRETCHES))
    return unknown(what, unit, "The two were hardly flown at the same output.");
  const all = like.flatMap((each, flight) =>
    each.map(([power, y]) => ({ x: [1, power, power ** 2, flight], y, flight })),
  );
  const middle = (low + high) / 2;
  const x = new Matrix(all.map((row) => [1, row.x[1]! - middle, (row.x[1]! - middle) ** 2, row.flight]));
  const y = Matrix.columnVector(all.map((row) => row.y));
  const spread = inverse(x.transpose().mmul(x), true);
  const fit = spread.mmul(x.transpose()).mmul(y);
  const rest = Matrix.sub(y, x.mmul(fit)).to1DArray();
  const free = all.length - 4;
  const variance = rest.reduce((sum, each) => sum + each ** 2, 0) / free;
  const lasting = Math.min(
    0.9,
    Math.max(
      0,
      lagOne(
        rest,
        all.map(({ flight }) => flight),
      ),
    ),
  );
  const error = Math.sqrt(((variance * (1 + lasting)) / (1 - lasting)) * spread.get(3, 3));
  const reach = jstat.jStat.studentt.inv(0.975, Math.max(3, (free * (1 - lasting)) / (1 + lasting))) * error;
  const difference = fit.get(3, 0);
  const change = Math.expm1(difference);
  const give = Math.expm1(reach);
  const atMiddle = Math.exp(fit.get(0, 0));
  return {
    what,
    unit,
    before: atMiddle,
    after: atMiddle * (1 + change),
    change,
    give,
    word: wordOf(change, give),
    because: `At ${(middle * 100).toFixed(0)} % output, over ${like[0]!.length} and ${like[1]!.length} stretches that both were flown at.`,
  };
}

function wordOf(change: number, give: number, most = MOST_GIVE): FlightDifference["word"] {
  if (Math.abs(change) > Math.max(LEAST_CHANGE, give)) return change > 0 ? "more" : "less";
  return give > most ? "cannot tell" : "alike";
}

/** The outputs that both flights had, but for the outermost twentieth of each. */
function shared(
  a: readonly (readonly [number, number])[],
  b: readonly (readonly [number, number])[],
): [number, number] {
  const ends = [a, b].map((each) => {
    const powers = each.map(([power]) => power).sort((p, q) => p - q);
    return [powers[Math.floor(powers.length * 0.05)]!, powers[Math.ceil(powers.length * 0.95) - 1]!] as const;
  });
  return [Math.max(...ends.map(([low]) => low)), Math.min(...ends.map(([, high]) => high))];
}

/** How far a residual goes on into the next one of its flight. */
function lagOne(rest: readonly number[], flights: readonly number[]): number {
  let [together, alone] = [0, 0];
  rest.forEach((each, at) => {
    alone += each ** 2;
    if (at > 0 && flights[at] === flights[at - 1]) together += each * rest[at - 1]!;
  });
  return alone > 0 ? together / alone : 0;
}

function overTheWay(
  what: "mAh/km" | "Wh/km",
  before: FlightFigures,
  after: FlightFigures,
  taken: (figures: FlightFigures) => number | null,
): FlightDifference {
  const each = [before, after].map((figures) => {
    const amount = taken(figures);
    return amount !== null && figures.km !== null && figures.km > LEAST_WAY_KM ? amount / figures.km : null;
  });
  const [a, b] = each as [number | null, number | null];
  if (a === null || b === null)
    return { ...unknown(what, what, "One of them shows no amps, or went less than 200 m."), before: a, after: b };
  const change = b / a - 1;
  return {
    what,
    unit: what,
    before: a,
    after: b,
    change,
    give: FLIGHT_GIVE,
    word: wordOf(change, FLIGHT_GIVE),
    because: "One flight each: wind and route are in it as well.",
  };
}

const LEAST_WAY_KM = 0.2;

function unknown(what: FlightDifference["what"], unit: string, because: string): FlightDifference {
  return { what, unit, before: null, after: null, change: null, give: null, word: "cannot tell", because };
}
