import { viewOfChannels } from "./flightView.fixture";
import { thinnedView } from "./thinnedView";

const rows = Array.from({ length: 4003 }, (_, row) => row);
const half = Float64Array.from(rows, () => 0.5);
const viewAt = (rateHz: number) =>
  viewOfChannels(
    {
      gyro_roll: Float64Array.from(rows, (row) => (row % 2 ? 10 : -10) + row),
      motor_1: half,
      motor_2: half,
      motor_3: half,
    },
    rateHz,
    "multirotor",
  );

describe("a fast log for slow questions", () => {
  it("is given in means of a few rows, its time and its flights with it", () => {
    const whole = viewAt(1000);
    const thin = thinnedView(whole);
    expect(thin.rateHz).toBe(250);
    expect(thin.timeS).toHaveLength(1000);
    expect(thin.timeS[0]).toBeCloseTo(0.0015, 9);
    expect(thin.gyro.roll![10]).toBeCloseTo(41.5, 9); // rows 40 to 43; the shaking is gone
    expect(thin.channel("gyro_roll")).toBe(thin.gyro.roll);
    const [flight, of] = [thin.flights.at(-1)!, whole.flights.at(-1)!];
    expect(flight.to).toBeLessThanOrEqual(1000);
    expect(thin.timeS[flight.from]! - whole.timeS[of.from]!).toBeLessThan(0.005);
  });

  it("is left as it is where it is slow enough", () => {
    const slow = viewAt(400);
    expect(thinnedView(slow)).toBe(slow);
  });
});
