import { highestPackAmps } from "./lineLimits";
import { motorProfile, oneMotorProfile, POWER_DRAW_PROFILE } from "./run/profiles";
import { type RatedPart } from "./weakestInLine";

const esc = (number: number, continuousA: number): RatedPart => ({
  position: `ESC ${number}`,
  name: "esc",
  continuousA,
  parallel: 4,
});
const lead: RatedPart = { position: "Main lead", name: "lead", continuousA: 140, parallel: 1 };
const parts = [lead, esc(1, 45), esc(2, 45), esc(3, 35), esc(4, 45)];

describe("highestPackAmps", () => {
  it("lets four arms share the whole craft's draw, up to the weakest of them and the lead", () => {
    expect(highestPackAmps(parts, POWER_DRAW_PROFILE)).toBe(140);
    expect(highestPackAmps([esc(1, 30), ...parts], POWER_DRAW_PROFILE)).toBe(120);
  });

  it("bounds one motor by its own arm", () => {
    expect(highestPackAmps(parts, oneMotorProfile(1))).toBe(45);
    expect(highestPackAmps(parts, oneMotorProfile(3))).toBe(35);
  });

  it("bounds motors in turn by the weakest arm, never by their sum", () => {
    expect(highestPackAmps(parts, motorProfile(4))).toBe(35);
  });

  it("does not leave out a part of an arm whose position says no number", () => {
    expect(highestPackAmps([{ ...esc(1, 20), position: "ESC, rear" }], oneMotorProfile(2))).toBe(20);
  });

  it("bounds what it does not know by the weakest part alone", () => expect(highestPackAmps(parts, [])).toBe(35));

  it("says nothing without a rating", () => expect(highestPackAmps([], POWER_DRAW_PROFILE)).toBeNull());
});
