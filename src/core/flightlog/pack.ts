import { type FlightView, rowsOf } from "./FlightView";
import { regress } from "./signal/regress";
import { meanOf, quantileOf, smoothed } from "./signal/rows";

/** What the log counted of the pack's charge, mAh: its amps over its time. */
export function integratedMah(view: FlightView): number {
  const amps = view.channel("current");
  if (!amps) return NaN;
  let sum = 0;
  for (let row = 1; row < amps.length; row++) {
    const seconds = view.timeS[row]! - view.timeS[row - 1]!;
    if (seconds < 2) sum += ((amps[row]! + amps[row - 1]!) / 2) * seconds;
  }
  return sum / 3.6;
}

/** What a pack loses by an ampere, and by a milliampere hour. */
export interface Sag {
  ohm: number;
  tValue: number;
  voltsPerMah: number;
}

/** Resistance by regression of the volts on the amps and on the charge drawn, in flight. */
export function sagOf(view: FlightView): Sag | null {
  const known = sags.get(view);
  if (known !== undefined) return known;
  const sag = fittedSag(view);
  sags.set(view, sag);
  return sag;
}

/** Three questions ask for it. */
const sags = new WeakMap<FlightView, Sag | null>();

function fittedSag(view: FlightView): Sag | null {
  const [pack, amps] = [view.channel("voltage"), view.channel("current")];
  if (!pack || !amps || view.flights.length === 0) return null;
  const drawn = new Float64Array(amps.length);
  for (let row = 1; row < amps.length; row++) {
    const seconds = view.timeS[row]! - view.timeS[row - 1]!;
    drawn[row] = drawn[row - 1]! + (seconds < 2 ? (amps[row]! * seconds) / 3.6 : 0);
  }
  const step = Math.max(1, Math.floor(view.rateHz / 25));
  const window = Math.round(view.rateHz / 10);
  const fit = regress(
    [smoothed(amps, window), drawn],
    smoothed(pack, window),
    rowsOf([{ from: 0, to: pack.length }], step),
  );
  return fit ? { ohm: -fit.slopes[0]!, tValue: -fit.tValues[0]!, voltsPerMah: -fit.slopes[1]! } : null;
}

/** Volts that a cell falls from nine tenths to two tenths of its charge. */
const FALL_PER_CAPACITY_V = 0.62;

/** What a pack of so many cells would hold by the fall of its volts, mAh; NaN where they do not fall. */
export function capacityOf({ voltsPerMah }: Sag, cells: number): number {
  return voltsPerMah > 0 ? (FALL_PER_CAPACITY_V * cells) / voltsPerMah : NaN;
}

/** A full cell stands at 4.2 V, one of the high-voltage kind at 4.35 V. */
const FULL_CELL_V = 4.37;
/** Above this a cell was charged before the flight. */
const CHARGED_CELL_V = 4.12;
/** Nobody takes off with less than this in a cell, V: the volts of a pack so empty fall fast, whatever its cells. */
const EMPTY_CELL_V = 3;
/** No craft flies on a full pack for less than this, min: then its cells are more, and nearly empty. */
const SHORTEST_FLIGHT_MIN = 2.5;

/**
 * How many cells the pack has, by its highest voltage: as few as that allows, or one more where the volts fall so fast that so few
 * would be empty in no time.
 *
 * @param said - When somebody knows.
 * @returns null without a voltage.
 */
export function cellCount(view: FlightView, said?: number): number | null {
  if (said) return said;
  const pack = view.channel("voltage");
  if (!pack) return null;
  const fewest = Math.max(1, Math.ceil(quantileOf(pack, 0.995) / FULL_CELL_V - 0.02));
  const amps = view.channel("current");
  const sag = sagOf(view);
  const flight = view.flights[0];
  if (restingTop(pack, amps, sag) / fewest > CHARGED_CELL_V || !amps || !sag || !flight) return fewest;
  if (quantileOf(pack, 0.995) / (fewest + 1) < EMPTY_CELL_V) return fewest;
  const minutes = ((capacityOf(sag, fewest) / 1000) * 60) / meanOf(amps, flight.from, view.flights.at(-1)!.to);
  return minutes < SHORTEST_FLIGHT_MIN ? fewest + 1 : fewest;
}

/** A pack that gives less than this share of its usual amps shows its volts at rest. */
const RESTS_SHARE = 0.15;

/** The highest volts of a pack; without what it lost by its resistance where the log, begun in the air, never shows it at rest. */
function restingTop(pack: Float64Array, amps: Float64Array | null, sag: Sag | null): number {
  if (!amps || !sag || !(sag.ohm > 0) || quantileOf(amps, 0.02) < RESTS_SHARE * quantileOf(amps, 0.5))
    return quantileOf(pack, 0.995);
  const resting = new Float64Array(pack.length);
  for (let row = 0; row < pack.length; row++) resting[row] = pack[row]! + sag.ohm * Math.max(0, amps[row]!);
  return quantileOf(resting, 0.995);
}
