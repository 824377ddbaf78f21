import { type Library } from "../core/isolate/library.types";
import { caseText, listEntries, listingText, weighCaseFile } from "./isolateCommand";

const context = { craftKind: "quad", phase: "landing", history: "crash" };
const weigh = (findings: object[], over: object = {}, library?: Library) =>
  weighCaseFile(JSON.stringify({ context: { ...context, ...over }, findings }), library);

/** Two faults that are the only ways to their readings: with both ruled out, nothing explains the smoke. */
const noLeaks: Library = {
  version: "test",
  repairs: [{ id: "mend", name: "Mend it", part: "esc", minutes: 1, parts: [] }],
  faults: [
    { id: "a", name: "A", part: "esc", looksLike: "", repair: "mend", prior: 0.1, grade: "guess" },
    { id: "b", name: "B", part: "esc", looksLike: "", repair: "mend", prior: 0.1, grade: "guess" },
  ],
  readings: [
    { id: "smoke", whenTrue: "Smoke", whenFalse: "No smoke", leak: 0, grade: "guess", links: { a: 0.5, b: 0.5 } },
    { id: "warm", whenTrue: "Warm", whenFalse: "Cold", leak: 0.1, grade: "guess", links: { a: 1 } },
    { id: "loud", whenTrue: "Loud", whenFalse: "Quiet", leak: 0.1, grade: "guess", links: { b: 1 } },
    { id: "light", whenTrue: "Light", whenFalse: "Heavy", leak: 0.5, grade: "guess", links: {} },
  ],
  checks: [],
};

describe("the isolate command", () => {
  it("gives posteriors and ranked checks for a case, generated checks among them", () => {
    const result = weigh([
      { reading: "picture-black", value: true },
      { check: "spare-camera", outcome: "gone" },
    ]);
    expect(result.suspects[0]).toMatchObject({ repair: "replace-camera" });
    expect(result.suspects.length).toBeGreaterThan(100); // what a quad can have
    const worth = result.nextChecks.map(({ bitsPerMinute }) => bitsPerMinute);
    expect(worth).toEqual([...worth].sort((a, b) => b - a));
    expect(caseText(result)).toMatch(/Suspects\n.*Camera/);
  });

  it("lets a doubtful finding weigh less than a sure one", () => {
    const camera = (doubtful: boolean) =>
      weigh([
        { reading: "picture-black", value: true },
        { check: "spare-camera", outcome: "gone", doubtful },
      ]).suspects[0]!.probability;
    expect(camera(true)).toBeLessThan(camera(false));
  });

  it("goes by the later of two findings that say opposite things, and names both", () => {
    const result = weigh([
      { reading: "picture-black", value: true },
      { check: "spare-camera", outcome: "gone" },
      { check: "spare-camera", outcome: "same" },
    ]);
    expect(result.contradictions).toHaveLength(1);
    expect(caseText(result)).toMatch(/opposite things.*known-good camera.*known-good camera/);
  });

  it("names the smallest set of findings that cannot all be true", () => {
    const impossible = [
      { reading: "light", value: true },
      { reading: "smoke", value: true },
      { reading: "warm", value: false },
      { reading: "loud", value: false },
    ];
    expect(() => weigh(impossible, {}, noLeaks)).toThrow(
      /^These findings cannot all be true: Smoke[^;]*; (Warm|Cold)[^;]*; (Loud|Quiet)[^;]*\.$/,
    );
  });

  it.each<[string, () => unknown, RegExp]>([
    ["what is not JSON", () => weighCaseFile("{"), /not JSON/],
    ["an unknown kind of craft", () => weigh([], { craftKind: "kite" }), /context\.craftKind/],
    ["an unknown check by its name", () => weigh([{ check: "dowsing", outcome: "yes" }]), /no check "dowsing"/],
    ["an unknown outcome", () => weigh([{ check: "spare-camera", outcome: "maybe" }]), /no outcome "maybe"/],
    ["an unknown reading by its name", () => weigh([{ reading: "aura", value: true }]), /no reading "aura"/],
    ["a finding that is neither", () => weigh([{ hunch: "camera" }]), /findings\.0/],
  ])("refuses %s", (_, call, message) => expect(call).toThrow(message));
});

describe("the lists of the library", () => {
  it.each(["checks", "faults", "readings"] as const)("give the %s with ids that cases can use", (what) => {
    const entries = listEntries(what) as { id: string }[];
    expect(entries.length).toBeGreaterThanOrEqual(110);
    const text = listingText(what);
    for (const { id } of entries) expect(text).toContain(`${id}  `);
  });

  it("let every listed check be answered", () => {
    const checks = listEntries("checks") as { id: string; outcomes: { id: string }[] }[];
    const [first] = checks;
    expect(() => weigh([{ check: first!.id, outcome: first!.outcomes[0]!.id }])).not.toThrow();
  });
});
