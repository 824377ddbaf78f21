import { type FittedOnce, recurrenceOf } from "./typeHistory";

const NOW = new Date("2026-06-01T00:00:00Z");
const DAY_MS = 86_400_000;
/** A part that went in so many days ago, and came out after so many of them. */
const part = (ago: number, outAfter: number | null, more: Partial<FittedOnce> = {}): FittedOnce => {
  const fittedAt = new Date(NOW.getTime() - ago * DAY_MS);
  return {
    fittedAt,
    removedAt: outAfter === null ? null : new Date(fittedAt.getTime() + outAfter * DAY_MS),
    isLent: false,
    removedAs: outAfter === null ? null : "faulty",
    ...more,
  };
};
const counts = (...history: FittedOnce[]) => {
  const { followed, failedAgain } = recurrenceOf(history, NOW);
  return [followed, failedAgain];
};

describe("how often a repair came back", () => {
  it("counts those that came out in time among those that were followed to the end", () => {
    expect(counts(part(400, 90), part(400, 300), part(400, null), part(20, 10))).toEqual([3, 1]);
  });

  it("leaves out what came out early and had not failed: nobody knows what it would have done", () => {
    expect(counts(part(400, 90, { removedAs: "crash" }), part(400, 90, { removedAs: "sound" }))).toEqual([0, 0]);
    expect(counts(part(400, 90, { isLent: true }))).toEqual([0, 0]);
  });

  it("counts as held what came out sound after its time", () => {
    expect(counts(part(400, 200, { removedAs: "sound" }))).toEqual([1, 0]);
  });

  it("counts what burnt or wore out, and what nobody was asked about", () => {
    const early = (["burnt", "worn", null] as const).map((removedAs) => part(400, 90, { removedAs }));
    expect(counts(...early)).toEqual([3, 3]);
  });
});
