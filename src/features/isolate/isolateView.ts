import { type Missing } from "@/core/diagnosis/checks/availableChecks";
import { findingText } from "@/core/diagnosis/findings/findingText";
import { type Cost } from "@/core/diagnosis/repairs/planRepairs";
import { type Diagnosis } from "@/core/diagnosis/diagnoseCase";
import { type Suspect } from "@/core/diagnosis/suspect";
import { type Shape, spotOfPosition, WHERE_KINDS, type WhereKind } from "@/core/craft/spots";
import { type Library } from "@/core/diagnosis/library/library.types";
import { suspectPartName } from "@/core/diagnosis/library/suspectParts";
import { isOpenAnswer, weighedFindings } from "@/features/job/events/findings";
import { type JobFinding } from "@/features/job/events/jobFinding";
import { type Knowledge } from "@/features/faultLibrary/getKnowledge";
import { formatMoney, formatPercent } from "@/shared/format";
import { type CheckView, lowerFirst, type Places, toCheckView } from "./checkView";
import { type GateView, gateViews, openersOf } from "./gateView";

/** A suspect as a bar. */
export interface SuspectView {
  faultId: string;
  name: string;
  looksLike: string;
  repair: string;
  probability: number;
  before: number;
  /** Where its usual rate comes from: the library, with its grade, and this shop's jobs. */
  rate: string;
  /** What "where?" is about when it is named; null where there is but one place. */
  where: WhereKind | null;
  /** Where the findings say it is; empty where they do not, or hardly know. */
  placeHint: string;
  /** How probable it is at each place that they name, where they name several. */
  placed: { place: string; probability: number }[];
}

/** The suspects that one repair would cure. */
export interface SuspectGroup {
  /** The part, where several of its faults are cured by one repair; else the one fault. */
  title: string;
  repair: string;
  /** That at least one of them is so. */
  probability: number;
  suspects: SuspectView[];
}

/** A finding as a line, with what it said of the suspects and what it did to them. */
export interface FindingView {
  key: string;
  seq: number;
  title: string;
  detail: string;
  by: string;
  state: JobFinding["state"];
  isDoubtful: boolean;
  weights: { name: string; decibans: number }[];
  trail: string;
}

/** Whether to check on or to repair, with the money behind it. */
export interface AdviceView {
  advice: "repair" | "check";
  title: string;
  sentence: string;
  /** What comes after, if anything. */
  next: string;
}

/** Everything the Isolate page shows, as plain data. */
export interface IsolateView {
  /** Sure findings that say opposite things. */
  contradictions: string[];
  groups: SuspectGroup[];
  /** How many fault modes could not explain anything seen. */
  others: number;
  findings: FindingView[];
  checks: CheckView[];
  gates: GateView[];
  /** What opens them, to be chosen even where it was answered before: a short that was mended is beeped again. */
  openers: CheckView[];
  /** Checks that would help and cannot be done here. */
  missing: string[];
  trail: string;
  /** Where the counted findings are. */
  places: string[];
  bestSet: string[];
  /** Their names. */
  bestNames: string[];
  unexplained: string[];
  mindChangers: string[];
  advice: AdviceView | null;
  massRanked: number;
  isExact: boolean;
  arePreviewsExact: boolean;
}

const SUSPECTS_SHOWN = 8;
/** The first few are shown whatever they stand at; the others only from here. */
const ALWAYS_SHOWN = 3;
const SHOWN_FROM = 0.01;
const CHECKS_SHOWN = 8;
const MISSING_SHOWN = 3;

/** Turns the engine's answer and the job's findings into what the page shows. */
export function isolateView(
  diagnosis: Diagnosis,
  findings: readonly JobFinding[],
  knowledge: Knowledge,
  places: Places,
  shape: Shape,
): IsolateView {
  const { library } = knowledge;
  const explaining = diagnosis.suspects.filter(({ mayExplain }) => mayExplain);
  return {
    contradictions: contradictionTexts(library, diagnosis),
    groups: groupSuspects(
      diagnosis,
      explaining
        .slice(0, SUSPECTS_SHOWN)
        .filter(({ probability }, place) => place < ALWAYS_SHOWN || probability >= SHOWN_FROM),
      knowledge,
      (suspect, where) => whereIs(suspect, places[where], findings, shape),
    ),
    others: diagnosis.suspects.length - explaining.length,
    findings: findingViews(library, diagnosis, findings),
    checks: diagnosis.nextChecks.slice(0, CHECKS_SHOWN).map((check) => toCheckView(check, knowledge, places)),
    gates: gateViews(diagnosis),
    openers: openersOf(diagnosis).map((check) => toCheckView(check, knowledge, places)),
    missing: diagnosis.missing
      .slice(0, MISSING_SHOWN)
      .map(({ check, missing }) => `${check.title} (${missing.map(missingText).join(", ")})`),
    places: [
      ...new Set(
        findings.flatMap(({ state, finding }) => (state === "counted" && finding.place ? [finding.place] : [])),
      ),
    ],
    trail: trailText(library, diagnosis, findings),
    bestSet: diagnosis.bestSet.faults.map(({ id }) => id),
    bestNames: diagnosis.bestSet.faults.map(({ name }) => name),
    unexplained: diagnosis.unexplained,
    mindChangers: diagnosis.mindChangers.map(
      ({ title, answer, newLeader, newProbability }) =>
        `“${title}”: ${answer} → ${newLeader} ${formatPercent(newProbability)}`,
    ),
    advice: adviceView(library, diagnosis, knowledge.currency),
    massRanked: diagnosis.massRanked,
    isExact: diagnosis.isExact,
    arePreviewsExact: diagnosis.arePreviewsExact,
  };
}

