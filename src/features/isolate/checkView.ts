import { type Diagnosis } from "@/core/diagnosis/diagnoseCase";
import { type WhereKind } from "@/core/craft/spots";
import { type Check, type Library, type Outcome } from "@/core/diagnosis/library/library.types";
import { type Knowledge } from "@/features/faultLibrary/getKnowledge";
import { formatMoney, formatPercent } from "@/shared/format";

/** An answer that can be given to a check. */
export interface OutcomeView {
  id: string;
  label: string;
  probability: number;
  would: string;
  /** What "where?" is about with this answer; null where there is nothing to ask. */
  where: WhereKind | null;
}

/** A check on offer. */
export interface CheckView extends Omit<Check, "outcomes" | "fitted" | "spare" | "craftKinds"> {
  bits: number;
  why: string;
  /** What it puts at risk, with what most of that comes from; empty where there is nothing to speak of. */
  risk: string;
  /** Positions on this craft that it is about. */
  on: string;
  outcomes: OutcomeView[];
}

/** The places of the craft that can be asked for, by what "where?" is about. */
export type Places = Readonly<Record<WhereKind, readonly string[]>>;

/** A check with what is shown of it. */
export type CheckToShow = Pick<Diagnosis["nextChecks"][number], "check" | "bits" | "harm" | "previews" | "splits">;

/** Below this nothing is said of what is at risk. */
const WORTH_SAYING_CENTS = 50;

/** Turns a ranked check into what the page shows. */
export function toCheckView(
  { check, bits, harm, previews, splits }: CheckToShow,
  { positions, library, currency }: Knowledge,
  places: Places,
): CheckView {
  const { outcomes, fitted, spare, craftKinds: _, ...rest } = check;
  const parts = spare ? [spare] : Object.keys(fitted ?? {}).filter((part) => (fitted?.[part] ?? 0) > 1);
  return {
    ...rest,
    bits,
    risk:
      harm.worst && harm.cents >= WORTH_SAYING_CENTS
        ? `${formatMoney(harm.cents, currency)} at risk: ${lowerFirst(harm.worst.name)}`
        : "",
    why: pointsTo(splits),
    on: parts.flatMap((part) => positions[part] ?? []).join(", "),
    outcomes: outcomes.map(({ id, label, sets }) => {
      const preview = previews.find(({ outcomeId }) => outcomeId === id);
      const leaders = preview?.leaders.map(({ name, probability }) => `${name} ${formatPercent(probability)}`) ?? [];
      return {
        id,
        label,
        probability: preview?.probability ?? 0,
        would: leaders.join(", "),
        where: whereOfSets(library, sets, places),
      };
    }),
  };
}

/** Which fault a check would leave in front, and how often: "then in front: camera dead (76 of 100), else a lead". */
function pointsTo([one, other, ...more]: CheckToShow["splits"]): string {
  if (!one || !other || more.length > 0) return "";
  const often = Math.round(100 * one.probability);
  return `then in front: ${lowerFirst(one.name)} (${often} of 100), else ${lowerFirst(other.name)}`;
}

/** What "where?" is about when an answer says that something is so; null where there are fewer than two places. */
function whereOfSets(library: Library, sets: Outcome["sets"], places: Places): WhereKind | null {
  const asked = Object.entries(sets).flatMap(([symptomId, value]) =>
    value ? (library.symptoms.find(({ id }) => id === symptomId)?.where ?? []) : [],
  );
  return asked.find((where) => places[where].length > 1) ?? null;
}

/** "Camera dead" within a sentence; "ESC 3" keeps its capitals. */
export function lowerFirst(text: string): string {
  return /^[A-Z][a-z]/.test(text) ? text.charAt(0).toLowerCase() + text.slice(1) : text;
}
