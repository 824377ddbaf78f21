import { join } from "node:path";
import { root } from "../lib/paths.mjs";
import { markdownTable, reportFigure } from "../lib/report.mjs";
import { need } from "../lib/run.mjs";
import { say } from "../lib/say.mjs";

/** How often each simulated defect is found at each severity, the false alarms, and the coverage of the fits. */
export async function measureDetection() {
  const { rows, coverage } = JSON.parse(
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
}
