import { join } from "node:path";
import { root } from "../lib/paths.mjs";
import { reportFigure } from "../lib/report.mjs";
import { need } from "../lib/run.mjs";
import { say } from "../lib/say.mjs";

/** Times the isolation engine on the full library, and against a plain enumeration of all pairs of faults. */
export async function measureEngine() {
  const result = JSON.parse(
    await need("The engine's benchmark", process.execPath, [join(root, "dist/benchmarkIsolate.mjs")]),
  );
  const { faults, checks, symptoms, rows, ratios } = result;
  say(`\n== Isolation engine: ${faults} faults, ${checks} checks, ${symptoms} symptoms`);
  for (const { name, meanMs, p95Ms } of rows) {
    if (name.startsWith("posteriors")) reportFigure(`${name}, p95 (mean ${meanMs.toFixed(2)})`, p95Ms, "ms", 10);
    else say(`             ${name}: mean ${meanMs.toFixed(2)} ms, p95 ${p95Ms.toFixed(2)} ms`);
  }
  for (const { name, plainMs, engineMs } of ratios) {
    const what = `${name}: engine ${engineMs.toFixed(2)} ms, all pairs one by one ${plainMs.toFixed(0)} ms, ratio`;
    reportFigure(what, plainMs / engineMs, "times", 300, { atLeast: true });
  }
}
