import fc from "fast-check";
import { mat3, quat, vec3 } from "gl-matrix";
import {
  alignmentBeside,
  alignmentOf,
  anglesOf,
  inverse,
  product,
  type Rotation,
  rotationOf,
  tiltTests,
  turned,
} from "./alignment";

const angle = fc.double({ min: -180, max: 180, noNaN: true });
const pitch = fc.double({ min: -89.5, max: 89.5, noNaN: true });
const angles = fc.record({ rollDeg: angle, pitchDeg: pitch, yawDeg: angle });
const close = (a: readonly number[], b: readonly number[]) =>
  a.forEach((value, index) => expect(value).toBeCloseTo(b[index]!, 6));

/** The same rotation by gl-matrix, an independent vector package: quaternions about single axes, one after the other. */
function byPackage({ rollDeg, pitchDeg, yawDeg }: { rollDeg: number; pitchDeg: number; yawDeg: number }): quat {
  const about = (axis: [number, number, number], deg: number) =>
    quat.setAxisAngle(quat.create(), axis, (deg * Math.PI) / 180);
  const turn = quat.multiply(quat.create(), about([0, 0, 1], yawDeg), about([0, 1, 0], pitchDeg));
  return quat.multiply(turn, turn, about([1, 0, 0], rollDeg));
}

describe("rotations, against gl-matrix", () => {
  it("turn vectors alike", () => {
    fc.assert(
      fc.property(angles, fc.tuple(angle, angle, angle), (how, vector) => {
        const expected = vec3.transformQuat(vec3.create(), vector, byPackage(how));
        const got = turned(rotationOf(how), vector);
        got.forEach((value, index) => expect(Math.abs(value - expected[index]!)).toBeLessThan(1e-3)); // single precision there
      }),
    );
  });

  it("follow each other alike, and lead back", () => {
    fc.assert(
      fc.property(angles, angles, (a, b) => {
        const both = mat3.fromQuat(mat3.create(), quat.multiply(quat.create(), byPackage(a), byPackage(b)));
        const got = product(rotationOf(a), rotationOf(b));
        for (let row = 0; row < 3; row++)
          for (let column = 0; column < 3; column++)
            expect(Math.abs(got[row * 3 + column]! - both[column * 3 + row]!)).toBeLessThan(1e-5);
        close(product(inverse(got), got), [1, 0, 0, 0, 1, 0, 0, 0, 1]);
      }),
    );
  });

  it("give the angles they were made of, and the same rotation again straight up and down", () => {
    fc.assert(
      fc.property(angles, (how) => {
        const back = anglesOf(rotationOf(how));
        close(rotationOf(back), rotationOf(how));
        expect(back.pitchDeg).toBeCloseTo(how.pitchDeg, 5);
      }),
    );
    for (const pitchDeg of [90, -90]) {
      const up = rotationOf({ rollDeg: 20, pitchDeg, yawDeg: 50 });
      close(rotationOf(anglesOf(up)), up);
    }
  });
});

describe("alignmentOf", () => {
  it.each([
    ["as the arrow says", { turnedDeg: 0, isUpsideDown: false, noseUpDeg: 0 }, { rollDeg: 0, pitchDeg: 0, yawDeg: 0 }],
    [
      "a quarter to the right",
      { turnedDeg: 90, isUpsideDown: false, noseUpDeg: 0 },
      { rollDeg: 0, pitchDeg: 0, yawDeg: 90 },
    ],
    ["upside down", { turnedDeg: 0, isUpsideDown: true, noseUpDeg: 0 }, { rollDeg: 180, pitchDeg: 0, yawDeg: 0 }],
    ["nose raised", { turnedDeg: 0, isUpsideDown: false, noseUpDeg: 12 }, { rollDeg: 0, pitchDeg: 12, yawDeg: 0 }],
  ])("a board that lies %s", (_, lie, expected) => {
    const got = anglesOf(alignmentOf(lie));
    expect(Math.abs(got.rollDeg)).toBeCloseTo(expected.rollDeg, 9);
    expect(got.pitchDeg).toBeCloseTo(expected.pitchDeg, 9);
    expect(got.yawDeg).toBeCloseTo(expected.yawDeg, 9);
  });
});

describe("alignmentBeside", () => {
  const flat = { turnedDeg: 0, isUpsideDown: false, noseUpDeg: 0 };

  it("is what was set for the old board where the new one lies as it did", () => {
    fc.assert(fc.property(angles, (old) => close(alignmentBeside(old, flat), rotationOf(old))));
  });

  it("is what gl-matrix makes of the old board's turn followed by the new one's on it", () => {
    fc.assert(
      fc.property(angles, angle, fc.boolean(), (old, turnedDeg, isUpsideDown) => {
        const onOld = byPackage({ rollDeg: isUpsideDown ? 180 : 0, pitchDeg: 0, yawDeg: turnedDeg });
        const both = mat3.fromQuat(mat3.create(), quat.multiply(quat.create(), byPackage(old), onOld));
        const got = alignmentBeside(old, { ...flat, turnedDeg, isUpsideDown });
        for (let row = 0; row < 3; row++)
          for (let column = 0; column < 3; column++)
            expect(Math.abs(got[row * 3 + column]! - both[column * 3 + row]!)).toBeLessThan(1e-5);
      }),
    );
  });

  it("counts from an upside-down board the other way round", () => {
    // By hand: its arrow forward and its top down, a quarter turned clockwise seen on its top is a quarter to the left of the craft.
    const got = anglesOf(alignmentBeside({ rollDeg: 180, pitchDeg: 0, yawDeg: 0 }, { ...flat, turnedDeg: 90 }));
    expect(Math.abs(got.rollDeg)).toBeCloseTo(180, 9);
    expect(got.yawDeg).toBeCloseTo(-90, 9);
  });
});

describe("tiltTests", () => {
  it("show what is done where the alignment is that of the board, whatever it is", () => {
    fc.assert(
      fc.property(angles, (how) => {
        for (const { movement, shows } of tiltTests(rotationOf(how), rotationOf(how))) expect(shows).toBe(movement);
      }),
    );
  });

  it("show a roll for a nod where a board turned by a quarter is not told", () => {
    const real = alignmentOf({ turnedDeg: 90, isUpsideDown: false, noseUpDeg: 0 });
    const none: Rotation = [1, 0, 0, 0, 1, 0, 0, 0, 1];
    expect(tiltTests(real, none)).toEqual([
      { movement: "nose down", shows: "left side down" },
      { movement: "right side down", shows: "nose down" },
      { movement: "nose to the right", shows: "nose to the right" },
    ]);
  });
});
