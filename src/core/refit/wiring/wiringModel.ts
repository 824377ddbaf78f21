import { findPad, type Pad, type PadUse } from "./board";
import { type RailState, railStates } from "./railStates";
import { type Device, type Line, linesOf, type Need, type Wire, type WiringCase } from "./wiringCase";

/** One way to connect one need: a pad and a use of it for each line. */
export interface Option {
  need: number;
  /** By line of the need: indices into the board's pads and the pad's uses. */
  pads: readonly number[];
  uses: readonly number[];
  /** The serial port, bus, output group or rail: an id, empty for others. */
  port: string;
  moved: number;
  runHundredths: number;
  portsChanged: number;
  /** The three above as one number, see `weights`. */
  cost: number;
  /** What it takes alone, as indices into `resources`. */
  takes: readonly number[];
  /** Index of the output group or rail, -1 without. */
  group: number;
  rail: number;
  /** What of blocks it uses, as indices into `blockables`. */
  blocks: readonly number[];
}

/** A need of a device, flattened. */
export interface ModelNeed {
  device: number;
  need: Need;
  options: readonly number[];
  /** Outputs: bits of the protocols it understands. */
  accepts: number;
  set: number;
  /** Power: which rail states would do, by rail: `feeds[rail][state]`. */
  feeds: readonly Uint8Array[] | null;
  meanA: number;
  peakA: number;
}

/** Something that holds so many needs and no more: a pad, a serial port, an address on a bus. */
export interface Resource {
  room: number;
}

/** A wiring case in numbers, as the search works on it. */
export interface WiringModel {
  wiring: WiringCase;
  devices: readonly { device: Device; needs: readonly number[] }[];
  needs: readonly ModelNeed[];
  options: readonly Option[];
  /** By option: the scarcest thing that it takes alone, its port before its pads; -1 for none. And its rail, -1 for none. */
  scarcest: Int32Array;
  rails: Int32Array;
  resources: readonly Resource[];
  states: readonly RailState[];
  caps: readonly { meanA: number; peakA: number }[];
  protocols: readonly string[];
  /** Bits of the protocols each group speaks. */
  groupMasks: readonly number[];
  sets: readonly { name: string; liked: readonly string[] }[];
  /** Pairs of `blockables` of which one alone is in use. */
  blocks: readonly (readonly [number, number])[];
  /** Pads and ports that stand in blocks. */
  blockables: readonly string[];
  /** By blockable: what it shuts out. */
  blockedBy: readonly (readonly number[])[];
  weights: { rank: number; moved: number; run: number };
}

/** Puts a case into numbers. Every way to connect each need by itself is listed; what they take from each other is left to the search. */
export function wiringModel(wiring: WiringCase): WiringModel {
  const { board, devices } = wiring;
  const states = railStates(board, wiring.pack);
  const protocols = [...new Set([...board.groups, ...allNeeds(devices)].flatMap((each) => protocolsOf(each)))];
  const maskOf = (names: readonly string[]) => names.reduce((mask, name) => mask | (1 << protocols.indexOf(name)), 0);
  const setNames = [...new Set(allNeeds(devices).flatMap((need) => (need.kind === "output" && need.set) || []))];
  const { resources, resource } = resourceTable();
  const blockables = [...new Set(board.blocks.flatMap(({ between }) => between))];

  const blocks = board.blocks.map(({ between: [a, b] }) => [blockables.indexOf(a), blockables.indexOf(b)] as const);

  const needs: ModelNeed[] = [];
  const options: Option[] = [];
  const groups = devices.map((device, deviceIndex) => ({
    device,
    needs: device.needs.map((need) => {
      const index = needs.length;
      const feeds = need.kind === "power" ? board.rails.map((_, rail) => feedsOf(need, rail, board, states)) : null;
      const own: number[] = [];
      for (const placement of placementsOf(wiring, device, need)) {
        const option = optionOf({ wiring, resource, blockables }, placement, need, device, index);
        if (feeds && !feeds[option.rail]!.includes(1)) continue;
        own.push(options.length);
        options.push(option);
      }
      needs.push({
        device: deviceIndex,
        need,
        options: own,
        accepts: need.kind === "output" ? maskOf(need.protocols) : 0,
        set: need.kind === "output" && need.set !== undefined ? setNames.indexOf(need.set) : -1,
        feeds,
        meanA: need.kind === "power" ? need.meanA : 0,
        peakA: need.kind === "power" ? (need.peakA ?? need.meanA) : 0,
      });
      return index;
    }),
  }));
  const sets = setNames.map((name) => ({
    name,
    liked: allNeeds(devices).flatMap((need) =>
      need.kind === "output" && need.set === name ? [need.protocols] : [],
    )[0]!,
  }));
  const weights = weightsOf(needs, options);
  for (const option of options)
    option.cost = option.moved * weights.moved + option.runHundredths * weights.run + option.portsChanged;
  return {
    wiring,
    devices: groups,
    needs,
    options,
    scarcest: Int32Array.from(options, ({ takes }) => takes.at(-1) ?? -1),
    rails: Int32Array.from(options, ({ rail }) => rail),
    resources,
    states,
    caps: board.rails.map(({ maxA, peakA }) => ({ meanA: maxA, peakA: peakA ?? maxA })),
    protocols,
    groupMasks: board.groups.map((group) => maskOf(group.protocols)),
    sets,
    blocks,
    blockables,
    blockedBy: blockables.map((_, index) => blocks.flatMap(([a, b]) => (a === index ? [b] : b === index ? [a] : []))),
    weights,
  };
}

