import fc from "fast-check";
import { adviseStop, type ShopPrices } from "./adviseStop";
import { withGeneratedChecks } from "../library/generateChecks";
import { shippedLibrary } from "../shippedLibrary";
import { type CaseContext } from "../library/library.types";
import { planRepairs } from "./planRepairs";
import { weighCase } from "../weighCase";

/** Expected cost of doing all repairs in this order, from the definition: each is paid while the fault is still there. */
function costOfOrder(order: readonly number[], probability: readonly number[], cents: readonly number[]): number {
  let still = 1;
  let total = 0;
  for (const repair of order) {
    total += still * cents[repair]!;
    still -= probability[repair]!;
  }
  return total;
}

const ofCents = (cents: number) => ({ cents, minutes: 0, harmCents: 0 });

function permutations(items: readonly number[]): number[][] {
  if (items.length <= 1) return [[...items]];
  return items.flatMap((item) => permutations(items.filter((other) => other !== item)).map((rest) => [item, ...rest]));
}

const single = (probability: readonly number[]) =>
  probability.map((p, index) => ({ repairs: [`r${index}`], probability: p }));

describe("planRepairs", () => {
  // Heckerman, Breese & Rommelse, "Decision-theoretic troubleshooting", CACM 38(3), 1995: for one fault and independent
  // repairs the order of falling p/C has the least expected cost. Here against every order there is.
  it("comes to the p/C order, and no order of all repairs is cheaper", () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            weight: fc.double({ min: 0.01, max: 1, noNaN: true }),
            cents: fc.integer({ min: 100, max: 20000 }),
          }),
          {
            minLength: 2,
            maxLength: 6,
          },
        ),
        (entries) => {
          const sum = entries.reduce((total, { weight }) => total + weight, 0);
          const probability = entries.map(({ weight }) => weight / sum);
          const cents = entries.map((entry) => entry.cents);
          const plan = planRepairs(single(probability), {
            repairCost: (id) => ofCents(cents[Number(id.slice(1))]!),
            givenUpCents: 1e12,
          });
          const order = plan.steps.map(({ repair }) => Number(repair.slice(1)));
          expect(order).toHaveLength(entries.length);
          for (let i = 1; i < order.length; i++) {
            const ratio = (at: number) => probability[order[at]!]! / cents[order[at]!]!;
            expect(ratio(i - 1)).toBeGreaterThanOrEqual(ratio(i) * (1 - 1e-9));
          }
          const cheapest = Math.min(
            ...permutations([...entries.keys()]).map((each) => costOfOrder(each, probability, cents)),
          );
          expect(costOfOrder(order, probability, cents) / cheapest).toBeLessThan(1 + 1e-9);
        },
      ),
      { numRuns: 60 },
    );
  });

  it("pays each repair only while the fault is still there, and giving up for what is left", () => {
    const plan = planRepairs(
      [
        { repairs: ["a"], probability: 0.6 },
        { repairs: ["b"], probability: 0.3 },
      ],
      { repairCost: (id) => ofCents(id === "a" ? 1000 : 2000), givenUpCents: 50000 },
    );
    expect(plan.steps.map(({ repair }) => repair)).toEqual(["a", "b"]);
    expect(plan.steps[1]!.probability).toBeCloseTo(0.3 / 0.4, 12);
    expect(plan.expectedCents).toBeCloseTo(1000 + 0.4 * 2000 + 0.1 * 50000, 9);
  });

  it("needs both repairs when two faults are there at once", () => {
    const plan = planRepairs([{ repairs: ["a", "b"], probability: 1 }], {
      repairCost: () => ofCents(1000),
      givenUpCents: 90000,
    });
    expect(plan.steps).toHaveLength(2);
    expect(plan.expectedCents).toBeCloseTo(2000, 9);
  });

  it("gives up at once when the only repair costs more than it saves", () => {
    const plan = planRepairs([{ repairs: ["a"], probability: 0.1 }], {
      repairCost: () => ofCents(2000),
      givenUpCents: 10000,
    });
    expect(plan).toEqual({ steps: [], expectedCents: 10000 });
  });
});

describe("adviseStop", () => {
  const library = withGeneratedChecks(shippedLibrary);
  const context: CaseContext = { craftKind: "quad", phase: "landing", history: "crash" };
  const prices: ShopPrices = {
    labourCentsPerHour: 5000,
    partCents: { camera: 6000, flight_controller: 9000 },
    retestMinutes: 5,
    proofMinutes: 0,
    givenUpCents: 60000,
  };
  const advise = (findings: Parameters<typeof weighCase>[2], over: Partial<ShopPrices> = {}) =>
    adviseStop(library, weighCase(library, context, findings), { ...prices, ...over });

  it("checks further while the cause is open, and repairs once it is all but certain", () => {
    const open = advise([{ kind: "symptom", symptomId: "picture-black", value: true }]);
    expect(open.advice).toBe("check");
    expect(open.bestCheck!.wholeWay.cents).toBeLessThan(open.plan.expectedCents);
    const settled = advise([
      { kind: "symptom", symptomId: "flips-at-take-off", value: true },
      { kind: "check", checkId: "prop-faces", outcomeId: "no" },
      { kind: "check", checkId: "motor-order-check", outcomeId: "yes" },
    ]);
    expect(settled.advice).toBe("repair");
    expect(settled.plan.steps[0]!.repair).toBe("set-motor-order");
    expect(settled.plan.steps[0]!.probability).toBeGreaterThan(0.9);
  });

  it("repairs sooner when checking is dear and repairing is cheap", () => {
    const findings = [
      { kind: "symptom" as const, symptomId: "flips-at-take-off", value: true },
      { kind: "check" as const, checkId: "prop-faces", outcomeId: "yes" },
    ];
    expect(
      advise(findings, { labourCentsPerHour: 500, partCents: { prop: 90000, flight_controller: 90000 } }).plan.steps[0]!
        .cents,
    ).toBeLessThan(advise(findings).plan.steps[0]!.cents);
  });
});
