import { MAY_BE_LATE, runTrials, TRIAL_CAUSES } from "../rigs/agent/cutOffTrials";

// Two hundred random faults on simulated rigs, and how late the throttle was at zero. Prints JSON.

const trials = await runTrials(200, 5);
const rows = TRIAL_CAUSES.map((cause) => {
  const own = trials.filter((trial) => trial.cause === cause);
  return {
    cause,
    trials: own.length,
    mayBeLate: MAY_BE_LATE[cause],
    worst: Math.max(...own.map(({ late }) => late)),
    failed: own.filter(({ late, isZero, isRightCause }) => !isZero || !isRightCause || !(late <= MAY_BE_LATE[cause])),
  };
});
process.stdout.write(`${JSON.stringify(rows)}\n`);
