import { max } from "simple-statistics";
import { everyNthAt } from "../../../series/everyNth";
import { type StandSample } from "./motorFacts";

/** Where the throttle of a craft begins is looked for up to here, in coarse steps and then in fine ones. */
const FURTHEST = 0.15;
const COARSE = 0.01;
const STEP = 0.0025;
/** F of one figure more before a start other than zero is believed: far beyond chance, for the model misses other things too. */
const SURE_F = 25;
/** So many readings of a motor tell its start as well as all. */
const MANY = 2000;
/** A start below this is none. */
const NEXT_TO_ZERO = 0.005;

/**
 * Where the throttle of a craft's ESCs begins: many give nothing below a few percent, and share what is left. Taken for zero, the
 * first steps of a sweep are held to have more of the pack than they had, and resistance and drag come out wrong on every motor
 * alike. The start that lets all motors follow d·V = rpm/Kv + R·I/d best is taken.
 *
 * @returns Share of the throttle, 0..1; zero unless another start fits much better.
 */
export function throttleStart(sweeps: readonly (readonly StandSample[])[]): number {
  const few = sweeps.map((samples) => everyNthAt(samples, MANY, ({ throttle }) => throttle));
  const misfit = (start: number) => few.reduce((sum, samples) => sum + driveMisfit(samples, start), 0);
  const atZero = misfit(0);
  const bestOf = (from: number, to: number, step: number) => {
    let best = { start: 0, misfit: atZero };
    for (let start = Math.max(0, from); start <= to; start += step) {
      const here = misfit(start);
      if (here < best.misfit) best = { start, misfit: here };
    }
    return best;
  };
  const near = bestOf(COARSE, FURTHEST, COARSE).start;
  const best = bestOf(near - COARSE, near + COARSE, STEP);
  const degrees = few.flat().length - 2 * few.length - 1;
  const f = ((atZero - best.misfit) / best.misfit) * degrees;
  return best.start > NEXT_TO_ZERO && f > SURE_F ? best.start : 0;
}

/** The same readings with the throttle counted from where it begins. */
export function fromStart<Sample extends { throttle: number }>(
  samples: readonly Sample[],
  start: number,
): readonly Sample[] {
  if (start === 0) return samples;
  return samples.map((sample) => ({ ...sample, throttle: Math.max(0, (sample.throttle - start) / (1 - start)) }));
}

/** Sum of squares that the drive's line leaves; 0 where there is too little to fit, whatever the start. */
function driveMisfit(samples: readonly StandSample[], start: number): number {
  const running = samples.filter(({ throttle, rpm }) => throttle > FURTHEST / 2 + 0.02 && rpm > 0);
  if (running.length < 6) return 0;
  const given = ({ throttle }: StandSample) => (throttle - start) / (1 - start);
  if (running.some((sample) => given(sample) <= 0.01)) return Infinity;
  // The normal equations of two columns, each of about its own size: quick, and exact enough to find the least.
  let [nn, ni, ii, nv, iv, vv] = [0, 0, 0, 0, 0, 0];
  const mostRpm = max(running.map(({ rpm }) => rpm));
  for (const sample of running) {
    const share = given(sample);
    const [n, i, v] = [sample.rpm / mostRpm, sample.currentA / share, share * sample.voltageV];
    nn += n * n;
    ni += n * i;
    ii += i * i;
    nv += n * v;
    iv += i * v;
    vv += v * v;
  }
  const determinant = nn * ii - ni * ni;
  // Such readings tell nothing apart, at any start.
  if (determinant <= 1e-12 * nn * ii) return Infinity;
  const slope = (nv * ii - iv * ni) / determinant;
  const ohm = (iv * nn - nv * ni) / determinant;
  return Math.max(0, vv - slope * nv - ohm * iv);
}
