import { withGeneratedChecks } from "../../core/diagnosis/library/generateChecks";
import { chanceToShow, learnedLinks, withLearnedLinks } from "../../core/diagnosis/library/learnedLinks";
import { shippedLibrary } from "../../core/diagnosis/shippedLibrary";
import { DEFAULT_WORKSHOP } from "../../features/faultLibrary/defaultWorkshop";
import { compareStrategies } from "../../sim/compareStrategies";
import { learnByWorking } from "../../sim/learnByWorking";
import { otherWorld } from "../../sim/otherWorld";
import { seededRandom } from "../../sim/random";

// benchmarkLearning JOBS SEED as-told|other LEARNED…: how far learnt links come to a world's own, and what the engine then takes on
// JOBS crafts, after each of these numbers of jobs. Prints a JSON array of rows.

/** Share of answers taken down wrongly in the other world. */
const SLIPS = 0.03;
/** Links looked at this often are held against the world's. */
const LOOKED = 10;
/** Crafts that are learned from are others than those that are repaired afterwards. */
const OTHER_CRAFTS = 1_000_000;

const [jobs, seed, worldName, ...learned] = process.argv.slice(2);
const library = withGeneratedChecks(shippedLibrary);
const world =
  worldName === "other"
    ? { library: otherWorld(library, seededRandom(Number(seed) + 77)), slips: SLIPS }
    : { library, slips: 0 };
const truth = new Map(world.library.symptoms.map((symptom) => [symptom.id, symptom]));
const rows = learned.map((taught) => {
  const seen = learnByWorking(library, DEFAULT_WORKSHOP, world, {
    jobs: Number(taught),
    seed: Number(seed) + OTHER_CRAFTS,
  });
  const often = learnedLinks(library, seen).filter(({ looked }) => looked >= LOOKED);
  const errors = often.map(({ faultId, symptomId, before, now }) => {
    const { leak, links } = truth.get(symptomId)!;
    const really = chanceToShow(leak, links[faultId]!);
    return { before: (before - really) ** 2, now: (now - really) ** 2 };
  });
  const rms = (of: "before" | "now") =>
    errors.length > 0 ? Math.sqrt(errors.reduce((sum, error) => sum + error[of], 0) / errors.length) : null;
  const [row] = compareStrategies(withLearnedLinks(library, seen), DEFAULT_WORKSHOP, {
    world,
    jobs: Number(jobs),
    seed: Number(seed),
    names: ["the engine"],
  });
  return { taught: Number(taught), links: often.length, errorBefore: rms("before"), errorNow: rms("now"), ...row };
});
process.stdout.write(`${JSON.stringify(rows)}\n`);
