import fc from "fast-check";
import { airAt, standardAir } from "./airDensity";
import { hoverPower, hoverPowerRatio } from "./hoverPower";
import { currentForTorque, mechanicalRpm, motorRpm, motorTorque, torquePerAmp } from "./motorModel";
import { balancedSpeed, propPower, propThrust, propTorque, rpmForThrust, tipSpeed } from "./propModel";

describe("the motor model", () => {
  // Drela, First-Order DC Electric Motor Model, MIT 2007: Kt = 60 / (2π·Kv).
  it("gives 3.673 mN·m/A for 2600 rpm/V", () => expect(torquePerAmp(2600) * 1e3).toBeCloseTo(3.673, 3));

  // 14 poles is usual; common practice, no published source.
  it("turns 100,000 e-rpm of 14 poles into 14,286 rpm", () =>
    expect(mechanicalRpm(100_000, 14)).toBeCloseTo(14_286, 0));

  it("goes round: torque from current and back; no torque at the no-load current", () => {
    const motor = { kv: 2450, resistanceOhm: 0.065, noLoadA: 0.9 };
    expect(motorTorque(motor, 0.9)).toBe(0);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 80, noNaN: true }), (currentA) => {
        expect(currentForTorque(motor, motorTorque(motor, currentA))).toBeCloseTo(currentA, 9);
      }),
    );
    expect(motorRpm(motor, 14.8, 20)).toBeCloseTo(2450 * (14.8 - 1.3), 9);
  });
});

describe("the prop model", () => {
  const prop = { diameterM: 0.127, thrustCoefficient: 0.175, powerCoefficient: 0.125 };

  it("goes with rpm² in thrust and rpm³ in power", () => {
    expect(propThrust(prop, 20_000, 1.2) / propThrust(prop, 10_000, 1.2)).toBeCloseTo(4, 12);
    expect(propPower(prop, 20_000, 1.2) / propPower(prop, 10_000, 1.2)).toBeCloseTo(8, 12);
    expect(propThrust(prop, rpmForThrust(prop, 3, 1.2), 1.2)).toBeCloseTo(3, 9);
    expect(propTorque(prop, 0, 1.2)).toBe(0);
  });

  // Common practice: a 5 inch prop at 2600 rpm/V on 25.2 V, unloaded, would turn its tips at 436 m/s, beyond sound.
  it("says 436 m/s for a 5 inch prop at 65,520 rpm, faster than sound", () => {
    expect(tipSpeed(5 * 0.0254, 2600 * 25.2)).toBeCloseTo(435.7, 1);
    expect(tipSpeed(5 * 0.0254, 2600 * 25.2)).toBeGreaterThan(standardAir(0).soundMS);
  });

  it("balances motor and prop where the torques are equal, and lower behind a resistance", () => {
    const motor = { kv: 2450, resistanceOhm: 0.065, noLoadA: 0.9 };
    const { rpm, currentA } = balancedSpeed(motor, prop, { voltageV: 14.8 }, 1.225);
    expect(motorTorque(motor, currentA)).toBeCloseTo(propTorque(prop, rpm, 1.225), 9);
    expect(motorRpm(motor, 14.8, currentA)).toBeCloseTo(rpm, 6);
    expect(balancedSpeed(motor, prop, { voltageV: 14.8, sourceOhm: 0.02 }, 1.225).rpm).toBeLessThan(rpm);
  });
});

describe("hover power", () => {
  // Leishman, Principles of Helicopter Aerodynamics, 2nd ed. 2006, section 2.2: P = T·v, v = √(T / 2ρA).
  it("is thrust times induced speed", () => {
    const thrustN = 6.1;
    const discM2 = 4 * Math.PI * 0.0635 ** 2;
    const inducedMS = Math.sqrt(thrustN / (2 * 1.225 * discM2));
    expect(hoverPower(thrustN, discM2, 1.225)).toBeCloseTo(thrustN * inducedMS, 9);
    expect(hoverPowerRatio(1, 4)).toBeCloseTo(8, 12);
  });
});

describe("air density", () => {
  // U.S. Standard Atmosphere 1976, by geopotential altitude (values from memory but for 1000 m, which the domain page gives).
  it.each([
    [0, 288.15, 1013.25, 1.225],
    [1000, 281.65, 898.75, 1.1116],
    [2000, 275.15, 794.95, 1.0065],
    [5000, 255.65, 540.2, 0.7361],
    [10_000, 223.15, 264.36, 0.4127],
    [11_000, 216.65, 226.32, 0.3639],
  ])("at %d m: %d K, %d hPa, %d kg/m³", (altitudeM, kelvin, hPa, density) => {
    const air = standardAir(altitudeM);
    expect(air.temperatureK).toBeCloseTo(kelvin, 9);
    expect(air.pressurePa / 100).toBeCloseTo(hPa, 1);
    expect(air.densityKgM3).toBeCloseTo(density, 3);
  });

  it("is thinner on a hot day at the same pressure, and sound is faster", () => {
    expect(standardAir(1000, 20).densityKgM3).toBeLessThan(standardAir(1000).densityKgM3);
    expect(standardAir(1000, 20).pressurePa).toBe(standardAir(1000).pressurePa);
    // 340.29 m/s at 15 °C: U.S. Standard Atmosphere 1976.
    expect(airAt(101_325, 288.15).soundMS).toBeCloseTo(340.29, 2);
  });
});
