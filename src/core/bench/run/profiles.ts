import { type ProfileStep } from "./profile";

const hold = (name: string, throttle: number, holdS: number, more: Partial<ProfileStep> = {}): ProfileStep => ({
  name,
  throttle,
  holdS,
  ...more,
});

/** Standby → brake → cruise → full: the power-draw sweep. Holds are long enough for the drive to settle three times over. */
export const POWER_DRAW_PROFILE: readonly ProfileStep[] = [
  hold("standby", 0, 2),
  hold("brake", 0.15, 2),
  hold("cruise", 0.5, 4),
  hold("full", 1, 4),
];

const MOTOR_THROTTLES = [0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1];

/**
 * One motor after the other from low to full throttle, then a jump from 30 to 60 % that shows how fast it answers.
 *
 * @param motors - How many motors the craft has.
 */
export function motorProfile(motors: number): ProfileStep[] {
  return sweepEach(Array.from({ length: motors }, (_, index) => index + 1));
}

/** The same for one motor, as for one clamped on a stand. @param output - Its number, from 1. */
export function oneMotorProfile(output: number): ProfileStep[] {
  return sweepEach([output]);
}

function sweepEach(outputs: readonly number[]): ProfileStep[] {
  return [
    hold("standby", 0, 1.5),
    ...outputs.flatMap((output) => [
      ...MOTOR_THROTTLES.map((throttle) =>
        hold(`motor ${output}, ${Math.round(throttle * 100)} %`, throttle, throttle < 0.25 ? 2 : 1.4, { output }),
      ),
      hold(`motor ${output}, before the jump`, 0.3, 1.4, { output, role: "before jump" }),
      hold(`motor ${output}, jump`, 0.6, 1.6, { output, role: "jump" }),
      hold(`motor ${output}, rest`, 0, 0.5, { output }),
    ]),
  ];
}

/** All motors at a few throttles, long enough to read the craft's own meter at each. */
export const METER_PROFILE: readonly ProfileStep[] = [0.2, 0.35, 0.5, 0.65, 0.8, 0.95].map((throttle) =>
  hold(`${Math.round(throttle * 100)} %`, throttle, 2.5),
);

/** Load steps for a pack: nothing, then the drive at rising throttle, then nothing again. */
export const PACK_PROFILE: readonly ProfileStep[] = [
  hold("rest", 0, 3),
  ...[0.3, 0.5, 0.7, 0.85, 1].map((throttle) => hold(`${Math.round(throttle * 100)} %`, throttle, 2.5)),
  hold("rest after", 0, 3),
];

/** Through a servo's travel and back, at rest, and at rest beside motors that run. */
export const SERVO_PROFILE: readonly ProfileStep[] = [
  ...[1500, 1250, 1000, 1250, 1500, 1750, 2000, 1750, 1500].map((us, place) =>
    hold(`${us} µs, ${place < 2 ? "out" : "on"}`, 0, 1, { pulseS: us * 1e-6 }),
  ),
  ...[1502, 1504, 1506, 1508, 1510, 1512].map((us) => hold(`${us} µs, dead band`, 0, 0.7, { pulseS: us * 1e-6 })),
  hold("jump from end", 0, 1, { pulseS: 1000e-6 }),
  hold("jump to end", 0, 1, { pulseS: 2000e-6 }),
  hold("at rest", 0, 2, { pulseS: 1500e-6 }),
  ...[0.3, 0.6, 0.9].map((throttle) =>
    hold(`at rest, motors at ${throttle * 100} %`, throttle, 2.5, { pulseS: 1500e-6 }),
  ),
];

/**
 * A small travel that shows the horn is free, then the horn held by hand for a second: stall amps. Its role tells
 * the verdict that it was the hand that stopped it.
 */
export const STALL_PROFILE: readonly ProfileStep[] = [
  ...[1500, 1400, 1500, 1600, 1500].map((us) => hold(`${us} µs, free`, 0, 1, { pulseS: us * 1e-6 })),
  hold("take the horn between two fingers", 0, 5, { pulseS: 1500e-6 }),
  hold("held by hand", 0, 1.2, { pulseS: 1750e-6, role: "hand held" }),
  hold("let go", 0, 1, { pulseS: 1500e-6 }),
];

/** Full throttle until the ESC's temperature settles or a limit cuts. */
export const ESC_PROFILE: readonly ProfileStep[] = [
  hold("standby", 0, 2),
  hold("full", 1, 60, { settle: { channel: "esctemperature", within: 0.6, overS: 10 } }),
];

/** Five bursts of five seconds with ten seconds of rest between. */
export const BURST_PROFILE: readonly ProfileStep[] = Array.from({ length: 5 }, (_, index) => [
  hold(`burst ${index + 1}`, 1, 5),
  hold(`rest ${index + 1}`, 0, 10),
]).flat();

/**
 * A short full-throttle run with the output held at a limit.
 *
 * @param limit - Highest throttle, 0..1.
 */
export function ladderProfile(limit: number): ProfileStep[] {
  return [
    hold("standby", 0, 2),
    hold("up", limit, 3, { fromThrottle: 0 }),
    hold("held", limit, 4, { role: "plateau" }),
  ];
}
