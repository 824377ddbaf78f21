import { Bench } from "tinybench";
import { type Finding, gatherSymptoms } from "../../core/diagnosis/findings/caseFindings";
import { compileLibrary } from "../../core/diagnosis/library/compileLibrary";
import { withGeneratedChecks } from "../../core/diagnosis/library/generateChecks";
import { diagnoseCase } from "../../core/diagnosis/diagnoseCase";
import { shippedLibrary } from "../../core/diagnosis/shippedLibrary";
import { type CaseContext } from "../../core/diagnosis/library/library.types";
import { weighCase } from "../../core/diagnosis/weighCase";
import { enumeratePairs } from "./pairs/enumeratePairs";

// Times the engine on the full library. Prints one JSON object.

const library = withGeneratedChecks(shippedLibrary);
const context: CaseContext = { craftKind: "quad", phase: "landing", history: "crash" };
const seen = (symptomId: string, value = true): Finding => ({ kind: "symptom", symptomId, value });
const answered = (checkId: string, outcomeId: string): Finding => ({ kind: "check", checkId, outcomeId });

const CASES: Readonly<Record<string, Finding[]>> = {
  "nothing seen": [],
  "3 symptoms": [seen("picture-black"), answered("overlay", "none"), answered("camera-supply", "good")],
  "12 symptoms, 5 of them true": [
    seen("picture-black"),
    seen("dropped"),
    seen("lamps-out"),
    seen("restarts-on-floor"),
    answered("overlay", "none"),
    answered("camera-supply", "good"),
    answered("camera-lead-continuity", "good"),
    answered("read-load", "low"),
    answered("rail-under-load", "holds"),
    answered("move-main-lead", "holds"),
    answered("cells-after-load", "even"),
    answered("hold-props", "holds"),
  ],
  "12 symptoms, all true": [
    "picture-black",
    "overlay-missing",
    "dropped",
    "lamps-out",
    "restarts-on-floor",
    "one-corner",
    "burnt-trace",
    "shakes",
    "motor-noise",
    "motor-hot",
    "flies-badly",
    "twitches",
  ].map((id) => seen(id)),
};

const bench = new Bench({ time: 1500, warmupTime: 500 });
for (const [name, findings] of Object.entries(CASES)) {
  bench.add(`posteriors and ranking, ${name}`, () => weighCase(library, context, findings));
}
const prices = { labourCentsPerHour: 5400, partCents: {}, retestMinutes: 20, proofMinutes: 30, givenUpCents: 40000 };
for (const [name, findings] of Object.entries(CASES)) {
  bench.add(`whole answer with advice and explanations, ${name}`, () =>
    diagnoseCase(library, { context, findings, prices }),
  );
}
await bench.run();
const rows = bench.tasks.map(({ name, result }) => {
  if (result.state !== "completed") throw new Error(`${name} did not run: ${result.state}`);
  const { mean, p99, samples = [] } = result.latency;
  const sorted = [...samples].sort((a, b) => a - b);
  return { name, meanMs: mean, p95Ms: sorted[Math.floor(sorted.length * 0.95)] ?? p99, runs: sorted.length };
});

/** The engine against the plain enumeration of all pairs, by turns in one run so that both see the same machine. */
function ratio(findings: readonly Finding[]) {
  const compiled = compileLibrary(library, context);
  const symptoms = gatherSymptoms(library, findings);
  const times = { plainMs: [] as number[], engineMs: [] as number[] };
  for (let round = 0; round < 5; round++) {
    const begun = performance.now();
    enumeratePairs(compiled, symptoms, library.checks);
    const between = performance.now();
    for (let i = 0; i < 20; i++) weighCase(library, context, findings);
    times.plainMs.push(between - begun);
    times.engineMs.push((performance.now() - between) / 20);
  }
  const median = (list: number[]) => list.sort((a, b) => a - b)[2]!;
  return { plainMs: median(times.plainMs), engineMs: median(times.engineMs) };
}

process.stdout.write(
  `${JSON.stringify({
    faults: library.faults.length,
    checks: library.checks.length,
    symptoms: library.symptoms.length,
    rows,
    ratios: ["3 symptoms", "12 symptoms, 5 of them true"].map((name) => ({ name, ...ratio(CASES[name]!) })),
  })}\n`,
);
