import { CoreInputError } from "../CoreInputError";

/** Servos of one kind on a rail. */
export interface RailServo {
  name: string;
  count: number;
  idleA: number;
  movingA: number;
  stallA: number;
}

/** A regulator and what hangs on it. */
export interface Rail {
  continuousA: number;
  /** What it bears for seconds; the continuous rating when not known. */
  burstA: number | null;
  servos: readonly RailServo[];
  /** Board, receiver, lights: steady amps. */
  othersA: number;
  /** True when the flight controller is fed by the same regulator. */
  feedsController: boolean;
}

/** What hangs on a rail, and how it stands against the regulator. */
export interface RailBudget {
  idleA: number;
  /** All servos moving freely at once. */
  movingA: number;
  /** All servos stalled at once, as when a crash jams them. */
  stallA: number;
  /** One servo jammed, the others moving: the usual worst in flight. */
  oneStalledA: number;
  word: "good" | "watch" | "bad";
  reasons: string[];
}

/**
 * Adds up a servo rail and holds it against its regulator. A rail that sags takes the board with it when both hang on one
 * regulator: servos get their own, signal wires to the board, one common ground (common practice, no published source).
 *
 * @throws {CoreInputError} `out_of_range` for a regulator without a rating or amps below zero.
 */
export function railBudget({ continuousA, burstA, servos, othersA, feedsController }: Rail): RailBudget {
  const figures = [othersA, ...servos.flatMap(({ count, idleA, movingA, stallA }) => [count, idleA, movingA, stallA])];
  if (!(continuousA > 0)) throw new CoreInputError("out_of_range", "Give the regulator's continuous amps.");
  if (figures.some((value) => !(value >= 0)))
    throw new CoreInputError("out_of_range", "Amps and counts cannot be below zero.");
  const sum = (of: (servo: RailServo) => number) =>
    servos.reduce((total, servo) => total + servo.count * of(servo), othersA);
  const idleA = sum(({ idleA: amps }) => amps);
  const movingA = sum(({ movingA: amps }) => amps);
  const stallA = sum(({ stallA: amps }) => amps);
  const jump = Math.max(0, ...servos.filter(({ count }) => count > 0).map((servo) => servo.stallA - servo.movingA));
  const oneStalledA = movingA + jump;
  const bearsA = burstA ?? continuousA;
  const against = (amps: number, ratingA: number) =>
    `${amps.toFixed(1)} A, ${Math.abs(ratingA - amps).toFixed(1)} A ${amps > ratingA ? "over" : "under"} ${ratingA} A`;
  const reasons = [
    `All moving: ${against(movingA, continuousA)} continuous.`,
    `One stalled, the others moving: ${against(oneStalledA, bearsA)}${burstA === null ? "" : " burst"}.`,
    `All stalled: ${against(stallA, bearsA)}${burstA === null ? "" : " burst"}.`,
    ...(feedsController
      ? [
          "The board hangs on the same regulator: a rail that sags takes the board with it. Give the servos their own, with signal wires to the board and one common ground.",
        ]
      : []),
  ];
  const isBad = movingA > continuousA || oneStalledA > bearsA || (feedsController && stallA > bearsA);
  const isClose = stallA > bearsA || feedsController || movingA > 0.8 * continuousA;
  return { idleA, movingA, stallA, oneStalledA, word: isBad ? "bad" : isClose ? "watch" : "good", reasons };
}
