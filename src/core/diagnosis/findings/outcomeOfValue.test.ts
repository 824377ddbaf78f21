import { type Measurement } from "../library/library.types";
import { outcomeOfValue } from "./outcomeOfValue";

const rail: Measurement = {
  quantity: "Voltage at the plug",
  unit: "V",
  bands: [{ below: 4.75, outcomeId: "low" }, { below: 5.25, outcomeId: "good" }, { outcomeId: "high" }],
};

describe("outcomeOfValue", () => {
  it.each([
    [-3, "low"],
    [4.749, "low"],
    [4.75, "good"],
    [5.2499, "good"],
    [5.25, "high"],
    [12, "high"],
  ])("takes %d V for %s", (value, outcome) => expect(outcomeOfValue(rail, value)).toBe(outcome));

  it.each([NaN, Infinity, -Infinity])("refuses %d and names the quantity", (value) => {
    expect(() => outcomeOfValue(rail, value)).toThrow(/Voltage at the plug must be a number/);
  });
});
