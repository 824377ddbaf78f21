/**
 * How a board lies in its craft. Axes of the craft: x to the nose, y to the right, z down. A rotation is written row by row and takes a
 * vector in the board's axes into the craft's.
 */
export type Rotation = readonly [number, number, number, number, number, number, number, number, number];

/** Degrees, turned in the order yaw, pitch, roll, each about the axis as it lies by then; clockwise seen along the axis. */
export interface Angles {
  rollDeg: number;
  pitchDeg: number;
  yawDeg: number;
}

/** Set for a board whose arrow points to the nose. */
export const LEVEL: Angles = { rollDeg: 0, pitchDeg: 0, yawDeg: 0 };

/** How a technician says it: turned clockwise seen from above, upside down or not, and tilted nose up. */
export interface Lie {
  turnedDeg: number;
  isUpsideDown: boolean;
  /** The board's front edge is so much higher than its rear. */
  noseUpDeg: number;
}

const RAD = Math.PI / 180;

/**
 * The rotation of yaw, then pitch, then roll.
 *
 * @see Diebel, Representing Attitude: Euler Angles, Unit Quaternions, and Rotation Vectors, Stanford 2006, eq. 67 (sequence 1-2-3), transposed.
 */
export function rotationOf({ rollDeg, pitchDeg, yawDeg }: Angles): Rotation {
  const [cr, sr] = [Math.cos(rollDeg * RAD), Math.sin(rollDeg * RAD)];
  const [cp, sp] = [Math.cos(pitchDeg * RAD), Math.sin(pitchDeg * RAD)];
  const [cy, sy] = [Math.cos(yawDeg * RAD), Math.sin(yawDeg * RAD)];
  return [
    cp * cy,
    sr * sp * cy - cr * sy,
    cr * sp * cy + sr * sy,
    cp * sy,
    sr * sp * sy + cr * cy,
    cr * sp * sy - sr * cy,
    -sp,
    sr * cp,
    cr * cp,
  ];
}

/**
 * The angles of a rotation.
 *
 * @returns Roll and yaw from -180 to 180, pitch from -90 to 90 degrees. With the nose straight up or down roll and yaw turn about one
 *   axis: roll is 0 then.
 */
export function anglesOf(rotation: Rotation): Angles {
  const sinPitch = Math.min(1, Math.max(-1, -rotation[6]));
  if (Math.abs(sinPitch) > 1 - 1e-12) {
    const pitchDeg = sinPitch > 0 ? 90 : -90;
    return { rollDeg: 0, pitchDeg, yawDeg: Math.atan2(-rotation[1], rotation[4]) / RAD };
  }
  return {
    rollDeg: Math.atan2(rotation[7], rotation[8]) / RAD,
    pitchDeg: Math.asin(sinPitch) / RAD,
    yawDeg: Math.atan2(rotation[3], rotation[0]) / RAD,
  };
}

/** First `b`, then `a`. */
export function product(a: Rotation, b: Rotation): Rotation {
  const at = (row: number, column: number) =>
    a[row * 3]! * b[column]! + a[row * 3 + 1]! * b[3 + column]! + a[row * 3 + 2]! * b[6 + column]!;
  return [at(0, 0), at(0, 1), at(0, 2), at(1, 0), at(1, 1), at(1, 2), at(2, 0), at(2, 1), at(2, 2)];
}

/** The way back. */
export function inverse([a, b, c, d, e, f, g, h, i]: Rotation): Rotation {
  return [a, d, g, b, e, h, c, f, i];
}

/** A vector turned. */
export function turned(
  [a, b, c, d, e, f, g, h, i]: Rotation,
  [x, y, z]: readonly [number, number, number],
): [number, number, number] {
  return [a * x + b * y + c * z, d * x + e * y + f * z, g * x + h * y + i * z];
}

/**
 * The alignment of a board from how it lies: how far its arrow is turned from the nose, whether its top faces the ground, and how much its front
 * edge is raised.
 */
export function alignmentOf({ turnedDeg, isUpsideDown, noseUpDeg }: Lie): Rotation {
  // Laid flat and upside down first, about its own arrow; raised at the front; then turned on the deck.
  const flipped = rotationOf({ rollDeg: isUpsideDown ? 180 : 0, pitchDeg: 0, yawDeg: 0 });
  const raised = rotationOf({ rollDeg: 0, pitchDeg: noseUpDeg, yawDeg: 0 });
  const onDeck = rotationOf({ rollDeg: 0, pitchDeg: 0, yawDeg: turnedDeg });
  return product(onDeck, product(raised, flipped));
}

/**
 * The alignment of a board from how it lies beside the one it replaces: what was set for the old one and flew, with the new one counted from the old
 * one's arrow, top and front edge.
 */
export function alignmentBeside(old: Angles, lie: Lie): Rotation {
  return product(rotationOf(old), alignmentOf(lie));
}

/** What a board shows of a movement of its craft, and what it must show. */
export interface TiltTest {
  /** What the technician does. */
  movement: "nose down" | "right side down" | "nose to the right";
  /** What a board that is aligned so shows; null for hardly anything. */
  shows: string | null;
}

const SHOWN: readonly (readonly [string, string])[] = [
  ["right side down", "left side down"],
  ["nose up", "nose down"],
  ["nose to the right", "nose to the left"],
];

/**
 * What the horizon does when the craft is moved by hand, with the alignment that is set and the way the board really lies: an alignment that is wrong
 * shows another movement than the one that is made.
 */
export function tiltTests(real: Rotation, set: Rotation): TiltTest[] {
  const movements = [
    ["nose down", [0, -1, 0]],
    ["right side down", [1, 0, 0]],
    ["nose to the right", [0, 0, 1]],
  ] as const;
  return movements.map(([movement, axis]) => {
    const inBoard = turned(inverse(real), axis);
    const shown = turned(set, inBoard);
    const largest = shown.map(Math.abs).indexOf(Math.max(...shown.map(Math.abs)));
    return { movement, shows: SHOWN[largest]![shown[largest]! > 0 ? 0 : 1]! };
  });
}
