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
    expect(measured.evidence).toEqual({ "horn-at-centre": false, "servo-at-rest": false, "surface-play": false });
  });

  it.each([
    ["a horn off its centre", servo({ centre: 7 }), "horn-at-centre", /Stands 7\.\d° off centre/],
    ["worn gears or linkage", servo({ play: 3 }), "surface-play", /Comes back 3\.0° beside/],
    ["chatter at rest", servo({ jitter: 2 }), "servo-at-rest", /Jitters by 2\.0° at rest/],
  ] as const)("finds %s and says it with the figure", (_, samples, reading, reason) => {
    const measured = judgeServo(samples);
    expect(measured.word).toBe("bad");
    expect(measured.reasons.some((each) => reason.test(each))).toBe(true);
    expect(measured.evidence[reading]).toBe(true);
  });

  it("names a servo that travels further one way", () => {
    expect(judgeServo(servo({ short: 0.6 })).reasons.join(" ")).toMatch(/Travels \d+ % further one way/);
  });

  it("says nothing of hysteresis or jitter that was not measured", () => {
    const measured = judgeServo(servo().slice(0, 5));
    expect(measured.figures.map(({ label }) => label)).not.toContain("Hysteresis");
    expect(Object.keys(measured.evidence)).toEqual(["horn-at-centre"]);
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
});
