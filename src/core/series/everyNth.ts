/** At most so many of a list, evenly out of it; the list itself when it is short enough. */
export function everyNth<Item>(items: readonly Item[], most: number): readonly Item[] {
  const step = Math.ceil(items.length / most);
  return step <= 1 ? items : items.filter((_, at) => at % step === 0);
}
