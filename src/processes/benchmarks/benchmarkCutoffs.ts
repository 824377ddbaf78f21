import { hasPassed, MAY_BE_LATE, runTrials, TRIAL_CAUSES } from "../../rigs/agent/cutOffTrials";

// Two hundred random faults on simulated rigs, and how late the throttle was at zero. Prints JSON.

const trials = await runTrials(200, 5);
const rows = TRIAL_CAUSES.map((cause) => {
  const own = trials.filter((trial) => trial.cause === cause);
  return {
    cause,
    trials: own.length,
    mayBeLate: MAY_BE_LATE[cause],
    worst: Math.max(...own.map(({ late }) => late)),
    worstLessStandstill: Math.max(...own.map(({ late, stoodStillMs }) => late - stoodStillMs)),
    failed: own.filter((trial) => !hasPassed(trial)),
  };
});
process.stdout.write(`${JSON.stringify(rows)}\n`);
