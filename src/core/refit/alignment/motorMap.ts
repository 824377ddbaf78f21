import { type LayoutMotor, type MotorLayout } from "./motorLayouts";

/** By output number: which motor of the layout hangs on it. */
export type Numbering = Readonly<Record<number, string>>;

/** What is to be done for one motor. */
export interface MotorStep {
  motor: string;
  oldOutput: number;
  newOutput: number;
  /** Its direction as it must be with the props that are fitted. */
  turns: "clockwise" | "counter-clockwise" | "either way";
  /** Its lead moves, or the numbering is set so. */
  isMoved: boolean;
  /** Two of its three leads change places, or its direction is set the other way. */
  isReversed: boolean;
}

/** Props turning in at the front as the layouts are written, or all the other way. */
export type PropsTurn = "in" | "out";

/**
 * What a new board's numbering asks of each motor: which output its lead goes to, and whether it must turn the other way.
 *
 * @param oldNumbers, newNumbers - Which motor each output of the old and of the new board drives.
 * @param was, becomes - Which way the props turned, and shall turn.
 * @returns In the order of the new outputs. A motor that a numbering leaves out is not listed.
 */
export function motorSteps(
  layout: MotorLayout,
  oldNumbers: Numbering,
  newNumbers: Numbering,
  was: PropsTurn,
  becomes: PropsTurn,
): MotorStep[] {
  const outputOf = (numbers: Numbering, motor: string) =>
    Number(Object.entries(numbers).find(([, each]) => each === motor)?.[0] ?? NaN);
  return layout.motors
    .map((motor) => ({
      motor: motor.id,
      oldOutput: outputOf(oldNumbers, motor.id),
      newOutput: outputOf(newNumbers, motor.id),
      turns: directionWords(motor, becomes),
      isMoved: outputOf(oldNumbers, motor.id) !== outputOf(newNumbers, motor.id),
      isReversed: motor.turns !== 0 && was !== becomes,
    }))
    .filter(({ oldOutput, newOutput }) => !Number.isNaN(oldOutput) && !Number.isNaN(newOutput))
    .sort((a, b) => a.newOutput - b.newOutput);
}

function directionWords({ turns }: LayoutMotor, props: PropsTurn): MotorStep["turns"] {
  if (turns === 0) return "either way";
  return turns * (props === "in" ? 1 : -1) > 0 ? "clockwise" : "counter-clockwise";
}

/** How much of each axis a motor is told to give: raise it and the craft rolls, pitches and yaws so. */
export interface Mix {
  roll: number;
  pitch: number;
  yaw: number;
}

/**
 * The mix of a motor by geometry: thrust raises its own side, and the frame turns against its prop. Roll is right side down, pitch nose up, yaw nose
 * right.
 */
export function mixOf({ x, y, turns }: LayoutMotor, props: PropsTurn): Mix {
  return { roll: -y, pitch: x, yaw: -turns * (props === "in" ? 1 : -1) };
}
