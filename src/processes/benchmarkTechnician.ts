import { withGeneratedChecks } from "../core/diagnosis/library/generateChecks";
import { shippedLibrary } from "../core/diagnosis/shippedLibrary";
import { DEFAULT_WORKSHOP } from "../features/faultLibrary/defaultWorkshop";
import { compareStrategies } from "../sim/compareStrategies";

// benchmarkTechnician JOBS SEED STRATEGY…: what each strategy takes on random crafts. Prints a JSON array of rows.

const [jobs, seed, ...names] = process.argv.slice(2);
const rows = compareStrategies(withGeneratedChecks(shippedLibrary), DEFAULT_WORKSHOP, {
  jobs: Number(jobs),
  seed: Number(seed),
  names,
});
process.stdout.write(`${JSON.stringify(rows)}\n`);
