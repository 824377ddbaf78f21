import { fromSi, QUANTITIES, type Quantity, type Unit } from "@/core/units/quantities";
import { formatQuantity } from "./format";

/** An SI value in a unit, with the unit's usual decimals. */
export function formatInUnit(value: number, unit: Unit): string {
  return formatQuantity(fromSi(value, unit), unit.symbol, unit.decimals).trim();
}

/** An SI value in the trade's usual unit. */
export function formatInFirstUnit(value: number, quantity: Quantity): string {
  return formatInUnit(value, QUANTITIES[quantity][0]);
}
