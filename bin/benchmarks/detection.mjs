import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { root } from "../lib/paths.mjs";
import { markdownTable, reportFigure } from "../lib/report.mjs";
import { need } from "../lib/run.mjs";
import { say } from "../lib/say.mjs";

/** Tables of each defect and severity, healthy ones five times as many; PITSTOPA_TABLES gives fewer for a quick look. */
const TABLES = process.env.PITSTOPA_TABLES ?? "200";

/** How often each simulated defect is found at each severity, the false alarms, and the coverage of the fits. */
export async function measureDetection() {
  const { rows, coverage, other, third } = JSON.parse(
    await need("The detection benchmark", process.execPath, [join(root, "dist/benchmarkDetection.mjs"), TABLES]),
  );
  say(`\n== Defects of the simulator, each looked for by its own kind of run\n${ownTable(rows)}`);
  for (const { kind, defect, severity, foundShare } of rows) {
    if (severity === 2) reportFigure(`${defect}, middle severity, found`, foundShare * 100, "%", 95, { atLeast: true });
    if (severity === null) reportFigure(`false alarms, ${kind}`, foundShare * 100, "%", 2);
  }
  for (const [name, share] of Object.entries(coverage))
    say(`             95 % interval of ${name} covers the truth in ${percentOf(share, 1)}`);
  say(`\n== Defects of the second simulator, as tables that instruments write\n${otherTable(other)}`);
  reportOther(other);
  say(`\n== Defects of the third maker of tables\n${otherTable(third)}`);
  reportOther(third);
  writeFileSync(join(root, "docs/bench-detection.md"), pageOf(rows, other, third));
}

/** The page in docs/: all makers, and what the later two showed before anything was changed. */
function pageOf(rows, other, third) {
  const first = (maker) => readFileSync(join(root, `tests/fixtures/${maker}/first-run.txt`), "utf8").trim();
  return `# What the bench finds, on three makers of tables

Written by \`npm run bench -- detection\`, ${TABLES} tables of each defect and severity.

## Tables of a simulator that shares nothing with the shop's own

Written from textbook pages (tests/fixtures/otherBench) before the bench was tried on it: motors whose iron saturates and whose copper
warms, throttles that begin above nothing, packs that polarise, servos with backlash, meters that bend; headings, units, separators and
decimal commas as instruments write them, drawn anew for each file. A defect counts as named when the first reason says it and its
place. A verdict of "cannot say" is no false alarm, and no find.

${otherTable(other)}

Its first result, before anything was changed:

\`\`\`text
${first("otherBench")}
\`\`\`

## Tables of a third maker

Written when the bench stood (tests/fixtures/thirdBench), to see what the first two had not shown: motors by their power balance, run step by step
and up and down again, with lines of standby before; sensors read in any order; columns headed otherwise.

${otherTable(third)}

Its first result:

\`\`\`text
${first("thirdBench")}
\`\`\`

## Sound parts, measured in odd ways

A pack that sags from motor to motor, a tachometer that misses a mark, negative amps, a servo of half the pulse: 48 tables of sound parts
(tests/fixtures/oddBench). None may be called off; \`npm test\` holds them. The first result, what was condemned (x) or refused (R) of three of each:

\`\`\`text
${first("oddBench")}
\`\`\`

## The shop's own simulator

${ownTable(rows)}
`;
}

function percentOf(count, of) {
  return `${((100 * count) / of).toFixed(1)} %`;
}

function ownTable(rows) {
  return markdownTable(
    ["Run", "Defect", "Severity", "Craft", "Found", "Named first"],
    rows.map(({ kind, defect, severity, runs, foundShare, namedShare }) => [
      kind,
      defect,
      severity ?? "",
      runs,
      percentOf(foundShare, 1),
      severity ? percentOf(namedShare, 1) : "",
    ]),
  );
}

function otherTable(rows) {
  return markdownTable(
    ["Table", "Defect", "Severity", "Tables", "Called off", "Named first", "Cannot say", "Refused"],
    rows.map(({ kind, defect, severity, tables, named, off, cannotSay, refused }) => [
      kind,
      defect ?? "healthy",
      defect ? SEVERITIES[severity] : "",
      tables,
      percentOf(off, tables),
      defect ? percentOf(named, tables) : "",
      percentOf(cannotSay, tables),
      percentOf(refused, tables),
    ]),
  );
}

const SEVERITIES = ["early", "middle", "late"];

/** The figures asked for, of tables that another maker made (tests/fixtures). */
function reportOther(rows) {
  for (const { kind, defect, severity, tables, named, off } of rows) {
    if (severity === 1)
      reportFigure(`${kind}: ${defect}, middle, named first`, (100 * named) / tables, "%", 95, { atLeast: true });
    if (defect === null) reportFigure(`${kind}: false alarms`, (100 * off) / tables, "%", 1);
  }
  for (const { kind, covered, intervals } of rows.filter((row) => row.defect === null && row.intervals > 0))
    say(`             95 % intervals of ${kind} hold the truth in ${percentOf(covered, intervals)} of ${intervals}`);
}
