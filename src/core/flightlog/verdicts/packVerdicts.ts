import { type FlightView, type LogContext, secondsOf } from "../FlightView";
import { leastOf, meanOf, quantileOf, smoothed } from "../signal/rows";
import { capacityOf, cellCount, integratedMah, sagOf } from "../pack";
import { type Verdict } from "./verdict.types";

/** Smallest share by which a current sensor is off to be called so: a charger and a log agree within a tenth. */
const SCALE_SLACK = 0.12;
const FEWEST_MAH = 25;

/** The current sensor against the charger: what was put back over what was counted. */
export function currentScale(view: FlightView, { chargerMah }: LogContext): Verdict[] {
  const used = view.channel("used_mAh");
  const counted = used ? used.at(-1)! - used[0]! : NaN;
  const summed = integratedMah(view);
  const [fromS, toS] = [view.timeS[0]!, view.timeS.at(-1)!];
  const logged = Number.isFinite(counted) && counted > 0 ? counted : summed;
  if (chargerMah === undefined || !(logged > 0)) return [];
  const factor = chargerMah / logged;
  const isOff = Math.abs(Math.log(factor)) > Math.log(1 + SCALE_SLACK) && Math.abs(chargerMah - logged) > FEWEST_MAH;
  if (!isOff) return [];
  return [
    {
      code: "current-scale",
      severity: "fault",
      confidence: Math.abs(Math.log(factor)) > 0.25 ? 0.95 : 0.75,
      fromS,
      toS,
      value: factor,
      unit: "×",
      sentence: `The log counts ${logged.toFixed(0)} mAh, the charger put back ${chargerMah.toFixed(0)} mAh: the craft's amps are to be multiplied by ${factor.toFixed(3)}.`,
      statistics: { loggedMah: logged, integratedMah: summed, chargerMah, factor },
      tellApart: "An inline wattmeter at three throttles says whether it is the scale alone or an offset too.",
    },
  ];
}

/** Under load a cell below this is flown empty; at rest it shows what is left. Common practice, no published source. */
const EMPTY_LOADED_V = 3.25;
const EMPTY_REST_V = 3.45;

/** The pack was flown deeper than is good for it. */
export function deepDischarge(view: FlightView, context: LogContext): Verdict[] {
  const pack = view.channel("voltage");
  const cells = cellCount(view, context.packCells);
  if (!pack || !cells || view.flights.length === 0) return [];
  const steady = smoothed(pack, Math.round(view.rateHz * 1.5));
  const flightEnd = view.flights.at(-1)!.to;
  const loaded = leastOf(steady, view.flights[0]!.from, flightEnd) / cells;
  const sag = sagOf(view);
  const amps = view.channel("current");
  const lowRow = steady.findIndex((each) => each / cells <= loaded + 1e-9);
  const atRest =
    sag && amps ? loaded + (sag.ohm * meanOf(amps, Math.max(0, lowRow - 50), lowRow + 50)) / cells : loaded + 0.08;
  if (!(loaded < EMPTY_LOADED_V && atRest < EMPTY_REST_V + 0.05)) return [];
  return [
    {
      code: "deep-discharge",
      severity: "fault",
      confidence: loaded < EMPTY_LOADED_V - 0.1 ? 0.95 : 0.75,
      fromS:
        view.timeS[
          Math.max(
            0,
            steady.findIndex((each) => each / cells < EMPTY_LOADED_V),
          )
        ]!,
      toS: view.timeS[flightEnd - 1]!,
      value: loaded * cells,
      unit: "V",
      sentence: `The pack was flown down to ${(loaded * cells).toFixed(2)} V, ${loaded.toFixed(2)} V a cell under load, about ${atRest.toFixed(2)} V at rest.`,
      statistics: { cells, cellLoadedV: loaded, cellAtRestV: atRest },
      tellApart:
        "Let it rest, measure each cell, charge it at half its usual rate and compare what goes in with its sheet.",
    },
  ];
}

/**
 * Resistance of a cell times its capacity, mΩ·Ah: sound packs of all sizes have 4 to 15, large and slow ones to 25; twice as much and a sag that
 * is felt is a tired pack. Common practice, no published source.
 */
const TIRED_MILLIOHM_AH = [
  { figure: 26, sagShare: 0.02 },
  { figure: 18, sagShare: 0.024 },
  { figure: 15, sagShare: 0.03 },
] as const;
/** Share of its voltage that a pack may lose in steady flight, whatever its size. */
const TIRED_SAG_SHARE = 0.075;
/** The same where its size is not known: a small sound pack under a heavy craft sags by eight hundredths. */
const TIRED_SAG_SHARE_UNSIZED = 0.1;
/** For less than this in the air a craft fell, or was tried: what it drew is not what it draws in flight, s. */
const SHORTEST_FLIGHT_S = 6;
/** A pack of less than this is sound for its size, however much is asked of it. */
const SOUND_MILLIOHM_AH = 14;

/** A pack's size is guessed by the fall of its volts only where it was flown for so long: the first of it falls as it likes, s. */
const LONG_ENOUGH_S = 25;

/** The pack's resistance is too high for its size. */
export function tiredPack(view: FlightView, context: LogContext): Verdict[] {
  const sag = sagOf(view);
  const amps = view.channel("current");
  const pack = view.channel("voltage");
  const cells = cellCount(view, context.packCells);
  if (!sag || !amps || !pack || !cells || !(sag.tValue > 8) || !(sag.ohm > 0)) return [];
  if (secondsOf(view, view.flights) < SHORTEST_FLIGHT_S) return [];
  const span = quantileOf(amps, 0.95) - quantileOf(amps, 0.05);
  if (span < 1.5 || sag.ohm * span < 0.02 * cells) return [];
  const flying = meanOf(amps, view.flights[0]!.from, view.flights.at(-1)!.to);
  const share = (sag.ohm * flying) / quantileOf(pack, 0.98);
  const said = context.packMah ? context.packMah / 1000 : NaN;
  const guessed = secondsOf(view, view.flights) > LONG_ENOUGH_S ? capacityOf(sag, cells) / 1000 : NaN;
  const capacityAh = Number.isFinite(said) ? said : guessed;
  const figure = ((sag.ohm * 1000) / cells) * capacityAh;
  const isTired = TIRED_MILLIOHM_AH.some((each) => figure > each.figure && share > each.sagShare);
  const isSized = Number.isFinite(figure);
  const isSagging = isSized ? share > TIRED_SAG_SHARE && figure > SOUND_MILLIOHM_AH : share > TIRED_SAG_SHARE_UNSIZED;
  if (!isTired && !isSagging) return [];
  return [
    {
      code: "tired-pack",
      severity: "fault",
      confidence: Number.isFinite(said) ? 0.9 : 0.75,
      fromS: view.timeS[view.flights[0]!.from]!,
      toS: view.timeS[view.flights.at(-1)!.to - 1]!,
      value: sag.ohm * flying,
      unit: "V",
      sentence: `The pack sags by ${(sag.ohm * flying).toFixed(2)} V at ${flying.toFixed(1)} A: ${((sag.ohm * 1000) / cells).toFixed(1)} mΩ a cell, ${isSized ? `${figure.toFixed(0)} mΩ·Ah where a sound one has 5 to 14` : `${(share * 100).toFixed(0)} % of its volts; its size is not known`}.`,
      statistics: {
        packOhm: sag.ohm,
        cellMilliohm: (sag.ohm * 1000) / cells,
        milliohmAh: figure,
        sagShare: share,
        cells,
      },
      tellApart:
        "Pack or plug: fly a known good pack of the same size in the same craft; a worn plug stays with the craft.",
    },
  ];
}
