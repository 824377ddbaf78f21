import { type Finding } from "../findings/caseFindings";
import { withGeneratedChecks } from "../library/generateChecks";
import { type CaseContext } from "../library/library.types";
import { shippedLibrary } from "../shippedLibrary";
import { weighCase } from "../weighCase";

const library = withGeneratedChecks(shippedLibrary);
const seen = (symptomId: string, value: boolean): Finding => ({ kind: "symptom", symptomId, value });
/** A kind of craft on which a check is done. */
const contextFor = (craftKinds: readonly string[] | undefined): CaseContext => ({
  craftKind: craftKinds?.[0] ?? "vertical take-off",
  phase: "hover",
  history: "in-service",
});

describe("checks whose answer is known already", () => {
  // The whole library: what was seen without the check, or by another one, is not asked for again.
  it("tell nothing, whichever answer was seen", () => {
    const offered: string[] = [];
    for (const { id, craftKinds, outcomes } of library.checks) {
      for (const { id: outcomeId, sets } of outcomes) {
        const known = Object.entries(sets).map(([symptomId, value]) => seen(symptomId, value));
        if (known.length === 0) continue;
        // All that any of its answers would say.
        const all = new Map(outcomes.flatMap((each) => Object.keys(each.sets).map((symptomId) => [symptomId, false])));
        for (const finding of known) if (finding.kind === "symptom") all.set(finding.symptomId, finding.value);
        const findings = [seen("flies-badly", true), ...[...all].map(([symptomId, value]) => seen(symptomId, value))];
        const { ranking } = weighCase(library, contextFor(craftKinds), findings);
        const again = ranking.checks.find(({ check }) => check.id === id);
        if (again && again.bits > 1e-6) offered.push(`${id} after ${outcomeId}: ${again.bits.toFixed(4)} bit`);
      }
    }
    expect(offered).toEqual([]);
  });
});
