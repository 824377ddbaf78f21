import { Bench } from "tinybench";
import { type Finding, gatherReadings } from "../core/isolate/caseFindings";
import { compileLibrary, toEvidence } from "../core/isolate/compileLibrary";
import { explainingSets } from "../core/isolate/explainingSets";
import { isolateCase } from "../core/isolate/isolateCase";
import { shippedLibrary } from "../core/isolate/library";
import { type CaseContext } from "../core/isolate/library.types";
import { posteriors } from "../core/isolate/posteriors";
import { rankChecks } from "../core/isolate/rankChecks";

const context: CaseContext = { craftKind: "quad", phase: "landing", history: "crash" };
const seen = (readingId: string): Finding => ({ kind: "reading", readingId, value: true });
const answered = (checkId: string, outcomeId: string): Finding => ({ kind: "check", checkId, outcomeId });
const CASES: Readonly<Record<string, Finding[]>> = {
  "nothing seen": [],
  "3 findings": [seen("picture-black"), answered("overlay", "none"), answered("camera-supply", "good")],
  "12 findings, two families": [
    seen("picture-black"),
    seen("picture-comes-and-goes"),
    seen("dropped"),
    seen("lamps-out"),
    seen("restarts-on-floor"),
    answered("overlay", "none"),
    answered("camera-supply", "good"),
    answered("camera-menu", "missing"),
    answered("camera-lead-continuity", "good"),
    answered("read-load", "low"),
    answered("rail-under-load", "sags"),
    answered("move-main-lead", "holds"),
  ],
};

/** Posterior and ranking of all checks, as one call. */
function posteriorAndRanking(findings: readonly Finding[]) {
  const compiled = compileLibrary(shippedLibrary, context);
  const readings = gatherReadings(shippedLibrary, findings);
  const evidence = toEvidence(compiled, readings);
  const likely = explainingSets(compiled.network, evidence, posteriors(compiled.network, evidence));
  return rankChecks(compiled, readings, likely, shippedLibrary.checks);
}

const bench = new Bench({ time: 1000, warmupTime: 300 });
for (const [name, findings] of Object.entries(CASES)) {
  bench.add(`posterior and ranking, ${name}`, () => posteriorAndRanking(findings));
  bench.add(`whole answer with explanations, ${name}`, () => isolateCase(shippedLibrary, { context, findings }));
}
await bench.run();
const rows = bench.tasks.map(({ name, result }) => {
  if (result.state !== "completed") throw new Error(`${name} did not run: ${result.state}`);
  const sorted = result.latency.samples ?? [];
  return {
    name,
    meanMs: result.latency.mean,
    p99Ms: result.latency.p99,
    runs: sorted.length || result.latency.samplesCount,
  };
});
process.stdout.write(`${JSON.stringify(rows)}\n`);
