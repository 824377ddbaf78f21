import { CoreInputError } from "../../../CoreInputError";
import { fitLine } from "../../../fit/fitLine";
import { isStuck } from "../../../fit/isStuck";
import { median } from "../../../fit/robust";
import { CELL_CURVES, type Chemistry, restCharge, usableShare } from "./chemistries";
import { withoutLetGo } from "./cellReadings";
import { drawnShares, feignedOhm, withoutDrain } from "./packDrain";
import { judgeCapacity, packCapacity, type TimedPackSample } from "./packCapacity";
import { estimateOf, type Judgement, type Measured, verdictOf } from "../measured.types";

/** One reading of a pack: the load and what each cell stands at. */
export interface PackSample {
  currentA: number;
  cellsV: readonly number[];
  /** Seconds; absent for readings typed one by one. */
  timeS?: number | null;
}

/** What the label says. */
export interface PackLabel {
  capacityMah: number;
  /** Continuous rating; null when it is not known. */
  cRating: number | null;
  /** The highest current the craft draws; null when it is not known. */
  peakA: number | null;
  /** LiPo when not said. */
  chemistry?: Chemistry | null;
  /** Steady load in flight, for what is usable; null when it is not known. */
  cruiseA?: number | null;
  /** Mean resistance of a cell when the pack was new; null when it is not known. */
  newMohm?: number | null;
}

/**
 * Limits in Ω·Ah, which a cell of any size can be held against. Cells made for energy have several times the resistance of those
 * made for power: their label's C rating tells them apart. Common practice, no published source.
 */
const LIMITS_OHM_AH: Readonly<Record<Chemistry, { watched: number; bad: number }>> = {
  LiPo: { watched: 0.02, bad: 0.035 },
  LiHV: { watched: 0.02, bad: 0.035 },
  "Li-ion": { watched: 0.1, bad: 0.18 },
  LiFePO4: { watched: 0.03, bad: 0.06 },
};
/** A cell that is sold for this discharge rate and more is one for power, with limits of its own. Same source. */
const FOR_POWER: Partial<Record<Chemistry, { fromC: number; watched: number; bad: number }>> = {
  "Li-ion": { fromC: 12, watched: 0.06, bad: 0.1 },
  LiPo: { fromC: 60, watched: 0.0125, bad: 0.024 },
  LiHV: { fromC: 60, watched: 0.0175, bad: 0.03 },
};

function limitsOf(chemistry: Chemistry, cRating: number | null): { watched: number; bad: number } {
  const power = FOR_POWER[chemistry];
  return power && (cRating ?? 0) >= power.fromC ? power : LIMITS_OHM_AH[chemistry];
}

/** Of the spread. Trade judgement, no published source. */
const WATCHED_SPREAD_V = 0.03;
const BAD_SPREAD_V = 0.08;
/** Against the new pack. Common practice, no published source. */
const WATCHED_FACTOR = 1.5;
const RETIRED_FACTOR = 2;
/** A cell this much above the median of all is weak. */
const WEAK_CELL = 1.4;

/**
 * Judges a pack from readings at several loads: each cell's voltage falls along V = V_rest − I·R.
 *
 * @returns Internal resistance of each cell, resting voltage, spread, share left, sag at the craft's peak, C rating used.
 * @throws {CoreInputError} `too_few_points`; `out_of_range` for a pack whose cells rise under load or readings in millivolts.
 */
