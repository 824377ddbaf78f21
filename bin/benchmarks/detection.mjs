import { join } from "node:path";
import { root } from "../lib/paths.mjs";
import { markdownTable, reportFigure } from "../lib/report.mjs";
import { need } from "../lib/run.mjs";
import { say } from "../lib/say.mjs";

/** How often each simulated defect is found at each severity, the false alarms, and the coverage of the fits. */
export async function measureDetection() {
  const { rows, coverage, other } = JSON.parse(
    await need("The detection benchmark", process.execPath, [join(root, "dist/benchmarkDetection.mjs")]),
  );
  say("\n== Defects of the simulator, each looked for by its own kind of run");
  const percent = (share) => `${(share * 100).toFixed(1)} %`;
  say(
    markdownTable(
      ["Run", "Defect", "Severity", "Craft", "Found", "Named first"],
      rows.map(({ kind, defect, severity, runs, foundShare, namedShare }) => [
        kind,
        defect,
        severity ?? "",
        runs,
        percent(foundShare),
        severity ? percent(namedShare) : "",
      ]),
    ),
  );
  for (const { kind, defect, severity, foundShare } of rows) {
    if (severity === 2) reportFigure(`${defect}, middle severity, found`, foundShare * 100, "%", 95, { atLeast: true });
    if (severity === null) reportFigure(`false alarms, ${kind}`, foundShare * 100, "%", 2);
  }
  for (const [name, share] of Object.entries(coverage))
    say(`             95 % interval of ${name} covers the truth in ${percent(share)}`);
  reportOther(other);
}

const SEVERITIES = ["early", "middle", "late"];

/** The same of tables that the second simulator made (tests/fixtures/otherBench). */
function reportOther(rows) {
  say("\n== Defects of the second simulator, as tables that instruments write");
  const percent = (count, of) => `${((100 * count) / of).toFixed(1)} %`;
  say(
    markdownTable(
      ["Table", "Defect", "Severity", "Tables", "Called off", "Named first", "Cannot say", "Refused"],
      rows.map(({ kind, defect, severity, tables, named, off, cannotSay, refused }) => [
        kind,
        defect ?? "healthy",
        defect ? SEVERITIES[severity] : "",
        tables,
        percent(off, tables),
        defect ? percent(named, tables) : "",
        percent(cannotSay, tables),
        percent(refused, tables),
      ]),
    ),
  );
  for (const { kind, defect, severity, tables, named, off } of rows) {
    if (severity === 1)
      reportFigure(`${kind}: ${defect}, middle, named first`, (100 * named) / tables, "%", 95, { atLeast: true });
    if (defect === null) reportFigure(`${kind}: false alarms`, (100 * off) / tables, "%", 1);
  }
  for (const { kind, covered, intervals } of rows.filter((row) => row.defect === null && row.intervals > 0))
    say(`             95 % intervals of ${kind} hold the truth in ${percent(covered, intervals)} of ${intervals}`);
}
