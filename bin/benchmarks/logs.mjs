import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { root } from "../lib/paths.mjs";
import { markdownTable, reportFigure } from "../lib/report.mjs";
import { need } from "../lib/run.mjs";
import { say } from "../lib/say.mjs";

const SEVERITIES = ["slight", "middle", "gross"];

/** Logs of each kind and severity; PITSTOPA_LOG_SEEDS gives fewer for a quick look. */
const SEEDS = process.env.PITSTOPA_LOG_SEEDS ?? "20";

const MAKERS = {
  own: "The shop's own simulator",
  other: "The second maker of logs",
  third: "The third maker of logs",
};

/** What the log lab says of logs with known faults, of the shop's own simulator and of two other makers. */
export async function measureLogs() {
  const { rows } = JSON.parse(await need("The logs", process.execPath, [join(root, "dist/benchmarkLogs.mjs"), SEEDS]));
  for (const [maker, name] of Object.entries(MAKERS)) {
    const of = rows.filter((row) => row.maker === maker);
    say(`\n== ${name}\n${tableOf(of)}`);
    const middle = of.filter(({ severity }) => severity === 1);
    const healthy = of.filter(({ severity }) => severity === null);
    reportFigure(`${maker}: right at middle severity`, percent(middle), "%", 95, { atLeast: true });
    reportFigure(`${maker}: false alarms on healthy flights`, 100 - percent(healthy), "%", 2);
  }
  writeFileSync(join(root, "docs/log-detection.md"), pageOf(rows));
}

const percent = (rows) => (100 * sum(rows, "right")) / sum(rows, "logs");
const sum = (rows, name) => rows.reduce((total, row) => total + row[name], 0);

function tableOf(rows) {
  return markdownTable(
    ["Log", "Severity", "Logs", "Right", "Where not: what was said"],
    rows.map(({ what, severity, logs, right, wrong }) => [
      what,
      severity === null ? "healthy" : SEVERITIES[severity],
      logs,
      right,
      Object.entries(wrong)
        .map(([code, times]) => `${code} ${times}`)
        .join(", "),
    ]),
  );
}

function pageOf(rows) {
  const first = (file) => readFileSync(join(root, file), "utf8").trim();
  const of = (maker) => rows.filter((row) => row.maker === maker);
  return `# What the log lab finds, on three makers of logs

Written by \`npm run bench -- logs\`, ${SEEDS} logs of each kind and severity. A log is told right when its fault is named, with its motor or axis where there is one, and no
other fault beside it but those that the fault itself brings about; a healthy one when no fault is named.

## Logs of a maker that shares nothing with the analyser

Written from textbook pages (tests/fixtures/otherLogs) before the analyser: another rigid body, other motors by their winding, other
controllers, a fixed wing, three recorders with headings, units, signs and rates of their own.

${tableOf(of("other"))}

Its first result, before anything was changed:

\`\`\`text
${first("tests/fixtures/otherLogs/first-run.txt")}
\`\`\`

## Logs of a third maker

Written when the analyser stood (tests/fixtures/thirdLogs), from other textbook pages, to see what the first two had not shown: five
multirotors with four, six and eight rotors in several orders, a helicopter, a flying wing with elevons or with a tail; three recorders, one of
which counts nose-down as positive.

${tableOf(of("third"))}

Its first result:

\`\`\`text
${first("tests/fixtures/thirdLogs/first-run.txt")}
\`\`\`

## Sound craft on odd flights

Stunts, a race, bench runs with and without a hand, two packs in one log, a glide, flying upside down: thirty-five flights of sound craft
(tests/fixtures/oddFlights), asked for nothing but false alarms, and five faults on six of them. \`npm test\` holds them; the first result:

\`\`\`text
${first("tests/fixtures/oddFlights/first-run.txt")}
\`\`\`

Forty-one columns of other things (a gimbal's pitch, a limit, the ground station's battery: tests/fixtures/dialects/foreignLogColumns.ts) are
held as well: 33 of 42 were taken for the craft's own at first.

## Craft of other sizes, and of six and eight rotors

Five multirotors from 28 g to 14 kg and three wings flown by the second maker (tests/fixtures/flightSizes); flat and coaxial hexas and octos flown by the
third (tests/fixtures/manyRotors). \`npm test\` holds what was put right. The first results:

\`\`\`text
${first("tests/fixtures/flightSizes/first-run.txt")}
\`\`\`

\`\`\`text
${first("tests/fixtures/manyRotors/first-run.txt")}
\`\`\`

## Logs of the shop's own simulator

Four multirotors, a fixed wing and a helicopter, four ways of flying, four recorders that keep more or less (src/sim/flight).

${tableOf(of("own"))}

Its first result:

\`\`\`text
${first("src/sim/flight/first-run.txt")}
\`\`\`
`;
}
