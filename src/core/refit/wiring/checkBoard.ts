import { type Board } from "./board";
import { MOST_RAIL_STATES } from "./railStates";
import { type WiringCase } from "./wiringCase";

/** What is wrong, and where: a path into the file as it was read. */
export interface BoardProblem {
  path: readonly (string | number)[];
  problem: string;
}

/**
 * What is wrong in the sense of a board whose form is right: names twice, ports, rails and groups that there are none of, rails that cannot be,
 * loops of jumpers, pads outside the outline.
 *
 * @returns None for a board that can be planned with.
 */
export function checkBoard(board: Board): BoardProblem[] {
  return [...checkPads(board), ...checkRails(board), ...checkNames(board), ...checkBlocks(board)];
}

function checkPads({ pads, ports, rails, groups, outline }: Board): BoardProblem[] {
  const problems: BoardProblem[] = [];
  const labels = new Map<string, number>();
  pads.forEach((pad, index) => {
    const say = (problem: string, ...rest: (string | number)[]) =>
      problems.push({ path: ["pads", index, ...rest], problem });
    for (const [at, label] of [pad.name, ...(pad.also ?? [])].entries()) {
      const known = labels.get(label);
      if (known !== undefined)
        say(
          `“${label}” names two pads; the other is pad ${known + 1} of the list.`,
          ...(at === 0 ? ["name"] : ["also", at - 1]),
        );
      labels.set(label, index);
    }
    if (pad.xMm < 0 || pad.xMm > outline.widthMm)
      say(`Pad “${pad.name}” lies outside the outline: ${pad.xMm} mm of ${outline.widthMm} mm.`, "xMm");
    if (pad.yMm < 0 || pad.yMm > outline.heightMm)
      say(`Pad “${pad.name}” lies outside the outline: ${pad.yMm} mm of ${outline.heightMm} mm.`, "yMm");
    pad.uses.forEach((use, at) => {
      if ("port" in use) {
        const port = ports.find(({ id }) => id === use.port);
        const kind = use.function === "sda" || use.function === "scl" ? "bus" : "serial";
        if (!port) say(`Pad “${pad.name}” is on port “${use.port}”, and there is no such port.`, "uses", at, "port");
        else if (port.kind !== kind)
          say(
            `Pad “${pad.name}”: ${use.function} is for a ${kind} port, “${use.port}” is a ${port.kind} port.`,
            "uses",
            at,
            "port",
          );
      }
      if (use.function === "power" && !rails.some(({ id }) => id === use.rail))
        say(`Pad “${pad.name}” is on rail “${use.rail}”, and there is no such rail.`, "uses", at, "rail");
      if (use.function === "output" && !groups.some(({ id }) => id === use.group))
        say(`Pad “${pad.name}” is in output group “${use.group}”, and there is no such group.`, "uses", at, "group");
    });
  });
  return problems;
}

function checkRails({ rails }: Board): BoardProblem[] {
  const problems: BoardProblem[] = [];
  rails.forEach(({ id, choices, maxA, peakA }, index) => {
    const say = (problem: string, ...rest: (string | number)[]) =>
      problems.push({ path: ["rails", index, ...rest], problem });
    if (peakA !== undefined && peakA < maxA)
      say(
        `Rail “${id}” gives ${peakA} A for a moment and ${maxA} A all the time: the moment must be at least as much.`,
        "peakA",
      );
    const done = new Set<string>();
    choices.forEach(({ by, volts, from }, at) => {
      if (done.has(by)) say(`Rail “${id}” has two choices by “${by}”.`, "choices", at, "by");
      done.add(by);
      if ((volts === undefined) === (from === undefined))
        say(`A choice of rail “${id}” needs volts, or the rail it comes from, and not both.`, "choices", at);
      if (from !== undefined && !rails.some((rail) => rail.id === from))
        say(`Rail “${id}” comes from rail “${from}”, and there is no such rail.`, "choices", at, "from");
    });
  });
  problems.push(...loopsOf(rails));
  const states = rails.reduce((product, { choices }) => product * choices.length, 1);
  if (states > MOST_RAIL_STATES)
    problems.push({
      path: ["rails"],
      problem: `The jumpers can lie in ${states} ways; more than ${MOST_RAIL_STATES} are not worked out.`,
    });
  return problems;
}

