import fc from "fast-check";
import { lookAhead, type PricedCheck } from "./lookAhead";
import { planByTable, type RepairTable } from "./planRepairs";

/** A small world: which repairs each hypothesis needs, what they cost, and checks with P(yes | hypothesis). */
interface SmallWorld {
  weights: number[];
  needs: number[][];
  repairCents: number[];
  checks: { cents: number; yes: number[] }[];
  givenUpCents: number;
}

const smallWorld = fc
  .tuple(fc.integer({ min: 2, max: 4 }), fc.integer({ min: 1, max: 4 }))
  .chain(([repairs, checks]) => {
    const hypotheses = repairs + 1; // each repair alone, and one pair
    return fc.record({
      weights: fc.array(fc.double({ min: 0.02, max: 1, noNaN: true }), {
        minLength: hypotheses,
        maxLength: hypotheses,
      }),
      needs: fc.constant([...Array.from({ length: repairs }, (_, repair) => [repair]), [0, 1]]),
      repairCents: fc.array(fc.integer({ min: 300, max: 20_000 }), { minLength: repairs, maxLength: repairs }),
      checks: fc.array(
        fc.record({
          cents: fc.integer({ min: 20, max: 3000 }),
          yes: fc.array(fc.double({ min: 0.01, max: 0.99, noNaN: true }), {
            minLength: hypotheses,
            maxLength: hypotheses,
          }),
        }),
        { minLength: checks, maxLength: checks },
      ),
      givenUpCents: fc.constant(60_000),
    });
  }) satisfies fc.Arbitrary<SmallWorld>;

/** What is known: each check's answer, and the repairs that were done and did not mend it. */
interface Known {
  answers: readonly (boolean | null)[];
  done: readonly number[];
}

type Move = { check: number } | { repair: number } | "give up";

/** P(hypothesis) after what is known, and nothing where it would be mended already; sums to 1. */
function weightsNow({ weights, needs, checks }: SmallWorld, { answers, done }: Known): number[] {
  const now = weights.map((weight, row) =>
    needs[row]!.every((repair) => done.includes(repair))
      ? 0
      : answers.reduce((product, answer, check) => {
          const yes = checks[check]!.yes[row]!;
          return answer === null ? product : product * (answer ? yes : 1 - yes);
        }, weight),
  );
  const sum = now.reduce((total, weight) => total + weight, 0);
  return now.map((weight) => weight / sum);
}

/** Expected cost of a move and of what `onwards` says for each state after it, straight from the definition. */
function costOfMove(world: SmallWorld, known: Known, move: Move, onwards: (known: Known) => number): number {
  if (move === "give up") return world.givenUpCents;
  const now = weightsNow(world, known);
  if ("check" in move) {
    const { cents, yes } = world.checks[move.check]!;
    const pYes = now.reduce((sum, weight, row) => sum + weight * yes[row]!, 0);
    const after = (answer: boolean) =>
      onwards({ ...known, answers: known.answers.map((old, at) => (at === move.check ? answer : old)) });
    return cents + pYes * after(true) + (1 - pYes) * after(false);
  }
  const done = [...known.done, move.repair].sort();
  const still = now.reduce(
    (sum, weight, row) => sum + (world.needs[row]!.every((repair) => done.includes(repair)) ? 0 : weight),
    0,
  );
  return world.repairCents[move.repair]! + (still > 1e-12 ? still * onwards({ ...known, done }) : 0);
}

function movesFrom(world: SmallWorld, { answers, done }: Known): Move[] {
  return [
    "give up",
    ...answers.flatMap((answer, check) => (answer === null ? [{ check }] : [])),
    ...[...world.repairCents.keys()].filter((repair) => !done.includes(repair)).map((repair) => ({ repair })),
  ];
}

/** Each state once. */
function remembered(value: (known: Known) => number): (known: Known) => number {
  const values = new Map<string, number>();
  return (known) => {
    const key = JSON.stringify(known);
    if (!values.has(key)) values.set(key, value(known));
    return values.get(key)!;
  };
}

/** The least expected cost there is: every move from every state. */
function exhaustive(world: SmallWorld): number {
  const least = remembered((known) =>
    Math.min(...movesFrom(world, known).map((move) => costOfMove(world, known, move, least))),
  );
  return least(start(world));
}

/** What it costs to do what the look ahead says, asked anew at each state. */
function following(world: SmallWorld): number {
  const cost = remembered((known) => costOfMove(world, known, moveBy(world, known), cost));
  return cost(start(world));
}

const start = ({ checks }: SmallWorld): Known => ({ answers: checks.map(() => null), done: [] });

function moveBy(world: SmallWorld, known: Known): Move {
  const { table, probability, checks } = asked(world, known);
  const { check, repair } = lookAhead(table, probability, checks);
  if (check && check.cost.cents < repair.cents) return { check: Number(check.check.id) };
  let first: Move = "give up";
  planByTable(table, probability, (each) => {
    if (first === "give up") first = { repair: each };
  });
  return first;
}

