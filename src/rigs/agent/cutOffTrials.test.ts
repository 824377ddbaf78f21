import { MAY_BE_LATE, runTrials } from "./cutOffTrials";

// Two hundred of these are run by npm run bench -- cutoffs.
it("cuts in every one of thirty random limit crossings, lost pages and unplugged instruments", async () => {
  const trials = await runTrials(30, 6, 1000);
  const failed = trials.filter(
    ({ cause, late, isZero, isRightCause }) => !isZero || !isRightCause || !(late <= MAY_BE_LATE[cause]),
  );
  expect(failed).toEqual([]);
  expect(new Set(trials.map(({ cause }) => cause)).size).toBe(3);
}, 60_000);
