import { PART_KIND_LIST } from "../craft/partKinds";
import { burntBefore, type FormerPart, neighboursOf } from "./burntParts";
import { isBurnt } from "./burntReason";

describe("isBurnt", () => {
  it.each(["burnt", "Smoked in the hover", "scorched at the pad", "melted", "board went up", "fried by 10 V"])(
    "hears it in “%s”",
    (reason) => expect(isBurnt(reason)).toBe(true),
  );
  it.each(["arm broke", "wants more range", "burner of the stove", "smoky lens replaced"])(
    "does not hear it in “%s”",
    (reason) => expect(isBurnt(reason)).toBe(false),
  );
});

it("counts what burnt at one place, and nowhere else", () => {
  const former: FormerPart[] = [
    { position: "5 V regulator", reason: "burnt", removedAs: null },
    { position: "5 V regulator", reason: "swapped for a larger one", removedAs: null },
    { position: "ESC 1", reason: "burnt", removedAs: null },
    { position: "5 V regulator", reason: "smoked again", removedAs: null },
    { position: "5 V regulator", reason: "dead after the same pack", removedAs: "burnt" },
    { position: "5 V regulator", reason: "burnt its label off, works", removedAs: "worn" },
  ];
  expect(burntBefore(former, "5 V regulator")).toBe(3);
  expect(burntBefore(former, "ESC 2")).toBe(0);
});

it("has a list beside every part, the pack first where it feeds it", () => {
  for (const kind of PART_KIND_LIST) expect(neighboursOf(kind).length).toBeGreaterThan(2);
  for (const kind of ["esc", "motor", "regulator", "flight_controller"] as const)
    expect(neighboursOf(kind)[0]!.look).toMatch(/^The pack/);
});

it("never puts power before what eyes and the meter can tell", () => {
  for (const kind of PART_KIND_LIST) {
    const powered = neighboursOf(kind).map(({ isPowered }) => isPowered === true);
    expect([kind, powered]).toEqual([kind, [...powered].sort((a, b) => Number(a) - Number(b))]);
    expect(powered[0]).toBe(false);
  }
  for (const { look, isPowered } of PART_KIND_LIST.flatMap((kind) => neighboursOf(kind)))
    expect([look, isPowered === true]).toEqual([look, /limiter/.test(look)]);
});
