/** One sample of the power-draw channels. */
export interface PowerSample {
  /** Seconds since the run started. */
  timeS: number;
  /** Throttle command in force, 0..1. */
  throttle: number;
  voltageV: number;
  currentA: number;
}

/** Bounds that end a run. A channel without a bound is not watched. */
export interface RunLimits {
  maxCurrentA?: number;
  minVoltageV?: number;
  maxVoltageV?: number;
  maxPowerW?: number;
}

/** The bound that was passed, with what was read. */
export interface LimitCrossing {
  limit: keyof RunLimits | "reading";
  bound: number;
  value: number;
}

/**
 * Checks one sample against the limits. A reading that is no number counts as a crossing: what cannot be read cannot
 * be guarded.
 *
 * @returns The first limit passed, or null.
 */
export function findLimitCrossing(sample: PowerSample, limits: RunLimits): LimitCrossing | null {
  const { voltageV, currentA } = sample;
  if (!Number.isFinite(voltageV)) return { limit: "reading", bound: 0, value: voltageV };
  if (!Number.isFinite(currentA)) return { limit: "reading", bound: 0, value: currentA };
  const over = (limit: keyof RunLimits, value: number) =>
    limits[limit] !== undefined && value > limits[limit] ? { limit, bound: limits[limit], value } : null;
  const under = (limit: keyof RunLimits, value: number) =>
    limits[limit] !== undefined && value < limits[limit] ? { limit, bound: limits[limit], value } : null;
  return (
    over("maxCurrentA", currentA) ??
    over("maxPowerW", voltageV * currentA) ??
    under("minVoltageV", voltageV) ??
    over("maxVoltageV", voltageV)
  );
}
