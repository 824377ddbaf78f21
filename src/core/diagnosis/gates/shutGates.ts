import { findOutcome, type Finding } from "../findings/caseFindings";
import {
  type CaseContext,
  type Check,
  type Gate,
  type GateSign,
  HAZARDS,
  type Library,
} from "../library/library.types";
import { GATES } from "../shippedLibrary/marks/gates";

/** A gate that is shut, with the checks that open it. */
export interface ShutGate {
  gate: Gate;
  /** One answer of each of these may open it; empty when any check of the next rung does. */
  openers: readonly Check[];
}

/**
 * Finds the gates that are shut in a case. What was only doubtfully seen shuts one and opens none.
 *
 * @param known - What is surely known: symptom → value.
 * @param doubtful - What was seen without being sure.
 * @param opened - Ids of gates that a technician opened with a reason.
 */
export function shutGates(
  library: Library,
  context: CaseContext,
  findings: readonly Finding[],
  { known, doubtful }: { known: ReadonlyMap<string, boolean>; doubtful: ReadonlyMap<string, boolean> },
  opened: readonly string[] = [],
): ShutGate[] {
  const isSeen = (symptom: string) => known.get(symptom) === true || doubtful.get(symptom) === true;
  return gatesOf(library)
    .filter(({ id }) => !opened.includes(id))
    .flatMap((gate): ShutGate[] => {
      const signs = gate.when.filter((sign) => holds(sign, context, known, isSeen));
      if (signs.length === 0 || isOpen(library, gate, findings, known)) return [];
      return [{ gate, openers: library.checks.filter((check) => opens(gate, check) || liftsAll(signs, check)) }];
    });
}

/** True when an answer to this check may take away every sign that shuts the gate: a look that finds nothing. */
function liftsAll(signs: readonly GateSign[], { outcomes }: Check): boolean {
  return signs.every(({ unless = [] }) =>
    unless.some((list) => outcomes.some(({ sets }) => Object.entries(list).every(([id, value]) => sets[id] === value))),
  );
}

/** The gates of a library; one that names none has those that ship, as far as their symptoms are known to it. */
export function gatesOf(library: Library): readonly Gate[] {
  if (library.gates) return library.gates;
  let gates = inherited.get(library);
  if (!gates) {
    const symptoms = new Set(library.symptoms.map(({ id }) => id));
    gates = GATES.map((gate) => ({
      ...gate,
      when: gate.when.filter(({ symptom }) => !symptom || symptoms.has(symptom)),
    })).filter(({ opens = {} }) => Object.keys(opens).every((id) => symptoms.has(id)));
    inherited.set(library, gates);
  }
  return gates;
}

const inherited = new WeakMap<Library, readonly Gate[]>();

/** The first of the shut gates that a check stands behind. */
export function gateBefore(check: Check, shut: readonly ShutGate[]): ShutGate | undefined {
  return shut.find(({ gate }) => shutsOff(gate, check));
}

/** True when a check must wait for this gate. What opens a gate is never shut by it. */
export function shutsOff(gate: Gate, check: Check): boolean {
  if (gate.except?.some((tool) => check.needs.includes(tool))) return false;
  if (check.hazard === "unpowered" && opens(gate, check)) return false;
  return (
    HAZARDS.indexOf(check.hazard) >= HAZARDS.indexOf(gate.shuts) ||
    (gate.shutsTools ?? []).some((tool) => check.needs.includes(tool))
  );
}

/** True when an answer to this check may open the gate, or be one step of it. */
export function opens({ opens: wanted = {} }: Gate, { outcomes }: Check): boolean {
  return Object.entries(wanted).some(([id, value]) => outcomes.some(({ sets }) => sets[id] === value));
}

function holds(
  { symptom, history, phase, unless = [] }: GateSign,
  context: CaseContext,
  known: ReadonlyMap<string, boolean>,
  isSeen: (symptom: string) => boolean,
): boolean {
  return (
    (!symptom || isSeen(symptom)) &&
    (!history || history.includes(context.history)) &&
    (!phase || phase.includes(context.phase)) &&
    !unless.some((list) => Object.entries(list).every(([id, value]) => known.get(id) === value))
  );
}

function isOpen(
  library: Library,
  { opens: wanted, rungs }: Gate,
  findings: readonly Finding[],
  known: ReadonlyMap<string, boolean>,
): boolean {
  if (wanted && Object.entries(wanted).every(([id, value]) => known.get(id) === value)) return true;
  return rungs !== undefined && rungs.every((rung) => findings.some((finding) => isRung(library, finding, rung)));
}

/** True when a finding is a sure answer to a check in this state of the craft. */
function isRung(library: Library, finding: Finding, rung: Check["hazard"]): boolean {
  if (finding.kind !== "check" || finding.doubtful) return false;
  const check = library.checks.find(({ id }) => id === finding.checkId);
  return check?.hazard === rung && findOutcome(check, finding.outcomeId) !== undefined;
}
