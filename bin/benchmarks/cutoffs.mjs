import { join } from "node:path";
import { root } from "../lib/paths.mjs";
import { reportFigure } from "../lib/report.mjs";
import { need } from "../lib/run.mjs";
import { say } from "../lib/say.mjs";

const UNITS = { limit: "samples", page: "ms", instrument: "ms" };
const WORDS = { limit: "a limit is passed", page: "the page is lost", instrument: "an instrument drops out" };

/** Two hundred random faults: how late the throttle stands at zero, at the output itself. */
export async function measureCutoffs() {
  const rows = JSON.parse(
    await need("The cut-off benchmark", process.execPath, [join(root, "dist/benchmarkCutoffs.mjs")]),
  );
  say("\n== Cut-off: random limit crossings, lost pages and unplugged instruments");
  for (const { cause, trials, mayBeLate, worst, worstLessStandstill, failed } of rows) {
    reportFigure(`worst of ${trials} when ${WORDS[cause]}`, worst, UNITS[cause], mayBeLate);
    if (worst > mayBeLate)
      say(
        `             less the time in which the machine stood still: ${worstLessStandstill.toFixed(0)} ${UNITS[cause]}`,
      );
    for (const trial of failed) say(`             FAILED: ${JSON.stringify(trial)}`);
  }
}
