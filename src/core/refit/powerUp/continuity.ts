import { type Board, type Pad } from "../wiring/board";
import { type PlannedWire, type WiringPlan } from "../wiring/wiringPlan";

/** What a meter in its beeping range tells of a pair of pads. */
export const HEARD = { silent: "silent", "one beep": "one beep, then silent", steady: "steady beep" } as const;
export type Heard = keyof typeof HEARD;

/** A pair to be metered before anything is powered. */
export interface ContinuityPair {
  from: string;
  to: string;
  expected: Heard;
  because: string;
  /** What a wrong answer says: a supply on ground, a ground that is open, or a bridge between two pads. */
  wrong: "power to ground" | "open ground" | "bridge";
}

/** Whatever the plan says: a short between the pack's own poles is behind no rail. */
const MAIN_LEAD: ContinuityPair = {
  from: "pack lead +",
  to: "pack lead −",
  expected: "one beep",
  because: "the main lead at its connector, through ESCs and board",
  wrong: "power to ground",
};

/** Pads nearer than this can be bridged by solder. */
const BRIDGE_MM = 5;

/**
 * The pairs to meter: the main lead, and from the plan every supply in use against ground (it beeps once while capacitors charge, then must be silent: common
 * practice), every other ground in use against the first, and soldered pads beside a supply or beside each other, which must be silent.
 *
 * @returns In the order in which a wrong one does the most harm.
 */
export function continuityPairs(board: Board, { wires }: Pick<WiringPlan, "wires">): ContinuityPair[] {
  const soldered = new Map(wires.map((wire) => [wire.pad, wire]));
  const pads = board.pads.filter(({ name }) => soldered.has(name));
  const is = (pad: Pad, what: "power" | "ground") => pad.uses.some((use) => use.function === what);
  const supplies = firstOfEachRail(board, wires);
  const grounds = pads.filter((pad) => is(pad, "ground"));
  const first = grounds[0] ?? board.pads.find((pad) => is(pad, "ground"));
  if (!first) return [];
  const pairs: ContinuityPair[] = [
    MAIN_LEAD,
    ...supplies.map((pad): ContinuityPair => ({
      from: pad.name,
      to: first.name,
      expected: "one beep",
      because: `the ${railOf(pad)} rail against ground`,
      wrong: "power to ground",
    })),
  ];
  for (const pad of grounds)
    if (pad !== first)
      pairs.push({
        from: first.name,
        to: pad.name,
        expected: "steady",
        because: "all grounds are one",
        wrong: "open ground",
      });
  pads.forEach((a, index) => {
    for (const b of pads.slice(index + 1)) {
      if (Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm) > BRIDGE_MM || areOne(a, b)) continue;
      const isLive = is(a, "power") || is(b, "power");
      if (is(a, "ground") || is(b, "ground")) {
        if (!isLive) continue; // signals have a way to ground through the board: a meter tells little
        if (supplies.includes(a) || supplies.includes(b)) continue; // metered above
      }
      const expected: Heard = is(a, "ground") || is(b, "ground") ? "one beep" : "silent";
      pairs.push({ from: a.name, to: b.name, expected, because: "neighbours, soldered both", wrong: "bridge" });
    }
  });
  return pairs;
}

/** Rails and grounds are joined on the board, and two names of one pin are one. */
function areOne(a: Pad, b: Pad): boolean {
  return a.uses.some((use) =>
    b.uses.some(
      (other) =>
        (use.function === "ground" && other.function === "ground") ||
        (use.function === "power" && other.function === "power" && use.rail === other.rail) ||
        (use.function === other.function && "port" in use && "port" in other && use.port === other.port),
    ),
  );
}

function firstOfEachRail(board: Board, wires: readonly PlannedWire[]): Pad[] {
  const used = new Map<string, Pad>();
  for (const wire of wires) {
    const pad = board.pads.find(({ name }) => name === wire.pad)!;
    const use = pad.uses.find((each) => each.function === "power");
    if (use && !used.has(use.rail)) used.set(use.rail, pad);
  }
  return [...used.values()];
}

function railOf(pad: Pad): string {
  const use = pad.uses.find((each) => each.function === "power");
  return use?.rail ?? "";
}
