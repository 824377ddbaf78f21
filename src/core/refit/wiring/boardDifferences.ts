import { type Board, type Pad, type PadUse, type Rail } from "./board";

/** Something that two descriptions of one board say differently. */
export interface BoardDifference {
  /** What it is about; the same difference has the same key however often it is looked for. */
  key: string;
  what: string;
  first: string;
  second: string;
  /** The pads and rails whose wires depend on it. */
  touches: readonly string[];
}

/** Which description a difference was settled by. */
export type Pick = "first" | "second";

/**
 * Where two sources of one board disagree: pads that one does not know, what a pad is for, what a rail gives and how its jumper is set, what
 * blocks what, which way the arrow points. Places of pads are left out: photographs differ by a little.
 */
export function boardDifferences(first: Board, second: Board): BoardDifference[] {
  const pads = namesOf(first.pads, second.pads, ({ name }) => name).flatMap((name) =>
    differenceOf(`pad ${name}`, `Pad ${name}`, padWords(padOf(first, name)), padWords(padOf(second, name)), [name]),
  );
  const rails = namesOf(first.rails, second.rails, ({ id }) => id).flatMap((id) =>
    differenceOf(`rail ${id}`, `Rail ${id}`, railWords(railOf(first, id)), railWords(railOf(second, id)), [id]),
  );
  const blocks = namesOf(first.blocks, second.blocks, ({ between }) => [...between].sort().join(" and ")).flatMap(
    (pair) => {
      const has = (board: Board) => board.blocks.some(({ between }) => [...between].sort().join(" and ") === pair);
      return differenceOf(
        `block ${pair}`,
        `Block ${pair}`,
        blockWords(has(first)),
        blockWords(has(second)),
        pair.split(" and "),
      );
    },
  );
  const arrow = differenceOf("arrow", "Arrow", arrowWords(first), arrowWords(second), []);
  return [...pads, ...rails, ...blocks, ...arrow];
}

/**
 * What else two versions of a board say differently, beyond `boardDifferences`: size and holes, gyro and processor, sensors, an
 * all-in-one's ESCs, and where pads are.
 */
export function factDifferences(first: Board, second: Board): Omit<BoardDifference, "touches">[] {
  const facts: readonly (readonly [what: string, of: (board: Board) => string])[] = [
    ["Outline", ({ outline }) => `${outline.widthMm} by ${outline.heightMm} mm`],
    ["Holes", ({ mounting }) => (mounting ? `${mounting.patternMm} mm apart, ${mounting.holeMm} mm wide` : "none")],
    ["Gyro", ({ gyro }) => loopWords(gyro)],
    ["Processor", ({ processor }) => loopWords(processor)],
    ["Sensors", ({ sensors = [] }) => [...sensors].sort().join(", ") || "none"],
    [
      "Its own ESCs",
      ({ esc }) => (esc ? `${esc.outputs} of ${esc.continuousA} A, ${esc.burstA} A for a moment` : "none"),
    ],
  ];
  const moved = first.pads.flatMap(({ name, xMm, yMm }) => {
    const other = padOf(second, name);
    const place = (x: number, y: number) => `${x} mm from the left, ${y} mm from the top`;
    return other
      ? [
          {
            key: `place ${name}`,
            what: `Place of ${name}`,
            first: place(xMm, yMm),
            second: place(other.xMm, other.yMm),
          },
        ]
      : [];
  });
  return [
    ...facts.map(([what, of]) => ({ key: what.toLowerCase(), what, first: of(first), second: of(second) })),
    ...moved,
  ].filter((each) => each.first !== each.second);
}

function loopWords(part: Board["gyro"]): string {
  return part ? `${part.class}, loop at ${part.loopHz.join(", ")} Hz` : "not told";
}

/**
 * The first description with what was settled for the second taken over.
 *
 * @param settled - By key of the difference; what is not settled stays as the first has it.
 */
