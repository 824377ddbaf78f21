import { withGeneratedChecks } from "../../core/diagnosis/library/generateChecks";
import { shippedLibrary } from "../../core/diagnosis/shippedLibrary";
import { DEFAULT_WORKSHOP } from "../../features/faultLibrary/defaultWorkshop";
import { seededRandom } from "../../sim/random";
import { otherWorld } from "../../sim/otherWorld";
import { compareStrategies } from "../../sim/compareStrategies";

// benchmarkTechnician JOBS SEED as-told|other STRATEGY…: what each strategy takes on random crafts, in a world as the library
// says or in one that does not believe it. Prints a JSON array of rows.

/** Share of answers taken down wrongly in the other world. */
const SLIPS = 0.03;

const [jobs, seed, worldName, ...names] = process.argv.slice(2);
const library = withGeneratedChecks(shippedLibrary);
const world =
  worldName === "other"
    ? { library: otherWorld(library, seededRandom(Number(seed) + 77)), slips: SLIPS }
    : { library, slips: 0 };
const rows = compareStrategies(library, DEFAULT_WORKSHOP, {
  world,
  jobs: Number(jobs),
  seed: Number(seed),
  names,
});
process.stdout.write(`${JSON.stringify(rows)}\n`);
