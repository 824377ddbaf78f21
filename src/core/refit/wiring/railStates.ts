import { type Board, type RailChoice } from "./board";

/** One setting of all the jumpers of a board, with what comes of it. All lists are by rail. */
export interface RailState {
  /** Which of its choices each rail is set to. */
  choices: readonly number[];
  minV: readonly number[];
  maxV: readonly number[];
  usb: readonly boolean[];
  quiet: readonly boolean[];
  /** The rail itself, and every rail that it is fed from: what hangs on it weighs on all of them. */
  chain: readonly (readonly number[])[];
}

/** More settings than any board has; a file that goes beyond is refused when it is read. */
export const MOST_RAIL_STATES = 4096;

/**
 * Every setting of the jumpers in which no rail is fed from itself, those with the fewest changes to the board as it comes first.
 *
 * @param pack - Volts of the pack; without it a rail that the pack feeds serves nobody.
 */
export function railStates(board: Pick<Board, "rails">, pack: { minV: number; maxV: number } | undefined): RailState[] {
  const { rails } = board;
  const indexOf = new Map(rails.map(({ id }, index) => [id, index]));
  let picks: number[][] = [[]];
  for (const { choices } of rails) picks = picks.flatMap((begun) => choices.map((_, index) => [...begun, index]));
  const changes = (pick: readonly number[]) => pick.filter((choice) => choice > 0).length;
  return picks
    .sort((a, b) => changes(a) - changes(b))
    .flatMap((pick) => {
      const choiceOf = (rail: number): RailChoice => rails[rail]!.choices[pick[rail]!]!;
      const chain = rails.map((_, rail) => chainOf(rail, (at) => indexOf.get(choiceOf(at).from ?? "")));
      if (chain.some((each) => each === null)) return [];
      const chains = chain as number[][];
      const volts = chains.map((each) => {
        const { volts: own } = choiceOf(each.at(-1)!);
        return own === "pack" ? [pack?.minV ?? -Infinity, pack?.maxV ?? Infinity] : [own ?? NaN, own ?? NaN];
      });
      const has = (what: "usb" | "quiet") =>
        chains.map((each) => each.every((rail) => choiceOf(rail)[what] ?? rails[rail]![what] ?? false));
      return [
        {
          choices: pick,
          minV: volts.map(([low]) => low!),
          maxV: volts.map(([, high]) => high!),
          usb: has("usb"),
          quiet: has("quiet"),
          chain: chains,
        },
      ];
    });
}

/** @returns null for a loop. */
function chainOf(rail: number, fedFrom: (rail: number) => number | undefined): number[] | null {
  const chain: number[] = [];
  for (let at: number | undefined = rail; at !== undefined; at = fedFrom(at)) {
    if (chain.includes(at)) return null;
    chain.push(at);
  }
  return chain;
}
