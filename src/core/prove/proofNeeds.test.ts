import { judgeFigures } from "./proofNeeds";
import { PROOF_KINDS, type ProofKind } from "./proofKinds";

const kinds: Readonly<Record<string, ProofKind>> = PROOF_KINDS;
const figures = (id: string) => kinds[id]!.needs!.figures!;

// The limits are common practice, no published source; the figures are worked out by hand.
describe("judgeFigures", () => {
  it.each([
    ["voltage-scale", { shown: 15.1, meter: 15.2 }, "true"], // 0.66 % apart
    ["voltage-scale", { shown: 14.6, meter: 15.2 }, "false"], // 3.9 % apart
    ["current-scale", { shown: 4.1, meter: 9.8 }, "false"],
    ["current-scale", { shown: 9.5, meter: 9.8 }, "true"], // 3.1 % apart
    ["cells-under-load", { spread: 30 }, "true"],
    ["cells-under-load", { spread: 51 }, "false"],
    ["low-hover", { hover: 119 }, "false"],
    ["low-hover", { hover: 120 }, "true"],
    ["picture-range", { distance: 50 }, "true"],
    ["first-power", { standby: 0.7, limiter: 2 }, "true"],
    ["first-power", { standby: 2.4, limiter: 2 }, "false"],
    ["first-power", { standby: 2, limiter: 2 }, "false"], // a short, held by the limiter
    ["first-power", { standby: 1.9, limiter: 2 }, "false"],
    ["range-check", { walked: 20, named: 30 }, "false"],
    ["rail-volts", { pad: 5.02, lowest: 4.5, highest: 5.5 }, "true"],
    ["rail-volts", { pad: 9.9, lowest: 4.5, highest: 5.5 }, "false"],
    ["rail-volts", { pad: 4.1, lowest: 4.5, highest: 5.5 }, "false"],
    ["endurance", { putBack: 900, planned: 1050 }, "true"],
    ["balance-point", { found: 62, sheet: 60 }, "true"],
    ["balance-point", { found: 70, sheet: 60 }, "false"],
  ])("%s with %j is %s", (id, values, word) => {
    expect(judgeFigures(figures(id), values as unknown as Record<string, number>).word).toBe(word);
  });

  it("says the figures with their units and what they were held against", () => {
    expect(judgeFigures(figures("voltage-scale"), { shown: 14.6, meter: 15.2 }).text.replaceAll("\u00a0", " ")).toBe(
      "craft shows 14.6 V, meter says 15.2 V: 3.9 % apart, at most 2 %",
    );
  });

  it("refuses a range that ends below its begin, and does not decide by it", () => {
    expect(() => judgeFigures(figures("rail-volts"), { pad: 5, lowest: 5.5, highest: 4.5 })).toThrow(/is no range/);
  });

  it("decides nothing where there is no limit to hold a figure against", () => {
    const need = { fields: [{ id: "angle", label: "angle", unit: "°" }] };
    expect(judgeFigures(need, { angle: 3 })).toEqual({ word: "cannot tell", text: "angle 3\u00a0°" });
  });

  it("asks for a figure that is missing or no number", () => {
    const wrong: Record<string, number>[] = [{ shown: 15 }, { shown: 15, meter: NaN }, { shown: Infinity, meter: 1 }];
    for (const values of wrong) {
      expect(() => judgeFigures(figures("voltage-scale"), values)).toThrow(
        expect.objectContaining({ code: "missing_value" }),
      );
    }
  });

  it("does not let anything agree with a meter that reads nothing, not even a craft that shows nothing", () => {
    expect(judgeFigures(figures("current-scale"), { shown: 3, meter: 0 }).word).toBe("false");
    expect(judgeFigures(figures("current-scale"), { shown: 0, meter: 0 }).word).toBe("false");
    expect(judgeFigures(figures("voltage-scale"), { shown: 0, meter: 0 }).text).toMatch(/nothing is shown/);
  });

  it("refuses a bound of nothing, which any walk would pass", () => {
    expect(() => judgeFigures(figures("range-check"), { walked: 0, named: 0 })).toThrow(/is no bound/);
  });
  it("has a field for everything its rules speak of", () => {
    for (const [id, { needs }] of Object.entries(kinds)) {
      const rule = needs?.figures?.rule;
      if (!rule) continue;
      const fields = needs.figures!.fields.map((field) => field.id);
      const named = [
        rule.of,
        ...("with" in rule ? [rule.with] : []),
        ...("from" in rule ? [rule.from] : []),
        ...("limit" in rule ? [rule.limit] : []),
      ];
      for (const name of named) expect([id, fields]).toEqual([id, expect.arrayContaining([name])]);
    }
  });
});