/** What options take from each other, by name, each counted once. */
function resourceTable() {
  const resources: Resource[] = [];
  const indexOf = new Map<string, number>();
  const resource = (name: string, room: number): number => {
    const known = indexOf.get(name);
    if (known !== undefined) return known;
    indexOf.set(name, resources.length);
    resources.push({ room });
    return resources.length - 1;
  };
  return { resources, resource };
}

/** What a way to connect a need takes, blocks and costs. */
function optionOf(
  {
    wiring,
    resource,
    blockables,
  }: { wiring: WiringCase; resource: (name: string, room: number) => number; blockables: readonly string[] },
  { lines, pads, uses }: Placement,
  need: Need,
  device: Device,
  index: number,
): Option {
  const { board } = wiring;
  const used = pads.map((pad, line) => board.pads[pad]!.uses[uses[line]!]!);
  const first = used[0]!;
  const port = "port" in first ? first.port : "";
  const takes = pads.flatMap((pad) => {
    const room = roomOf(board.pads[pad]!);
    return need.kind === "bus" || !Number.isFinite(room) ? [] : [resource(`pad ${pad}`, room)];
  });
  if (need.kind === "serial") takes.push(resource(`port ${port}`, 1));
  if (need.kind === "bus" && need.address !== undefined) takes.push(resource(`address ${port} ${need.address}`, 1));
  const at = need.at ?? device.at;
  const portIndex = board.ports.findIndex(({ id }) => id === port);
  const before = portIndex < 0 ? undefined : oldNumber(wiring, device.id, need.id);
  return {
    need: index,
    pads,
    uses,
    port: port || (first.function === "output" ? first.group : first.function === "power" ? first.rail : ""),
    moved: pads.filter((pad, line) => isMoved(oldWire(wiring, device.id, need, lines[line]!), board.pads[pad]!)).length,
    runHundredths: at ? pads.reduce((sum, pad) => sum + runHundredths(at, board.pads[pad]!), 0) : 0,
    portsChanged: before !== undefined && before !== board.ports[portIndex]!.number ? 1 : 0,
    cost: 0,
    takes,
    group: first.function === "output" ? board.groups.findIndex(({ id }) => id === first.group) : -1,
    rail: first.function === "power" ? board.rails.findIndex(({ id }) => id === first.rail) : -1,
    blocks: [...pads.map((pad) => board.pads[pad]!.name), port].flatMap((what) => {
      const found = blockables.indexOf(what);
      return found < 0 ? [] : [found];
    }),
  };
}

/** How many wires a pad holds. */
export function roomOf({ wires, uses }: Pad): number {
  if (wires !== undefined) return wires;
  return uses.every((use) => use.function === "power" || use.function === "ground") ? Infinity : 1;
}

/** @returns In hundredths of a millimetre, a whole number: sums of them are exact. */
export function runHundredths(at: { xMm: number; yMm: number }, pad: { xMm: number; yMm: number }): number {
  return Math.round(Math.hypot(at.xMm - pad.xMm, at.yMm - pad.yMm) * 100);
}

/** Where a line was before, if it was. */
export function oldWire({ oldWires = [] }: WiringCase, device: string, need: Need, line: Line): Wire | undefined {
  return oldWires.find(
    (wire) =>
      wire.device === device &&
      wire.need === need.id &&
      (wire.line === line || (wire.line === undefined && linesOf(need).length === 1)),
  );
}

/** A wire is moved when its pad bears another name than the one it was on. */
export function isMoved(old: Wire | undefined, pad: Pad): boolean {
  return old !== undefined && old.pad !== pad.name && !pad.also?.includes(old.pad);
}

