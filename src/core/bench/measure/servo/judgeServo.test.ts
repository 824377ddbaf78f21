import { judgeServo } from "./judgeServo";
import { type ServoSample } from "./servoPlateaus";

/** Up from 1000 to 2000 µs and down again, with three readings at rest in the middle. */
function servo({ centre = 0, play = 0, jitter = 0, short = 1 } = {}): ServoSample[] {
  const angle = (pulseUs: number) => centre + 0.09 * (pulseUs - 1500) * (pulseUs > 1500 ? 1 : short);
  const up = [1000, 1250, 1500, 1750, 2000].map((pulseUs) => ({ pulseUs, angleDeg: angle(pulseUs), currentA: 0.2 }));
  const down = [1750, 1500, 1250, 1000].map((pulseUs) => ({ pulseUs, angleDeg: angle(pulseUs) + play, currentA: 0.9 }));
  const rest = [1500, 1500, 1500, 1500].map((pulseUs, at) => ({
    pulseUs,
    angleDeg: angle(pulseUs) + (at % 2 ? jitter : 0),
    currentA: 0.05,
  }));
  return [...up, ...down, ...rest];
}
const figure = (samples: ServoSample[], label: RegExp) =>
  judgeServo(samples).figures.find((each) => label.test(each.label))!.value;