export function judgePack(
  asRead: readonly PackSample[],
  { capacityMah, cRating, peakA, ...label }: PackLabel,
): Measured {
  const chemistry = label.chemistry ?? "LiPo";
  const cells = asRead[0]?.cellsV.length ?? 0;
  if (cells === 0 || asRead.some(({ cellsV }) => cellsV.length !== cells))
    throw new CoreInputError("too_few_points", "every line needs the voltage of each cell");
  const { samples, notes } = withoutLetGo(asRead);
  if (samples.some(({ cellsV }) => cellsV.some((volts) => volts > 10)))
    throw new CoreInputError("out_of_range", "A cell above 10 V: is the column in millivolts, or the whole pack's?");
  refuseStuck(samples, cells);
  const timed = timedOf(samples);
  const drawn = timed && drawnShares(timed, capacityMah / 1000);
  const fits = Array.from({ length: cells }, (_, cell) => fitLine(withoutDrain(samples, drawn, cell)));
  const capacity = timed && packCapacity(timed, chemistry);
  if (fits.some(({ slope, slopeHalfWidth }) => slope.value - slopeHalfWidth > 0))
    throw new CoreInputError(
      "out_of_range",
      "The voltage rises with the load: are volts and amps swapped, or the amps negative?",
    );
  const ohms = fits.map(({ slope }) => -slope.value);
  const rests = fits.map(({ intercept }) => intercept.value);
  const spreadV = Math.max(...rests) - Math.min(...rests);
  const mean = meanOf(ohms);
  const highestV = Math.max(...rests);
  const ratedA = cRating === null ? null : (cRating * capacityMah) / 1000;
  const limits = limitsOf(chemistry, cRating);
  const capacityAh = capacityMah / 1000;
  const meanHalfWidth = Math.hypot(...fits.map(({ slopeHalfWidth }) => slopeHalfWidth)) / cells;
  const drainOhm = timed ? 0 : feignedOhm(samples, capacityAh, chemistry);
  const resistance = [
    judgeResistance(
      { ohmAh: mean * capacityAh, halfWidth: meanHalfWidth * capacityAh, drainOhmAh: drainOhm * capacityAh },
      limits,
      cRating === null && chemistry !== "LiFePO4",
    ),
    ...judgeAgeing(mean * 1000, label.newMohm ?? null),
  ];
  // Each resting voltage is known to within its own error: what two of them may differ by for that alone is no spread.
  const spreadErrorV = Math.hypot(
    ...[...fits.map(({ interceptHalfWidth }) => interceptHalfWidth)].sort((a, b) => b - a).slice(0, 2),
  );
  // One cell that is weak makes the whole pack look tired: it is named before that.
  const judgements: Judgement[] = [
    ...judgeWeakest(
      ohms,
      fits.map(({ slopeHalfWidth }) => slopeHalfWidth),
    ),
    ...resistance,
    ...(highestV > CELL_CURVES[chemistry].fullV + 0.03
      ? [
          {
            word: "watch" as const,
            reason: `A cell rests at ${highestV.toFixed(2)} V: too high for ${chemistry}. Is the chemistry right?`,
          },
        ]
      : []),
    judgeSpread(rests, spreadErrorV),
    ...(capacity ? [judgeCapacity(capacity, capacityMah)] : []),
    ...(ratedA !== null && peakA !== null ? [judgeRating(peakA, ratedA)] : []),
  ];
  const aged = isAged(resistance);
  return {
    ...verdictOf(judgements),
    figures: figuresOf({ fits, capacity, rests, chemistry, capacityMah, peakA, cruiseA: label.cruiseA ?? null }),
    evidence: {
      ...(aged !== null && { "pack-resistance": aged }),
      ...(spreadV - spreadErrorV > BAD_SPREAD_V && { "cell-spread": true }),
      ...(spreadV + spreadErrorV < BAD_SPREAD_V && { "cell-spread": false }),
    },
    places: { "cell-spread": `Cell ${rests.indexOf(Math.min(...rests)) + 1}` },
    carried: { cellMohm: mean * 1000, cellSpreadMv: spreadV * 1000 },
    chart: null,
    ...(notes.length > 0 && { notes }),
  };
}

/** True, false, or null where the resistance cannot be told. */
function isAged(resistance: readonly Judgement[]): boolean | null {
  if (resistance.some(({ word }) => word === "bad" || word === "watch")) return true;
  return resistance.some(({ word }) => word === "cannot say") ? null : false;
}

