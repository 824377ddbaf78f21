import { followCase } from "./followCase";

const text = (findings: object[], context: object = {}) =>
  JSON.stringify({ context: { craftKind: "quad", phase: "landing", history: "crash", ...context }, findings });

describe("a case followed in the terminal", () => {
  it("asks the next check, refuses what is no answer, keeps what was answered, and stops when asked to", async () => {
    const said: string[] = [];
    const typed = ["zz", "a", ""];
    const followed = await followCase(text([{ symptom: "picture-black", value: true }]), {
      say: (line) => void said.push(line),
      ask: async () => typed.shift() ?? null,
    });
    expect(said.join("\n")).toMatch(/There is no answer “zz”/);
    expect(said.join("\n")).toMatch(/Not yet\n {2}A short is not ruled out/);
    expect(followed.findings).toHaveLength(2);
    expect(followed.findings[1]).toMatchObject({ check: expect.any(String), outcome: expect.any(String) });
  });

  it("ends by itself where repairing costs less than another check", async () => {
    const asked = jest.fn(async () => null);
    await followCase(
      text(
        [
          { symptom: "picture-black", value: true },
          { check: "look-and-smell", outcome: "clean" },
          { check: "camera-supply", outcome: "good" },
          { check: "camera-lead-continuity", outcome: "good" },
          { check: "spare-camera", outcome: "gone" },
        ],
        { history: "in-service" },
      ),
      { say: () => undefined, ask: asked },
    );
    expect(asked).not.toHaveBeenCalled();
  });

  it("takes tools, fitted parts, prices and opened gates from the case", async () => {
    const said: string[] = [];
    const bare = text([{ symptom: "servo-jumps", value: true }], {
      craftKind: "fixed wing",
      history: "in-service",
      tools: [],
      fitted: { servo: 4, flight_controller: 1 },
      prices: { labourCentsPerHour: 12000 },
      openedGates: ["rungs-before-props"],
    });
    await followCase(bare, { say: (line) => void said.push(line), ask: async () => null });
    expect(said.join("\n")).not.toMatch(/servo tester/);
    await expect(
      followCase(text([], { tools: ["crystal ball"] }), { say: () => undefined, ask: async () => null }),
    ).rejects.toThrow(/context\.tools/);
  });
});
