import { gatherSymptoms, symptomsOf } from "@/core/diagnosis/findings/caseFindings";
import { isInLibrary } from "@/core/diagnosis/findings/findingText";
import { gatesOf, shutGates } from "@/core/diagnosis/gates/shutGates";
import { type Gate } from "@/core/diagnosis/library/library.types";
import { type JobFacts } from "@/features/job/bays/bayManifest";
import { countedFindings } from "@/features/job/events/findings";
import { proofDecided } from "@/features/job/events/jobEvents";
import { openedGates } from "@/features/job/headline/openedGates";
import { type BeforePower, STEP_IDS, type StepId, STEPS_BEFORE_POWER } from "./stepsBeforePower";

/** Signs that something burnt, shorted or got wet: after them nothing is powered in full before the steps below. */
const BURNT = ["burnt-trace", "wet-seen", "sparks-or-trips", "limiter-trips", "power-to-ground"] as const;
const AFTER_BURNING = ["power-to-ground", "limiter-trips"] as const;

/**
 * Works out what must be done before a run may power the craft: after burning, a look, power against ground, and first power
 * through a limiter, each since the newest sign of it; and what the shut gates of the diagnosis ask for, after a crash that nobody
 * has looked at as well.
 */
export function beforePowerOf(facts: JobFacts): BeforePower {
  const said = everSaid(facts);
  const sign = said.findLast(({ symptomId, value }) => value && (BURNT as readonly string[]).includes(symptomId));
  const signSeq = sign?.seq ?? 0;
  const newest = (id: string) => said.findLast(({ symptomId }) => symptomId === id);
  const isMet = (id: StepId) => metAfter(facts, STEPS_BEFORE_POWER[id].proof, signSeq);
  const opened = openedGates(facts);
  const answeredFor = opensOf(gatesOf(facts.library).filter(({ id }) => opened.includes(id)));
  const gates = powerGates(facts, opened);
  const isShort = newest("power-to-ground")?.value === true && !isMet("power-to-ground");
  const asked = new Set([
    ...AFTER_BURNING.filter((id) => sign && (isShort || !answeredFor.includes(id))),
    ...opensOf(gates),
  ]);
  const missing = STEP_IDS.filter((id) => {
    const last = newest(id);
    const isSeen =
      last !== undefined && last.value === STEPS_BEFORE_POWER[id].shows && last.isSure && last.seq > signSeq;
    return asked.has(id) && !isSeen && !isMet(id);
  });
  const elsewhere = gates.filter((gate) => !opensOf([gate]).some(isStep)).map(({ because }) => because);
  if (missing.length + elsewhere.length === 0) return { because: "", missing, elsewhere, isShort };
  const seen = facts.library.symptoms.find(({ id }) => id === sign?.symptomId)?.whenTrue ?? sign?.symptomId;
  return { because: sign ? `“${seen}” was found.` : gates[0]!.because, missing, elsewhere, isShort };
}

/** What stands before the first power through a limiter: all but that power itself. */
export function limiterAside(before: BeforePower): BeforePower {
  const missing = before.missing.filter((id) => id !== "limiter-trips");
  const isClear = missing.length + before.elsewhere.length === 0 && !before.isShort;
  return { ...before, missing, because: isClear ? "" : before.because };
}

/** What must be seen for these gates to open. */
function opensOf(gates: readonly Gate[]): string[] {
  return gates.flatMap(({ opens = {} }) => Object.keys(opens));
}

function isStep(id: string): id is StepId {
  return id in STEPS_BEFORE_POWER;
}

/** All that was ever said, answers to checks as well, oldest first: a sign counts whatever became of it. */
function everSaid({ findings, library }: JobFacts) {
  return findings
    .filter(({ state }) => state !== "taken back")
    .flatMap(({ seq, state, finding }) => {
      // Only a sure finding of the craft as it is now says that a step is done.
      const isSure = state === "counted" && !finding.doubtful;
      const sets = isInLibrary(library, finding) ? symptomsOf(library, finding) : {};
      return Object.entries(sets).map(([symptomId, value]) => ({ seq, isSure, symptomId, value }));
    });
}

/** The gates of the diagnosis that keep power away now. */
function powerGates({ job, craft, findings, library }: JobFacts, opened: readonly string[]): Gate[] {
  const counted = countedFindings(findings, library);
  const context = { craftKind: craft.kind, phase: job.phase, history: job.history };
  return shutGates(library, context, counted, gatherSymptoms(library, counted), opened)
    .map(({ gate }) => gate)
    .filter(({ shuts }) => shuts !== "props on");
}

/** True when a proof was met after an event. */
function metAfter({ events, proofs }: JobFacts, kind: string | null, seq: number): boolean {
  return (
    kind !== null &&
    proofs.some((proof) => proof.kind === kind && proof.state === "met") &&
    (proofDecided.in(events).findLast(({ payload }) => payload.kind === kind)?.seq ?? 0) > seq
  );
}
