import { detectMotorDefects, motorCoverage } from "../sim/detectDefects";

// How often the simulator's motor defects are found, and how often the fits' intervals cover the truth. Prints JSON.

process.stdout.write(`${JSON.stringify({ rows: detectMotorDefects(50), coverage: motorCoverage(2000) })}\n`);
