import { trackPicture } from "./trackPicture";

/** A square of 200 m, from its south-west corner round by north. */
const square = {
  timeS: Float64Array.of(0, 10, 20, 30),
  eastM: Float64Array.of(0, 0, 200, 200),
  northM: Float64Array.of(0, 200, 200, 0),
  from: "positions" as const,
};

describe("trackPicture", () => {
  it("draws north up and both directions by one scale, within its height", () => {
    const { path, heightPx } = trackPicture(square, 0);
    const points = path.slice(1).split("L").map((each) => each.split(" ").map(Number)); // prettier-ignore
    expect(points[1]![1]).toBeLessThan(points[0]![1]!);
    expect(points[2]![0]! - points[1]![0]!).toBeCloseTo(points[0]![1]! - points[1]![1]!, 6);
    expect(points.every(([x, y]) => x! > 0 && y! > 0 && y! < heightPx)).toBe(true);
  });

  it("puts the craft where it was at the moment, at its end after the last", () => {
    const place = (atS: number) => trackPicture(square, atS).here;
    expect(place(10)).toEqual(place(9.5));
    expect(place(99)).toEqual(place(30));
    expect(place(10)[1]).toBeLessThan(place(0)[1]);
  });

  it("has a scale of a round length that is drawn as long as it is", () => {
    const { scaleM, scalePx, path } = trackPicture(square, 0);
    const [first, second] = path.slice(1).split("L").map((each) => Number(each.split(" ")[1])); // prettier-ignore
    expect([1, 2, 5]).toContain(scaleM / 10 ** Math.floor(Math.log10(scaleM)));
    expect(scalePx / (first! - second!)).toBeCloseTo(scaleM / 200, 3);
  });
});
