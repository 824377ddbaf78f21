import { trackOf } from "./trackOf";

const ROWS = 401;
const timeS = Float64Array.from({ length: ROWS }, (_, row) => row / 10);

describe("trackOf", () => {
  it("puts positions on a plane: a minute of latitude is a sea mile, one of longitude that times the cosine", () => {
    const latitude = Float64Array.from({ length: ROWS }, (_, row) => 60 + row / (ROWS - 1) / 60);
    const longitude = Float64Array.from({ length: ROWS }, (_, row) => 10 + row / (ROWS - 1) / 60);
    const track = trackOf({ timeS, latitude, longitude })!;
    expect(track.from).toBe("positions");
    // Sea mile 1,852 m by definition; the sphere here is 6,371 km, 0.1 % off.
    expect(track.northM.at(-1)! / 1852).toBeCloseTo(1, 2);
    expect(track.eastM.at(-1)! / (1852 / 2)).toBeCloseTo(1, 2);
  });

  it("leaves out places without a fix", () => {
    const latitude = Float64Array.from({ length: ROWS }, (_, row) => (row < 50 ? 0 : 48 + row * 1e-6));
    const longitude = Float64Array.from({ length: ROWS }, (_, row) => (row < 50 ? 0 : 11));
    const track = trackOf({ timeS, latitude, longitude })!;
    expect(track.timeS[0]).toBe(5);
    expect(Math.max(...track.northM)).toBeCloseTo(350e-6 * 111_195, 0);
  });

  it("adds up speed and course where there are no positions: a circle comes back to where it began", () => {
    const ground_speed = new Float64Array(ROWS).fill(10);
    const course = Float64Array.from(timeS, (at) => (at * 360) / 40);
    const track = trackOf({ timeS, ground_speed, course })!;
    expect(track.from).toBe("speed and course");
    expect(Math.hypot(track.eastM.at(-1)!, track.northM.at(-1)!)).toBeLessThan(3);
    // 400 m round: 127 m across
    expect(Math.max(...track.eastM)).toBeCloseTo(400 / Math.PI, 0);
  });

  it("keeps about as many points as are drawn, and says nothing of a craft that stood or a log without places", () => {
    const many = Float64Array.from({ length: 100_000 }, (_, row) => row / 100);
    const ground_speed = new Float64Array(100_000).fill(5);
    const course = new Float64Array(100_000);
    expect(trackOf({ timeS: many, ground_speed, course })!.timeS.length).toBeLessThan(700);
    expect(trackOf({ timeS, ground_speed: new Float64Array(ROWS), course: new Float64Array(ROWS) })).toBeNull();
    expect(trackOf({ timeS, course })).toBeNull();
  });
});
