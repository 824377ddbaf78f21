import { CRAFT_KIND_LIST } from "../craft/craftKinds";
import { invalidatedProofs } from "../refit/invalidatedProofs";
import { MENDABLE_LIST, type Mendable } from "../refit/mendable";
import { PART_KIND_LIST, type PartKind } from "../craft/partKinds";
import { chanceIfUnchanged, cleanTimeForMeanS, cleanTimeNeededS } from "./cleanTime";
import { blockersOf, mayRelease, orderProofs } from "./orderProofs";
import { PROOF_KINDS, type ProofKind, RUNGS } from "./proofKinds";

const kinds: Readonly<Record<string, ProofKind>> = PROOF_KINDS;

describe("clean time", () => {
  // J. Przyborowski & H. Wilenski, Biometrika 31, 1940: conditional test for two Poisson rates; the counts are common practice.
  it.each([
    [6, 75, 48.6],
    [3, 600, 1029],
  ])("asks after %d failures in %d s for %d s", (failures, observedS, expected) => {
    const neededS = cleanTimeNeededS(failures, observedS);
    expect(Math.abs(neededS - expected)).toBeLessThan(0.5);
    expect(chanceIfUnchanged(failures, observedS, neededS)).toBeCloseTo(0.05, 12);
  });

  // NIST/SEMATECH e-Handbook of Statistical Methods, MTBF bounds: 2.996 at 95 % without a failure.
  it("asks without history for 2.996 times the mean to show", () => {
    expect(cleanTimeForMeanS(100)).toBeCloseTo(299.6, 1);
  });

  it("says certain before any clean time, and less with each second", () => {
    expect(chanceIfUnchanged(4, 60, 0)).toBe(1);
    expect(chanceIfUnchanged(4, 60, 10)).toBeGreaterThan(chanceIfUnchanged(4, 60, 11));
  });

  it("refuses no failures and no time", () => {
    expect(() => cleanTimeNeededS(0, 60)).toThrow(/failures before/);
    expect(() => cleanTimeNeededS(2, 0)).toThrow(/above zero/);
  });
});

