import { CoreInputError } from "../../../CoreInputError";
import { type Columns } from "../../../series/columns";
import { mechanicalRpm } from "../../motorModel";

/** A pulse of no and of full throttle, s; a little beyond is still one. Common practice, no published source. */
const PULSE_S = { none: 1e-3, full: 2e-3, slack: 0.06e-3 };

/**
 * A drive's table with throttle and mechanical speed: a pulse says the throttle, electrical turns the mechanical ones.
 *
 * @param poles - Magnets of the bell; null where nobody said.
 * @returns The same columns where both are there; what was worked out is in the notes.
 * @throws {CoreInputError} `out_of_range` for electrical turns alone of a motor whose poles nobody said.
 */
export function asDriven(columns: Columns, poles: number | null): Columns {
  const values = new Map(columns.values);
  const quantities = new Map(columns.quantities);
  const notes = [...(columns.notes ?? [])];
  const pulse = values.get("pulse");
  const { none, full, slack } = PULSE_S;
  if (
    pulse &&
    !values.has("throttle") &&
    pulse.every((seconds) => seconds >= none - slack && seconds <= full + slack)
  ) {
    values.set(
      "throttle",
      pulse.map((seconds) => Math.min(1, Math.max(0, (seconds - none) / (full - none)))),
    );
    quantities.set("throttle", "share");
    values.delete("pulse");
    notes.push("The throttle was read off the pulse: 1000 µs is none, 2000 µs is full.");
  }
  const electrical = values.get("electricalspeed");
  if (electrical && !values.has("speed")) {
    if (!poles)
      throw new CoreInputError(
        "out_of_range",
        "The speed is electrical: say how many poles the motor has (14 is usual), or give its rpm.",
      );
    values.set(
      "speed",
      electrical.map((rpm) => mechanicalRpm(rpm, poles)),
    );
    quantities.set("speed", "rotation");
    notes.push(`The speed was worked out of the electrical one, for ${poles} poles.`);
  }
  values.delete("electricalspeed");
  return { ...columns, values, quantities, notes };
}

/** Amps of a drive that are no noise about nothing, A. */
const FLOWS_A = 0.5;

/**
 * A table whose amps are written as negative where the pack gives, as chargers and smart packs do: turned round, and told.
 *
 * @returns The same columns where the amps are positive, or where some are and some are not.
 */
export function asDrawn(columns: Columns): Columns {
  const current = columns.values.get("current");
  if (!current || current.length === 0) return columns;
  const [least, most] = current.reduce(([a, b], each) => [Math.min(a, each), Math.max(b, each)], [Infinity, -Infinity]);
  if (least > -FLOWS_A || most > Math.max(0.1, 0.01 * -least)) return columns;
  return {
    ...columns,
    values: new Map(columns.values).set(
      "current",
      current.map((amps) => -amps),
    ),
    notes: [...(columns.notes ?? []), "The amps are written as negative where the pack gives: they were turned round."],
  };
}
