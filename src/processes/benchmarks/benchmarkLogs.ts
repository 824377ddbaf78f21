import { judgeAgainst } from "../../../tests/fixtures/otherLogs/judge";
import { HEALTHY_FLIGHTS, LOG_FAULTS, otherLog } from "../../../tests/fixtures/otherLogs/logs";
import { THIRD_FAULTS, THIRD_HEALTHY, thirdLog } from "../../../tests/fixtures/thirdLogs/logs";
import { tryFlight, tryHelicopter, tryWing } from "../../sim/flight/detectFaults";
import { HELICOPTER_STYLES } from "../../sim/flight/helicopter/HelicopterPilot";
import { HELICOPTER_FAULTS, type HelicopterFault } from "../../sim/flight/helicopter/simulateHelicopter";
import { WING_FAULTS, type WingFault } from "../../sim/flight/wing/simulateWing";
import { FLIGHT_FAULTS, type FlightFault, HEALTHY_STYLES } from "../../sim/flight/flightFaults";

// How often each fault of the three makers of logs is told right, and what is named that is not there. Prints JSON.

const SEEDS = Number(process.argv[2] ?? 20);
const STYLES = ["hover", "cruise", "gusts"] as const;

interface Row {
  maker: "own" | "other" | "third";
  what: string;
  /** null for a healthy flight. */
  severity: number | null;
  logs: number;
  right: number;
  /** Codes that were named and are not so, or null where nothing was missing: for the table of confusions. */
  wrong: Record<string, number>;
}

const seeds = (count: number) => Array.from({ length: count }, (_, seed) => seed + 1);

function row(
  maker: Row["maker"],
  what: string,
  severity: number | null,
  trials: { isRight: boolean; said: readonly string[] }[],
): Row {
  const wrong: Row["wrong"] = {};
  for (const { isRight, said } of trials)
    if (!isRight) for (const code of said.length > 0 ? said : ["nothing"]) wrong[code] = (wrong[code] ?? 0) + 1;
  return { maker, what, severity, logs: trials.length, right: trials.filter(({ isRight }) => isRight).length, wrong };
}

const own = [
  ...(Object.keys(FLIGHT_FAULTS) as FlightFault[]).flatMap((fault) =>
    ([0, 1, 2] as const).map((severity) =>
      row(
        "own",
        fault,
        severity,
        seeds(SEEDS).map((seed) => tryFlight(fault, STYLES[seed % 3]!, severity, seed)),
      ),
    ),
  ),
  ...(Object.keys(WING_FAULTS) as WingFault[]).flatMap((fault) =>
    ([0, 1, 2] as const).map((severity) =>
      row(
        "own",
        fault,
        severity,
        seeds(SEEDS).map((seed) => tryWing(fault, severity, seed)),
      ),
    ),
  ),
  ...(Object.keys(HELICOPTER_FAULTS) as HelicopterFault[]).flatMap((fault) =>
    ([0, 1, 2] as const).map((severity) =>
      row(
        "own",
        fault,
        severity,
        seeds(SEEDS).map((seed) => tryHelicopter(fault, HELICOPTER_STYLES[seed % 3]!, severity, seed)),
      ),
    ),
  ),
  ...HELICOPTER_STYLES.map((style) =>
    row(
      "own",
      `helicopter, ${style}`,
      null,
      seeds(2 * SEEDS).map((seed) => tryHelicopter(null, style, 1, seed)),
    ),
  ),
  row(
    "own",
    "wing",
    null,
    seeds(2 * SEEDS).map((seed) => tryWing(null, 1, seed)),
  ),
  ...HEALTHY_STYLES.map((style) =>
    row(
      "own",
      style,
      null,
      seeds(2 * SEEDS).map((seed) => tryFlight(null, style, 1, seed)),
    ),
  ),
];

/** Every log of a maker whose truth stands beside it. */
function made(
  maker: Row["maker"],
  make: typeof otherLog,
  names: { faults: readonly string[]; healthy: readonly string[] },
): Row[] {
  const tried = (name: string, severity: 0 | 1 | 2, seed: number) => {
    const { text, truth } = make(name, severity, seed);
    const { missing, wrong } = judgeAgainst(text, truth, truth);
    return { isRight: missing.length + wrong.length === 0, said: wrong };
  };
  const rowOf = (name: string, severity: 0 | 1 | 2, count: number, isHealthy: boolean) =>
    row(
      maker,
      name,
      isHealthy ? null : severity,
      seeds(count).map((seed) => tried(name, severity, seed)),
    );
  return [
    ...names.faults.flatMap((name) => ([0, 1, 2] as const).map((severity) => rowOf(name, severity, SEEDS, false))),
    ...names.healthy.map((name) => rowOf(name, 1, 2 * SEEDS, true)),
  ];
}

const rows = [
  ...own,
  ...made("other", otherLog, { faults: Object.keys(LOG_FAULTS), healthy: HEALTHY_FLIGHTS }),
  ...made("third", thirdLog, { faults: Object.keys(THIRD_FAULTS), healthy: THIRD_HEALTHY }),
];
process.stdout.write(`${JSON.stringify({ rows })}\n`);