type PlaceOf = (suspect: Suspect, where: WhereKind) => Pick<SuspectView, "placeHint" | "placed">;

/** By repair, the likeliest first: telling two faults apart that one repair cures changes nothing. */
function groupSuspects(
  { repairs }: Diagnosis,
  suspects: readonly Suspect[],
  knowledge: Knowledge,
  placeOf: PlaceOf,
): SuspectGroup[] {
  const groups = new Map<string, SuspectView[]>();
  for (const suspect of suspects) {
    const { repair } = suspect.fault;
    groups.set(repair, [...(groups.get(repair) ?? []), toSuspectView(suspect, knowledge, placeOf)]);
  }
  const partOf = (repair: string) =>
    suspectPartName(knowledge.library.repairs.find(({ id }) => id === repair)?.part ?? repair);
  return [...groups]
    .map(([repair, members]) => ({
      title: members.length > 1 ? partOf(repair) : members[0]!.name,
      repair: members[0]!.repair,
      // What the engine says of the repair, and never less than of one of its faults; one fault alone stands for itself.
      probability:
        members.length > 1
          ? members.reduce((most, { probability }) => Math.max(most, probability), repairs[repair] ?? 0)
          : members[0]!.probability,
      suspects: members,
    }))
    .sort((a, b) => b.probability - a.probability);
}

function toSuspectView(suspect: Suspect, { library, learned }: Knowledge, placeOf: PlaceOf): SuspectView {
  const { fault, probability, probabilityBefore } = suspect;
  const repair = library.repairs.find(({ id }) => id === fault.repair);
  const where = whereOfPart(fault.part);
  return {
    faultId: fault.id,
    name: fault.name,
    looksLike: fault.looksLike,
    repair: repair ? `${repair.name}, ${repair.minutes} min` : fault.repair,
    probability,
    before: probabilityBefore,
    rate: rateText(suspect, learned),
    where,
    ...(where ? placeOf(suspect, where) : { placeHint: "", placed: [] }),
  };
}

/** "Library says 4 % (judgement), this shop 11 % of 46 jobs." */
function rateText({ fault, libraryPrior }: Suspect, learned: Knowledge["learned"]): string {
  const library = `Library says ${formatPercent(libraryPrior)} (${fault.grade})`;
  if (!learned || learned.jobs === 0) return `${library}.`;
  const share = (learned.withFault[fault.id] ?? 0) / learned.jobs;
  return `${library}, this shop ${formatPercent(share)} of ${learned.jobs} ${learned.jobs === 1 ? "job" : "jobs"}.`;
}

/** The engine weighed the counted findings, in their order; the list shows the others among them. */
function findingViews(library: Library, diagnosis: Diagnosis, findings: readonly JobFinding[]): FindingView[] {
  const placeOf = new Map(weighedFindings(findings, library).map((finding, place) => [finding, place]));
  const nameOf = (faultId: string) => library.faults.find(({ id }) => id === faultId)?.name ?? faultId;
  return findings.map((finding) => {
    const place = placeOf.get(finding);
    if (place === undefined) return toFindingView(library, finding, [], "");
    const step = diagnosis.trail[place]!;
    const parts = [
      step.ruledOut.length > 0 ? `rules out ${step.ruledOut.map(nameOf).join(", ")}` : "",
      step.newLeader ? `now leading: ${nameOf(step.newLeader)}` : "",
    ];
    return toFindingView(library, finding, diagnosis.findings[place]!.weights, parts.filter(Boolean).join("; "));
  });
}

function toFindingView(
  library: Library,
  entry: JobFinding,
  weights: FindingView["weights"],
  trail: string,
): FindingView {
  const { title, detail } = findingText(library, entry.finding);
  return {
    key: `${entry.seq}-${title}`,
    seq: entry.seq,
    title,
    detail: entry.note ? `${detail} (${entry.note})` : detail,
    by: entry.personName,
    state: entry.state,
    isDoubtful: entry.finding.doubtful === true,
    weights: isOpenAnswer(entry.finding) ? [] : weights.slice(0, 3).map(({ name, decibans }) => ({ name, decibans })),
    trail,
  };
}

/** What "where?" is about for a fault of a part. */
function whereOfPart(part: string): WhereKind | null {
  if (part === "frame") return "corner";
  if (part === "pack") return "cell";
  return (WHERE_KINDS as readonly string[]).includes(part) ? (part as WhereKind) : null;
}

