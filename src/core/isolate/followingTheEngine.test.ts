import { type Finding, knownReadings } from "./caseFindings";
import { compileLibrary } from "./compileLibrary";
import { isolateCase } from "./isolateCase";
import { shippedLibrary } from "./library";
import { type CaseContext, type Check, type FaultMode } from "./library.types";
import { readingProbability } from "./network";

const context: CaseContext = { craftKind: "quad", phase: "hover", history: "in-service" };
const compiled = compileLibrary(shippedLibrary, context);
const MAX_CHECKS = 9;

/** Answers a check as a craft with exactly this fault most probably would. */
function likeliestOutcome(check: Check, fault: FaultMode): string {
  const present = shippedLibrary.faults.map(({ id }) => (id === fault.id ? 1 : 0));
  const likelihood = ({ sets }: Check["outcomes"][number]) =>
    Object.entries(sets).reduce((product, [id, value]) => {
      const p = readingProbability(compiled.network, compiled.readingIndex.get(id)!, present);
      return product * (value ? p : 1 - p);
    }, 1);
  return check.outcomes.toSorted((a, b) => likelihood(b) - likelihood(a))[0]!.id;
}

/** The complaint this fault shows most strongly. */
function complaintOf(fault: FaultMode): Finding {
  const complaints = shippedLibrary.readings.filter(({ complaint, links }) => complaint && links[fault.id]);
  const strongest = complaints.toSorted((a, b) => b.links[fault.id]! - a.links[fault.id]!)[0]!;
  return { kind: "reading", readingId: strongest.id, value: true };
}

/** Follows the engine's first advice each time until it would name a cause; gives the checks it took. */
function follow(fault: FaultMode) {
  const findings: Finding[] = [complaintOf(fault)];
  for (let checks = 0; ; checks++) {
    const result = isolateCase(shippedLibrary, { context, findings });
    const [first] = result.suspects;
    const next = result.nextChecks[0]!;
    if (first!.probability > 0.9 || checks === MAX_CHECKS || next.bits < 0.01) {
      return { checks, first: first!.fault, probability: first!.probability, findings };
    }
    findings.push({ kind: "check", checkId: next.check.id, outcomeId: likeliestOutcome(next.check, fault) });
  }
}

describe("following the engine's advice on a craft with one fault", () => {
  it.each(shippedLibrary.faults.map((fault) => [fault.id, fault] as const))(
    "comes to the right repair for %s",
    (_, fault) => {
      const { first, checks, findings } = follow(fault);
      expect(first.repair).toBe(fault.repair);
      expect(checks).toBeLessThanOrEqual(MAX_CHECKS);
      // No check was asked twice, and none whose answer was known.
      const asked = findings.flatMap((finding) => (finding.kind === "check" ? [finding.checkId] : []));
      expect(new Set(asked).size).toBe(asked.length);
    },
  );

  it("needs no more than five checks on average", () => {
    const counts = shippedLibrary.faults.map((fault) => follow(fault).checks);
    expect(counts.reduce((sum, count) => sum + count, 0) / counts.length).toBeLessThanOrEqual(5);
  });

  it("never asks what is known already", () => {
    const { findings } = follow(shippedLibrary.faults[0]!);
    for (let i = 1; i < findings.length; i++) {
      const before = knownReadings(shippedLibrary, findings.slice(0, i));
      const after = knownReadings(shippedLibrary, findings.slice(0, i + 1));
      expect(after.size).toBeGreaterThan(before.size);
    }
  });
});
