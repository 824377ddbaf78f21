import { type Quantity } from "../units/quantities";

/** A table with values in the unit inside of their quantity: name → values, all of one length, with the quantity of each. */
export interface Columns {
  values: ReadonlyMap<string, readonly number[]>;
  /** Name → what its unit measures. */
  quantities: ReadonlyMap<string, Quantity>;
}
