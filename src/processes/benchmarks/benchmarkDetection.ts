import { detect, MAKERS, type TableMakers } from "../../../tests/fixtures/otherBench/detect";
import { THIRD_MAKERS } from "../../../tests/fixtures/thirdBench/makers";
import { detectDefects, meterCoverage, motorCoverage } from "../../sim/detectDefects";

// Healthy tables and tables with each defect of makers that share nothing with the shop's own simulator.
const EACH = Number(process.argv[2] ?? 200);
const HEALTHY = 5 * EACH;
const of = (makers: TableMakers) =>
  Object.entries(makers).flatMap(([kind, { defects }]) => [
    detect(kind, null, 0, HEALTHY, makers),
    ...defects.flatMap((defect) =>
      ([0, 1, 2] as const).map((severity) => detect(kind, defect, severity, EACH, makers)),
    ),
  ]);
const [other, third] = [of(MAKERS), of(THIRD_MAKERS)];

// How often each of the simulator's defects is found, and how often the fits' intervals cover the truth. Prints JSON.

const coverage = { ...motorCoverage(2000), ...meterCoverage(2000) };
process.stdout.write(`${JSON.stringify({ rows: detectDefects(50), coverage, other, third })}\n`);
