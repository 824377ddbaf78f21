import { caseText, weighCaseFile } from "./isolateCommand";

const context = { craftKind: "quad", phase: "landing", history: "crash" };
const weigh = (findings: object[], over: object = {}) =>
  weighCaseFile(JSON.stringify({ context: { ...context, ...over }, findings }));

describe("the isolate command", () => {
  it("gives posteriors and ranked checks for a case", () => {
    const result = weigh([
      { reading: "picture-black", value: true },
      { check: "spare-camera", outcome: "back" },
    ]);
    expect(result.suspects[0]).toMatchObject({ repair: "replace-camera" });
    expect(result.suspects).toHaveLength(26);
    const worth = result.nextChecks.map(({ bitsPerMinute }) => bitsPerMinute);
    expect(worth).toEqual([...worth].sort((a, b) => b - a));
    expect(caseText(result)).toMatch(/Suspects\n.*Camera/);
  });

  it.each<[string, () => unknown, RegExp]>([
    ["what is not JSON", () => weighCaseFile("{"), /not JSON/],
    ["an unknown kind of craft", () => weigh([], { craftKind: "kite" }), /context\.craftKind/],
    ["an unknown check by its name", () => weigh([{ check: "dowsing", outcome: "yes" }]), /no check "dowsing"/],
    ["an unknown reading by its name", () => weigh([{ reading: "aura", value: true }]), /no reading "aura"/],
    ["a finding that is neither", () => weigh([{ hunch: "camera" }]), /findings\.0/],
  ])("refuses %s", (_, call, message) => expect(call).toThrow(message));
});
