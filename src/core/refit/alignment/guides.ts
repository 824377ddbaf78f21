import { alignmentBeside, type Angles, anglesOf, LEVEL, type Lie, rotationOf, tiltTests } from "./alignment";
import { type MotorLayout } from "./motorLayouts";
import { motorSteps, type Numbering, type PropsTurn } from "./motorMap";

/**
 * What to set for a board that lies so, and what it would show unset: a sentence each.
 *
 * @param old - What was set for the board that came out, where the new one's lie is counted from it.
 */
export function alignmentGuide(lie: Lie, old?: Angles): string[] {
  const real = alignmentBeside(old ?? LEVEL, lie);
  const unset = tiltTests(real, rotationOf(LEVEL)).filter(({ movement, shows }) => movement !== shows);
  return [
    `Set ${anglesText(anglesOf(real))}.`,
    ...(old ? [`Counted from the old board, which was set ${anglesText(old)}.`] : []),
    ...unset.map(({ movement, shows }) => `Not set, ${movement} would show ${shows}.`),
  ];
}

function anglesText({ rollDeg, pitchDeg, yawDeg }: Angles): string {
  return `roll ${degrees(rollDeg)}, pitch ${degrees(pitchDeg)}, yaw ${degrees(yawDeg)}`;
}

function degrees(value: number): string {
  const rounded = Math.round(value * 10) / 10;
  return `${rounded === 0 ? 0 : rounded}°`;
}

/** Each output of the new board with its motor and direction, and what is to be done for it. */
export function motorGuide(
  layout: MotorLayout,
  before: readonly string[],
  after: readonly string[],
  was: PropsTurn,
  becomes: PropsTurn,
): string[] {
  return motorSteps(layout, numbered(before), numbered(after), was, becomes).map(
    ({ motor, oldOutput, newOutput, turns, isMoved, isReversed }) =>
      [
        `Output ${newOutput}: ${motor}, ${turns === "either way" ? "turning either way" : turns}`,
        isMoved ? `was output ${oldOutput}` : "",
        isReversed ? "set its direction the other way, or change two of its leads" : "",
      ]
        .filter(Boolean)
        .join("; ") + ".",
  );
}

/** Outputs from 1 on. */
function numbered(order: readonly string[]): Numbering {
  return Object.fromEntries(order.map((motor, index) => [index + 1, motor]));
}