/** Rails that can be set to feed each other in a circle: the first choice that closes one. */
function loopsOf(rails: Board["rails"]): BoardProblem[] {
  const problems: BoardProblem[] = [];
  rails.forEach(({ id, choices }, index) => {
    choices.forEach(({ from }, at) => {
      if (from !== undefined && reaches(rails, from, id, new Set()))
        problems.push({
          path: ["rails", index, "choices", at, "from"],
          problem: `A loop of jumpers: rail “${id}” comes from “${from}”, and that can come from “${id}”.`,
        });
    });
  });
  return problems.slice(0, 1);
}

function reaches(rails: Board["rails"], from: string, to: string, seen: Set<string>): boolean {
  if (from === to) return true;
  if (seen.has(from)) return false;
  seen.add(from);
  const rail = rails.find(({ id }) => id === from);
  return (rail?.choices ?? []).some((choice) => choice.from !== undefined && reaches(rails, choice.from, to, seen));
}

function checkNames({ ports, rails, groups }: Board): BoardProblem[] {
  return [["ports", ports] as const, ["rails", rails] as const, ["groups", groups] as const].flatMap(
    ([list, entries]) =>
      entries.flatMap(({ id }, index) =>
        entries.findIndex((each) => each.id === id) === index
          ? []
          : [{ path: [list, index, "id"], problem: `“${id}” names two of the ${list}.` }],
      ),
  );
}

function checkBlocks({ blocks, pads, ports }: Board): BoardProblem[] {
  return blocks.flatMap(({ between }, index) =>
    between.flatMap((what, side) =>
      pads.some(({ name }) => name === what) || ports.some(({ id }) => id === what)
        ? []
        : [{ path: ["blocks", index, "between", side], problem: `“${what}” is neither a pad nor a port.` }],
    ),
  );
}

/** What is wrong with a case beside its board: names twice, wires and wishes of devices, needs or pads that there are none of. */
export function checkCase(wiring: WiringCase): BoardProblem[] {
  const { board, oldBoard, devices, pack, oldWires = [], pins = [], forbids = [] } = wiring;
  const problems: BoardProblem[] = [];
  const under = (name: string, list: readonly BoardProblem[]) =>
    problems.push(...list.map(({ path, problem }) => ({ path: [name, ...path], problem })));
  under("board", checkBoard(board));
  if (oldBoard) under("oldBoard", checkBoard(oldBoard));
  if (pack && pack.minV > pack.maxV)
    problems.push({ path: ["pack", "minV"], problem: `A pack of ${pack.minV} V empty and ${pack.maxV} V full.` });
  devices.forEach(({ id, needs }, index) => {
    if (devices.findIndex((each) => each.id === id) !== index)
      problems.push({ path: ["devices", index, "id"], problem: `“${id}” names two devices.` });
    needs.forEach((need, at) => {
      const path = ["devices", index, "needs", at];
      if (needs.findIndex((each) => each.id === need.id) !== at)
        problems.push({ path: [...path, "id"], problem: `“${need.id}” names two needs of “${id}”.` });
      if (need.kind === "power" && need.minV > need.maxV)
        problems.push({
          path: [...path, "minV"],
          problem: `“${id}” wants at least ${need.minV} V and at most ${need.maxV} V.`,
        });
      if (need.kind === "power" && need.peakA !== undefined && need.peakA < need.meanA)
        problems.push({
          path: [...path, "peakA"],
          problem: `“${id}” draws ${need.meanA} A and ${need.peakA} A at its peak.`,
        });
    });
  });
  for (const [list, entries] of [
    ["oldWires", oldWires],
    ["pins", pins],
    ["forbids", forbids],
  ] as const) {
    entries.forEach(({ device, need, pad }, index) => {
      const known = devices.find(({ id }) => id === device);
      if (!known) problems.push({ path: [list, index, "device"], problem: `There is no device “${device}”.` });
      else if (!known.needs.some(({ id }) => id === need))
        problems.push({ path: [list, index, "need"], problem: `“${device}” has no need “${need}”.` });
      if (list !== "oldWires" && !board.pads.some(({ name }) => name === pad))
        problems.push({ path: [list, index, "pad"], problem: `The board has no pad “${pad}”.` });
    });
  }
  return problems;
}
