import { findingText } from "@/core/isolate/findingText";
import { type Isolation } from "@/core/isolate/isolateCase";
import { shippedLibrary } from "@/core/isolate/library";
import { type Check } from "@/core/isolate/library.types";
import { PART_KINDS } from "@/core/refit/partKinds";
import { isOpenAnswer, type JobFinding } from "@/features/job/findings";
import { type JobIsolation } from "@/features/job/isolationOf";
import { formatPercent } from "@/shared/format";

/** A suspect as a bar. */
export interface SuspectView {
  faultId: string;
  name: string;
  part: string;
  looksLike: string;
  repair: string;
  probability: number;
  before: number;
  prior: number;
  grade: string;
}

/** A finding as a line, with what it said of the suspects. */
export interface FindingView {
  key: string;
  seq: number;
  title: string;
  detail: string;
  by: string;
  state: JobFinding["state"];
  weights: { name: string; decibans: number }[];
}

/** An answer that can be given to a check. */
export interface OutcomeView {
  id: string;
  label: string;
  would: string;
}

/** A check on offer. */
export interface CheckView extends Omit<Check, "outcomes"> {
  bits: number;
  why: string;
  outcomes: OutcomeView[];
}

/** Everything the Isolate page shows, as plain data. */
export interface IsolateView {
  problem: string | null;
  suspects: SuspectView[];
  /** How many fault modes could not explain anything seen. */
  others: number;
  findings: FindingView[];
  checks: CheckView[];
  minutesSpent: number;
  bestSet: string[];
  unexplained: string[];
  massRanked: number;
}

const SUSPECTS_SHOWN = 7;
const CHECKS_SHOWN = 8;

/** Turns the engine's answer and the job's findings into what the page shows. */
export function isolateView(result: JobIsolation, findings: readonly JobFinding[]): IsolateView {
  const minutesSpent = findings
    .filter(({ state }) => state === "counted")
    .reduce((sum, { minutes }) => sum + minutes, 0);
  if (!result.ok) {
    const plain = findings.map((finding) => toFindingView(finding, []));
    return {
      problem: result.reason,
      suspects: [],
      others: 0,
      findings: plain,
      checks: [],
      minutesSpent,
      bestSet: [],
      unexplained: [],
      massRanked: 0,
    };
  }
  const { isolation } = result;
  const explaining = isolation.suspects.filter(({ mayExplain }) => mayExplain);
  // The engine weighed the counted findings in their order; the list shows the others among them.
  const weighed = isolation.findings.values();
  return {
    problem: null,
    suspects: explaining.slice(0, SUSPECTS_SHOWN).map(toSuspectView),
    others: isolation.suspects.length - explaining.length,
    findings: findings.map((finding) =>
      toFindingView(finding, finding.state === "counted" ? (weighed.next().value?.weights ?? []) : []),
    ),
    checks: isolation.nextChecks.slice(0, CHECKS_SHOWN).map(toCheckView),
    minutesSpent,
    bestSet: isolation.bestSet.faults.map(({ id }) => id),
    unexplained: isolation.unexplained,
    massRanked: isolation.massRanked,
  };
}

function toSuspectView({ fault, probability, probabilityBefore, prior }: Isolation["suspects"][number]): SuspectView {
  return {
    faultId: fault.id,
    name: fault.name,
    part: PART_KINDS[fault.part as keyof typeof PART_KINDS] ?? fault.part,
    looksLike: fault.looksLike,
    repair: shippedLibrary.repairs.find(({ id }) => id === fault.repair)?.name ?? fault.repair,
    probability,
    before: probabilityBefore,
    prior,
    grade: fault.grade,
  };
}

function toFindingView(entry: JobFinding, weights: FindingView["weights"]): FindingView {
  const { title, detail } = findingText(shippedLibrary, entry.finding);
  return {
    key: `${entry.seq}-${title}`,
    seq: entry.seq,
    title,
    detail: entry.note ? `${detail} (${entry.note})` : detail,
    by: entry.personName,
    state: entry.state,
    weights: isOpenAnswer(entry.finding) ? [] : weights.slice(0, 3).map(({ name, decibans }) => ({ name, decibans })),
  };
}

function toCheckView({ check, bits, previews, splits }: Isolation["nextChecks"][number]): CheckView {
  const { outcomes, ...rest } = check;
  return {
    ...rest,
    bits,
    why:
      splits.length === 2
        ? `splits ${splits.map(({ name }) => name).join(" from ")} ${splits.map(({ probability }) => Math.round(probability * 100)).join(" / ")}`
        : "",
    outcomes: outcomes.map(({ id, label }) => {
      const preview = previews.find(({ outcomeId }) => outcomeId === id);
      const leaders = preview?.leaders.map(({ name, probability }) => `${name} ${formatPercent(probability)}`) ?? [];
      return { id, label, would: leaders.join(", ") };
    }),
  };
}
