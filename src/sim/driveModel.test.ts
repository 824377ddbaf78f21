import { simulateCraft } from "./benchDefects";
import { BenchWorld } from "./BenchWorld";
import { DEMO_DRIVES } from "./demoDrives";
import { buildDrive, cellVoltages, type Drive, restingState, stepDrive, thrustOf } from "./driveModel";
import { seededRandom } from "./random";

const make = DEMO_DRIVES["five-inch"]!;
const drive = buildDrive(make);
const settle = (own: Drive, throttle: number, output = 0) => {
  let state = restingState(own);
  for (let i = 0; i < 400; i++) state = stepDrive(own, state, { throttle, output }, 0.01);
  return state;
};

describe("stepDrive", () => {
  it("stands at zero throttle and draws standby only", () => {
    expect(settle(drive, 0)).toMatchObject({ angularSpeedRadPerS: [0, 0, 0, 0], currentA: make.standbyA });
  });

  // M. Drela, "First-Order DC Electric Motor Model", MIT 2007: torque (I − I0)/Kv balances the prop; V = ω/Kv + I·R.
  it("settles where motor torque meets prop torque", () => {
    const state = settle(drive, 1);
    const kv = (make.kvRpmPerV * 2 * Math.PI) / 60;
    const motorCurrentA = (state.currentA - make.standbyA) / make.motors;
    const torque = (motorCurrentA - make.noLoadCurrentA) / kv;
    const omega = state.angularSpeedRadPerS[0]!;
    expect(torque / (make.propTorqueNms2 * omega ** 2)).toBeCloseTo(1, 4);
    expect((omega / kv + motorCurrentA * make.motorResistanceOhm) / state.voltageV).toBeCloseTo(1, 4);
  });

  it("sags with the current it draws, each cell by its own resistance", () => {
    const state = settle(drive, 1);
    expect(state.voltageV).toBeCloseTo(make.cells * make.cellVoltageV - state.currentA * make.packResistanceOhm, 9);
    const weak = { ...drive, cells: drive.cells.map((cell, at) => (at === 2 ? { ...cell, ohm: 3 * cell.ohm } : cell)) };
    const volts = cellVoltages(weak, settle(weak, 1));
    expect(Math.min(...volts)).toBe(volts[2]);
  });

  it("turns the one motor it is told to, and the others stand", () => {
    const state = settle(drive, 0.6, 3);
    expect(state.angularSpeedRadPerS.map((omega) => omega > 100)).toEqual([false, false, true, false]);
    expect(thrustOf(drive, state)).toBeCloseTo(make.propThrustNs2 * state.angularSpeedRadPerS[2]! ** 2, 9);
  });

  it("keeps every demo drive within what its kind draws", () => {
    const full = Object.fromEntries(
      Object.entries(DEMO_DRIVES).map(([name, parameters]) => [name, settle(buildDrive(parameters), 1).currentA]),
    );
    for (const amps of Object.values(full)) {
      expect(amps).toBeGreaterThan(8);
      expect(amps).toBeLessThan(260);
    }
    expect(full["glider"]).toBeLessThan(full["five-inch"]!);
  });
});

describe("simulateCraft", () => {
  const healthy = simulateCraft(make, { defect: null, seed: 3 });
  it("gives the same craft for the same seed, and another for another", () => {
    expect(simulateCraft(make, { defect: null, seed: 3 })).toEqual(healthy);
    expect(simulateCraft(make, { defect: null, seed: 4 })).not.toEqual(healthy);
  });

  it.each([
    ["dragging-bearing", (craft: typeof healthy) => craft.drive.units[1]!.noLoadA],
    ["weak-magnet", (craft: typeof healthy) => craft.drive.units[1]!.kv],
    ["nicked-prop", (craft: typeof healthy) => craft.drive.units[1]!.imbalanceM],
    ["weak-cell", (craft: typeof healthy) => craft.drive.cells[1]!.ohm],
    ["wrong-gain", (craft: typeof healthy) => craft.sensor.gain],
    ["chattering-servo", (craft: typeof healthy) => craft.servo.chatterDeg],
    ["hot-phase", (craft: typeof healthy) => craft.esc.risePerA2],
  ] as const)("makes a %s worse with its severity, in the one place", (defect, of) => {
    const at = (severity: 1 | 2 | 3) => of(simulateCraft(make, { defect, severity, place: 1, seed: 3 }));
    expect(of(healthy)).toBeLessThan(at(1));
    expect(at(1)).toBeLessThan(at(2));
    expect(at(2)).toBeLessThan(at(3));
    expect(simulateCraft(make, { defect, severity: 3, place: 1, seed: 3 }).drive.units[0]).toEqual(
      healthy.drive.units[0],
    );
  });
});

describe("BenchWorld", () => {
  const world = (defect: Parameters<typeof simulateCraft>[1]["defect"], severity: 1 | 2 | 3 = 3) =>
    new BenchWorld(simulateCraft(make, { defect, severity, seed: 5 }), seededRandom(1));
  const run = (bench: BenchWorld, seconds: number, command: { throttle: number; output?: number; pulseS?: number }) => {
    for (let at = 0; at < seconds * 100; at++) bench.step({ output: 0, pulseS: 1500e-6, ...command }, 0.01);
    return bench.read();
  };

  it("warms the ESC under load, a hot phase more", () => {
    const cool = run(world(null), 40, { throttle: 1 }).esctemperature!;
    expect(cool).toBeGreaterThan(55);
    expect(run(world("hot-phase"), 40, { throttle: 1 }).esctemperature!).toBeGreaterThan(cool + 30);
  });

  it("moves the servo at its speed, and stays within its dead band for a tiny change", () => {
    const bench = world(null);
    const centre = run(bench, 0.5, { throttle: 0 }).angle!;
    expect(run(bench, 0.5, { throttle: 0, pulseS: 1502e-6 }).angle!).toBeCloseTo(centre, 0);
    expect(run(bench, 0.5, { throttle: 0, pulseS: 2000e-6 }).angle!).toBeGreaterThan(40);
  });

  it("shows the craft's own amps wrong by its gain", () => {
    const { current, shown } = run(world("wrong-gain"), 2, { throttle: 0.8 });
    expect(current! / shown!).toBeCloseTo(4.1, 1);
  });
});
