import { type ExperimentStep, judgeExperiments } from "./judgeExperiments";

const step = (faultShows: boolean, ...changes: [string, "changed" | "restored"][]): ExperimentStep => ({
  faultShows,
  changes: changes.map(([name, to]) => ({ name, to })),
});
const verdicts = (...steps: ExperimentStep[]) =>
  Object.fromEntries(judgeExperiments(steps).map(({ name, verdict }) => [name, verdict]));

// Changing one thing at a time, and putting it back, is common practice; no published source.
describe("judgeExperiments", () => {
  it("proves a change by gone when made, back when restored", () => {
    expect(verdicts(step(false, ["A", "changed"]), step(true, ["A", "restored"]))).toEqual({ A: "proven" });
  });

  it("only suspects a change that was never put back", () => {
    const [judged] = judgeExperiments([step(false, ["A", "changed"])]);
    expect(judged).toMatchObject({ verdict: "suspected", isChanged: true, why: expect.stringMatching(/restore it/) });
  });

  it("does not credit the second change when restoring the first leaves the fault gone", () => {
    // A is changed: still there. B is changed as well: gone. A is restored: still gone. So A made no difference.
    const steps = [step(true, ["A", "changed"]), step(false, ["B", "changed"]), step(false, ["A", "restored"])];
    expect(verdicts(...steps)).toEqual({ A: "no difference", B: "suspected" });
  });

  it("proves nothing by two changes at once", () => {
    const judged = judgeExperiments([step(false, ["A", "changed"], ["B", "changed"])]);
    expect(judged.map(({ verdict }) => verdict)).toEqual(["open", "open"]);
    expect(judged[0]!.why).toMatch(/together/);
  });

  it("sorts out two changes made at once by restoring one", () => {
    const steps = [step(false, ["A", "changed"], ["B", "changed"]), step(true, ["B", "restored"])];
    expect(verdicts(...steps)).toEqual({ A: "open", B: "suspected" });
    expect(verdicts(...steps, step(false, ["B", "changed"]))).toEqual({ A: "open", B: "proven" });
  });

  it("doubts a change that once helped and once did not", () => {
    const steps = [step(false, ["A", "changed"]), step(false, ["A", "restored"])];
    const [judged] = judgeExperiments(steps);
    expect(judged).toMatchObject({ verdict: "suspected", isChanged: false });
    expect(judged!.why).toMatch(/once made no difference/);
  });

  it("has nothing to say of no steps", () => expect(judgeExperiments([])).toEqual([]));
});
