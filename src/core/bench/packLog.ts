import { median } from "../fit/robust";
import { type PackEntry } from "./packEntry";
import { cellTrend, resistanceTrend, type ResistanceTrend } from "./packTrend";

type Finding = { word: PackAdvice["word"]; reason: string };

/** What a pack's log says. */
export interface PackAdvice {
  word: "good" | "watch" | "bad" | "cannot say";
  reasons: string[];
}

/** Ageing at which a pack is watched, and retired. Common practice, no published source: twice the resistance, a fifth less charge. */
const RESISTANCE = { watched: 1.5, retired: 2 };
const CAPACITY = { watched: 0.88, retired: 0.8 };
const SPREAD_MV = { watched: 30, retired: 100 };
/** One cell against the middle of the others. Common practice, no published source. */
const WEAK_CELL = { watched: 1.4, retired: 2 };

/**
 * Says from a pack's log whether it is still to be flown: resistance against its first entry, charge against its label, spread.
 *
 * @param labelMah - Capacity on the label.
 * @param entries - In any order.
 * @param today - ISO date; with it a verdict on old readings says how old they are.
 */
export function advisePack(labelMah: number, entries: readonly PackEntry[], today: string | null = null): PackAdvice {
  const sorted = [...entries].sort((a, b) => a.measuredOn.localeCompare(b.measuredOn));
  const resistances = sorted.flatMap(({ resistanceMohm }) => resistanceMohm ?? []);
  const capacity = sorted.findLast(({ capacityMah }) => capacityMah !== null)?.capacityMah ?? null;
  const spread = sorted.findLast(({ spreadMv }) => spreadMv !== null)?.spreadMv ?? null;
  const found: Finding[] = [];
  const trend = resistanceTrend(sorted);
  if (trend) found.push(...byTrend(trend));
  else if (resistances.length >= 2) {
    const factor = resistances.at(-1)! / resistances[0]!;
    found.push({
      word: factor >= RESISTANCE.retired ? "bad" : factor >= RESISTANCE.watched ? "watch" : "good",
      reason: `Resistance ${factor.toFixed(2)} times that of its first entry; retire at ${RESISTANCE.retired}.`,
    });
  }
  if (capacity !== null) {
    const share = capacity / labelMah;
    found.push({
      word: share <= CAPACITY.retired ? "bad" : share <= CAPACITY.watched ? "watch" : "good",
      reason: `Holds ${(share * 100).toFixed(0)} % of its label; retire at ${CAPACITY.retired * 100} %.`,
    });
  }
  if (spread !== null)
    found.push({
      word: spread >= SPREAD_MV.retired ? "bad" : spread >= SPREAD_MV.watched ? "watch" : "good",
      reason: `Cells ${spread.toFixed(0)} mV apart at rest; retire at ${SPREAD_MV.retired} mV.`,
    });
  const weakest = weakestCell(sorted.findLast(({ cellsMohm }) => cellsMohm?.length)?.cellsMohm ?? []);
  if (weakest && weakest.factor >= WEAK_CELL.watched)
    found.push({
      word: weakest.factor >= WEAK_CELL.retired ? "bad" : "watch",
      reason: `Cell ${weakest.number} has ${weakest.factor.toFixed(1)} times the resistance of the others; retire at ${WEAK_CELL.retired}.`,
    });
  const growing = cellTrend(sorted);
  if (growing && isGrown(growing) && !found.some(({ reason }) => reason.startsWith(`Cell ${growing.number} `)))
    found.push({
      word: "watch",
      reason: `Cell ${growing.number} has grown away from the others by ${byShare(growing)} since its first entries; retire at ${WEAK_CELL.retired} times the others.`,
    });
  if (found.length === 0)
    return { word: "cannot say", reasons: ["Measure it twice, some cycles apart, or once with the mAh it takes."] };
  const order: readonly Finding["word"][] = ["good", "cannot say", "watch", "bad"];
  found.sort((a, b) => order.indexOf(b.word) - order.indexOf(a.word));
  const word = found[0]!.word;
  return {
    word,
    reasons: [
      ...(word === "bad" ? ["Discharge it in a fire-safe place and hand it in where batteries are taken back."] : []),
      ...found.map(({ reason }) => reason),
      ...ageReason(sorted.at(-1)!.measuredOn, today),
    ],
  };
}

/** Grown by so much, and surely, a pack or a cell ages early. Common practice, no published source. */
const EARLY = Math.log(1.18);
const SURE_ERRORS = 2.5;

/** What all of the log says of the resistance. */
function byTrend(trend: ResistanceTrend): Finding[] {
  const { factor, jump, leftOut, isWarmthKnown } = trend;
  const aside = leftOut
    .map(({ measuredOn, mohm }) => ` The ${mohm} mΩ of ${measuredOn} stand apart and were left out.`)
    .join("");
  const reason = `Resistance ${factor.toFixed(2)} times that of its best entries; retire at ${RESISTANCE.retired}.${aside}`;
  const checkers: Finding[] = jump
    ? [
        {
          word: "cannot say",
          reason: `All readings are ${jump.times.toFixed(1)} times as high from ${jump.to} on: another checker, or harm after ${jump.from}? Measure it with both.`,
        },
      ]
    : [];
  if (factor >= RESISTANCE.retired) return [{ word: "bad", reason }, ...checkers];
  if (factor >= RESISTANCE.watched) return [{ word: "watch", reason }, ...checkers];
  if (!isGrown(trend)) return [{ word: "good", reason }, ...checkers];
  const early = `Resistance grows: ${byShare(trend)} above its best entries; watched from ${((RESISTANCE.watched - 1) * 100).toFixed(0)} %.${aside}`;
  return isWarmthKnown
    ? [{ word: "watch", reason: early }, ...checkers]
    : [
        {
          word: "cannot say",
          reason: `${early} The cold alone can make as much: measure it at 20 to 25 °C, and write how warm it is.`,
        },
        ...checkers,
      ];
}

function isGrown({ growth, error }: { growth: number; error: number }): boolean {
  return growth > EARLY && growth > SURE_ERRORS * error;
}

function byShare({ growth, error }: { growth: number; error: number }): string {
  return `${((Math.exp(growth) - 1) * 100).toFixed(0)} ± ${(200 * error).toFixed(0)} %`;
}

/** The cell with the highest resistance, against the middle of the others; null with fewer than two others. */
function weakestCell(mohm: readonly number[]): { number: number; factor: number } | null {
  if (mohm.length < 3) return null;
  const place = mohm.reduce((most, each, index) => (each > mohm[most]! ? index : most), 0);
  return { number: place + 1, factor: mohm[place]! / median(mohm.filter((_, index) => index !== place)) };
}

/** Readings older than this say less of the pack that lies here now. Common practice, no published source. */
const OLD_DAYS = 60;

function ageReason(newest: string, today: string | null): string[] {
  if (today === null) return [];
  const days = Math.round((Date.parse(today) - Date.parse(newest)) / 86_400_000);
  return days > OLD_DAYS
    ? [`This rests on readings that are ${days} days old: measure it again before you rely on it.`]
    : [];
}
