import { learnedLinks, type SeenLink } from "@/core/diagnosis/library/learnedLinks";
import { canHave, learnedRate } from "@/core/diagnosis/library/compileLibrary";
import { type LearnedCauses } from "@/core/diagnosis/library/learnedRate";
import { type Library } from "@/core/diagnosis/library/library.types";
import { type ClosedLook, type TakenBackLink } from "@/features/faultLibrary/linkRepository";
import { formatDateTime } from "@/shared/format";

/** A link as a line: what the library says, what was seen, and what is believed now. */
export interface LinkLine {
  faultId: string;
  symptomId: string;
  fault: string;
  symptom: string;
  /** That it shows with this fault alone; null where the library links them not at all. */
  before: number | null;
  now: number | null;
  /** Which of the two counts: the library's where what was learned is taken back. */
  counts: number | null;
  looked: number;
  shown: number;
  /** The jobs that looked, newest first. */
  jobs: { id: number; isSo: boolean }[];
  /** Given while it is taken back. */
  takenBack: { by: string; when: string; reason: string } | null;
}

/** A fault's rate on one kind of craft as a line. */
export interface RateLine {
  faultId: string;
  fault: string;
  seen: number;
  expected: number;
  times: number;
  jobs: number[];
}

/** Lines of pairs without a link begin here: one look teaches nobody anything. */
const WORTH_SAYING = 2;

/**
 * What the shop's looks made of links, those that moved most first, with the jobs behind each.
 *
 * @param looks - Newest jobs first; those of jobs that do not count are left out.
 */
export function linkLines(
  library: Library,
  looks: readonly ClosedLook[],
  takenBack: readonly TakenBackLink[],
): { linked: LinkLine[]; unlinked: LinkLine[] } {
  const faults = new Map(library.faults.map(({ id, name }) => [id, name]));
  const symptoms = new Map(library.symptoms.map(({ id, whenTrue }) => [id, whenTrue]));
  const pairs = pairsOf(looks);
  const moved = new Map(learnedLinks(library, [...pairs.values()]).map((link) => [keyOf(link), link]));
  const back = new Map(takenBack.map((link) => [keyOf(link), link]));
  const lines = Array.from(pairs, ([key, pair]): LinkLine => {
    const link = moved.get(key);
    const away = back.get(key);
    return {
      ...pair,
      fault: faults.get(pair.faultId) ?? pair.faultId,
      symptom: symptoms.get(pair.symptomId) ?? pair.symptomId,
      before: link?.before ?? null,
      now: link?.now ?? null,
      counts: (away ? link?.before : link?.now) ?? null,
      takenBack: away ? { by: away.by, when: formatDateTime(away.at), reason: away.reason } : null,
    };
  });
  const moves = ({ before, now }: LinkLine) => Math.abs((now ?? 0) - (before ?? 0));
  return {
    linked: lines.filter(({ before }) => before !== null).sort((a, b) => moves(b) - moves(a)),
    unlinked: lines
      .filter(({ before, shown }) => before === null && shown >= WORTH_SAYING)
      .sort((a, b) => b.shown / b.looked - a.shown / a.looked || b.shown - a.shown),
  };
}

/** What the closed jobs on one kind of craft made of the rates, those that moved most first; faults that were met at least once. */
export function rateLines(
  library: Library,
  craftKind: string,
  learned: LearnedCauses,
  jobsOf: (faultId: string) => number[],
): RateLine[] {
  return library.faults
    .filter((fault) => canHave(craftKind, fault) && (learned.withFault[fault.id] ?? 0) > 0)
    .map((fault) => ({
      faultId: fault.id,
      fault: fault.name,
      ...learnedRate(fault, craftKind, learned),
      jobs: jobsOf(fault.id),
    }))
    .sort((a, b) => b.times - a.times);
}

function pairsOf(looks: readonly ClosedLook[]): Map<string, SeenLink & Pick<LinkLine, "jobs">> {
  const pairs = new Map<string, SeenLink & Pick<LinkLine, "jobs">>();
  for (const { faultId, symptomId, jobId, isSo, counts } of looks) {
    if (!counts) continue;
    const key = keyOf({ faultId, symptomId });
    const { looked, shown, jobs } = pairs.get(key) ?? { looked: 0, shown: 0, jobs: [] };
    pairs.set(key, {
      faultId,
      symptomId,
      looked: looked + 1,
      shown: shown + Number(isSo),
      jobs: [...jobs, { id: jobId, isSo }],
    });
  }
  return pairs;
}

function keyOf({ faultId, symptomId }: Pick<SeenLink, "faultId" | "symptomId">): string {
  return `${faultId} ${symptomId}`;
}
