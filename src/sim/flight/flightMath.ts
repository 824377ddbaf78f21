/** What the parts of the simulated flight reckon with. */
export const G = 9.80665;
export const DEG = 180 / Math.PI;
export const bound = (value: number, low: number, high: number) => Math.max(low, Math.min(high, value));

/** Roll, pitch and yaw of a quaternion, rad. */
export function anglesOf([a, b, c, d]: readonly number[]): [number, number, number] {
  return [
    Math.atan2(2 * (a! * b! + c! * d!), 1 - 2 * (b! * b! + c! * c!)),
    Math.asin(bound(2 * (a! * c! - d! * b!), -1, 1)),
    Math.atan2(2 * (a! * d! + b! * c!), 1 - 2 * (c! * c! + d! * d!)),
  ];
}

/** q' = q + ½ q ⊗ (0, ω) dt, brought back to length one. */
export function turnedOn([a, b, c, d]: readonly number[], w: readonly number[], dt: number): number[] {
  const [x, y, z] = [w[0]! * dt * 0.5, w[1]! * dt * 0.5, w[2]! * dt * 0.5];
  const next = [
    a! - b! * x - c! * y - d! * z,
    b! + a! * x + c! * z - d! * y,
    c! + a! * y + d! * x - b! * z,
    d! + a! * z + b! * y - c! * x,
  ];
  const length = Math.hypot(...next);
  return next.map((each) => each / length);
}
