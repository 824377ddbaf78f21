import { seededRandom } from "../random";
import { type FlightPlan, illsOf } from "./flightIlls";
import { DEG, G } from "./flightMath";
import { FlyingCraft } from "./FlyingCraft";
import { ROTORCRAFT } from "./rotorcraft";

const DT = 1 / 1000;

function craftOf(over: Partial<FlightPlan> = {}): FlyingCraft {
  const plan: FlightPlan = {
    craft: ROTORCRAFT[0]!,
    style: "hover",
    fault: null,
    severity: 1,
    rateHz: 250,
    seconds: 30,
    random: seededRandom(3),
    ...over,
  };
  return new FlyingCraft(plan, illsOf(plan));
}

/** Flies for some seconds with one output for all motors, or one for each. */
function fly(body: FlyingCraft, seconds: number, outputs: (at: number) => number): void {
  const own = body.craft.arms.map((_, at) => outputs(at));
  for (let step = 0; step < seconds / DT; step++) body.fly(step * DT, DT, own);
}

describe("FlyingCraft", () => {
  it("falls as the textbook says: with drag in proportion to speed", () => {
    const body = craftOf();
    body.h = 50;
    fly(body, 1, () => 0);
    // v = −(g/k)·(1 − e^(−kt)) with k = 0.35 per second
    expect(body.vertical).toBeCloseTo((-G / 0.35) * (1 - Math.exp(-0.35)), 1);
    expect(body.h).toBeLessThan(50 - 4);
  });

  it("stands on the ground until its rotors lift it, and is over when it hits it hard", () => {
    const body = craftOf();
    fly(body, 1, () => 0.05);
    expect([body.h, body.onGround, body.isOver]).toEqual([0, true, false]);
    fly(body, 1, () => 0.9);
    expect(body.h).toBeGreaterThan(1);
    body.h = 30;
    fly(body, 5, () => 0);
    expect([body.onGround, body.isOver]).toEqual([true, true]);
  });

  it("turns toward the side whose rotors push less, by the arms' geometry", () => {
    const body = craftOf();
    body.h = 100;
    const right = (at: number) => body.y[at]! > 0;
    fly(body, 0.15, (at) => (right(at) ? 0.3 : 0.4));
    expect(body.angles()[0] * DEG).toBeGreaterThan(5); // right side down is a positive roll
    expect(Math.abs(body.angles()[1] * DEG)).toBeLessThan(10);
  });

  it("drains its pack by what it draws, and sags under load", () => {
    const body = craftOf();
    const restingV = body.volts;
    fly(body, 10, () => 0.5);
    expect(body.amps).toBeGreaterThan(1);
    expect(body.volts).toBeLessThan(restingV);
    expect(body.drawnMah).toBeCloseTo((body.amps * 10) / 3.6, -1);
  });

  it("draws nothing by chance but from its own source: one seed, one flight", () => {
    const [a, b] = [craftOf(), craftOf()];
    for (const body of [a, b]) fly(body, 2, () => 0.6);
    expect(a.angles()).toEqual(b.angles());
  });
});
