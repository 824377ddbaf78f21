import { DEMO_DRIVES } from "./demoDrives";
import { type DriveParameters, restingState, stepDrive, withDefect } from "./driveModel";

const drive = DEMO_DRIVES["five-inch"]!;
const settle = (parameters: DriveParameters, throttle: number) => {
  let state = restingState(parameters);
  for (let i = 0; i < 400; i++) state = stepDrive(parameters, state, throttle, 0.01);
  return state;
};

describe("stepDrive", () => {
  it("stands at zero throttle and draws standby only", () => {
    expect(settle(drive, 0)).toMatchObject({ angularSpeedRadPerS: 0, currentA: drive.standbyA });
  });

  // M. Drela, "First-Order DC Electric Motor Model", MIT 2007: torque (I − I0)/Kv balances the prop; V = ω/Kv + I·R.
  it("settles where motor torque meets prop torque", () => {
    const state = settle(drive, 1);
    const kv = (drive.kvRpmPerV * 2 * Math.PI) / 60;
    const motorCurrentA = (state.currentA - drive.standbyA) / drive.motors;
    const torque = (motorCurrentA - drive.noLoadCurrentA) / kv;
    expect(torque / (drive.propTorqueNms2 * state.angularSpeedRadPerS ** 2)).toBeCloseTo(1, 4);
    const volts = state.angularSpeedRadPerS / kv + motorCurrentA * drive.motorResistanceOhm;
    expect(volts / state.voltageV).toBeCloseTo(1, 4);
  });

  it("sags with the current it draws", () => {
    const state = settle(drive, 1);
    expect(state.voltageV).toBeCloseTo(drive.cells * drive.cellVoltageV - state.currentA * drive.packResistanceOhm, 9);
  });

  it("shows each defect in what it draws", () => {
    const healthy = settle(drive, 1);
    expect(settle(withDefect(drive, "coarse-prop"), 1).currentA).toBeGreaterThan(healthy.currentA * 1.15);
    expect(settle(withDefect(drive, "dragging-bearing"), 0.5).currentA).toBeGreaterThan(
      settle(drive, 0.5).currentA * 1.1,
    );
    expect(settle(withDefect(drive, "tired-pack"), 1).voltageV).toBeLessThan(healthy.voltageV - 0.5);
    expect(withDefect(drive, null)).toBe(drive);
  });

  it("keeps every demo drive within what its kind draws", () => {
    const full = Object.fromEntries(
      Object.entries(DEMO_DRIVES).map(([name, parameters]) => [name, settle(parameters, 1).currentA]),
    );
    for (const amps of Object.values(full)) {
      expect(amps).toBeGreaterThan(8);
      expect(amps).toBeLessThan(260);
    }
    expect(full["glider"]).toBeLessThan(full["five-inch"]!);
  });
});
