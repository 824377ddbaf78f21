import { type Diagnosis, diagnoseCase, type DiagnosisCase } from "../../core/diagnosis/diagnoseCase";
import { withGeneratedChecks } from "../../core/diagnosis/library/generateChecks";
import { learnedLibrary } from "../../core/diagnosis/library/learnedLibrary";
import { type SeenLink } from "../../core/diagnosis/library/learnedLinks";
import { type Library } from "../../core/diagnosis/library/library.types";
import { shippedLibrary } from "../../core/diagnosis/shippedLibrary";

/** A case, with the library it is weighed with: named by its revision, sent along only when the worker lacks it. */
export interface DiagnoseInput {
  revision: number;
  /** As it is edited, without generated checks; null when the worker should have it from before. */
  edited: Library | null;
  /** What the strengths of its links are drawn towards. */
  seenLinks: readonly SeenLink[];
  /** Most symptoms of one group that are weighed exactly. */
  maxExact?: number;
  diagnosisCase: DiagnosisCase;
}

/** The diagnosis, or that the library must be sent along. */
export type DiagnoseOutput = { isKnown: false } | { isKnown: true; diagnosis: Diagnosis };

/** Checks and missing checks that anybody looks at; the rest would only be copied from thread to thread. */
const CHECKS_SENT = 24;
const LIBRARIES_KEPT = 4;

const libraries = new Map<number, Library>([[0, withGeneratedChecks(shippedLibrary)]]);

/** Weighs a case in the server's pool. */
export function diagnoseTask({ revision, edited, seenLinks, maxExact, diagnosisCase }: DiagnoseInput): DiagnoseOutput {
  if (edited && !libraries.has(revision)) {
    const oldest = [...libraries.keys()].find((key) => key !== 0);
    if (libraries.size > LIBRARIES_KEPT && oldest !== undefined) libraries.delete(oldest);
    libraries.set(revision, withGeneratedChecks(edited));
  }
  const library = libraries.get(revision);
  if (!library) return { isKnown: false };
  const diagnosis = diagnoseCase(learnedLibrary(library, seenLinks), diagnosisCase, maxExact);
  return {
    isKnown: true,
    diagnosis: {
      ...diagnosis,
      nextChecks: diagnosis.nextChecks.slice(0, CHECKS_SENT),
      missing: diagnosis.missing.slice(0, CHECKS_SENT),
      shut: diagnosis.shut.slice(0, CHECKS_SENT),
    },
  };
}

/** Weighs a first case, so that the next is not the one that pays for compiling program and library. */
export function wake(): void {
  diagnoseTask({
    revision: 0,
    edited: null,
    seenLinks: [],
    diagnosisCase: { context: { craftKind: "quad", phase: "hover", history: "in-service" }, findings: [] },
  });
}
