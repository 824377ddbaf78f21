/** At most so many of a list, evenly out of it; the list itself when it is short enough. */
export function everyNth<Item>(items: readonly Item[], most: number): readonly Item[] {
  const step = Math.ceil(items.length / most);
  return step <= 1 ? items : items.filter((_, at) => at % step === 0);
}

/**
 * The same, evenly out of those at each level: a sweep that goes through its levels again and again would lose some of them where its
 * turn is as long as the step.
 *
 * @param levelOf - What is alike for readings at one level; of levels that hardly repeat it is `everyNth`.
 */
export function everyNthAt<Item>(
  items: readonly Item[],
  most: number,
  levelOf: (item: Item) => number,
): readonly Item[] {
  const step = Math.ceil(items.length / most);
  if (step <= 1) return items;
  const counts = new Map<number, number>();
  const some = items.filter((item) => {
    const level = levelOf(item);
    const count = counts.get(level) ?? 0;
    counts.set(level, count + 1);
    return count % step === 0;
  });
  return everyNth(some, 2 * most);
}
