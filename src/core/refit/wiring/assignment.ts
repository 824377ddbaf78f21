/** An assignment with its proof. */
export interface Assignment {
  columnOf: Int32Array;
  rowPotential: Float64Array;
  columnPotential: Float64Array;
}

/**
 * Assigns rows to columns, one row to a column, or to a way of their own that is nobody else's, at the lowest total cost: by shortest
 * augmenting paths with potentials, after each row took its cheapest where that was free.
 *
 * @param costs - Row-major, `own.length` × `columnCount`, zero or more each; Infinity forbids a pair.
 * @param own - Cost of each row's own way; Infinity where it has none.
 * @returns The column of each row, -1 for its own way, with the potentials that prove it: no pair costs less than the potentials of its row and
 *   column together, and what was chosen costs just that. null when some row can have neither.
 * @see Burkard, Dell'Amico, Martello, Assignment Problems, SIAM 2009, section 4.4 (shortest augmenting path).
 */
export function assignRows(costs: Float64Array, own: Float64Array, columnCount: number): Assignment | null {
  const start = cheapestFirst(costs, own, columnCount);
  if (!start) return null;
  const { rowPotential, rowOf, columnOf, waiting } = start;
  const columnPotential = new Float64Array(columnCount);
  const distance = new Float64Array(columnCount);
  const before = new Int32Array(columnCount); // the row from which a column was reached
  const isDone = new Uint8Array(columnCount);
  for (const free of waiting) {
    distance.fill(Infinity);
    isDone.fill(0);
    let row = free;
    let reached = 0; // length of the path to `row`
    let ownLength = Infinity; // of the shortest path that ends in a row's own way
    let ownRow = -1;
    let end = -1;
    for (;;) {
      const toOwn = reached + own[row]! - rowPotential[row]!;
      if (toOwn < ownLength) {
        ownLength = toOwn;
        ownRow = row;
      }
      let nearest = -1;
      let nearestLength = Infinity;
      const offset = reached - rowPotential[row]!;
      for (let column = 0, at = row * columnCount; column < columnCount; column++, at++) {
        if (isDone[column]) continue;
        const length = offset + costs[at]! - columnPotential[column]!;
        if (length < distance[column]!) {
          distance[column] = length;
          before[column] = row;
        }
        if (distance[column]! < nearestLength) {
          nearest = column;
          nearestLength = distance[column]!;
        }
      }
      if (ownLength <= nearestLength) {
        if (ownLength === Infinity) return null;
        reached = ownLength;
        break;
      }
      isDone[nearest] = 1;
      reached = nearestLength;
      if (rowOf[nearest]! < 0) {
        end = nearest;
        break;
      }
      row = rowOf[nearest]!;
    }
    rowPotential[free]! += reached;
    for (let column = 0; column < columnCount; column++) {
      if (!isDone[column] || column === end) continue;
      rowPotential[rowOf[column]!]! += reached - distance[column]!;
      columnPotential[column]! -= reached - distance[column]!;
    }
    // Backwards along the path: each row takes the column by which the next one was reached.
    let column = end;
    if (end < 0) {
      column = columnOf[ownRow]!;
      columnOf[ownRow] = -1;
      if (ownRow === free) continue;
    }
    for (;;) {
      const from = before[column]!;
      const next = columnOf[from]!;
      rowOf[column] = from;
      columnOf[from] = column;
      if (from === free) break;
      column = next;
    }
  }
  return { columnOf, rowPotential, columnPotential };
}

/**
 * Each row takes what is cheapest for it, as long as nobody has it yet; those that come too late wait for a path.
 *
 * @returns null when some row can have neither a column nor its own way.
 */
function cheapestFirst(costs: Float64Array, own: Float64Array, columnCount: number) {
  const rowCount = own.length;
  const rowPotential = new Float64Array(rowCount);
  const rowOf = new Int32Array(columnCount).fill(-1);
  const columnOf = new Int32Array(rowCount).fill(-1);
  const waiting: number[] = [];

  for (let row = 0; row < rowCount; row++) {
    let cheapest = own[row]!;
    let column = -1;
    for (let each = 0, at = row * columnCount; each < columnCount; each++, at++) {
      if (costs[at]! < cheapest || (costs[at] === cheapest && column >= 0 && rowOf[column]! >= 0)) {
        cheapest = costs[at]!;
        column = each;
      }
    }
    if (cheapest === Infinity) return null;
    rowPotential[row] = cheapest;
    if (column < 0) continue;
    if (rowOf[column]! >= 0) waiting.push(row);
    else {
      rowOf[column] = row;
      columnOf[row] = column;
    }
  }
  return { rowPotential, rowOf, columnOf, waiting };
}
