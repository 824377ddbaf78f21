import { tryFlight, tryHelicopter, tryWing } from "./detectFaults";
import { type FlightFault, HEALTHY_STYLES } from "./flightFaults";
import { HELICOPTER_STYLES } from "./helicopter/HelicopterPilot";
import { HELICOPTER_FAULTS, type HelicopterFault } from "./helicopter/simulateHelicopter";

const SOME: readonly FlightFault[] = [
  "controller resets",
  "outputs swapped",
  "weak motor",
  "motor loses step",
  "old pack",
];

/** A few flights of each here; all of them in `npm run bench -- logs`. The first result is in first-run.txt. */
describe("logs of the shop's own simulator", () => {
  it.each(SOME)("with %s are told right", (fault) => {
    expect(tryFlight(fault, "hover", 1, 9)).toMatchObject({ isRight: true });
  });

  it.each([1, 2, 3])("of a healthy wing show no fault: flight %d", (seed) => {
    expect(tryWing(null, 1, seed)).toMatchObject({ said: [] });
  });

  it.each([1, 2, 3, 4])("of a wing whose stabiliser is turned round are told right: flight %d", (seed) => {
    expect(tryWing("wing stabiliser turned round", 1, seed)).toMatchObject({ isRight: true });
  });

  it.each([0, 1] as const)("of a tail-heavy wing that is flown well are told right: severity %d", (severity) => {
    for (const seed of [0, 1]) expect(tryWing("tail heavy", severity, seed)).toMatchObject({ isRight: true });
  });

  it("of a wing whose servos jump with the throttle are told right", () => {
    expect(tryWing("servos jump with the throttle", 2, 3)).toMatchObject({ isRight: true });
  });

  it.each(Object.keys(HELICOPTER_FAULTS) as HelicopterFault[])("of a helicopter with %s are told right", (fault) => {
    for (const seed of [1, 2, 3])
      expect(tryHelicopter(fault, HELICOPTER_STYLES[seed % 3]!, 1, seed)).toMatchObject({ isRight: true });
  });

  it.each(HELICOPTER_STYLES)("of a healthy helicopter (%s) show no fault", (style) => {
    for (const seed of [1, 2, 3]) expect(tryHelicopter(null, style, 1, seed)).toMatchObject({ said: [] });
  });

  it.each(HEALTHY_STYLES)("of a healthy flight (%s) show no fault", (style) => {
    expect(tryFlight(null, style, 1, 1)).toMatchObject({ said: [] });
  });
});
