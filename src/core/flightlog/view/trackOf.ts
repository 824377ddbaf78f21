/** Where a craft flew over the ground, from where it stood first. */
export interface Track {
  timeS: Float64Array;
  eastM: Float64Array;
  northM: Float64Array;
  /** Positions of the log, or speed and course added up, which drifts. */
  from: "positions" | "speed and course";
}

/** What a track may be made of, row for row; without blanks. */
export interface TrackChannels {
  timeS: Float64Array;
  /** Degrees. */
  latitude?: Float64Array | undefined;
  longitude?: Float64Array | undefined;
  /** Over ground, m/s, and where to, degrees clockwise from north. */
  ground_speed?: Float64Array | undefined;
  course?: Float64Array | undefined;
}

const EARTH_M = 6_371_000;
const RAD = Math.PI / 180;
/** A craft that moved less than this stood, for all that its receiver can tell. */
const LEAST_WAY_M = 3;
/** A longer break is not flown through. */
const LONGEST_STEP_S = 2;

/**
 * The way over ground, as points apart by equal numbers of rows. A place flat enough for a model craft's flight is taken as a plane.
 *
 * @param points - About as many as are drawn.
 * @returns null where the log has neither positions nor speed with course, or the craft did not move.
 */
export function trackOf(channels: TrackChannels, points = 600): Track | null {
  const step = Math.max(1, Math.floor(channels.timeS.length / points));
  const track = fromPositions(channels, step) ?? fromCourse(channels, step);
  if (!track) return null;
  const hasMoved = track.eastM.some((east, at) => Math.hypot(east, track.northM[at]!) > LEAST_WAY_M);
  return hasMoved ? track : null;
}

function fromPositions({ timeS, latitude, longitude }: TrackChannels, step: number): Track | null {
  if (!latitude || !longitude) return null;
  const rows: number[] = [];
  for (let row = 0; row < timeS.length; row += step) if (isFix(latitude[row]!, longitude[row]!)) rows.push(row);
  const first = rows[0];
  if (first === undefined) return null;
  const perDegree = EARTH_M * RAD;
  const narrow = Math.cos(latitude[first]! * RAD);
  return {
    timeS: Float64Array.from(rows, (row) => timeS[row]!),
    eastM: Float64Array.from(rows, (row) => (longitude[row]! - longitude[first]!) * perDegree * narrow),
    northM: Float64Array.from(rows, (row) => (latitude[row]! - latitude[first]!) * perDegree),
    from: "positions",
  };
}

/** Receivers without a fix say 0, 0. */
function isFix(latitude: number, longitude: number): boolean {
  return Number.isFinite(longitude) && Math.abs(latitude) <= 90 && (latitude !== 0 || longitude !== 0);
}

function fromCourse({ timeS, ground_speed: speed, course }: TrackChannels, step: number): Track | null {
  if (!speed || !course) return null;
  const points: [number, number, number][] = [];
  let [east, north] = [0, 0];
  for (let row = 0; row < timeS.length; row++) {
    const stepS = row > 0 ? timeS[row]! - timeS[row - 1]! : 0;
    if (stepS > 0 && stepS <= LONGEST_STEP_S && Number.isFinite(speed[row]! * course[row]!)) {
      east += speed[row]! * stepS * Math.sin(course[row]! * RAD);
      north += speed[row]! * stepS * Math.cos(course[row]! * RAD);
    }
    if (row % step === 0) points.push([timeS[row]!, east, north]);
  }
  const column = (at: number) => Float64Array.from(points, (point) => point[at]!);
  return { timeS: column(0), eastM: column(1), northM: column(2), from: "speed and course" };
}
