import fc from "fast-check";
import { CRAFT_KIND_LIST, CRAFT_KINDS } from "./craftKinds";
import { isAtPlace, type PlacedPart, placesFor, placeText, rotorSpots, spotOfPosition, spotsOf } from "./spots";

const quad = { kind: "quad", motorCount: 4, cellCount: 4 } as const;
const octo = { kind: "octo", motorCount: 8, cellCount: 12 } as const;
const fitted: PlacedPart[] = [1, 2, 3, 4].flatMap((number) => [
  { kind: "esc" as const, position: `ESC ${number}` },
  { kind: "motor" as const, position: `Motor ${number}` },
]);

describe("rotorSpots", () => {
  it("counts counter-clockwise from the front right, seen from above with the nose up", () => {
    for (const motorCount of [3, 4, 6, 8]) {
      const spots = rotorSpots({ kind: "hexa", motorCount });
      expect(spots).toHaveLength(motorCount);
      expect(spots[0]).toMatchObject({ words: "front right" });
      // The signed area of the ring: y points down on the drawing, so counter-clockwise to the eye is negative.
      const area = spots.reduce((sum, { x, y }, i) => {
        const next = spots[(i + 1) % spots.length]!;
        return sum + x * next.y - next.x * y;
      }, 0);
      expect(area).toBeLessThan(0);
    }
  });

  it("puts each spot on the side that its words say", () => {
    for (const kind of CRAFT_KIND_LIST) {
      for (const { words, x, y } of spotsOf({ kind, motorCount: CRAFT_KINDS[kind].motors })) {
        if (/\bleft\b/.test(words)) expect(x).toBeLessThan(100);
        if (/\bright\b/.test(words)) expect(x).toBeGreaterThan(100);
        if (/\bfront\b/.test(words)) expect(y).toBeLessThan(73);
        if (/^rear /.test(words)) expect(y).toBeGreaterThan(73);
      }
    }
  });

  it("has a spot for each motor of each kind as it usually comes, and none for a count that fits no ring", () => {
    for (const kind of CRAFT_KIND_LIST) {
      const { motors: motorCount } = CRAFT_KINDS[kind];
      const ids = rotorSpots({ kind, motorCount }).map(({ id }) => id);
      expect([kind, new Set(ids).size]).toEqual([kind, motorCount]);
    }
    expect(rotorSpots({ kind: "quad", motorCount: 5 })).toEqual([]);
  });
});

describe("spotOfPosition", () => {
  it.each([
    ["ESC 3", "rear-left"],
    ["Motor 1", "front-right"],
    ["esc 4", "rear-right"],
    ["Arm 2", "front-left"],
    ["ESC 1, rear right", "rear-right"],
    ["Motor (front-left)", "front-left"],
    ["rear left", "rear-left"],
  ])("finds %s at the %s", (position, id) => expect(spotOfPosition(position, quad)?.id).toBe(id));

  it.each(["Camera", "Cell 2", "Main lead", "5 V regulator", "Receiver antenna 2", "ESC 9", "Pack", ""])(
    "finds no spot for %p",
    (position) => expect(spotOfPosition(position, quad)).toBeUndefined(),
  );

  it("tells left rear from rear left on eight arms", () => {
    expect(spotOfPosition("ESC, left rear", octo)?.id).toBe("left-rear");
    expect(spotOfPosition("ESC, rear left", octo)?.id).toBe("rear-left");
    expect(spotOfPosition("ESC 4", octo)?.id).toBe("left-rear");
  });

  it("finds surfaces of a winged craft", () => {
    const wing = { kind: "fixed wing", motorCount: 1 } as const;
    expect(spotOfPosition("Left aileron servo", wing)?.id).toBe("left-wing");
    expect(spotOfPosition("Elevator servo", wing)?.id).toBe("tail");
    expect(placeText("Left aileron servo", wing)).toBe("Left aileron servo");
    expect(placeText("Motor", wing)).toBe("Motor");
  });

  it("reads back what it wrote, for every kind and every number", () => {
    fc.assert(
      fc.property(fc.constantFrom(...CRAFT_KIND_LIST), fc.integer({ min: 1, max: 8 }), (kind, number) => {
        const shape = { kind, motorCount: CRAFT_KINDS[kind].motors };
        const text = placeText(`ESC ${number}`, shape);
        expect(spotOfPosition(text, shape)).toEqual(spotOfPosition(`ESC ${number}`, shape));
        expect(placeText(text, shape)).toBe(text);
      }),
    );
  });
});

describe("isAtPlace", () => {
  const at = (place: string) => fitted.filter((part) => isAtPlace(part, place, quad, fitted)).map((p) => p.position);

  it("finds the one part that a place names", () => {
    expect(at("ESC 3, rear left")).toEqual(["ESC 3"]);
    expect(at("ESC 3")).toEqual(["ESC 3"]);
  });

  it("finds what sits at a corner", () => expect(at("rear left")).toEqual(["ESC 3", "Motor 3"]));

  it("does not take ESC 1 for ESC 11", () => {
    const many = [...fitted, { kind: "esc" as const, position: "ESC 11" }];
    expect(many.filter((part) => isAtPlace(part, "ESC 11", octo, many)).map((p) => p.position)).toEqual(["ESC 11"]);
  });

  it("finds nothing at a place that is none", () => expect(at("Cell 2")).toEqual([]));
});

describe("placesFor", () => {
  it("offers the craft's own positions with where they are", () => {
    expect(placesFor("esc", quad, fitted)).toEqual([
      "ESC 1, front right",
      "ESC 2, front left",
      "ESC 3, rear left",
      "ESC 4, rear right",
    ]);
  });

  it("offers corners where no such part is on the sheet, and the ends and the middle for a burnt corner", () => {
    expect(placesFor("prop", quad, fitted)).toEqual(["front right", "front left", "rear left", "rear right"]);
    expect(placesFor("corner", quad, fitted)).toEqual(expect.arrayContaining(["rear left", "middle", "nose"]));
  });

  it("counts cells, and has nothing to ask where there are no servos", () => {
    expect(placesFor("cell", quad, fitted)).toEqual(["Cell 1", "Cell 2", "Cell 3", "Cell 4"]);
    expect(placesFor("servo", quad, fitted)).toEqual([]);
  });
});
