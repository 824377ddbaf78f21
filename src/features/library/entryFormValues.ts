import {
  type Check,
  type FaultMode,
  type Library,
  type Symptom,
  type Repair,
} from "@/core/diagnosis/library/library.types";
import { type EntryGroup } from "@/features/faultLibrary/library.schema";

/*
 * Between an entry and the form it is edited in: a form holds lists of rows and blocks of lines where an entry holds
 * records and arrays. Back and forth gives the same entry.
 */

/** A form's values; which fields there are depends on the group. */
export type EntryValues = Record<string, unknown>;

const TO_VALUES: { [G in EntryGroup]: (entry: Library[G][number]) => EntryValues } = {
  repairs: ({ id: _, ...repair }: Repair) => ({ ...repair }),
  faults: ({ id: _, ...fault }: FaultMode) => ({
    ...fault,
    prior: toPercent(fault.prior),
    when: fault.when ?? [],
    craftKinds: fault.craftKinds ?? [],
  }),
  symptoms: ({ id: _, links, linkGrades = {}, ...symptom }: Symptom) => ({
    ...symptom,
    leak: toPercent(symptom.leak),
    complaint: symptom.complaint ?? false,
    synonyms: symptom.synonyms ?? [],
    links: Object.entries(links).map(([fault, strength]) => ({
      fault,
      strength: toPercent(strength),
      grade: linkGrades[fault] ?? null,
    })),
  }),
  checks: ({ id: _, steps, cautions, outcomes, measure, ...check }: Check) => ({
    ...check,
    steps: steps.join("\n"),
    cautions: cautions.join("\n"),
    irreversible: check.irreversible ?? false,
    outcomes: outcomes.map(({ id, label, sets }) => ({
      id,
      label,
      sets: Object.entries(sets).map(([symptom, value]) => ({ symptom, value })),
    })),
    measure: measure ? JSON.stringify(measure) : "",
  }),
};

/** What the form shows of an entry. */
export function toValues<G extends EntryGroup>(group: G, entry: Library[G][number]): EntryValues {
  return TO_VALUES[group](entry);
}

/** An empty form. */
export const EMPTY_VALUES: Readonly<Record<EntryGroup, EntryValues>> = {
  repairs: { parts: [], minutes: 15 },
  faults: { prior: 1, grade: "judgement", when: [], craftKinds: [] },
  symptoms: { leak: 2, grade: "judgement", links: [], complaint: false, synonyms: [] },
  checks: {
    minutes: 3,
    hazard: "unpowered",
    needs: [],
    steps: "",
    cautions: "",
    irreversible: false,
    outcomes: [
      { id: "yes", label: "", sets: [] },
      { id: "no", label: "", sets: [] },
    ],
    measure: "",
  },
};

const FROM_VALUES: Readonly<Record<EntryGroup, (values: EntryValues) => EntryValues>> = {
  repairs: ({ mends, ...values }) => ({ ...values, ...(mends ? { mends } : {}) }),
  faults: ({ when, craftKinds, prior, ...values }) => ({
    ...values,
    prior: fromPercent(prior),
    ...optionalList("when", (when as EntryValues[] | undefined)?.map(withoutEmptyLists)),
    ...optionalList("craftKinds", craftKinds),
  }),
  symptoms: ({ links, leak, complaint, zone, where, synonyms, ...values }) => {
    const rows = (links ?? []) as { fault: string; strength: number; grade?: string | null }[];
    const grades = rows.filter(({ grade }) => grade).map(({ fault, grade }) => [fault, grade] as const);
    return {
      ...values,
      leak: fromPercent(leak),
      links: Object.fromEntries(rows.map(({ fault, strength }) => [fault, fromPercent(strength)])),
      ...(grades.length > 0 && { linkGrades: Object.fromEntries(grades) }),
      ...(complaint === true && { complaint: true }),
      ...(zone ? { zone } : {}),
      ...(where ? { where } : {}),
      ...optionalList("synonyms", synonyms),
    };
  },
  checks: ({ steps, cautions, outcomes, irreversible, measure, ...values }) => ({
    ...values,
    steps: linesOf(steps),
    cautions: linesOf(cautions),
    outcomes: ((outcomes ?? []) as { id: string; label: string; sets?: { symptom: string; value: boolean }[] }[]).map(
      ({ id, label, sets = [] }) => ({
        id,
        label,
        sets: Object.fromEntries(sets.map(({ symptom, value }) => [symptom, value])),
      }),
    ),
    ...(irreversible === true && { irreversible: true }),
    ...(typeof measure === "string" && measure.trim() ? { measure: parsedOrText(measure) } : {}),
  }),
};

/** The entry that a form's values stand for, without its id. */
export function fromValues(group: EntryGroup, values: EntryValues): EntryValues {
  return Object.fromEntries(Object.entries(FROM_VALUES[group](values)).filter(([, value]) => value !== undefined));
}

/** Shares are shown as percent; a millionth is kept, so that the way there and back gives the same. */
const MILLIONTHS = 1e6;

function toPercent(share: number): number {
  return Math.round(share * 100 * MILLIONTHS) / MILLIONTHS;
}

/** What is no number is handed on as it is, for the library's check to name it. */
function fromPercent(percent: unknown): unknown {
  return typeof percent === "number" ? Math.round((percent / 100) * 100 * MILLIONTHS) / (100 * MILLIONTHS) : percent;
}

function linesOf(text: unknown): string[] {
  return String(text ?? "")
    .split("\n")
    .map((line) => line.trim())
    .filter(Boolean);
}

function optionalList(key: string, list: unknown): EntryValues {
  return Array.isArray(list) && list.length > 0 ? { [key]: list } : {};
}

function withoutEmptyLists(row: EntryValues): EntryValues {
  return Object.fromEntries(
    Object.entries(row).filter(([, value]) => value !== undefined && !(Array.isArray(value) && value.length === 0)),
  );
}

/** A measurement that is not JSON goes on as it is, so that the library's own check says what is wrong with it. */
function parsedOrText(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return text;
  }
}
