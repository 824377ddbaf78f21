import { shippedLibrary } from "../shippedLibrary";
import { type Finding } from "./caseFindings";
import { isOutdatedBy } from "./outdatedBy";

const seen = (symptomId: string, value = true): Finding => ({ kind: "symptom", symptomId, value });
const newEsc = { parts: ["esc"], faultIds: ["esc-dead"] };

// Common practice, no published source: what a new part cannot have changed still holds.
describe("isOutdatedBy", () => {
  it("lets what has nothing to do with the new part hold", () => {
    expect(isOutdatedBy(shippedLibrary, seen("camera-no-5v", false), newEsc)).toBe(false);
    expect(isOutdatedBy(shippedLibrary, seen("antenna-damage-video"), newEsc)).toBe(false);
  });

  it("outdates what the old part could have shown, whether it was seen or seen not to be so", () => {
    expect(isOutdatedBy(shippedLibrary, seen("esc-phase-off"), newEsc)).toBe(true);
    expect(isOutdatedBy(shippedLibrary, seen("esc-phase-off", false), newEsc)).toBe(true);
    expect(isOutdatedBy(shippedLibrary, seen("burnt-trace"), newEsc)).toBe(true);
  });

  it("keeps nothing of an entry that has left the library, and everything of an answer that proves nothing", () => {
    expect(isOutdatedBy(shippedLibrary, seen("gone-from-here"), newEsc)).toBe(true);
    const open: Finding = { kind: "check", checkId: "overlay", outcomeId: "unclear" };
    expect(isOutdatedBy(shippedLibrary, open, newEsc)).toBe(false);
  });
});
