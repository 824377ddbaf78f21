import { withElevons } from "./elevons";

const ROWS = 400;
const wave = (period: number, size = 1) =>
  Float64Array.from({ length: ROWS }, (_, row) => size * Math.sin((2 * Math.PI * row) / period));
/** A rate whose change is the elevator's deflection. */
const pitchRate = wave(50).map((_, row) => -Math.cos((2 * Math.PI * row) / 50) * 8);

describe("elevons", () => {
  const [up, bank] = [wave(50), wave(33, 0.7)];
  const plus = up.map((each, row) => each + bank[row]!);
  const minus = up.map((each, row) => each - bank[row]!);

  it.each([
    ["together", plus, minus, up],
    ["against each other, where a servo lies the other way", plus, minus.map((each) => -each), up],
  ])("are an elevator by what they do %s", (_, one, two, elevator) => {
    const { channels, assumptions } = withElevons(
      new Map([
        ["elevon_1", one],
        ["elevon_2", two],
        ["gyro_pitch", pitchRate],
      ]),
      100,
    );
    channels.get("elevator")!.forEach((each, row) => expect(each).toBeCloseTo(elevator[row]!, 9));
    expect(assumptions).toHaveLength(1);
  });

  it("leave a log with surfaces of its own alone", () => {
    const log = new Map([
      ["elevon_1", plus],
      ["elevon_2", minus],
      ["gyro_pitch", pitchRate],
      ["elevator", up],
    ]);
    expect(withElevons(log, 100).channels).toBe(log);
  });
});
