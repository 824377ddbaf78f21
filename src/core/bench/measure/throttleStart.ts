import { linearFit } from "../../fit/linearFit";
import { type StandSample } from "./motorFacts";

/** Where the throttle of a craft begins is looked for up to here, in steps of this size. */
const FURTHEST = 0.15;
const STEP = 0.0025;
/** F of one figure more before a start other than zero is believed: far beyond chance, for the model misses other things too. */
const SURE_F = 25;
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
  const misfit = (start: number) => sweeps.reduce((sum, samples) => sum + driveMisfit(samples, start), 0);
  const atZero = misfit(0);
  let best = { start: 0, misfit: atZero };
  for (let start = STEP; start <= FURTHEST; start += STEP) {
    const here = misfit(start);
    if (here < best.misfit) best = { start, misfit: here };
  }
  const degrees = sweeps.flat().length - 2 * sweeps.length - 1;
  const f = ((atZero - best.misfit) / best.misfit) * degrees;
  return best.start > NEXT_TO_ZERO && f > SURE_F ? best.start : 0;
}

/** The same readings with the throttle counted from where it begins. */
export function fromStart<Sample extends { throttle: number }>(samples: readonly Sample[], start: number): Sample[] {
  return samples.map((sample) => ({ ...sample, throttle: Math.max(0, (sample.throttle - start) / (1 - start)) }));
}

/** Sum of squares that the drive's line leaves; 0 where there is too little to fit, whatever the start. */
function driveMisfit(samples: readonly StandSample[], start: number): number {
  const running = samples.filter(({ throttle, rpm }) => throttle > FURTHEST / 2 + 0.02 && rpm > 0);
  if (running.length < 6) return 0;
  const given = ({ throttle }: StandSample) => (throttle - start) / (1 - start);
  if (running.some((sample) => given(sample) <= 0.01)) return Infinity;
  const { residuals } = linearFit(
    running.map((sample) => [sample.rpm, sample.currentA / given(sample)]),
    running.map((sample) => given(sample) * sample.voltageV),
  );
  return residuals.reduce((sum, residual) => sum + residual ** 2, 0);
}
