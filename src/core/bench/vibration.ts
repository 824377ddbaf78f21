import { CoreInputError } from "../CoreInputError";
import { sineFit } from "../fit/sineFit";

/** What an accelerometer on the arm says of a prop turning at a steady speed. Amplitudes are from middle to peak. */
export interface TurnVibration {
  /** Speed found in the recording itself. */
  rpm: number;
  /** Line once a turn, m/s²: imbalance of prop, bell or shaft. */
  onceMs2: number;
  /** Standard error of `onceMs2`. */
  onceErrorMs2: number;
  /** What is left beside the turn and its multiples, RMS in m/s²: bearings rumble here. */
  besideMs2: number;
}

/** Below this many turns the line cannot be told from its neighbours. */
const FEWEST_TURNS = 8;
/** Multiples of the turn that blades and magnets make; they are no roughness. */
const MOST_MULTIPLES = 6;
/** A tachometer and the line agree within this share. */
const SPEED_SLACK = 0.02;
/** The speed is looked for to within this share of itself. */
const FINEST_SHARE = 2e-5;
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/**
 * Finds the once-a-turn line of a vibration recording by fitting sines of the turn and its multiples.
 *
 * @param accelerationMs2 - Equally spaced, m/s²; gravity or any other offset may be in it.
 * @param rateHz - Samples a second.
 * @param aboutRpm - Speed as the tachometer read it, within 2 %.
 * @throws {CoreInputError} `out_of_range` when the recording is too slow for the speed; `too_few_points` when it is too short.
 * @see IEEE Std 1057, the sine fit by least squares; the frequency is refined by golden-section search.
 */
export function turnVibration(accelerationMs2: readonly number[], rateHz: number, aboutRpm: number): TurnVibration {
  const aboutHz = aboutRpm / 60;
  if (!(aboutHz > 0)) throw new CoreInputError("out_of_range", "A vibration recording needs a turning motor.");
  if (rateHz < 2.5 * aboutHz)
    throw new CoreInputError(
      "out_of_range",
      `${rateHz.toFixed(0)} samples a second are too few for ${aboutRpm.toFixed(0)} rpm, ${aboutHz.toFixed(0)} turns a second: record at ${Math.ceil((2.5 * aboutHz) / 100) * 100} or more.`,
    );
  const turns = (accelerationMs2.length / rateHz) * aboutHz;
  if (turns < FEWEST_TURNS)
    throw new CoreInputError(
      "too_few_points",
      `The vibration recording holds ${turns.toFixed(1)} turns at ${aboutRpm.toFixed(0)} rpm; ${FEWEST_TURNS} are needed.`,
    );
  const multiplesAt = (hz: number) => Math.min(MOST_MULTIPLES, Math.floor((0.48 * rateHz) / hz));
  const hz = refine(accelerationMs2, rateHz, aboutHz, multiplesAt(aboutHz * (1 + SPEED_SLACK)));
  const { amplitudes, residualSd } = sineFit(accelerationMs2, rateHz, hz, multiplesAt(hz));
  const [once] = amplitudes;
  return { rpm: hz * 60, onceMs2: once!.value, onceErrorMs2: once!.error, besideMs2: residualSd };
}

/** The frequency near `aboutHz` that explains most of the recording. */
function refine(values: readonly number[], rateHz: number, aboutHz: number, multiples: number): number {
  const middle = values.reduce((sum, value) => sum + value, 0) / values.length;
  const strength = (hz: number) => {
    let [real, imaginary] = [0, 0];
    const step = (2 * Math.PI * hz) / rateHz;
    for (let at = 0; at < values.length; at++) {
      real += (values[at]! - middle) * Math.cos(step * at);
      imaginary += (values[at]! - middle) * Math.sin(step * at);
    }
    return real ** 2 + imaginary ** 2;
  };
  // The line is as wide as one turn in the whole recording: look that closely first, then let the whole fit close in on it.
  const grainHz = rateHz / values.length / 2;
  const slackHz = SPEED_SLACK * aboutHz;
  let best = { hz: aboutHz, strength: strength(aboutHz) };
  for (let hz = aboutHz - slackHz; hz <= aboutHz + slackHz; hz += grainHz) {
    const here = strength(hz);
    if (here > best.strength) best = { hz, strength: here };
  }
  const left = (hz: number) => sineFit(values, rateHz, hz, multiples).residualSd;
  let [low, high] = [best.hz - grainHz, best.hz + grainHz];
  let [inner, outer] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
  let [atInner, atOuter] = [left(inner), left(outer)];
  while (high - low > FINEST_SHARE * aboutHz) {
    if (atInner < atOuter) {
      [high, outer, atOuter] = [outer, inner, atInner];
      inner = high - GOLDEN * (high - low);
      atInner = left(inner);
    } else {
      [low, inner, atInner] = [inner, outer, atOuter];
      outer = low + GOLDEN * (high - low);
      atOuter = left(outer);
    }
  }
  return (low + high) / 2;
}
