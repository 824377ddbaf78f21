import { availableChecks, type Workshop, workshopWithAll } from "../checks/availableChecks";
import { withGeneratedChecks } from "./generateChecks";
import { diagnoseCase } from "../diagnoseCase";
import { shippedLibrary } from "../shippedLibrary";
import { BYPASS_TESTS, SPARE_TESTS, SWAP_TESTS } from "./substitutions";

const library = withGeneratedChecks(shippedLibrary);
const generated = library.checks.slice(shippedLibrary.checks.length);
const everything: Workshop = {
  tools: new Set(library.checks.flatMap(({ needs }) => needs)),
  spares: new Set(Object.keys(SPARE_TESTS)),
  fitted: Object.fromEntries(library.checks.flatMap(({ fitted = {} }) => Object.keys(fitted).map((kind) => [kind, 4]))),
};
const idsOf = (workshop: Workshop) => availableChecks(library.checks, workshop).open.map(({ id }) => id);

describe("withGeneratedChecks", () => {
  it("adds a check for each spare, swap and bypass, after the written entries, and the same library each time", () => {
    const ids = generated.map(({ id }) => id);
    expect(ids).toEqual(
      expect.arrayContaining([
        ...Object.keys(SPARE_TESTS).map((kind) => `spare-${kind.replaceAll("_", "-")}`),
        ...Object.keys(SWAP_TESTS),
        ...Object.keys(BYPASS_TESTS),
      ]),
    );
    expect(library.checks.slice(0, shippedLibrary.checks.length)).toEqual(shippedLibrary.checks);
    expect(withGeneratedChecks(shippedLibrary)).toBe(library);
  });

  it("links a spare to every fault of its part, also to one that a lead adds", () => {
    const added = { ...shippedLibrary.faults.find(({ part }) => part === "camera")!, id: "camera-haunted" };
    const longer = withGeneratedChecks({ ...shippedLibrary, faults: [...shippedLibrary.faults, added] });
    const { links } = longer.symptoms.find(({ id }) => id === "gone-with-spare-camera")!;
    for (const { id, part } of longer.faults) if (part === "camera") expect(links[id]).toBeGreaterThan(0.9);
    expect(links["camera-haunted"]).toBeGreaterThan(0.9);
    expect(links["loop-overload"]).toBeUndefined();
  });

  // Common practice, no published source: a swap proves a part, by the fault following it or staying.
  it("lets a swap speak for the part when the fault follows, and against it when it stays", () => {
    const probability = (outcomeId: string | null) => {
      const seen = { kind: "symptom", symptomId: "servo-jumps", value: true } as const;
      const swap = { kind: "check", checkId: "swap-servo-leads" } as const;
      return diagnoseCase(library, {
        context: { craftKind: "fixed wing", phase: "bench", history: "in-service" },
        findings: outcomeId ? [seen, { ...swap, outcomeId }] : [seen],
      }).suspects;
    };
    const of = (faultId: string, outcomeId: string | null) =>
      probability(outcomeId).find(({ fault }) => fault.id === faultId)!.probability;
    expect(of("receiver-output", "follows")).toBeGreaterThan(of("receiver-output", null));
    expect(of("servo-chatter", "follows")).toBeLessThan(of("servo-chatter", null));
    expect(of("servo-chatter", "stays")).toBeGreaterThan(of("servo-chatter", null));
    expect(of("receiver-output", "stays")).toBeLessThan(of("receiver-output", null));
  });
});

describe("availableChecks", () => {
  it("offers all while nothing is known of the shop", () => {
    const { open, missing } = availableChecks(library.checks, workshopWithAll("vertical take-off"));
    expect(missing).toEqual([]);
    const left = library.checks.filter((check) => !open.includes(check));
    expect(left.every(({ fitted = {} }) => "rotor_head" in fitted)).toBe(true);
  });

  it("offers no servo bench on a craft without servos, though nobody said what it carries", () => {
    const idsFor = (kind: string) => availableChecks(library.checks, workshopWithAll(kind)).open.map(({ id }) => id);
    expect(idsFor("quad")).not.toContain("bypass-servo-drive");
    expect(idsFor("fixed wing")).toContain("bypass-servo-drive");
    expect(idsFor("fixed wing")).not.toContain("swap-motor");
    expect(idsFor("quad")).toContain("swap-motor");
  });

  it("leaves out what the craft does not carry, without calling it missing", () => {
    const oneServo = { ...everything, fitted: { ...everything.fitted, servo: 1 } };
    expect(idsOf(everything)).toContain("swap-servo-leads");
    expect(idsOf(oneServo)).not.toContain("swap-servo-leads");
    expect(availableChecks(library.checks, oneServo).missing).toEqual([]);
    expect(idsOf(oneServo)).toContain("spare-servo");
  });

  it("names the tool and the spare that are missing", () => {
    const bare = { ...everything, tools: new Set<string>(), spares: new Set<string>() };
    const { missing } = availableChecks(library.checks, bare);
    const spare = missing.find(({ check }) => check.id === "spare-video-transmitter")!;
    expect(spare.missing).toEqual([{ tool: "soldering iron" }, { spare: "video_transmitter" }]);
    for (const { check } of missing) expect(idsOf(bare)).not.toContain(check.id);
  });
});
