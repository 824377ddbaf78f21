import { max } from "simple-statistics";
import { CoreInputError } from "../../../CoreInputError";
import { linearFit } from "../../../fit/linearFit";
import { median } from "../../../fit/robust";
import { everyNthAt } from "../../../series/everyNth";
import { type StandSample } from "./motorFacts";

/** Readings from which standby amps are believed. */
const FEWEST_IDLE = 2;
/** A counter shows something at rest too: below this share of the top speed nothing turns. */
const AT_REST = 0.01;

/** The amps that flow at no throttle while nothing turns, A; null with too few such readings. */
export function standbyOf(samples: readonly StandSample[]): number | null {
  const top = max([0, ...samples.map(({ rpm }) => rpm)]);
  const idle = samples.filter(({ throttle, rpm }) => throttle === 0 && rpm <= AT_REST * top);
  return idle.length < FEWEST_IDLE ? null : median(idle.map(({ currentA }) => currentA));
}

/** So many readings of a motor tell it as well as all. */
const MANY = 2000;
const FEWEST = 12;
/** What flows beside the motors is believed from so many of its standard errors, and from this share of the no-load amps. */
const SURE_ERRORS = 6;
const NO_LOAD_ERRORS = 2.5;
const COUNTS = 0.15;

/**
 * What flows beside the motors, worked out where nobody read the supply at no throttle: a motor takes throttle · (no-load + k·n²) of the
 * supply and so next to nothing at little throttle, while the rest of the craft, or a clamp that shows something at nothing, goes on.
 *
 * @param sweeps - Of all motors on one supply.
 * @returns A; zero where the readings do not say for sure that there is any.
 */
export function hiddenStandby(sweeps: readonly (readonly StandSample[])[]): number {
  const samples = sweeps
    .flatMap((each) => everyNthAt(each, MANY, ({ throttle }) => throttle))
    .filter(({ throttle, rpm }) => throttle > 0 && rpm > 0);
  if (samples.length < FEWEST) return 0;
  const most = max(samples.map(({ currentA }) => currentA));
  // An ammeter errs by a little of its range and a little of what it shows.
  const weighed = samples.map((sample) => ({ ...sample, own: 1 / Math.hypot(0.001 * most, 0.004 * sample.currentA) }));
  try {
    const [beside, noLoad] = linearFit(
      weighed.map(({ own, throttle, rpm }) => [own, own * throttle, own * throttle * (rpm / 1000) ** 2]),
      weighed.map(({ own, currentA }) => own * currentA),
    ).coefficients;
    // Iron that saturates bends the amps so that no-load comes out below nothing: then this says nothing of what flows beside.
    const fitsMotors = noLoad!.value > NO_LOAD_ERRORS * noLoad!.error;
    const isSure = fitsMotors && beside!.value > Math.max(SURE_ERRORS * beside!.error, COUNTS * noLoad!.value);
    return isSure ? beside!.value : 0;
  } catch (error) {
    if (error instanceof CoreInputError) return 0;
    throw error;
  }
}
