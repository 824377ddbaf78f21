import { shippedLibrary } from "../shippedLibrary";
import { compileLibrary, priorInContext } from "./compileLibrary";
import { type LearnedCauses, timesAsOften } from "./learnedRate";
import { type CaseContext, HISTORIES } from "./library.types";

const quad = (history: CaseContext["history"]): CaseContext => ({ craftKind: "quad", phase: "landing", history });
const priorOf = (faultId: string, context: CaseContext, learned: LearnedCauses | null) =>
  compileLibrary(shippedLibrary, context, learned).network.prior[
    shippedLibrary.faults.findIndex(({ id }) => id === faultId)
  ]!;

describe("timesAsOften", () => {
  it("is 1 with no job of its own, and for a shop that is as the library says", () => {
    expect(timesAsOften(0.04, 0, 0)).toBe(1);
    expect(timesAsOften(0.04, 3.2, 3.2)).toBe(1);
  });

  // Gamma(a, a) with a = 30 · 0.04, after 5 cases in an exposure of 1.84: (1.2 + 5) / (1.2 + 1.84). Gelman et al., section 2.6.
  it("is the mean of the updated Gamma distribution", () => {
    expect(timesAsOften(0.04, 1.84, 5)).toBeCloseTo(6.2 / 3.04, 12);
  });

  it("comes to the shop's own share with very many jobs, and falls for a fault never seen", () => {
    expect(0.01 * timesAsOften(0.01, 1e4, 3e5)).toBeCloseTo(0.3, 3);
    expect(timesAsOften(0.01, 1e4, 0)).toBeLessThan(1e-3);
  });
});

describe("the prior of a case", () => {
  // A shop that only sees crashes and is as the library says turned 11.6 % into 23.7 % when its rate met the crash factor again.
  it.each([
    ["crashes only", { crash: 60 }],
    ["first flights only", { "first-flight": 60 }],
    ["a mix", { crash: 20, repair: 30, "in-service": 50, firmware: 7 }],
  ] as const)("stays where it is in a shop drawn from the library: %s", (_, mix) => {
    const circumstances = Object.entries(mix).map(([history, jobs]) => ({
      phase: "landing" as const,
      history: history as CaseContext["history"],
      jobs,
    }));
    const withFault = Object.fromEntries(
      shippedLibrary.faults.map((fault) => [
        fault.id,
        circumstances.reduce((sum, { history, jobs }) => sum + jobs * priorInContext(fault, quad(history)), 0),
      ]),
    );
    const learned = { jobs: 0, withFault, circumstances };
    for (const history of HISTORIES)
      for (const { id } of shippedLibrary.faults)
        expect(priorOf(id, quad(history), learned)).toBeCloseTo(priorOf(id, quad(history), null), 9);
  });

  it("moves with a fault that is met more often than expected, and stays a probability", () => {
    const learned: LearnedCauses = {
      jobs: 30,
      withFault: { "camera-dead": 15 },
      circumstances: [{ phase: "landing", history: "crash", jobs: 30 }],
    };
    const after = priorOf("camera-dead", quad("crash"), learned);
    expect(after).toBeGreaterThan(2 * priorOf("camera-dead", quad("crash"), null));
    expect(after).toBeLessThan(1);
  });
});
