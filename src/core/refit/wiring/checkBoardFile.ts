import { type Board, type Pad } from "./board";
import { type BoardProblem, checkBoard } from "./checkBoard";

/** Pads nearer than this on one side are one spot, mm. */
const ONE_SPOT_MM = 0.05;

/**
 * What is wrong with a board file that the shop is to keep: what no plan could be made with, and what no board is like. A case that was made
 * elsewhere may leave places and grounds open; a board that somebody solders by may not.
 */
export function checkBoardFile(board: Board): BoardProblem[] {
  return [
    ...checkBoard(board),
    ...checkLabels(board),
    ...checkSpots(board),
    ...checkOutputs(board),
    ...checkFigures(board),
  ];
}

/** Nobody reads "rx1" and "RX1" apart with a hot iron in hand. */
function checkLabels({ pads }: Board): BoardProblem[] {
  return pads.flatMap(({ name }, index) => {
    const alike = pads
      .slice(0, index)
      .find((other) => other.name !== name && other.name.toLowerCase() === name.toLowerCase());
    return alike
      ? [{ path: ["pads", index, "name"], problem: `“${name}” and “${alike.name}” differ by capitals alone.` }]
      : [];
  });
}

function checkSpots({ pads }: Board): BoardProblem[] {
  const isOneSpot = (one: Pad, other: Pad) =>
    (one.side ?? "top") === (other.side ?? "top") && Math.hypot(one.xMm - other.xMm, one.yMm - other.yMm) < ONE_SPOT_MM;
  return pads.flatMap((pad, index) => {
    const under = pads.slice(0, index).find((other) => isOneSpot(pad, other));
    return under
      ? [{ path: ["pads", index, "yMm"], problem: `Pads “${under.name}” and “${pad.name}” lie on one spot.` }]
      : [];
  });
}

function checkOutputs({ pads }: Board): BoardProblem[] {
  const carriers = new Map<number, string>();
  return pads.flatMap(({ name, uses }, index) =>
    uses.flatMap((use, at) => {
      if (use.function !== "output") return [];
      const path = ["pads", index, "uses", at, "number"];
      if (use.number < 1)
        return [{ path, problem: `Pad “${name}” is output ${use.number}: outputs are counted from 1.` }];
      const other = carriers.get(use.number);
      carriers.set(use.number, name);
      return other === undefined
        ? []
        : [
            {
              path,
              problem: `Output ${use.number} stands on pads “${other}” and “${name}”: two motors on it would turn as one. Give one pad both labels.`,
            },
          ];
    }),
  );
}

function checkFigures({ pads, ports, rails, blocks, mounting, outline, esc }: Board): BoardProblem[] {
  const problems: BoardProblem[] = [];
  const say = (path: BoardProblem["path"], problem: string) => problems.push({ path, problem });
  ports.forEach(({ id, kind, number }, index) => {
    const other = ports.slice(0, index).find((each) => each.kind === kind && each.number === number);
    if (other) say(["ports", index, "number"], `Ports “${other.id}” and “${id}” both have number ${number}.`);
  });
  rails.forEach(({ id, maxA }, index) => {
    if (maxA === 0) say(["rails", index, "maxA"], `Rail “${id}” gives no current.`);
  });
  blocks.forEach(({ between: [one, other] }, index) => {
    if (one === other) say(["blocks", index, "between", 1], `“${one}” cannot block itself.`);
  });
  if (mounting && mounting.patternMm > Math.max(outline.widthMm, outline.heightMm))
    say(
      ["mounting", "patternMm"],
      `Holes ${mounting.patternMm} mm apart do not fit a board of ${outline.widthMm} by ${outline.heightMm} mm.`,
    );
  if (esc && esc.burstA < esc.continuousA)
    say(["esc", "burstA"], `ESCs of ${esc.continuousA} A all the time bear at least as much for a moment.`);
  if (!pads.some(({ uses }) => uses.some((use) => use.function === "ground")))
    say(["pads"], "No pad is ground: nothing could be wired to it.");
  return problems;
}
