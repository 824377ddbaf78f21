import { CoreInputError } from "../../CoreInputError";
import { CHANNELS } from "../../series/channels";
import { LONGEST_HOLD_S, type ProfileStep, requireProfile } from "./profile";

const NUMBER = "(\\d+(?:\\.\\d+)?)";
const MOTOR = "(?:\\s+motor\\s+(\\d+))?";
const LINES = {
  hold: new RegExp(`^hold\\s+${NUMBER}\\s*%${MOTOR}\\s+${NUMBER}\\s*s$`, "i"),
  ramp: new RegExp(`^ramp\\s+${NUMBER}\\s*%?\\s+to\\s+${NUMBER}\\s*%${MOTOR}\\s+${NUMBER}\\s*s$`, "i"),
  burst: new RegExp(
    `^burst\\s+${NUMBER}\\s*%${MOTOR}\\s+${NUMBER}\\s*s\\s+rest\\s+${NUMBER}\\s*s\\s+${NUMBER}\\s+times$`,
    "i",
  ),
  settle: new RegExp(
    `^settle\\s+${NUMBER}\\s*%${MOTOR}\\s+(\\w+)\\s+within\\s+${NUMBER}\\s+over\\s+${NUMBER}\\s*s\\s+at most\\s+${NUMBER}\\s*s$`,
    "i",
  ),
  servo: new RegExp(`^servo\\s+${NUMBER}\\s*[µμu]s\\s+${NUMBER}\\s*s$`, "i"),
};

/** Least and most of a figure of a profile, by its unit. */
const BOUNDS: Readonly<Record<string, readonly [number, number]>> = {
  "%": [0, 100],
  s: [0.1, LONGEST_HOLD_S],
  µs: [500, 2500],
};

/** One line of each kind, as a help. */
export const PROFILE_HELP: readonly string[] = [
  "hold 50 % 4 s",
  "ramp 0 to 100 % 8 s",
  "burst 100 % 5 s rest 10 s 3 times",
  "settle 60 % temperature within 1 over 10 s at most 300 s",
  "hold 40 % motor 2 3 s",
  "servo 1500 µs 2 s",
];

/**
 * Reads a profile from lines of text, as in `PROFILE_HELP`.
 *
 * @throws {CoreInputError} `out_of_range` naming the line that is not understood, or from `requireProfile`.
 */
export function readProfile(text: string): ProfileStep[] {
  const lines = text
    .split("\n")
    .map((line, at) => ({ line: line.trim(), at: at + 1 }))
    .filter(({ line }) => line !== "");
  const profile = lines.flatMap(({ line, at }) => {
    refuseBeyond(line, at);
    return readLine(line, at);
  });
  requireProfile(profile);
  return profile;
}

/** Figures of a line that no step may have, in the words of the line. */
function refuseBeyond(line: string, at: number): void {
  for (const [figure, digits, symbol] of line.matchAll(new RegExp(`${NUMBER}\\s*(%|s\\b|[µμu]s)`, "gi"))) {
    // The micro sign, the Greek letter and a plain u are typed for one another.
    const unit = symbol === "%" || symbol!.length === 1 ? symbol!.toLowerCase() : "µs";
    const [least, most] = BOUNDS[unit]!;
    if (Number(digits) < least || Number(digits) > most)
      throw new CoreInputError("out_of_range", `Line ${at}: ${figure} lies beyond ${least} to ${most} ${unit}.`);
  }
}

function readLine(line: string, at: number): ProfileStep[] {
  const hold = LINES.hold.exec(line);
  if (hold) return [step(line, hold[1]!, hold[3]!, { output: motor(hold[2]) })];
  const ramp = LINES.ramp.exec(line);
  if (ramp) return [step(line, ramp[2]!, ramp[4]!, { output: motor(ramp[3]), fromThrottle: Number(ramp[1]) / 100 })];
  const servo = LINES.servo.exec(line);
  if (servo) return [step(line, "0", servo[2]!, { pulseS: Number(servo[1]) * 1e-6 })];
  const burst = LINES.burst.exec(line);
  if (burst)
    return Array.from({ length: Number(burst[5]) }, (_, turn) => [
      step(`burst ${turn + 1}`, burst[1]!, burst[3]!, { output: motor(burst[2]) }),
      step(`rest ${turn + 1}`, "0", burst[4]!, {}),
    ]).flat();
  const settle = LINES.settle.exec(line);
  if (settle) {
    const channel = settle[3]!.toLowerCase();
    if (!CHANNELS[channel]) throw new CoreInputError("out_of_range", `Line ${at}: no channel is called “${channel}”.`);
    const waits = { channel, within: Number(settle[4]), overS: Number(settle[5]) };
    return [step(line, settle[1]!, settle[6]!, { output: motor(settle[2]), settle: waits })];
  }
  throw new CoreInputError(
    "out_of_range",
    `Line ${at}, “${line}”, is not understood. It can read: ${PROFILE_HELP.join("; ")}.`,
  );
}

function step(name: string, percent: string, seconds: string, more: Partial<ProfileStep>): ProfileStep {
  const kept = Object.fromEntries(Object.entries(more).filter(([, value]) => value !== undefined));
  return { name: name.slice(0, 60), throttle: Number(percent) / 100, holdS: Number(seconds), ...kept };
}

function motor(digits: string | undefined): number | undefined {
  return digits === undefined ? undefined : Number(digits);
}

/** A profile as text that `readProfile` reads again. */
export function writeProfile(profile: readonly ProfileStep[]): string {
  const percent = (throttle: number) => `${Number((throttle * 100).toFixed(2))}`;
  return profile
    .map(({ throttle, holdS, fromThrottle, output, pulseS, settle }) => {
      if (pulseS != null && throttle === 0) return `servo ${Math.round(pulseS * 1e6)} µs ${holdS} s`;
      const one = output ? ` motor ${output}` : "";
      if (settle)
        return `settle ${percent(throttle)} %${one} ${settle.channel} within ${settle.within} over ${settle.overS} s at most ${holdS} s`;
      if (fromThrottle != null) return `ramp ${percent(fromThrottle)} to ${percent(throttle)} %${one} ${holdS} s`;
      return `hold ${percent(throttle)} %${one} ${holdS} s`;
    })
    .join("\n");
}
