import { seededRandom } from "../../random";
import { G } from "../flightMath";
import { type Blades, FlyingHelicopter, GOVERNED_RAD_S } from "./FlyingHelicopter";
import { HelicopterPilot } from "./HelicopterPilot";

const DT = 1 / 1000;
const SOUND = { shakeG: 0, packOhm: 1 };
const flown = (seconds: number, ills = SOUND, gustMs = 0) => {
  const body = new FlyingHelicopter(seededRandom(2), gustMs, ills);
  const pilot = new HelicopterPilot(body, "hover", { tailSign: 1, tailGain: 1 }, 60);
  for (let t = 0; t < seconds; t += DT) {
    pilot.step(t, DT);
    body.fly(DT, pilot.blades);
  }
  return { body, pilot };
};

describe("FlyingHelicopter", () => {
  it("hovers at the governed speed of its head, lifting its weight", () => {
    const { body, pilot } = flown(30);
    expect(body.h).toBeGreaterThan(5);
    expect(Math.abs(body.climb)).toBeLessThan(0.05);
    expect(body.head / GOVERNED_RAD_S).toBeCloseTo(1, 1);
    expect(body.lift / (body.massKg * G)).toBeCloseTo(1, 1);
    expect((pilot.blades.collective * 180) / Math.PI).toBeGreaterThan(4);
    expect((pilot.blades.collective * 180) / Math.PI).toBeLessThan(8);
  });

  it("takes the power in hover that momentum theory asks for, and what the blades' drag and the pack lose", () => {
    const { body } = flown(30);
    // v = √(T/2ρA), P = T·v: W. Johnson, Helicopter Theory, section 2-1.
    const ideal = body.lift * Math.sqrt(body.lift / (2 * 1.225 * Math.PI * 0.78 ** 2));
    const taken = body.volts * body.amps;
    // A small rotor's figure of merit. Common practice, no published source.
    expect(ideal / taken).toBeGreaterThan(0.2);
    expect(ideal / taken).toBeLessThan(0.5);
  });

  it("keeps its nose where it is while the tail holds, and turns against the head's way when it gives in", () => {
    const { body, pilot } = flown(20);
    expect(Math.abs(body.w[2]!)).toBeLessThan(0.1);
    const without: Blades = { ...pilot.blades, tail: 0 };
    for (let t = 0; t < 0.3; t += DT) body.fly(DT, without);
    expect(body.w[2]!).toBeLessThan(-1);
  });

  it("comes down without its drive, its head turning on", () => {
    const { body, pilot } = flown(20);
    for (let t = 0; t < 0.8; t += DT) body.fly(DT, { ...pilot.blades, drive: 0 });
    expect(body.climb).toBeLessThan(-0.3);
    expect(body.head).toBeGreaterThan(0.6 * GOVERNED_RAD_S);
  });

  it("sags more with an old pack, and keeps account of what it drew", () => {
    const [sound, old] = [flown(25).body, flown(25, { ...SOUND, packOhm: 4 }).body];
    expect(old.volts).toBeLessThan(sound.volts - 0.5);
    expect(sound.drawnMah).toBeGreaterThan(30);
    expect(sound.drawnMah).toBeLessThan(100);
  });
});
