import { detect, MAKERS } from "../../tests/fixtures/otherBench/detect";
import { detectDefects, meterCoverage, motorCoverage } from "../sim/detectDefects";

// Healthy tables and tables with each defect of the second simulator, which shares nothing with the first.
const HEALTHY = 1000;
const EACH = 200;
const other = Object.entries(MAKERS).flatMap(([kind, { defects }]) => [
  detect(kind, null, 0, HEALTHY),
  ...defects.flatMap((defect) => ([0, 1, 2] as const).map((severity) => detect(kind, defect, severity, EACH))),
]);

// How often each of the simulator's defects is found, and how often the fits' intervals cover the truth. Prints JSON.

const coverage = { ...motorCoverage(2000), ...meterCoverage(2000) };
process.stdout.write(`${JSON.stringify({ rows: detectDefects(50), coverage, other })}\n`);
