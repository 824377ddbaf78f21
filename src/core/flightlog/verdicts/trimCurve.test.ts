import { gaussian, seededRandom } from "@/sim/random";
import { viewOfChannels } from "../flightView.fixture";
import { tailHeavy } from "./tailHeavy";
import { trimCurve } from "./trimCurve";

const RATE_HZ = 50;
/** Pitching moments of the textbook's steady flight: by lift, by elevator (for each degree) and by the thrust line. */
interface Wing {
  /** Static margin: how much the moment falls for each unit of lift coefficient; below 0 it rises. */
  margin: number;
  /** Sign of the elevator's column: 1 where more is nose-up. */
  way?: 1 | -1;
  /** What full throttle does to the moment. */
  thrustLine?: number;
  hasAirspeed?: boolean;
  holdsOneSpeed?: boolean;
  /** True where the recorder counts nose-down as positive. */
  countsNoseDown?: boolean;
  seconds?: number;
}

/**
 * A wing that is flown faster and slower, straight and in turns, its elevator where the balance of moments wants it:
 * 0 = Cm0 − margin·CL + 0.02·δ + thrustLine·throttle, from R. C. Nelson, Flight Stability and Automatic Control, section 2.3. From memory.
 * Small jabs let it be seen what the elevator does.
 */
function steadyFlight({
  margin,
  way = 1,
  thrustLine = 0,
  hasAirspeed = true,
  holdsOneSpeed = false,
  countsNoseDown = false,
  seconds = 120,
}: Wing) {
  const random = seededRandom(4);
  const rows = seconds * RATE_HZ;
  const make = () => new Float64Array(rows);
  const [rate, elevator, load, air, throttle, roll] = [make(), make(), make(), make(), make(), make()];
  const counted = countsNoseDown ? -1 : 1;
  let [turning, jab] = [0, 0];
  for (let row = 0; row < rows; row++) {
    const at = row / RATE_HZ;
    const speed = holdsOneSpeed ? 15 : 15 + 4 * Math.sin(at / 7);
    const weight = holdsOneSpeed ? 1 : Math.floor(at / 9) % 3 === 1 ? 1.25 : 1;
    const lift = 0.5 * weight * (15 / speed) ** 2;
    throttle[row] = 0.5 + 0.2 * Math.sin(at / 5.3);
    jab += (0.6 * gaussian(random) - jab) * 0.2;
    elevator[row] = way * ((margin * lift - thrustLine * throttle[row]!) / 0.02 + jab);
    turning += (8 * jab - 6 * turning) / RATE_HZ + 0.02 * gaussian(random);
    // In a turn that carries so many weights the wing banks by arccos of one over them, and its nose goes up all along.
    const bank = Math.acos(1 / weight) * (Math.floor(at / 27) % 2 ? 1 : -1);
    const inTurn = ((9.81 * Math.tan(bank) * Math.sin(bank)) / speed) * (180 / Math.PI);
    roll[row] = bank * (180 / Math.PI) + 0.2 * gaussian(random);
    rate[row] = counted * (10 * turning + inTurn) + 0.5 * gaussian(random);
    load[row] = weight + 0.04 * gaussian(random);
    air[row] = speed + 0.3 * gaussian(random);
  }
  const channels = {
    gyro_pitch: rate,
    elevator,
    acc_z: load,
    throttle,
    roll,
    pitch: make(),
    altitude: make().fill(40),
    ...(hasAirspeed && { airspeed: air }),
  };
  return viewOfChannels(channels, RATE_HZ, "fixed-wing");
}

describe("the trim curve of a wing", () => {
  it.each([0.1, -0.1])("has the slope that a static margin of %f gives", (margin) => {
    const curve = trimCurve(steadyFlight({ margin }))!;
    // A unit of lift coefficient is two weights at the usual speed here.
    expect(curve.slopeDeg).toBeCloseTo((0.5 * margin) / 0.02, 0);
    expect(curve.rSquared).toBeGreaterThan(0.9);
  });

  it("does not depend on which way the elevator is counted", () => {
    const [up, down] = [steadyFlight({ margin: -0.1 }), steadyFlight({ margin: -0.1, way: -1 })].map(trimCurve);
    expect(down!.slopeDeg).toBeCloseTo(up!.slopeDeg, 1);
  });

  it("does not depend on which way the pitch rate is counted, and is not there where that cannot be told", () => {
    const [up, down] = [steadyFlight({ margin: 0.1 }), steadyFlight({ margin: 0.1, countsNoseDown: true })];
    expect(trimCurve(down)!.slopeDeg).toBeCloseTo(trimCurve(up)!.slopeDeg, 1);
    expect(tailHeavy(down)).toEqual([]);
    expect(trimCurve(steadyFlight({ margin: 0.1, holdsOneSpeed: true }))).toBeNull();
  });

  it("names a craft behind its neutral point tail-heavy, and none before it, thrust line or not", () => {
    for (const thrustLine of [0, 0.1, -0.1]) {
      expect(tailHeavy(steadyFlight({ margin: 0.08, thrustLine }))).toEqual([]);
      expect(tailHeavy(steadyFlight({ margin: -0.08, thrustLine }))).toMatchObject([
        { code: "unstable-opposed", severity: "fault", axis: "pitch" },
      ]);
    }
  });

  it("is asked of twenty minutes in seconds, where the log lacks what was asked of the craft", () => {
    const flight = steadyFlight({ margin: -0.08, seconds: 1200 });
    const startedMs = performance.now();
    expect(tailHeavy(flight)).toHaveLength(1);
    expect(performance.now() - startedMs).toBeLessThan(15_000); // minutes where the whole flight is sorted for each row
  });

  it("says nothing of a craft that was flown at one speed straight on", () => {
    expect(tailHeavy(steadyFlight({ margin: -0.1, holdsOneSpeed: true }))).toEqual([]);
  });

  it("says nothing without an airspeed", () => {
    expect(trimCurve(steadyFlight({ margin: -0.1, hasAirspeed: false }))).toBeNull();
  });
});
