import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { root } from "../lib/paths.mjs";
import { markdownTable } from "../lib/report.mjs";
import { need } from "../lib/run.mjs";
import { say } from "../lib/say.mjs";

const JOBS = 600;
const SEED = 1;
const TAUGHT = ["0", "500", "2000"];

/** Lets a shop learn the strengths of links from its own jobs, in two worlds, and keeps the tables in docs/. */
export async function measureLearning() {
  say(`\n== A shop that learns: ${JOBS} random crafts after ${TAUGHT.join(", ")} jobs (a quarter of an hour)`);
  const program = join(root, "dist/benchmarkLearning.mjs");
  const tables = await Promise.all(["as-told", "other"].map((world) => tableOf(program, world)));
  say(tables.join("\n\n"));
  writeFileSync(join(root, "docs/learning.md"), pageOf(...tables));
}

async function tableOf(program, world) {
  const text = await need("The shop", process.execPath, [program, String(JOBS), String(SEED), world, ...TAUGHT]);
  const percent = (share) => `${(share * 100).toFixed(1)} %`;
  return markdownTable(
    [
      "Jobs learned from",
      "Links seen 10 times",
      "Error, library",
      "Error, learnt",
      "Checks",
      "Cost",
      "Harm done",
      "Needless replacements",
      "Needless repairs of any kind",
    ],
    JSON.parse(text).map((row) => [
      String(row.taught),
      String(row.links),
      row.errorBefore === null ? "" : row.errorBefore.toFixed(3),
      row.errorNow === null ? "" : row.errorNow.toFixed(3),
      row.meanChecks.toFixed(2),
      (row.meanCents / 100).toFixed(2),
      (row.meanHarmCents / 100).toFixed(2),
      percent(row.wrongReplacementShare),
      percent(row.wrongShare),
    ]),
  );
}

const pageOf = (asTold, other) => `# A shop that learns the strengths of links

Written by \`npm run bench -- learning\`: the engine repairs the same ${JOBS} random crafts (seed ${SEED}) with the library as it ships,
and with what it learned from so many other jobs of its own. Only jobs with one cause teach, by the answers to checks that were there when
it was repaired. Error: root mean square of the chance to show against the world's own, on links that were looked at ten times and more.

## A world as the library says

There is nothing to learn here: what the figures move by is chance.

${asTold}

## A world that does not believe the library

The same as in docs/simulated-technician.md: log-odds of every link moved by up to 1, priors by 0.3 to 3, unknown faults, slips.

${other}
`;
