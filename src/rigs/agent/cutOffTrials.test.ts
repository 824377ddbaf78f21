import { hasPassed, runTrials, type Trial } from "./cutOffTrials";

// Two hundred of these are run by npm run bench -- cutoffs.
it("cuts in every one of thirty random limit crossings, lost pages and unplugged instruments", async () => {
  const trials = await runTrials(30, 4, 1000);
  expect(trials.filter((trial) => !hasPassed(trial))).toEqual([]);
  expect(new Set(trials.map(({ cause }) => cause)).size).toBe(3);
}, 120_000);

it("takes only the time in which the machine stood still off a trial", () => {
  const trial: Trial = {
    cause: "page",
    detail: "",
    late: 480,
    stoodStillMs: 0,
    longestStandstillMs: 0,
    isZero: true,
    isRightCause: true,
  };
  expect(hasPassed(trial)).toBe(true);
  expect(hasPassed({ ...trial, late: 520 })).toBe(false);
  expect(hasPassed({ ...trial, late: 520, stoodStillMs: 30 })).toBe(true);
  expect(hasPassed({ ...trial, isZero: false })).toBe(false);
  expect(hasPassed({ ...trial, isRightCause: false })).toBe(false);
});
