import { type Finding } from "./findings/caseFindings";
import { compileLibrary } from "./library/compileLibrary";
import { withGeneratedChecks } from "./library/generateChecks";
import { connectedSymptoms } from "./connectedSymptoms.fixture";
import { diagnoseCase } from "./diagnoseCase";
import { shippedLibrary } from "./shippedLibrary";

const library = withGeneratedChecks(shippedLibrary);
const context = { craftKind: "quad", phase: "landing", history: "crash" } as const;
const prices = { labourCentsPerHour: 5400, partCents: {}, retestMinutes: 20, proofMinutes: 30, givenUpCents: 40000 };

describe("the whole answer on symptoms that all hang together", () => {
  // Weighed exactly throughout, 16 of them took 6 s, 18 took 24 s and each one more twice as long; a slow machine may take
  // several times what a quiet one does (a fifth of a second), and not a hundred times.
  it.each([12, 13, 14, 18, 24, 40])("comes within its time for %d true ones, and says whether it is exact", (count) => {
    const findings = connectedSymptoms(library, count).map((symptomId): Finding => ({
      kind: "symptom",
      symptomId,
      value: true,
    }));
    diagnoseCase(library, { context, findings: findings.slice(0, 3), prices }); // the first answer compiles the program
    const startedMs = performance.now();
    const { suspects, isExact } = diagnoseCase(library, { context, findings, prices });
    expect(performance.now() - startedMs).toBeLessThan(2500);
    expect(isExact).toBe(count <= 13);
    expect(suspects.every(({ probability }) => probability >= 0 && probability <= 1)).toBe(true);
  });

  it("keeps the order of the leading suspects where it is an approximation", () => {
    const compiled = compileLibrary(library, context);
    expect(compiled.network.prior.length).toBeGreaterThan(100);
    const findings = connectedSymptoms(library, 15).map((symptomId): Finding => ({
      kind: "symptom",
      symptomId,
      value: true,
    }));
    const near = diagnoseCase(library, { context, findings });
    const exact = diagnoseCase(library, { context, findings }, 15);
    const exactly = new Map(exact.suspects.map(({ fault, probability }) => [fault.id, probability]));
    for (const { fault, probability } of near.suspects.slice(0, 5))
      expect(Math.abs(probability - exactly.get(fault.id)!)).toBeLessThan(0.15);
  });
});
