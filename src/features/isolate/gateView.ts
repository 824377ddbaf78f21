import { type Diagnosis } from "@/core/diagnosis/diagnoseCase";
import { gateBefore } from "@/core/diagnosis/gates/shutGates";
import { type Check } from "@/core/diagnosis/library/library.types";
import { type CheckToShow } from "./checkView";

/** What is not done yet, and what must be done first. */
export interface GateView {
  id: string;
  because: string;
  /** Power itself waits, not only turning props. */
  shutsPower: boolean;
  /** Checks one of whose answers opens it; one may wait behind another gate itself. */
  openers: { id: string; title: string; waits: boolean }[];
  /** Said where any check of the next rung opens it. */
  rungs: string;
  /** The most telling checks that wait behind it. */
  waiting: string[];
}

/** The gates that are shut, as the page shows them. */
export function gateViews(diagnosis: Diagnosis): GateView[] {
  return diagnosis.gates.map((gate) => toGateView(gate, diagnosis));
}

/** What opens a gate and waits behind none itself, to be chosen even where it was answered before. */
export function openersOf(diagnosis: Diagnosis): CheckToShow[] {
  const { gates } = diagnosis;
  return [...new Set(gates.flatMap(({ openers }) => openers))]
    .filter((check) => !gateBefore(check, gates))
    .map((check) => rankedOf(check, diagnosis));
}

/** A check that opens a gate, as it was ranked; one that was answered before is shown without what it would tell. */
function rankedOf(check: Check, { nextChecks }: Diagnosis): CheckToShow {
  const ranked = nextChecks.find((each) => each.check.id === check.id);
  return ranked ?? { check, bits: 0, harm: { cents: 0, worst: null }, previews: [], splits: [] };
}

const WAITING_SHOWN = 3;

function toGateView({ gate, openers }: Diagnosis["gates"][number], { shut, gates }: Diagnosis): GateView {
  return {
    id: gate.id,
    because: gate.because,
    shutsPower: gate.shuts !== "props on",
    openers: openers.map((check) => ({
      id: check.id,
      title: check.title,
      waits: gateBefore(check, gates) !== undefined,
    })),
    rungs: (gate.rungs ?? []).map((rung) => `one check ${rung}`).join(", then "),
    waiting: shut
      .filter((each) => each.gate.id === gate.id)
      .slice(0, WAITING_SHOWN)
      .map(({ ranked }) => ranked.check.title),
  };
}
