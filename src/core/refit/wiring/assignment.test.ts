import fc from "fast-check";
import { assignRows } from "./assignment";

const cost = fc.oneof({ arbitrary: fc.integer({ min: 0, max: 20 }), weight: 4 }, fc.constant(Infinity));

/** The lowest total by trying every way. */
function byTrying(costs: number[][], own: number[], row = 0, taken = new Set<number>()): number {
  if (row === costs.length) return 0;
  let best = own[row]! + byTrying(costs, own, row + 1, taken);
  costs[row]!.forEach((each, column) => {
    if (taken.has(column)) return;
    taken.add(column);
    best = Math.min(best, each + byTrying(costs, own, row + 1, taken));
    taken.delete(column);
  });
  return best;
}

describe("assignRows", () => {
  it("costs as little as the best of all ways, and says when there is none", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5 }).chain((rows) =>
          fc.integer({ min: 0, max: 5 }).chain((columns) =>
            fc.record({
              costs: fc.array(fc.array(cost, { minLength: columns, maxLength: columns }), {
                minLength: rows,
                maxLength: rows,
              }),
              own: fc.array(cost, { minLength: rows, maxLength: rows }),
              columns: fc.constant(columns),
            }),
          ),
        ),
        ({ costs, own, columns }) => {
          const assigned = assignRows(Float64Array.from(costs.flat()), Float64Array.from(own), columns);
          const best = byTrying(costs, own);
          if (assigned === null) return expect(best).toBe(Infinity);
          const { columnOf, rowPotential, columnPotential } = assigned;
          const taken = [...columnOf].filter((column) => column >= 0);
          expect(new Set(taken).size).toBe(taken.length);
          expect(
            [...columnOf].reduce((sum, column, row) => sum + (column < 0 ? own[row]! : costs[row]![column]!), 0),
          ).toBe(best);
          costs.forEach((row, r) => {
            expect(rowPotential[r]!).toBeLessThanOrEqual(own[r]!);
            row.forEach((each, c) => expect(rowPotential[r]! + columnPotential[c]!).toBeLessThanOrEqual(each));
          });
        },
      ),
      { numRuns: 500 },
    );
  });
});
