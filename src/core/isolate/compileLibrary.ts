import { CoreInputError } from "../CoreInputError";
import { type CaseContext, type FaultMode, type Library, type PriorFactor } from "./library.types";
import { type NetworkEvidence, type NoisyOrNetwork } from "./network";

/** A library made ready for one case: the network with priors for its context, and the way from ids to indices. */
export interface CompiledLibrary {
  library: Library;
  network: NoisyOrNetwork;
  readingIndex: ReadonlyMap<string, number>;
  faultIndex: ReadonlyMap<string, number>;
}

/** Builds the network of a library for the circumstances of one case. */
export function compileLibrary(library: Library, context: CaseContext): CompiledLibrary {
  const faultIndex = new Map(library.faults.map((fault, index) => [fault.id, index]));
  const readingIndex = new Map(library.readings.map((reading, index) => [reading.id, index]));
  const network: NoisyOrNetwork = {
    prior: Float64Array.from(library.faults, (fault) => priorInContext(fault, context)),
    leak: Float64Array.from(library.readings, (reading) => reading.leak),
    links: library.readings.map((reading) =>
      Object.entries(reading.links).map(([fault, strength]) => ({ fault: faultIndex.get(fault)!, strength })),
    ),
  };
  return { library, network, readingIndex, faultIndex };
}

/** The prior of a fault in this context: factors multiply its odds, so it never leaves 0..1. */
export function priorInContext(fault: FaultMode, context: CaseContext): number {
  let odds = fault.prior / (1 - fault.prior);
  for (const factor of fault.when ?? []) if (applies(factor, context)) odds *= factor.factor;
  return odds / (1 + odds);
}

function applies(factor: PriorFactor, context: CaseContext): boolean {
  return (
    (!factor.craftKind || factor.craftKind.includes(context.craftKind)) &&
    (!factor.phase || factor.phase.includes(context.phase)) &&
    (!factor.history || factor.history.includes(context.history))
  );
}

/**
 * Turns known readings into network evidence.
 *
 * @param readings - reading id → true or false.
 * @throws {CoreInputError} `unknown_id` for a reading that the library does not have.
 */
export function toEvidence(compiled: CompiledLibrary, readings: ReadonlyMap<string, boolean>): NetworkEvidence {
  const positive: number[] = [];
  const negative: number[] = [];
  for (const [id, value] of readings) {
    const index = compiled.readingIndex.get(id);
    if (index === undefined) throw new CoreInputError("unknown_id", `the library has no reading "${id}"`);
    (value ? positive : negative).push(index);
  }
  return { positive, negative };
}