export function settledBoard(first: Board, second: Board, settled: Readonly<Record<string, Pick>>): Board {
  const isSecond = (key: string) => settled[key] === "second";
  const merged = <T>(of: (board: Board) => readonly T[], nameOf: (entry: T) => string, kind: string): T[] =>
    namesOf(of(first), of(second), nameOf).flatMap((name) => {
      const board = isSecond(`${kind} ${name}`) ? second : first;
      return of(board).filter((entry) => nameOf(entry) === name);
    });
  const pads = merged(
    ({ pads: all }) => all,
    ({ name }) => name,
    "pad",
  );
  const rails = merged(
    ({ rails: all }) => all,
    ({ id }) => id,
    "rail",
  );
  const used = (of: (use: PadUse) => string | undefined) => new Set(pads.flatMap(({ uses }) => uses.map(of)));
  // A pad that was taken over brings its port, and its group, with it.
  const withUsed = <T extends { id: string }>(
    own: readonly T[],
    others: readonly T[],
    needed: Set<string | undefined>,
  ): T[] => [...own, ...others.filter(({ id }) => needed.has(id) && !own.some((each) => each.id === id))];
  const portsUsed = used((use) => ("port" in use ? use.port : undefined));
  const groupsUsed = used((use) => (use.function === "output" ? use.group : undefined));
  const railsUsed = used((use) => (use.function === "power" ? use.rail : undefined));
  const known = new Set([
    ...pads.map(({ name }) => name),
    ...first.ports.map(({ id }) => id),
    ...second.ports.map(({ id }) => id),
  ]);
  return {
    ...first,
    forwardDeg: isSecond("arrow") ? second.forwardDeg : first.forwardDeg,
    pads,
    ports: withUsed(first.ports, second.ports, portsUsed),
    rails: withUsed(rails, second.rails, railsUsed),
    groups: withUsed(first.groups, second.groups, groupsUsed),
    blocks: merged(
      ({ blocks: all }) => all,
      ({ between }) => [...between].sort().join(" and "),
      "block",
    ).filter(({ between }) => between.every((what) => known.has(what))),
  };
}

/** Differences that are not settled and that a wire of a plan depends on. */
export function unsettledFor(
  differences: readonly BoardDifference[],
  settled: Readonly<Record<string, Pick>>,
  wires: readonly { pad: string; port: string }[],
): BoardDifference[] {
  const inUse = new Set(wires.flatMap(({ pad, port }) => [pad, port]));
  return differences.filter(
    ({ key, touches }) => settled[key] === undefined && touches.some((each) => inUse.has(each)),
  );
}

function namesOf<T>(first: readonly T[], second: readonly T[], nameOf: (entry: T) => string): string[] {
  return [...new Set([...first, ...second].map(nameOf))];
}

function differenceOf(
  key: string,
  what: string,
  first: string,
  second: string,
  touches: readonly string[],
): BoardDifference[] {
  return first === second ? [] : [{ key, what, first, second, touches }];
}

function padOf(board: Board, name: string): Pad | undefined {
  return board.pads.find((pad) => pad.name === name);
}

function railOf(board: Board, id: string): Rail | undefined {
  return board.rails.find((rail) => rail.id === id);
}

const NOT_THERE = "not there";

function padWords(pad: Pad | undefined): string {
  if (!pad) return NOT_THERE;
  const tolerates = pad.toleratesV === undefined ? "" : `, bears ${pad.toleratesV} V`;
  return pad.uses.map(useWords).join(" or ") + tolerates;
}

function useWords(use: PadUse): string {
  switch (use.function) {
    case "rx":
    case "tx":
      return [
        `${use.function === "rx" ? "listens" : "speaks"} on ${use.port}`,
        use.inverts ? "can invert" : "",
        use.halfDuplex ? "one wire both ways" : "",
      ]
        .filter(Boolean)
        .join(", ");
    case "sda":
    case "scl":
      return `${use.function} of ${use.port}`;
    case "analog":
      return `measures ${use.input ?? "volts"}${use.maxV === undefined ? "" : ` up to ${use.maxV} V`}`;
    case "output":
      return `output ${use.number} of group ${use.group}`;
    case "power":
      return `feeds from ${use.rail}`;
    case "ground":
      return "ground";
    case "signal":
      return use.name;
  }
}

function railWords(rail: Rail | undefined): string {
  if (!rail) return NOT_THERE;
  const choices = rail.choices.map(({ by, volts, from }) => {
    const what = from === undefined ? `${volts === "pack" ? "pack" : `${volts} V`}` : `from ${from}`;
    return by === "" ? what : `${what} by ${by}`;
  });
  return [
    choices.join(", or "),
    `${rail.maxA} A`,
    rail.peakA === undefined ? "" : `${rail.peakA} A for a moment`,
    rail.usb ? "alive on USB" : "",
    rail.quiet ? "quiet" : "",
    rail.switchable ? "can be switched off" : "",
  ]
    .filter(Boolean)
    .join("; ");
}

function blockWords(is: boolean): string {
  return is ? "one alone at a time" : "both at once";
}

function arrowWords({ forwardDeg }: Board): string {
  return forwardDeg === undefined ? "none" : `${forwardDeg}° from the top edge`;
}
