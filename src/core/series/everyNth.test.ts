import { everyNth, everyNthAt } from "./everyNth";

const items = Array.from({ length: 1000 }, (_, at) => ({ at, level: at % 10 }));
const levels = (some: readonly { level: number }[]) =>
  [...new Set(some.map(({ level }) => level))].sort((a, b) => a - b);

describe("some of many readings", () => {
  it("are all of them while they are few", () => {
    expect(everyNth(items, 1000)).toBe(items);
    expect(everyNthAt(items, 1000, ({ level }) => level)).toBe(items);
  });

  it("keep each level, where a sweep's turn is as long as the step", () => {
    expect(levels(everyNth(items, 100))).toEqual([0]); // the trap
    const some = everyNthAt(items, 100, ({ level }) => level);
    expect(levels(some)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9]);
    expect(some).toHaveLength(100);
  });

  it("are thinned out where no level comes twice", () =>
    expect(everyNthAt(items, 100, ({ at }) => at).length).toBeLessThanOrEqual(200));
});
