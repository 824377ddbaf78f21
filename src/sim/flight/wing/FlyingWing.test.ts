import { seededRandom } from "../../random";
import { DEG } from "../flightMath";
import { FlyingWing, type Surfaces } from "./FlyingWing";

const DT = 1 / 500;
const GLIDE: Surfaces = { elevator: -0.06, aileron: 0, rudder: 0, throttle: 0 };
const still = (pitchStability = 1) => new FlyingWing(seededRandom(1), [0, 0], 0, pitchStability);

function launched(seconds: number, surfaces: Surfaces, body = still()): FlyingWing {
  body.launch();
  body.h = 500;
  for (let at = 0; at < seconds; at += DT) body.fly(DT, surfaces);
  return body;
}

describe("FlyingWing", () => {
  it("stands still until it is thrown", () => {
    const body = still();
    for (let at = 0; at < 2; at += DT) body.fly(DT, { ...GLIDE, throttle: 1 });
    expect([body.north, body.h, body.airspeed]).toEqual([0, 0, 0]);
  });

  it("settles in a glide whose sink is its speed over its lift to drag", () => {
    const body = launched(40, GLIDE);
    const before = body.h;
    const [north] = [body.north];
    for (let at = 0; at < 20; at += DT) body.fly(DT, GLIDE);
    // In a steady glide the way forward over the way down is lift over drag, the same as the felt forces say.
    const [forward, , down] = body.felt;
    const pitch = body.angles()[1];
    const glide = (body.north - north) / (before - body.h);
    const path = Math.atan(1 / glide);
    const alpha = pitch + path;
    const lift = -down * Math.cos(alpha) + forward * Math.sin(alpha);
    const drag = -forward * Math.cos(alpha) - down * Math.sin(alpha);
    expect(glide).toBeCloseTo(lift / drag, 0);
    expect(glide).toBeGreaterThan(6);
    expect(glide).toBeLessThan(16);
  });

  it("turns as the textbook says: g tan(bank) over speed", () => {
    const body = launched(20, { ...GLIDE, throttle: 0.5 });
    let heading = body.angles()[2];
    let [turned, expected] = [0, 0];
    for (let at = 0; at < 6; at += DT) {
      const [roll] = body.angles();
      // Holds 30° of bank by hand.
      const aileron = 0.5 * (30 / DEG - roll) - 0.08 * body.w[0];
      body.fly(DT, { elevator: -0.09, aileron, rudder: 0, throttle: 0.6 });
      const now = body.angles()[2];
      const step = Math.atan2(Math.sin(now - heading), Math.cos(now - heading));
      heading = now;
      if (at < 2) continue;
      turned += step;
      expected += (DT * 9.80665 * Math.tan(body.angles()[0])) / body.airspeed;
    }
    expect(turned / expected).toBeGreaterThan(0.85);
    expect(turned / expected).toBeLessThan(1.15);
  });

  it("comes back by itself after a push, and runs away tail-heavy", () => {
    const pushed = (body: FlyingWing) => {
      launched(15, { ...GLIDE, throttle: 0.45 }, body);
      body.w[1] += 0.3;
      const before = body.angles()[1];
      let most = 0;
      for (let at = 0; at < 1.2; at += DT) {
        body.fly(DT, { ...GLIDE, throttle: 0.45 });
        most = Math.max(most, Math.abs(body.angles()[1] - before));
      }
      return most * DEG;
    };
    expect(pushed(still())).toBeLessThan(12);
    const heavy = still(-1.5);
    heavy.launch();
    heavy.h = 500;
    heavy.w[1] += 0.1;
    for (let at = 0; at < 2.5; at += DT) heavy.fly(DT, { ...GLIDE, throttle: 0.45 });
    expect(Math.abs(heavy.angles()[1]) * DEG).toBeGreaterThan(25);
  });

  it("draws from its pack what its motor takes", () => {
    const body = launched(10, { ...GLIDE, throttle: 0.5 });
    expect(body.drawnMah).toBeCloseTo((body.amps * 10) / 3.6, 0);
  });
});
