import fc from "fast-check";
import { MOTOR_LAYOUTS, type MotorLayout } from "./motorLayouts";
import { mixOf, motorSteps, type Numbering, type PropsTurn } from "./motorMap";

const ROTORS = MOTOR_LAYOUTS.filter(({ motors }) => motors.length >= 3);

/**
 * What a craft does when its motors give more by a mix: force and moment summed up from thrust at an arm and from drag of the props, as a textbook on statics
 * writes it (r × F, and the reaction torque against the prop's turning). Nothing of `mixOf` is in it.
 */
function moment(layout: MotorLayout, props: PropsTurn, gain: (motor: string) => number) {
  let roll = 0;
  let pitch = 0;
  let yaw = 0;
  for (const { id, x, y, turns } of layout.motors) {
    const thrust = gain(id); // upwards, so -z
    // r = (x, y, 0), F = (0, 0, -thrust): r × F = (-y·thrust, x·thrust, 0)
    roll += -y * thrust;
    pitch += x * thrust;
    yaw += -(props === "in" ? turns : -turns) * thrust;
  }
  return { roll, pitch, yaw };
}

describe("every layout", () => {
  it.each(ROTORS.flatMap((layout) => (["in", "out"] as const).map((props) => [layout.name, props, layout] as const)))(
    "%s, props %s: each axis moves the craft the right way, and no other",
    (_, props, layout) => {
      const mixes = new Map(layout.motors.map((motor) => [motor.id, mixOf(motor, props)]));
      for (const axis of ["roll", "pitch", "yaw"] as const) {
        if (axis === "yaw" && layout.servos.length > 0) continue; // its tail tilts for it
        const middle = mean([...mixes.values()].map((mix) => mix[axis]));
        const got = moment(layout, props, (motor) => mixes.get(motor)![axis] - middle);
        expect([axis, got[axis] > 0.5]).toEqual([axis, true]);
        for (const other of ["roll", "pitch", "yaw"] as const)
          if (other !== axis && layout.servos.length === 0)
            expect([axis, other, Math.abs(got[other]) < 1e-4]).toEqual([axis, other, true]);
      }
    },
  );

  it.each(MOTOR_LAYOUTS.map((layout) => [layout.name, layout] as const))(
    "%s hovers or flies without turning by itself",
    (_, layout) => {
      const { roll, yaw } = moment(layout, "in", () => 1);
      expect(Math.abs(roll)).toBeLessThan(1e-4);
      expect(Math.abs(yaw)).toBeLessThan(1e-9);
    },
  );
});

const numbered = (order: readonly string[]): Numbering =>
  Object.fromEntries(order.map((motor, index) => [index + 1, motor]));

describe("motorSteps", () => {
  it("brings every motor to the output of the new numbering, for any two numberings", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...MOTOR_LAYOUTS).chain((layout) => {
          const ids = layout.motors.map(({ id }) => id);
          const any = fc.shuffledSubarray(ids, { minLength: ids.length });
          return fc.record({ layout: fc.constant(layout), before: any, after: any });
        }),
        fc.constantFrom("in" as const, "out" as const),
        fc.constantFrom("in" as const, "out" as const),
        ({ layout, before, after }, was, becomes) => {
          const steps = motorSteps(layout, numbered(before), numbered(after), was, becomes);
          // Doing what the steps say, on paper: each output of the new board drives the motor that its numbering says.
          const driven = Object.fromEntries(
            steps.map(({ newOutput, oldOutput }) => [newOutput, before[oldOutput - 1]]),
          );
          expect(driven).toEqual(Object.fromEntries(after.map((motor, index) => [index + 1, motor])));
          for (const { motor, turns, isReversed } of steps) {
            const own = layout.motors.find(({ id }) => id === motor)!;
            const turned = (was === "in" ? own.turns : -own.turns) * (isReversed ? -1 : 1);
            expect(turned === 0 ? "either way" : turned > 0 ? "clockwise" : "counter-clockwise").toBe(turns);
          }
        },
      ),
    );
  });
});

function mean(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}