function meanOf(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}

/** The pack in figures: each cell's resistance, what it holds, how it rests, what it gives at the craft's loads. */
function figuresOf({
  fits,
  capacity,
  rests,
  chemistry,
  capacityMah,
  peakA,
  cruiseA,
}: {
  fits: readonly ReturnType<typeof fitLine>[];
  capacity: ReturnType<typeof packCapacity> | null;
  rests: readonly number[];
  chemistry: Chemistry;
  capacityMah: number;
  peakA: number | null;
  cruiseA: number | null;
}): Measured["figures"] {
  const ohms = fits.map(({ slope }) => -slope.value);
  const lowestV = Math.min(...rests);
  const plain = (label: string, value: number, unit: string, decimals: number) => ({
    label,
    value,
    halfWidth: null,
    unit,
    decimals,
  });
  return [
    ...fits.map(({ slopeHalfWidth }, cell) => ({
      ...estimateOf(`Cell ${cell + 1}`, "internal resistance"),
      value: ohms[cell]! * 1000,
      halfWidth: slopeHalfWidth * 1000,
      unit: "mΩ",
      decimals: 1,
    })),
    ...(capacity && "mah" in capacity
      ? [{ label: "Holds", value: capacity.mah, halfWidth: capacity.halfWidth, unit: "mAh", decimals: 0 }]
      : []),
    plain("Lowest cell at rest", lowestV, "V", 3),
    plain("Spread at rest", (Math.max(...rests) - lowestV) * 1000, "mV", 0),
    plain("Left in it, roughly", restCharge(lowestV, chemistry) * 100, "%", 0),
    ...(peakA === null ? [] : [plain(`Sag of a cell at ${peakA} A`, peakA * meanOf(ohms), "V", 2)]),
    ...(cruiseA === null
      ? []
      : [
          plain(
            `Usable at ${cruiseA} A, down to ${CELL_CURVES[chemistry].emptyV} V a cell`,
            capacityMah * usableShare(cruiseA, Math.max(...ohms), chemistry),
            "mAh",
            0,
          ),
        ]),
  ];
}

/** Loads from which a cell must have moved. */
const FEWEST_LOADS = 4;

function refuseStuck(samples: readonly PackSample[], cells: number): void {
  if (new Set(samples.map(({ currentA }) => currentA)).size < FEWEST_LOADS) return;
  const stuck = Array.from({ length: cells }, (_, cell) => cell).filter((cell) =>
    isStuck(samples.map(({ cellsV }) => cellsV[cell]!)),
  );
  if (stuck.length > 0)
    throw new CoreInputError(
      "out_of_range",
      stuck.length === cells
        ? "No cell moves by more than a step of the display: load the pack harder, or read it with a finer meter."
        : `Cell ${stuck.map((cell) => cell + 1).join(", ")} does not move under load by more than a step of the display: is its lead off, or the checker stuck?`,
    );
}

/** Readings with their times, where each has one and time goes by. */
function timedOf(samples: readonly PackSample[]): TimedPackSample[] | null {
  const timed = samples.flatMap(({ timeS, ...sample }) => (timeS == null ? [] : [{ ...sample, timeS }]));
  return timed.length === samples.length && timed.at(-1)!.timeS > timed[0]!.timeS ? timed : null;
}

