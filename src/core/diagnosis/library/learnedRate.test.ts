import { compileLibrary } from "./compileLibrary";
import { learnedRate, LIBRARY_WORTH_JOBS } from "./learnedRate";
import { shippedLibrary } from "../shippedLibrary";

describe("learnedRate", () => {
  it("is the library's rate with no job of its own", () => {
    expect(learnedRate(0.04, { jobs: 0, withFault: {} }, "camera-dead")).toBeCloseTo(0.04, 12);
  });

  // Beta(a, b) after k of n: mean (a + k) / (a + b + n); Gelman et al., Bayesian Data Analysis, 3rd ed., section 2.4.
  it("is the mean of the updated Beta distribution", () => {
    const learned = { jobs: 46, withFault: { "camera-dead": 5 } };
    const a = 0.04 * LIBRARY_WORTH_JOBS;
    expect(learnedRate(0.04, learned, "camera-dead")).toBeCloseTo((a + 5) / (LIBRARY_WORTH_JOBS + 46), 12);
  });

  it("comes to the shop's own share with very many jobs, and falls for a fault never seen", () => {
    const learned = { jobs: 1e6, withFault: { often: 3e5 } };
    expect(learnedRate(0.01, learned, "often")).toBeCloseTo(0.3, 3);
    expect(learnedRate(0.01, learned, "never")).toBeLessThan(1e-5);
  });

  it("moves the prior of a case, under the circumstances of the case", () => {
    const context = { craftKind: "quad", phase: "landing", history: "crash" } as const;
    const learned = { jobs: 30, withFault: { "camera-dead": 15 } };
    const place = shippedLibrary.faults.findIndex(({ id }) => id === "camera-dead");
    const before = compileLibrary(shippedLibrary, context).network.prior[place]!;
    const after = compileLibrary(shippedLibrary, context, learned).network.prior[place]!;
    expect(after).toBeGreaterThan(2 * before);
    expect(after).toBeLessThan(1);
  });
});