function asked(world: SmallWorld, known: Known) {
  const zeros = new Float64Array(world.repairCents.length);
  const table: RepairTable = {
    repairs: world.repairCents.map(String),
    cents: Float64Array.from(world.repairCents),
    minutes: zeros,
    harmCents: zeros,
    needs: world.needs.map((repairs) => repairs.filter((repair) => !known.done.includes(repair))),
    givenUpCents: world.givenUpCents,
  };
  const checks = world.checks.flatMap(({ cents, yes }, check): PricedCheck[] =>
    known.answers[check] === null
      ? [
          {
            id: String(check),
            cents,
            minutes: 0,
            harmCents: 0,
            priceMinutes: cents,
            columns: 2,
            likelihood: Float64Array.from(yes.flatMap((p) => [p, 1 - p])),
          },
        ]
      : [],
  );
  return { table, probability: Float64Array.from(weightsNow(world, known)), checks };
}

describe("lookAhead against every way there is, on random small libraries", () => {
  it("is never cheaper than the cheapest, and on average no more than 2 % dearer", () => {
    const worlds = fc.sample(smallWorld, { numRuns: 400, seed: 20261129 });
    const dearer = worlds.map((world) => following(world) / exhaustive(world) - 1);
    expect(Math.min(...dearer)).toBeGreaterThan(-1e-9);
    const mean = dearer.reduce((sum, each) => sum + each, 0) / dearer.length;
    expect(mean).toBeLessThan(0.02);
  }, 120_000);
});

describe("lookAhead, by hand", () => {
  /** Two repairs of 100 each, one of which is needed; each takes 10 minutes, and its test risks 5. */
  const table: RepairTable = {
    repairs: ["a", "b"],
    cents: Float64Array.of(100, 100),
    minutes: Float64Array.of(10, 10),
    harmCents: Float64Array.of(5, 5),
    needs: [[0], [1]],
    givenUpCents: 1e6,
  };
  const now = Float64Array.of(0.8, 0.2);
  const check = (id: string, cents: number, likelihood: number[], over: Partial<PricedCheck> = {}): PricedCheck => ({
    id,
    priceMinutes: 1,
    minutes: 2,
    cents,
    harmCents: 1,
    columns: 2,
    likelihood: Float64Array.from(likelihood),
    ...over,
  });
  /** Says "a" with 80 % when a is needed and with 20 % when b is. */
  const weak = (id: string, cents: number) => check(id, cents, [0.8, 0.2, 0.2, 0.8]);
  const sure = (over: Partial<PricedCheck> = {}) => check("sure", 10, [1, 0, 0, 1], over);
  const useless = check("useless", 1, [0.7, 0.3, 0.7, 0.3]);

  it("repairs by the plan when no check tells anything, minutes and harm counted while the fault is there", () => {
    const { check: begin, repair } = lookAhead(table, now, [useless]);
    expect(begin).toBeNull();
    expect(repair.cents).toBeCloseTo(100 + 0.2 * 100, 9);
    expect(repair.minutes).toBeCloseTo(10 + 0.2 * 10, 9);
    expect(repair.harmCents).toBeCloseTo(5 + 0.2 * 5, 9);
  });

  it("costs one check and one repair when a check tells all", () => {
    const { check: begin } = lookAhead(table, now, [useless, sure()]);
    expect(begin!.check.id).toBe("sure");
    expect(begin!.cost.cents).toBeCloseTo(10 + 100, 9);
    expect(begin!.cost.minutes).toBeCloseTo(2 + 10, 9);
    expect(begin!.cost.harmCents).toBeCloseTo(1 + 5, 9);
  });

  it("sees that two checks pay off together where either alone changes nothing", () => {
    // After one "b" the odds are even, so that the plan costs what it cost: one check alone is a loss of its price.
    expect(lookAhead(table, now, [weak("one", 1)]).check!.cost.cents).toBeCloseTo(1 + 120, 9);
    // After two, b is four times as likely as a.
    const says = (a: number, b: number) => 0.8 * a + 0.2 * b;
    const one = says(0.8, 0.2);
    const two = says(0.04, 0.64);
    const mixed = 1 - one - two;
    const byHand =
      1 +
      one * (100 + ((0.2 * 0.2) / one) * 100) +
      (1 - one) * 1 +
      two * (100 + ((0.8 * 0.04) / two) * 100) +
      mixed * (100 + ((0.2 * 0.16) / mixed) * 100);
    expect(lookAhead(table, now, [weak("one", 1), weak("two", 1)]).check!.cost.cents).toBeCloseTo(byHand, 9);
    expect(byHand).toBeLessThan(120);
  });

  it("pays for what opens a gate once, however many checks wait behind it", () => {
    const opener = { id: "beep", cents: 30, minutes: 3, harmCents: 0 };
    const behind = (id: string) => ({ ...weak(id, 1), opener });
    const gated = lookAhead(table, now, [behind("one"), behind("two")]).check!.cost.cents;
    const free = lookAhead(table, now, [weak("one", 1), weak("two", 1)]).check!.cost.cents;
    expect(gated).toBeCloseTo(free + 30, 9);
  });
});