describe("judgeServo", () => {
  it("reads centre, travel and gain of a servo that is as it should be", () => {
    const measured = judgeServo(servo());
    expect(measured.word).toBe("good");
    expect(figure(servo(), /^Angle at/)).toBeCloseTo(0, 9);
    expect(figure(servo(), /^Degrees/)).toBeCloseTo(9, 9);
    expect(figure(servo(), /^Travel one way/)).toBeCloseTo(45, 9);
    expect(figure(servo(), /highest/)).toBe(0.9);
    expect(measured.evidence).toEqual({
      "horn-at-centre": false,
      "servo-at-rest": false,
      "surface-play": false,
      "servo-hum-at-ends": false,
    });
  });

  it.each([
    ["a horn off its centre", servo({ centre: 7 }), "horn-at-centre", /Stands 7\.\d° off centre/],
    ["worn gears or linkage", servo({ play: 3 }), "surface-play", /Comes back 3\.0° beside/],
    ["chatter at rest", servo({ jitter: 2 }), "servo-at-rest", /Jitters by 2\.0° at rest/],
  ] as const)("finds %s and says it with the figure", (_, samples, symptom, reason) => {
    const measured = judgeServo(samples);
    expect(measured.word).toBe("bad");
    expect(measured.reasons.some((each) => reason.test(each))).toBe(true);
    expect(measured.evidence[symptom]).toBe(true);
  });

  it("names a servo that travels further one way", () => {
    expect(judgeServo(servo({ short: 0.6 })).reasons.join(" ")).toMatch(
      /Turns \d+ % further one way for the same pulse/,
    );
    // Its middle is where it is: only its line is bent there.
    expect(judgeServo(servo({ short: 0.6 })).reasons.join(" ")).toMatch(/Stands 0\.0° off centre/);
  });

  it("says so where it was read one way only", () => {
    expect(judgeServo(servo().slice(0, 5)).notes).toEqual([expect.stringMatching(/^It was read one way only/)]);
    expect(judgeServo(servo()).notes).toBeUndefined();
  });

  it("says nothing of hysteresis or jitter that was not measured", () => {
    const measured = judgeServo(servo().slice(0, 5));
    expect(measured.figures.map(({ label }) => label)).not.toContain("Hysteresis");
    expect(Object.keys(measured.evidence)).toEqual(["horn-at-centre", "servo-hum-at-ends"]);
  });

  it("names an angle that does not follow, and too few readings", () => {
    const limp = servo().map((sample, at) => ({ ...sample, angleDeg: at % 2 ? 1 : -1 }));
    expect(() => judgeServo(limp)).toThrow(/does not follow the pulse/);
    expect(() => judgeServo(servo().slice(0, 3))).toThrow(/at least 4 points/);
  });

  /** A second at each pulse, a hundred readings a second, at 400° a second with a dead band. */
  function timed({ chatter = 0, deadBandUs = 3, degreesPerS = 400 } = {}): ServoSample[] {
    const plan: [number, number][] = [
      ...[1500, 1250, 1000, 1250, 1500, 1750, 2000, 1750, 1500].map((us): [number, number] => [us, 0]),
      ...[1502, 1504, 1506, 1508, 1510].map((us): [number, number] => [us, 0]),
      [1000, 0],
      [2000, 0],
      [1500, 0],
      [1500, 0.9],
    ];
    let angle = 0;
    let held = 1500;
    return plan.flatMap(([pulseUs, throttle], place) =>
      Array.from({ length: 100 }, (_, at) => {
        if (Math.abs(pulseUs - held) > deadBandUs) held = pulseUs;
        const wanted = 0.09 * (held - 1500);
        angle += Math.sign(wanted - angle) * Math.min(Math.abs(wanted - angle), degreesPerS / 100);
        const sway = throttle > 0 ? chatter * (at % 2 ? 1 : -1) : 0;
        return { pulseUs, throttle, angleDeg: angle + sway, currentA: null, timeS: place + at / 100 };
      }),
    );
  }
  const of = (samples: ServoSample[], label: RegExp) =>
    judgeServo(samples).figures.find((each) => label.test(each.label))!;

  it("reads its speed and its dead band from a run with times", () => {
    expect(of(timed(), /^Speed/).value).toBeCloseTo(60 / 400, 2);
    expect(of(timed(), /^Dead band/).value).toBe(4); // steps of 2 µs: the first beyond 3
    expect(of(timed({ deadBandUs: 7 }), /^Dead band/).value).toBe(8);
    expect(judgeServo(timed({ degreesPerS: 250 }), { secondsPer60: 0.15 }).reasons.join(" ")).toMatch(
      /Takes 60 % longer for 60° than its sheet says/,
    );
  });

  it("tells chatter beside running motors from what it does at rest by itself", () => {
    const chattering = judgeServo(timed({ chatter: 1 }));
    expect(chattering.word).toBe("bad");
    expect(chattering.reasons[0]).toMatch(/^Chatters by 4\.0° beside running motors/);
    expect(chattering.evidence).toMatchObject({ "jumps-at-throttle": true, "servo-at-rest": false });
    expect(judgeServo(timed()).evidence).toMatchObject({ "jumps-at-throttle": false });
  });

  it("reads the amps on the way apart from those at rest, and hands both on", () => {
    const moving = timed().map((sample, at, all) => ({
      ...sample,
      currentA: at > 0 && sample.angleDeg !== all[at - 1]!.angleDeg ? 0.4 : 0.03,
    }));
    const measured = judgeServo(moving);
    expect(of(moving, /^Current moving/).value).toBe(0.4);
    expect(of(moving, /^Current at rest/).value).toBe(0.03);
    expect(measured.carried).toEqual({ servoMovingA: 0.4 });
  });

  /** Up and down at 0.09° a µs with a stop at some degrees, pushing with 1.3 A there. */
  function stoppedAt(stopDeg: number, heldA: number | null = 1.3): ServoSample[] {
    return [1500, 1250, 1000, 1250, 1500, 1750, 2000, 1750, 1500].flatMap((pulseUs) => {
      const wanted = 0.09 * (pulseUs - 1500);
      const angleDeg = Math.min(wanted, stopDeg);
      const currentA = heldA === null ? null : angleDeg < wanted ? heldA : 0.02;
      return [1, 2, 3].map(() => ({ pulseUs, angleDeg, currentA }));
    });
  }

  it("names a linkage that stops the horn while the servo pushes on, and leaves its centre and gain alone", () => {
    const measured = judgeServo(stoppedAt(15));
    expect(measured.reasons[0]).toBe(
      "Stands 30° short of where 2000 µs should bring it and pushes with 1.30 A: linkage binds, or the end point is too far.",
    );
    expect(measured.evidence["servo-hum-at-ends"]).toBe(true);
    expect(of(stoppedAt(15), /^Stall current/).value).toBe(1.3);
    expect(measured.carried).toEqual({ servoStallA: 1.3 });
    expect(of(stoppedAt(15), /^Degrees/).value).toBeCloseTo(9, 9);
    expect(of(stoppedAt(15), /^Current at rest/).value).toBe(0.02);
    // Of the ends nothing is said when they were not driven to.
    const inside = stoppedAt(15).filter(({ pulseUs }) => pulseUs > 1200 && pulseUs < 1800);
    expect(judgeServo(inside).evidence).not.toHaveProperty("servo-hum-at-ends");
  });

  it("does not call a short travel a stop when the servo rests there, or its amps were not measured", () => {
    for (const amps of [0.02, null]) {
      const measured = judgeServo(stoppedAt(40, amps));
      expect(measured.reasons.join(" ")).not.toMatch(/short of/);
      expect(measured.figures.some(({ label }) => label === "Stall current")).toBe(false);
    }
  });

  /** A small free travel, then 1750 µs in the step that says to hold the horn. */
  function heldByHand(angleDeg: number, currentA: number): ServoSample[] {
    const free = [1500, 1400, 1500, 1600, 1500].flatMap((pulseUs) =>
      [1, 2, 3].map(() => ({ pulseUs, angleDeg: 0.09 * (pulseUs - 1500), currentA: 0.02 })),
    );
    return [...free, ...[1, 2, 3].map(() => ({ pulseUs: 1750, angleDeg, currentA, isHeld: true }))];
  }

  it("reads stall amps off a horn held by hand without calling the servo bad", () => {
    const measured = judgeServo(heldByHand(0.5, 1.42));
    expect(measured.word).toBe("good");
    expect(of(heldByHand(0.5, 1.42), /^Stall current/).value).toBe(1.42);
  });

  it("says so when the horn was not held", () => {
    const measured = judgeServo(heldByHand(22.5, 0.02));
    expect(measured.word).toBe("cannot say");
    expect(measured.reasons[0]).toMatch(/was not held/);
    expect(measured.figures.some(({ label }) => label === "Stall current")).toBe(false);
  });

  it("is held against itself when it was good, and tells Isolate what drags", () => {
    const drawing = (amps: number) =>
      timed().map((sample, at, all) => ({
        ...sample,
        currentA: at > 0 && sample.angleDeg !== all[at - 1]!.angleDeg ? amps : 0.03,
      }));
    const { servo: good } = judgeServo(drawing(0.4));
    expect(judgeServo(drawing(0.4), {}, good).reasons).toContain("It is as its baseline.");
    const drags = judgeServo(drawing(0.8), {}, good);
    expect(drags.reasons[0]).toMatch(/^Current moving 100 ± \d+ % above its baseline: it drags/);
    expect(drags.evidence["servo-amps"]).toBe(true);
    expect(judgeServo(drawing(0.8)).evidence).not.toHaveProperty("servo-amps");
  });
});
