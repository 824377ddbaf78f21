import { join } from "node:path";
import { root } from "../lib/paths.mjs";
import { need } from "../lib/run.mjs";
import { say } from "../lib/say.mjs";

/** Plans of random boards with 120 pads and 25 devices: asked are 95 of 100 under 200 ms and none over 2 s. */
export async function measureWiring() {
  say("Wiring: random boards of 120 pads and 25 devices");
  const rows = JSON.parse(
    await need("The wiring benchmark", process.execPath, [join(root, "dist/benchmarkWiring.mjs")]),
  );
  for (const {
    needs,
    cases,
    p50Ms,
    p95Ms,
    worstMs,
    over200,
    impossible,
    whole,
    unproven,
    compared,
    same,
    programmeP50Ms,
  } of rows) {
    say(
      `  up to ${needs} needs each: p50 ${p50Ms.toFixed(0)} ms, p95 ${p95Ms.toFixed(0)} ms, worst ${worstMs.toFixed(0)} ms; ` +
        `${over200} of ${cases} over 200 ms; all connected in ${whole}, a required device impossible in ${impossible}, not proven in ${unproven}`,
    );
    if (compared > 0)
      say(
        `  same cost as the integer programme (HiGHS) in ${same} of ${compared}; it takes ${programmeP50Ms.toFixed(0)} ms (median, all jumpers)`,
      );
  }
}