/** So many times as probable at one place as at the next is known to be there. Trade judgement. */
const LEADS = 3;

/** Where a suspect is: the place that leads, and how probable each is where the findings name several. */
function whereIs(
  { places }: Suspect,
  options: readonly string[],
  findings: readonly JobFinding[],
  shape: Shape,
): Pick<SuspectView, "placeHint" | "placed"> {
  const inWords = (spot: string) =>
    options.find((option) => option === spot || spotOfPosition(option, shape)?.words === spot) ?? "";
  const [first, second] = places;
  if (!first) return { placeHint: inWords(onlySpot(findings, shape)), placed: [] };
  const isKnown = !second || first.probability >= LEADS * second.probability;
  return {
    placeHint: isKnown ? inWords(first.place) : "",
    placed: second ? places.map(({ place, probability }) => ({ place: inWords(place) || place, probability })) : [],
  };
}

/** The one spot that the counted findings speak of; empty where they speak of none or of several. */
function onlySpot(findings: readonly JobFinding[], shape: Shape): string {
  const said = findings.flatMap(({ state, finding }) => (state === "counted" && finding.place ? [finding.place] : []));
  const spots = new Set(said.map((place) => spotOfPosition(place, shape)?.words ?? place));
  const [spot = ""] = spots;
  return spots.size === 1 ? spot : "";
}

/** "After 3 checks, 14 minutes: camera dead ruled out." */
function trailText(library: Library, diagnosis: Diagnosis | null, findings: readonly JobFinding[]): string {
  const counted = findings.filter(({ state }) => state === "counted");
  const checks = counted.filter(({ finding }) => finding.kind === "check" && !isOpenAnswer(finding));
  const minutes = Math.round(counted.reduce((sum, { minutes: each }) => sum + each, 0));
  const done = checks.length === 1 ? "1 check" : `${checks.length} checks`;
  const out = [...new Set(diagnosis?.trail.flatMap(({ ruledOut }) => ruledOut) ?? [])].filter(
    (id) =>
      !diagnosis!.suspects.some(
        ({ fault, probability, mayExplain }) => fault.id === id && mayExplain && probability > 0.05,
      ),
  );
  const names = out.map((id) => library.faults.find((fault) => fault.id === id)?.name ?? id);
  const head = checks.length === 0 ? "No check done yet" : `After ${done}, ${minutes} min`;
  return names.length > 0 ? `${head}: ruled out ${names.map(lowerFirst).join(", ")}.` : `${head}.`;
}

function contradictionTexts(library: Library, { contradictions, findings }: Diagnosis): string[] {
  return contradictions.map(({ earlier, later }) => {
    const text = (place: number) => {
      const { title, detail } = findingText(library, findings[place]!.finding);
      return `“${title}” (${detail})`;
    };
    return `${text(earlier)} against ${text(later)}`;
  });
}

function adviceView(library: Library, { advice, isOutside }: Diagnosis, currency: string): AdviceView | null {
  const money = (cents: number) => formatMoney(cents, currency);
  /** Minutes and money apart, of the whole way. */
  const way = ({ cents, minutes }: Cost) => `${Math.round(minutes)} min and ${money(cents)} in all`;
  if (isOutside)
    return {
      advice: "check",
      title: "Not in the library, as it looks.",
      sentence: "No cause that the library has explains what was seen. Look further; repair nothing on its word.",
      next: "",
    };
  if (!advice) return null;
  const { plan, repairFirst, bestCheck } = advice;
  const nameOf = (id: string) => library.repairs.find((repair) => repair.id === id)?.name ?? id;
  const [first, next] = plan.steps;
  if (advice.advice === "check" || !first) {
    if (!bestCheck) return null;
    return {
      advice: "check",
      title: "Check on.",
      sentence: `To a proven repair it takes ${way(bestCheck.wholeWay)} on average with this check first. ${
        first
          ? `With the likeliest repair done now it takes ${way(repairFirst)}.`
          : `No repair pays yet: to give the craft up would cost ${money(repairFirst.cents)}, and every blind try more.`
      }`,
      next: first ? `Repaired now: ${nameOf(first.repair)}, needed with ${formatPercent(first.probability)}.` : "",
    };
  }
  const instead = bestCheck ? `, and ${way(bestCheck.wholeWay)} with one more check first` : "";
  return {
    advice: "repair",
    title: `Repair now: ${lowerFirst(nameOf(first.repair))}.`,
    sentence: `Needed with ${formatPercent(first.probability)}. To a proven repair it takes ${way(repairFirst)} on average with it first${instead}.`,
    next: next ? `If the fault is still there: ${lowerFirst(nameOf(next.repair))}, ${money(next.cents)}.` : "",
  };
}

function missingText(missing: Missing): string {
  return "spare" in missing ? `no spare ${suspectPartName(missing.spare).toLowerCase()}` : `no ${missing.tool}`;
}
