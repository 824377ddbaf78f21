import { detectDefects, meterCoverage, motorCoverage } from "../sim/detectDefects";

// How often each of the simulator's defects is found, and how often the fits' intervals cover the truth. Prints JSON.

const coverage = { ...motorCoverage(2000), ...meterCoverage(2000) };
process.stdout.write(`${JSON.stringify({ rows: detectDefects(50), coverage })}\n`);