/** The number of the port that a need was on. */
function oldNumber({ oldWires = [], oldBoard }: WiringCase, device: string, need: string): number | undefined {
  for (const wire of oldWires) {
    if (wire.device !== device || wire.need !== need) continue;
    if (wire.port !== undefined) return wire.port;
    const use = oldBoard && findPad(oldBoard, wire.pad)?.uses.find((each) => "port" in each);
    const port = use && "port" in use ? oldBoard.ports.find(({ id }) => id === use.port) : undefined;
    if (port) return port.number;
  }
  return undefined;
}

interface Placement {
  lines: readonly Line[];
  pads: readonly number[];
  uses: readonly number[];
}

/** Every way to put the lines of a need on pads, by the pads' functions, inversion, levels, pins and forbidden pads. */
function placementsOf({ board, pins = [], forbids = [] }: WiringCase, device: Device, need: Need): Placement[] {
  const isOwn = (wish: { device: string; need: string }) => wish.device === device.id && wish.need === need.id;
  const forbidden = forbids.filter(isOwn).map(({ pad }) => pad);
  const pinned = pins.filter(isOwn).map(({ pad }) => pad);
  const lines = linesOf(need);
  const ways = lines.map((line) =>
    board.pads.flatMap((pad, index) =>
      forbidden.includes(pad.name) || !bearsLevel(pad, need)
        ? []
        : pad.uses.flatMap((use, useIndex) => (serves(use, need, line) ? [{ pad: index, use: useIndex }] : [])),
    ),
  );
  const portOf = ({ pad, use }: { pad: number; use: number }) => {
    const found = board.pads[pad]!.uses[use]!;
    return "port" in found ? found.port : "";
  };
  const lots = ways.length === 1 ? ways[0]!.map((way) => [way]) : pairsOf(ways[0]!, ways[1]!, portOf);
  return lots
    .filter((lot) => pinned.every((name) => lot.some(({ pad }) => board.pads[pad]!.name === name)))
    .map((lot) => ({ lines, pads: lot.map(({ pad }) => pad), uses: lot.map(({ use }) => use) }));
}

/** Two lines of one port, on two pads. */
function pairsOf<W extends { pad: number }>(
  first: readonly W[],
  second: readonly W[],
  portOf: (way: W) => string,
): W[][] {
  return first.flatMap((a) => second.flatMap((b) => (a.pad !== b.pad && portOf(a) === portOf(b) ? [[a, b]] : [])));
}

function bearsLevel({ toleratesV }: Pad, need: Need): boolean {
  if (toleratesV === undefined || (need.kind !== "serial" && need.kind !== "signal")) return true;
  return need.levelV === undefined || need.levelV <= toleratesV;
}

/** Whether one use of a pad serves a line of a need, by itself. */
export function serves(use: PadUse, need: Need, line: Line): boolean {
  switch (need.kind) {
    case "serial":
      if (use.function !== "rx" && use.function !== "tx") return false;
      if (need.inverted && !use.inverts) return false;
      return need.mode === "half" ? use.halfDuplex === true : use.function === line;
    case "bus":
      return use.function === line;
    case "signal":
      return use.function === "signal" && use.name === need.name;
    case "analog":
      if (use.function !== "analog" || (need.input !== undefined && need.input !== use.input)) return false;
      return need.maxV === undefined || use.maxV === undefined || need.maxV <= use.maxV;
    default:
      return use.function === need.kind;
  }
}

/** Which states of the rails let one of them feed a need, amps apart. */
function feedsOf(
  need: Extract<Need, { kind: "power" }>,
  rail: number,
  board: WiringCase["board"],
  states: readonly RailState[],
): Uint8Array {
  return Uint8Array.from(states, (state) =>
    Number(
      state.minV[rail]! >= need.minV &&
        state.maxV[rail]! <= need.maxV &&
        (!need.usb || state.usb[rail]!) &&
        (!need.quiet || state.quiet[rail]!) &&
        (!need.switchable || board.rails[rail]!.switchable === true),
    ),
  );
}

function allNeeds(devices: readonly Device[]): Need[] {
  return devices.flatMap(({ needs }) => needs);
}

function protocolsOf(each: object): readonly string[] {
  return "protocols" in each ? (each.protocols as readonly string[]) : [];
}

/**
 * What each term of the cost weighs so that one of a term outweighs all that the later ones can add up to: then one number orders as the
 * terms one after the other do. They are whole numbers and stay below 2^53.
 */
function weightsOf(needs: readonly ModelNeed[], options: readonly Option[]): WiringModel["weights"] {
  const most = (of: (option: Option) => number) =>
    needs.reduce(
      (sum, { options: own }) => sum + own.reduce((high, option) => Math.max(high, of(options[option]!)), 0),
      0,
    );
  const run = most(({ portsChanged }) => portsChanged) + 1;
  const moved = run * (most((option) => option.runHundredths) + 1);
  const rank = moved * (most((option) => option.moved) + 1);
  return { rank, moved, run };
}
