import { mean } from "simple-statistics";
import { type Plateau } from "./servoPlateaus";

/**
 * Where it stands at the middle pulse, read beside it and nowhere else: a servo that turns further one way has a line whose middle is
 * not its own. On the way up and on the way down it stands apart by its play, so the middle lies between the two.
 *
 * @returns null where no way leads through the middle.
 */
export function centreOf(plateaus: readonly Plateau[], centreUs: number): number | null {
  const ways = ([1, -1] as const).map((way) => {
    const own = plateaus.filter(({ came }) => came === way).toSorted((a, b) => a.pulseUs - b.pulseUs);
    const below = own.findLast(({ pulseUs }) => pulseUs <= centreUs);
    const above = own.find(({ pulseUs }) => pulseUs >= centreUs);
    if (!below || !above) return null;
    const width = above.pulseUs - below.pulseUs;
    const share = width === 0 ? 0 : (centreUs - below.pulseUs) / width;
    return below.angleDeg + share * (above.angleDeg - below.angleDeg);
  });
  const through = ways.filter((way) => way !== null);
  return through.length === 0 ? null : mean(through);
}

/** How far it goes either way from its centre; null when the readings lie on one side only. */
export function travelOf(plateaus: readonly Plateau[], centreDeg: number, centreUs: number): Travel | null {
  const above = plateaus.filter(({ pulseUs }) => pulseUs > centreUs + 50);
  const below = plateaus.filter(({ pulseUs }) => pulseUs < centreUs - 50);
  if (above.length === 0 || below.length === 0) return null;
  const angle = ({ angleDeg }: Plateau) => Math.abs(angleDeg - centreDeg);
  const furthest = (side: readonly Plateau[]) => side.reduce((most, each) => (angle(each) > angle(most) ? each : most));
  const perUs = (plateau: Plateau) => angle(plateau) / Math.abs(plateau.pulseUs - centreUs);
  const [up, down] = [furthest(above), furthest(below)];
  return { up: angle(up), down: angle(down), upPerUs: perUs(up), downPerUs: perUs(down) };
}

/** Degrees either way from the centre, and for each µs of pulse. */
export interface Travel {
  up: number;
  down: number;
  upPerUs: number;
  downPerUs: number;
}
