import { gaussian, seededRandom } from "../../../../sim/random";
import { type Columns } from "../../../series/columns";
import { measureColumns } from "../measureColumns";
import { reduceAcceleration } from "./reduceAcceleration";

const RATE_HZ = 1000;
const THROTTLES = [0, 0.3, 0.45, 0.6, 0.75, 0.9, 1];

/** A sweep of some motors recorded at 1 kHz, each throttle held for 1.6 s; the motor named in `off` rumbles or shakes. */
function recorded({ motors = 4, rumbles = 0, shakes = 0, off = 2 } = {}): Columns {
  const random = seededRandom(11);
  const names = ["time", "motor", "throttle", "voltage", "current", "speed", "acceleration"];
  const columns = new Map<string, number[]>(names.map((name) => [name, []]));
  const add = (row: Record<string, number>) => names.forEach((name) => columns.get(name)!.push(row[name]!));
  let timeS = 0;
  for (let motor = 1; motor <= motors; motor++)
    for (const throttle of THROTTLES) {
      const voltage = 16 - 1.5 * throttle;
      // A motor of 1500 rpm/V, 80 mΩ, 0.8 A, with a prop whose torque goes with the square of the speed.
      let amps = 0;
      for (let round = 0; round < 200; round++) {
        const rpm = 1500 * Math.max(0, throttle * voltage - 0.08 * amps);
        amps = 0.9 * amps + 0.1 * (0.8 + 4.2e-8 * rpm ** 2);
      }
      const rpm = throttle === 0 ? 0 : 1500 * (throttle * voltage - 0.08 * amps);
      const perS2 = (rpm / 60) ** 2;
      const once = 1e-4 * perS2 * (motor === off && shakes ? shakes : 1);
      const rumble = 1.5e-5 * perS2 * (motor === off && rumbles ? rumbles : 1);
      for (let at = 0; at < 1.6 * RATE_HZ; at++) {
        timeS += 1 / RATE_HZ;
        add({
          time: timeS,
          motor,
          throttle,
          voltage: voltage + 0.01 * gaussian(random),
          current: Math.max(0, throttle * amps + 0.03 * gaussian(random)),
          speed: Math.max(0, rpm + (rpm > 0 ? 15 * gaussian(random) : 0)),
          acceleration: 9.81 + once * Math.sin(2 * Math.PI * (rpm / 60) * timeS) + rumble * gaussian(random),
        });
      }
    }
  return { values: columns, quantities: new Map() };
}

describe("reduceAcceleration", () => {
  it("makes two readings of each held throttle, with the lines of a known shake and rumble", () => {
    const { values } = reduceAcceleration(recorded({ motors: 1 }));
    expect(values.get("throttle")).toEqual(THROTTLES.slice(1).flatMap((throttle) => [throttle, throttle]));
    expect(values.has("acceleration")).toBe(false);
    values.get("vibration")!.forEach((shake, row) => {
      const perS2 = (values.get("speed")![row]! / 60) ** 2;
      expect(Math.abs(shake / (1e-4 * perS2) - 1)).toBeLessThan(0.06);
      expect(Math.abs(values.get("roughness")![row]! / (1.5e-5 * perS2) - 1)).toBeLessThan(0.15);
    });
  });

  it("leaves a table without such a recording as it is", () => {
    const plain: Columns = { values: new Map([["throttle", [0.1]]]), quantities: new Map() };
    expect(reduceAcceleration(plain)).toBe(plain);
  });

  it("tells a rumbling bearing from a prop out of balance", () => {
    const gritty = measureColumns("motor", recorded({ rumbles: 4 }));
    expect(gritty.reasons[0]).toMatch(/^Motor 2: bearing noise at 10,000 rpm .* above the other 3 .*bearing rumbles/);
    expect(gritty.evidence).toMatchObject({ "spin-by-hand": true, "prop-balance": false });
    const nicked = measureColumns("motor", recorded({ shakes: 5 }));
    expect(nicked.reasons[0]).toMatch(/^Motor 2: imbalance at 10,000 rpm .* above the other 3 .*prop out of balance/);
    expect(nicked.evidence).toMatchObject({ "spin-by-hand": false, "prop-balance": true });
    expect(measureColumns("motor", recorded()).word).toBe("good");
  });

  it("names what a recording lacks: time, an even rate, a throttle held long enough, a rate for the speed", () => {
    const { values, quantities } = recorded({ motors: 1 });
    const change = (edit: (copy: Map<string, readonly number[]>) => void) => {
      const copy = new Map<string, readonly number[]>(values);
      edit(copy);
      return () => reduceAcceleration({ values: copy, quantities });
    };
    expect(change((copy) => copy.delete("time"))).toThrow(/“time \[s\]”/);
    const gap = values.get("time")!.map((timeS, row) => (row > 4000 ? timeS + 0.2 : timeS));
    expect(change((copy) => copy.set("time", gap))).toThrow(/gap at line 4003/);
    const restless = values.get("throttle")!.map((_, row) => (row % 500) / 500);
    expect(change((copy) => copy.set("throttle", restless))).toThrow(/No throttle is held/);
    const every = <T>(list: readonly T[]) => list.filter((_, row) => row % 4 === 0);
    expect(change((copy) => copy.forEach((list, name) => copy.set(name, every(list))))).toThrow(/too few for \d+ rpm/);
  });
});