describe("invalidatedProofs", () => {
  // Common practice, no published source.
  it("asks after a board swap for all that depended on the board", () => {
    const proofs = invalidatedProofs({
      replaced: ["flight_controller"],
      craft: { kind: "fixed wing" },
      intermittent: false,
    });
    for (const id of [
      "accelerometer",
      "alignment",
      "motor-map",
      "surfaces-stick",
      "surfaces-stabilised",
      "failsafe-bench",
      "voltage-scale",
      "current-scale",
      "compass",
    ]) {
      expect(proofs).toContain(id);
    }
  });

  it("asks a craft that cannot hover for passes, and a quad for no surfaces", () => {
    expect(invalidatedProofs({ replaced: ["motor"], craft: { kind: "flying wing" }, intermittent: false })).toEqual(
      expect.arrayContaining(["low-pass"]),
    );
    const quad = invalidatedProofs({ replaced: ["flight_controller"], craft: { kind: "quad" }, intermittent: false });
    expect(quad).toContain("low-hover");
    expect(quad.filter((id) => id.startsWith("surfaces") || id === "low-pass")).toEqual([]);
  });

  it("asks for clean time only after an intermittent fault, and for something after a mere setting", () => {
    const facts = { replaced: [], craft: { kind: "quad" as const } };
    expect(invalidatedProofs({ ...facts, intermittent: true })).toContain("clean-time");
    expect(invalidatedProofs({ ...facts, intermittent: false })).toEqual(
      expect.arrayContaining(["settings", "low-hover"]),
    );
  });

  // Common practice, no published source: what was soldered is beeped, powered through a limiter and seen to turn.
  it("asks after a soldered joint for what a new part would, but not for what the part kept", () => {
    const mend = (mended: Mendable) =>
      invalidatedProofs({ replaced: [], mended, craft: { kind: "hexa" }, intermittent: false });
    expect(mend("motor")).toEqual(expect.arrayContaining(["continuity", "first-power", "motor-map", "full-throttle"]));
    expect(mend("motor")).not.toContain("prop-balance");
    expect(mend("wiring")).toEqual(expect.arrayContaining(["continuity", "first-power"]));
    expect(mend("frame")).toEqual(expect.arrayContaining(["mounting", "full-throttle"]));
    expect(mend("frame")).not.toContain("motor-map");
    for (const mended of MENDABLE_LIST)
      if (!["set_picture", "set_gimbal"].includes(mended)) expect([mended, ...mend(mended)]).toContain("low-hover");
  });

  // Common practice, no published source: what a part shows cannot be proven on a craft that lacks the part.
  it("asks for no compass, picture or gimbal where the craft's list is written and lacks them", () => {
    const after = (fitted: PartKind[], replaced: PartKind[] = ["flight_controller"]) =>
      invalidatedProofs({ replaced, craft: { kind: "quad", fitted }, intermittent: false });
    expect(after(["flight_controller", "receiver", "esc"])).not.toContain("compass");
    expect(after(["flight_controller", "receiver", "esc"])).not.toContain("position-hold");
    expect(after(["flight_controller", "receiver", "satellite"])).toEqual(
      expect.arrayContaining(["compass", "position-hold"]),
    );
    expect(after(["flight_controller", "receiver"], ["satellite"])).toContain("come-home");
    expect(after(["esc"])).toContain("compass");
  });

  it("gives each pair of part and craft kind a list that can be worked down and ends in flight", () => {
    for (const part of PART_KIND_LIST) {
      for (const kind of CRAFT_KIND_LIST) {
        const ordered = orderProofs(
          invalidatedProofs({ replaced: [part], craft: { kind }, intermittent: true }),
          kinds,
        );
        ordered.forEach((id, place) => {
          for (const need of kinds[id]!.after)
            if (ordered.includes(need)) expect(ordered.indexOf(need)).toBeLessThan(place);
        });
        expect(kinds[ordered.at(-1)!]!.rung).toBe("flight");
      }
    }
  });
});

describe("the proof ladder", () => {
  it("names only proofs that exist", () => {
    for (const { after } of Object.values(kinds)) for (const need of after) expect(kinds).toHaveProperty([need]);
  });

  it("never puts a higher rung before a lower one", () => {
    const rungs = orderProofs(Object.keys(kinds), kinds).map((id) => RUNGS.indexOf(kinds[id]!.rung));
    expect(rungs).toEqual([...rungs].sort((a, b) => a - b));
  });

  it("keeps a flight back while a bench proof is open, and lets it go when that is waived", () => {
    const list = (state: "open" | "waived") => [
      { kind: "first-power", state },
      { kind: "low-hover", state: "open" as const },
    ];
    expect(blockersOf("low-hover", list("open"), kinds)).toEqual(["first-power"]);
    expect(blockersOf("low-hover", list("waived"), kinds)).toEqual([]);
  });

  it("says when proofs wait for each other, and when one is unknown", () => {
    const circle = { a: { ...kinds.settings!, after: ["b"] }, b: { ...kinds.settings!, after: ["a"] } };
    expect(() => orderProofs(["a", "b"], circle)).toThrow(expect.objectContaining({ code: "circular_order" }));
    expect(() => orderProofs(["dance"], kinds)).toThrow(/no proof "dance"/);
  });

  it("releases only when each proof is met or waived, and never on an empty list", () => {
    expect(mayRelease([])).toBe(false);
    expect(
      mayRelease([
        { kind: "a", state: "met" },
        { kind: "b", state: "waived" },
      ]),
    ).toBe(true);
    for (const state of ["open", "failed"] as const)
      expect(
        mayRelease([
          { kind: "a", state: "met" },
          { kind: "b", state },
        ]),
      ).toBe(false);
  });
});
