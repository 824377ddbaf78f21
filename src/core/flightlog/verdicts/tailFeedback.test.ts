import { gaussian, seededRandom } from "@/sim/random";
import { viewOfChannels } from "../flightView.fixture";
import { tailFeedback } from "./tailFeedback";

const RATE_HZ = 100;
const SPIN_FROM_S = 40;

/**
 * A helicopter's nose by one equation, ω' = N·δ − d·ω + gusts, with a gyro that works against the turn until it is reversed, fails or is left
 * alone. From R. W. Prouty, Helicopter Performance, Stability and Control, chapter on yaw (first order in rate). From memory.
 *
 * @param later - What the gyro makes of the turn from the fortieth second on, in tail per degree a second.
 * @param push - What turns the craft from then on besides, deg/s².
 */
function tailFlight({
  later,
  push = 0,
  way = 1,
  asked = 0,
}: {
  later: number;
  push?: number;
  way?: 1 | -1;
  asked?: number;
}) {
  const random = seededRandom(3);
  const rows = 50 * RATE_HZ;
  const make = () => new Float64Array(rows);
  const [rate, tail, stick, throttle] = [make(), make(), make(), make()];
  let turning = 0;
  for (let row = 0; row < rows; row++) {
    const at = row / RATE_HZ;
    const isFlying = at > 2;
    throttle[row] = isFlying ? 0.6 : 0;
    stick[row] = at > SPIN_FROM_S ? asked : 0;
    const gain = at > SPIN_FROM_S ? later : -0.01;
    // Small movements of the pilot's foot let it be seen what the tail does.
    const foot = isFlying ? 0.1 * Math.sin(1.7 * at) + 0.05 * Math.sin(4.1 * at) : 0;
    tail[row] = way * Math.max(-1, Math.min(1, gain * turning + foot));
    const force = at > SPIN_FROM_S ? push : 0;
    if (isFlying)
      turning += (way * tail[row]! * 900 - 3 * turning + force) / RATE_HZ + (8 * gaussian(random)) / Math.sqrt(RATE_HZ);
    rate[row] = turning + 0.5 * gaussian(random);
  }
  const altitude = throttle.map((each) => (each > 0 ? 10 : 0));
  const channels = {
    gyro_yaw: rate,
    rudder: tail,
    stick_yaw: stick,
    throttle,
    altitude,
    head_speed: throttle.map((each) => each * 3000),
  };
  return viewOfChannels(channels, RATE_HZ, "helicopter");
}

describe("the gyro of a helicopter's tail", () => {
  it.each([1, -1] as const)("is called reversed where the tail goes with a turn that runs away, counted %d", (way) => {
    expect(tailFeedback(tailFlight({ later: 0.02, way }))).toMatchObject([
      { code: "feedback-reversed", severity: "fault", axis: "yaw" },
    ]);
  });

  it("is not where the tail goes against the turn and cannot hold it: a belt, a blade", () => {
    expect(tailFeedback(tailFlight({ later: -0.01, push: 4000 }))).toEqual([]);
  });

  it("is not where the pilot asks for the turn, or where it never turns", () => {
    expect(tailFeedback(tailFlight({ later: 0.02, asked: 0.8 }))).toEqual([]);
    expect(tailFeedback(tailFlight({ later: -0.01 }))).toEqual([]);
  });
});
