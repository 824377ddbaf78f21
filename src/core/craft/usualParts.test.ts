import { CRAFT_KIND_LIST, CRAFT_KINDS } from "./craftKinds";
import { rotorSpots, spotOfPosition } from "./spots";
import { nextPosition, numbered, SEVERAL, usualParts } from "./usualParts";

describe("usualParts", () => {
  it.each(CRAFT_KIND_LIST)("gives a %s each position once, and puts each ESC at a rotor", (kind) => {
    const motorCount = CRAFT_KINDS[kind].motors;
    const parts = usualParts(kind, motorCount);
    const positions = parts.map(({ position }) => position);
    expect(new Set(positions).size).toBe(positions.length);
    expect(parts.filter((part) => part.kind === "motor")).toHaveLength(motorCount);
    if (motorCount > 1 && rotorSpots({ kind, motorCount }).length > 0)
      for (const { position } of parts.filter((part) => part.kind === "esc"))
        expect(spotOfPosition(position, { kind, motorCount })).toBeDefined();
    expect(parts.some((part) => part.kind === "servo")).toBe(CRAFT_KINDS[kind].servos);
  });

  it("gives a part of which there is one no number", () => {
    expect(numbered("esc", 1)).toEqual([{ kind: "esc", position: "ESC" }]);
    expect(numbered("esc", 2).map(({ position }) => position)).toEqual(["ESC 1", "ESC 2"]);
    expect(SEVERAL.has("camera")).toBe(false);
  });

  it("numbers one more part of a kind after those there are", () => {
    expect(nextPosition("camera", [])).toBe("Camera");
    expect(nextPosition("camera", ["Camera"])).toBe("Camera 2");
    expect(nextPosition("esc", ["ESC 1", "ESC 2"])).toBe("ESC 3");
  });
});