/** @param drainOhmAh - So much of the resistance may be what was drawn between the readings: 0 where their times are known. */
function judgeResistance(
  { ohmAh, halfWidth, drainOhmAh }: { ohmAh: number; halfWidth: number; drainOhmAh: number },
  { watched, bad }: { watched: number; bad: number },
  isRatingOpen: boolean,
): Judgement {
  const figure = `${(ohmAh * 1000).toFixed(0)} ± ${(halfWidth * 1000).toFixed(0)} mΩ·Ah a cell`;
  const least = ohmAh - halfWidth - drainOhmAh;
  const isByDrain = ohmAh - halfWidth > watched && least <= watched;
  if (ohmAh + halfWidth > bad && least < watched)
    return {
      word: "cannot say",
      reason: isByDrain
        ? `Resistance for its size: ${figure}, watched from ${watched * 1000}: it may be what was drawn from load to load. Read them up and down again, or with their times.`
        : `Resistance for its size: ${figure}, too uncertain to tell. Load it harder, and read each load several times.`,
    };
  const word = least > bad ? "bad" : least > watched ? "watch" : "good";
  const drain = isByDrain
    ? " What was drawn from load to load is in it: read them up and down again, or with their times, to know."
    : "";
  return {
    word,
    reason: `Resistance for its size: ${figure}, watched from ${watched * 1000}${word === "bad" ? ": retire it" : ""}.${drain}${isRatingOpen && word === "good" ? " Its C rating was not given: one for high loads is watched from less." : ""}`,
  };
}

/** Against the pack's own past, which says more than any rule for its size. */
function judgeAgeing(meanMohm: number, newMohm: number | null): Judgement[] {
  if (newMohm === null) return [];
  const factor = meanMohm / newMohm;
  return [
    {
      word: factor >= RETIRED_FACTOR ? "bad" : factor >= WATCHED_FACTOR ? "watch" : "good",
      reason: `Resistance ${factor.toFixed(2)} times that of the new pack, watched from ${WATCHED_FACTOR}, retired at ${RETIRED_FACTOR}.`,
    },
  ];
}

/** The cell with the highest resistance, beside the middle of the others; their errors count. */
function judgeWeakest(ohms: readonly number[], halfWidths: readonly number[]): Judgement[] {
  const worst = ohms.indexOf(Math.max(...ohms));
  const others = ohms.filter((_, cell) => cell !== worst);
  if (others.length === 0) return [];
  const middle = median(others);
  const surely =
    ohms[worst]! - halfWidths[worst]! > WEAK_CELL * (middle + median(halfWidths) / Math.sqrt(others.length));
  return surely
    ? [
        {
          word: "bad",
          reason: `Cell ${worst + 1} has ${(ohms[worst]! / middle).toFixed(1)} times the resistance of the others.`,
        },
      ]
    : [];
}

function judgeSpread(rests: readonly number[], errorV: number): Judgement {
  const spreadV = Math.max(...rests) - Math.min(...rests);
  const surely = spreadV - errorV;
  const isOpen = spreadV + errorV > BAD_SPREAD_V && errorV > WATCHED_SPREAD_V;
  const word = surely > BAD_SPREAD_V ? "bad" : surely > WATCHED_SPREAD_V ? "watch" : isOpen ? "cannot say" : "good";
  return {
    word,
    reason: `Cells lie ${(spreadV * 1000).toFixed(0)} ± ${(errorV * 1000).toFixed(0)} mV apart at rest, watched from ${WATCHED_SPREAD_V * 1000}${word === "good" ? "" : word === "cannot say" ? ": too uncertain to tell" : `: cell ${oddOneOut(rests)}`}.`,
  };
}

/** The one that lies furthest from the middle of all: "5 is low". Of two it is the lower one, which limits the pack. */
function oddOneOut(rests: readonly number[]): string {
  if (rests.length === 2) return `${rests.indexOf(Math.min(...rests)) + 1} is low`;
  const middle = median(rests);
  const away = rests.map((volts) => Math.abs(volts - middle));
  const odd = away.indexOf(Math.max(...away));
  return `${odd + 1} is ${rests[odd]! < middle ? "low" : "high"}`;
}

function judgeRating(peakA: number, ratedA: number): Judgement {
  const margin = ratedA - peakA;
  const word = margin < 0 ? "bad" : margin < 0.1 * ratedA ? "watch" : "good";
  return {
    word,
    reason: `Peak ${peakA.toFixed(0)} A, ${Math.abs(margin).toFixed(0)} A ${margin < 0 ? "over" : "under"} what its C rating allows.`,
  };
}
