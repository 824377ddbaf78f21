import { caseText, listEntries, listingText, weighCaseFile } from "./isolateCommand";

const context = { craftKind: "quad", phase: "landing", history: "crash" };
const weigh = (findings: object[], over: object = {}) =>
  weighCaseFile(JSON.stringify({ context: { ...context, ...over }, findings }));

describe("the isolate command", () => {
  it("gives posteriors and ranked checks for a case, generated checks among them", () => {
    const result = weigh([
      { symptom: "picture-black", value: true },
      { check: "spare-camera", outcome: "gone" },
    ]);
    expect(result.suspects[0]).toMatchObject({ repair: "replace-camera" });
    expect(result.suspects.length).toBeGreaterThan(100); // what a quad can have
    const worth = result.nextChecks.map(({ bitsPerMinute }) => bitsPerMinute);
    expect(worth).toEqual([...worth].sort((a, b) => b - a));
    expect(caseText(result)).toMatch(/Suspects\n.*Camera/);
  });

  it("goes on reading cases that call a symptom a reading", () => {
    expect(weigh([{ reading: "picture-black", value: true }])).toEqual(
      weigh([{ symptom: "picture-black", value: true }]),
    );
  });

  it("lets a doubtful finding weigh less than a sure one", () => {
    const camera = (doubtful: boolean) =>
      weigh([
        { symptom: "picture-black", value: true },
        { check: "spare-camera", outcome: "gone", doubtful },
      ]).suspects[0]!.probability;
    expect(camera(true)).toBeLessThan(camera(false));
  });

  it("says where a suspect is, by the places that findings name", () => {
    const { suspects } = weigh([
      { symptom: "one-corner", value: true, place: "ESC 3" },
      { symptom: "burnt-trace", value: true, place: "rear left" },
    ]);
    const burnt = suspects.find(({ fault }) => fault === "esc-phase")!;
    expect(burnt.places).toEqual([{ place: "rear left", probability: expect.any(Number) as number }]);
    expect(burnt.places[0]!.probability).toBeGreaterThan(0.5 * burnt.probability);
    expect(caseText(weigh([{ symptom: "burnt-trace", value: true, place: "rear left" }]))).toMatch(/: rear left/);
  });

  it("goes by the later of two findings that say opposite things, and names both", () => {
    const result = weigh([
      { symptom: "picture-black", value: true },
      { check: "spare-camera", outcome: "gone" },
      { check: "spare-camera", outcome: "same" },
    ]);
    expect(result.contradictions).toHaveLength(1);
    expect(caseText(result)).toMatch(/opposite things.*known-good camera.*known-good camera/);
  });

  it.each<[string, () => unknown, RegExp]>([
    ["what is not JSON", () => weighCaseFile("{"), /not JSON/],
    ["an unknown kind of craft", () => weigh([], { craftKind: "kite" }), /context\.craftKind/],
    ["an unknown check by its name", () => weigh([{ check: "dowsing", outcome: "yes" }]), /no check "dowsing"/],
    ["an unknown outcome", () => weigh([{ check: "spare-camera", outcome: "maybe" }]), /no outcome "maybe"/],
    ["an unknown symptom by its name", () => weigh([{ symptom: "aura", value: true }]), /no symptom "aura"/],
    ["a finding that is neither", () => weigh([{ hunch: "camera" }]), /findings\.0/],
  ])("refuses %s", (_, call, message) => expect(call).toThrow(message));
});

describe("the lists of the library", () => {
  it.each(["checks", "faults", "symptoms"] as const)("give the %s with ids that cases can use", (what) => {
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
