import { type Quantity } from "../units/quantities";

/** A table with values in the unit inside of their quantity: name → values, all of one length, with the quantity of each. */
export interface Columns {
  values: ReadonlyMap<string, readonly number[]>;
  /** Name → what its unit measures. */
  quantities: ReadonlyMap<string, Quantity>;
  /** The line of the file that each value stands in; absent for columns that come from no file. */
  lines?: readonly number[];
  /** What was decided in reading, and what was not used, as sentences. */
  notes?: readonly string[];
}
