import { type Proof } from "../proof";
import { type JobEvent, type PayloadOf, withPlace } from "../events/eventKind";
import { isOpenAnswer } from "../events/findings";
import {
  causeNamed,
  causeTakenBack,
  partReplaced,
  proofDecided,
  proofReopened,
  settingChanged,
} from "../events/jobEvents";
import { type JobFinding } from "../events/jobFinding";

type NamedFault = PayloadOf<typeof causeNamed>["faults"][number];

/** What became of a cause. */
export type CauseOutcome =
  | { kind: "taken back"; reason: string }
  | { kind: "not repaired" }
  /** A proof failed after its repair. */
  | { kind: "failed"; proofKind: string; note: string; place: string }
  | { kind: "being proven" }
  | { kind: "proofs met"; waived: number };

/** A cause that was named on a job, with what spoke for it, what was done about it and what came of it. */
export interface Cause {
  /** Its name on the job: the sequence number of its event. */
  seq: number;
  faults: readonly NamedFault[];
  other: string;
  otherPlace: string;
  note: string;
  by: string;
  /** Events of the findings that spoke for it, oldest first. */
  evidence: JobEvent[];
  /** Parts replaced and settings changed for it, oldest first. */
  repairs: JobEvent[];
  outcome: CauseOutcome;
}

/**
 * The causes of a job, oldest first. A later one stands beside an earlier one and does not take its place.
 *
 * Evidence is what was written down when the cause was named; of older causes, what was found since the one before. A repair
 * belongs to the newest cause that names its position, else to the newest cause of its time.
 */
export function causesOf({
  events,
  findings,
  proofs,
}: {
  events: readonly JobEvent[];
  findings: readonly JobFinding[];
  proofs: readonly Pick<Proof, "state">[];
}): Cause[] {
  const named = causeNamed.in(events);
  const takenBack = new Map(
    causeTakenBack.in(events).map(({ payload, seq }) => [payload.seq, { ...payload, at: seq }]),
  );
  const provingSeqs = new Set(
    findings.filter(({ state, finding }) => state !== "taken back" && !isOpenAnswer(finding)).map(({ seq }) => seq),
  );
  const repairs = events.filter(({ kind }) => kind === partReplaced.kind || kind === settingChanged.kind);
  const owner = new Map(
    repairs.map((repair) => {
      const standing = named.filter(
        ({ seq }) => seq < repair.seq && !((takenBack.get(seq)?.at ?? Infinity) < repair.seq),
      );
      const atPlace = standing.filter(({ payload }) => placesOf(payload).some((place) => isPlaceOf(repair, place)));
      return [repair.seq, (atPlace.at(-1) ?? standing.at(-1))?.seq];
    }),
  );
  return named.map(({ seq, payload, personName }, index) => {
    const before = named[index - 1]?.seq ?? 0;
    const since = (each: number) => each > before && each < seq;
    const spokeFor = new Set(payload.evidence ?? events.map((event) => event.seq).filter(since));
    const own = repairs.filter((repair) => owner.get(repair.seq) === seq);
    const back = takenBack.get(seq);
    return {
      seq,
      faults: payload.faults,
      other: payload.other,
      otherPlace: payload.otherPlace,
      note: payload.note,
      by: personName,
      evidence: events.filter((event) => spokeFor.has(event.seq) && provingSeqs.has(event.seq)),
      repairs: own,
      outcome: back
        ? { kind: "taken back", reason: back.reason }
        : outcomeOf(own, named[index + 1]?.seq, events, proofs),
    };
  });
}

/** The causes that still stand. */
export function standingCauses(causes: readonly Cause[]): Cause[] {
  return causes.filter(({ outcome }) => outcome.kind !== "taken back");
}

/** The causes that nothing was done about yet. */
export function unrepairedCauses(causes: readonly Cause[]): Cause[] {
  return causes.filter(({ outcome }) => outcome.kind === "not repaired");
}

/** Each thing a cause names with where it is: "ESC burnt: ESC 3, rear left". */
export function causeNames({ faults, other, otherPlace }: Pick<Cause, "faults" | "other" | "otherPlace">): string[] {
  return [...faults.map(({ name, place }) => withPlace(name, place)), ...(other ? [withPlace(other, otherPlace)] : [])];
}

/** Where a cause is. */
export function placesOf({ faults, otherPlace }: Pick<Cause, "faults" | "otherPlace">): string[] {
  return [...faults.map(({ place }) => place), otherPlace].filter((place) => place !== "");
}

function isPlaceOf({ kind, payload }: JobEvent, place: string): boolean {
  const at =
    kind === partReplaced.kind ? (payload as { position: string }).position : (payload as { place: string }).place;
  return at !== "" && (place === at || place.startsWith(`${at},`));
}

/** A failure counts against the repairs before it, up to the next cause: from there on another repair is on trial. */
function outcomeOf(
  repairs: readonly JobEvent[],
  nextCause: number | undefined,
  events: readonly JobEvent[],
  proofs: readonly Pick<Proof, "state">[],
): CauseOutcome {
  const first = repairs[0];
  if (!first) return { kind: "not repaired" };
  const mends = settingChanged.in(events);
  const isTakenBack = (kind: string, seq: number) => {
    const next = [...proofDecided.in(events), ...proofReopened.in(events)]
      .filter((each) => each.seq > seq && each.payload.kind === kind)
      .sort((a, b) => a.seq - b.seq)[0];
    return next?.kind === proofReopened.kind;
  };
  // The first failure that stands: neither put right on the spot nor taken back.
  const failed = proofDecided
    .in(events)
    .filter(({ seq, payload }) => payload.state === "failed" && seq > first.seq && seq < (nextCause ?? Infinity))
    .find(
      ({ seq, payload }) =>
        !mends.some((mend) => mend.seq === seq + 1 && mend.payload.afterProof !== null) &&
        !isTakenBack(payload.kind, seq),
    );
  if (failed) {
    const { kind, note, place } = failed.payload;
    return { kind: "failed", proofKind: kind, note, place };
  }
  const isOver = proofs.length > 0 && proofs.every(({ state }) => state === "met" || state === "waived");
  return isOver
    ? { kind: "proofs met", waived: proofs.filter(({ state }) => state === "waived").length }
    : { kind: "being proven" };
}
