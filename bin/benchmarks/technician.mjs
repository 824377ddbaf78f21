import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { root } from "../lib/paths.mjs";
import { markdownTable } from "../lib/report.mjs";
import { need } from "../lib/run.mjs";
import { say } from "../lib/say.mjs";

const JOBS = 600;
const SEED = 1;
/** Two processes at a time, for the machines this is made for have two cores. */
const SHARES = [
  ["the engine", "cheapest first", "fixed list"],
  ["cheapest way ahead", "engine's order, fixed stop", "most probable first"],
];

/** Lets a simulated technician repair 600 random crafts by each strategy, and keeps the table in docs/. */
export async function measureTechnician() {
  say(`\n== Simulated technician, ${JOBS} random crafts for each strategy (some minutes)`);
  const program = join(root, "dist/benchmarkTechnician.mjs");
  const asTold = await tableOf(program, "as-told");
  const other = await tableOf(program, "other");
  say(`${asTold}\n\n${other}`);
  writeFileSync(join(root, "docs/simulated-technician.md"), pageOf(asTold, other));
}

/** The strategies in one world, as a table. */
async function tableOf(program, world) {
  const shares = await Promise.all(
    SHARES.map((names) =>
      need("The technician", process.execPath, [program, String(JOBS), String(SEED), world, ...names]),
    ),
  );
  const byName = new Map(shares.flatMap((text) => JSON.parse(text)).map((row) => [row.name, row]));
  const percent = (share) => `${(share * 100).toFixed(1)} %`;
  const head = [
    "Strategy",
    "Checks",
    "Minutes",
    "Cost",
    "Harm done",
    "Needless replacements",
    "Needless repairs of any kind",
    "Jobs with one",
    "Comes back",
    "Given up",
  ];
  const names = [
    "the engine",
    "cheapest way ahead",
    "engine's order, fixed stop",
    "cheapest first",
    "most probable first",
    "fixed list",
  ];
  const rows = names.map((name) => {
    const row = byName.get(name);
    return [
      name,
      row.meanChecks.toFixed(2),
      row.meanMinutes.toFixed(1),
      (row.meanCents / 100).toFixed(2),
      (row.meanHarmCents / 100).toFixed(2),
      percent(row.wrongReplacementShare),
      percent(row.wrongShare),
      percent(row.jobsWithWrongShare),
      percent(row.willComeBackShare),
      percent(row.gaveUpShare),
    ];
  });
  return markdownTable(head, rows);
}

const pageOf = (asTold, other) => `# A simulated technician, six ways, in two worlds

Written by \`npm run bench -- technician\`: ${JOBS} random crafts, seed ${SEED}, the same ones for every row.

## A world as the library says

${asTold}

## A world that does not believe the library

The log-odds of every link are moved by up to 1 either way, every prior is multiplied by 0.3 to 3, 3 % of the faults have no entry in
the library, and 3 % of the answers are taken down wrongly. The engine goes on believing the library.

${other}

- **Crafts.** Kind, phase and history drawn evenly; one fault drawn in proportion to its rate for them, in 15 % of crafts a
  second one; what it shows drawn by the library's own strengths. The owner mentions what the fault makes show with 60 %
  chance, and a red herring with 10 %. So the first table measures the *order of checks and the stop rule*, given that the library
  is right; neither measures the library.
- **Checks, Minutes, Cost.** Means over all jobs; the repairs that were needed are not in them, since they cost the same
  whoever finds them. A needless repair counts with its work, its test, its proofs and its part at the demo's prices.
- **Harm done**: what power, and turning props, did to craft with their faults still there: parts that went with it, falls, fires, at
  the library's own prices (judgement). Tests after repairs count as well. The engine keeps the gates of the library; the others
  do not know of them.
- **Needless replacements** are a share of all replacements that use up a part; needless repairs of all repairs, settings
  and adjustments among them.
- **Strategies.** *The engine* does the first check of its ranking until its stop rule says that repairing costs less.
  *Cheapest way ahead* has the same stop rule, and does the one of the first four checks whose whole way to a proven repair costs least.
  All others name a cause at 80 %: *engine's order* takes the same ranking; *cheapest first* the shortest check that bears on
  a suspect of 2 % or more; *most probable first* the check that speaks most strongly for the leading suspect; *fixed list*
  the library's order. All are lent the engine's probabilities, which flatters the last three.
- **Comes back**: a second fault was left that nothing mentioned showed any more.
`;
