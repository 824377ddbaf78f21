import { type Shape, spotOfPosition } from "../../craft/spots";
import { type CaseSymptoms, type Finding, symptomsOf } from "../findings/caseFindings";
import { type CompiledLibrary, toEvidence } from "../library/compileLibrary";
import { type FaultMode } from "../library/library.types";
import { type NetworkEvidence, type NetworkLink, type NoisyOrNetwork } from "../inference/network";
import { posteriors } from "../inference/posteriors";

/** Where a fault may be, of a part that stands several times on the craft. */
export interface PlacedProbability {
  /** A spot's words ("rear left"), or the place as it was said ("Cell 3"). */
  place: string;
  /** P(fault there | all that was found). */
  probability: number;
}

/** The craft, as far as places depend on it. */
export interface PlacesOfCraft {
  shape: Shape;
  /** Kind of part → how many the craft carries. */
  fitted: Readonly<Partial<Record<string, number>>>;
}

/** Kinds of parts that stand several times on a craft, each with faults of its own. */
const STANDS_SEVERAL_TIMES: ReadonlySet<string> = new Set(["motor", "esc", "prop", "servo", "frame"]);

/**
 * Where the suspects are. A fault of a part that stands several times is held once for each place that the evidence names and once
 * for all other places; what was seen at a place can come of the fault there and not of its like elsewhere, what was seen without
 * a place of any of them. Exact, as the posteriors are; positions enter only where the evidence has a place.
 *
 * @param findings - Those that count, oldest first.
 * @param symptoms - What they prove.
 * @returns Fault id → places, the most probable first; none for faults that no placed finding bears on.
 */
export function placeSuspects(
  compiled: CompiledLibrary,
  findings: readonly Finding[],
  symptoms: CaseSymptoms,
  craft: PlacesOfCraft,
): ReadonlyMap<string, PlacedProbability[]> {
  const seenAt = placesOfSymptoms(compiled, findings, symptoms, craft.shape);
  const places = [...new Set([...seenAt.values()].flatMap((at) => [...at]))];
  if (places.length === 0) return new Map();
  const { library, symptomIndex } = compiled;
  const placed = new Map([...seenAt].map(([id, at]) => [symptomIndex.get(id)!, at]));
  const bearing = new Set(
    [...placed.keys()].flatMap((symptom) => compiled.network.links[symptom]!.map(({ fault }) => fault)),
  );
  const held = new Set([...bearing].filter((fault) => standsSeveralTimes(library.faults[fault]!)));
  const { network, evidence, copies } = heldByPlace(
    compiled,
    toEvidence(compiled, symptoms),
    placed,
    places,
    held,
    craft,
  );
  const { marginal } = posteriors(network, evidence);
  return new Map(
    [...held].map((fault) => [
      library.faults[fault]!.id,
      places
        .map((place, at) => ({ place, probability: marginal[copies.get(fault)![at]!]! }))
        .sort((a, b) => b.probability - a.probability),
    ]),
  );
}

/** What is set wrong is set wrong for all of them. */
function standsSeveralTimes({ part, liesIn }: FaultMode): boolean {
  return STANDS_SEVERAL_TIMES.has(part) && liesIn !== "settings";
}

/** True symptoms that were seen at a place, with their places; one that was taken back by a later look has none. */
function placesOfSymptoms(
  { library }: CompiledLibrary,
  findings: readonly Finding[],
  { known }: CaseSymptoms,
  shape: Shape,
): Map<string, Set<string>> {
  const seenAt = new Map<string, Set<string>>();
  for (const finding of findings) {
    if (!finding.place || finding.doubtful) continue;
    const place = spotOfPosition(finding.place, shape)?.words ?? finding.place;
    for (const [id, value] of Object.entries(symptomsOf(library, finding)))
      if (value && known.get(id) === true) seenAt.set(id, (seenAt.get(id) ?? new Set()).add(place));
  }
  return seenAt;
}

/** The network with faults held by place: the copies of each stand behind the faults there were, one for each place and one for the rest. */
function heldByPlace(
  { network, library }: CompiledLibrary,
  evidence: NetworkEvidence,
  placed: ReadonlyMap<number, ReadonlySet<string>>,
  places: readonly string[],
  held: ReadonlySet<number>,
  craft: PlacesOfCraft,
): { network: NoisyOrNetwork; evidence: NetworkEvidence; copies: ReadonlyMap<number, number[]> } {
  const prior = Array.from(network.prior);
  const copies = new Map<number, number[]>();
  for (const fault of held) {
    const count = Math.max(places.length, countOf(library.faults[fault]!.part, craft));
    const whole = network.prior[fault]!;
    // The same fault at each of so many places, so that somewhere it is as probable as the library says.
    const each = 1 - (1 - whole) ** (1 / count);
    const elsewhere = 1 - (1 - whole) ** ((count - places.length) / count);
    copies.set(
      fault,
      [...places.map(() => each), elsewhere].map((probability) => prior.push(probability) - 1),
    );
    prior[fault] = 0;
  }
  /** Links to every copy, or to that at one place. */
  const linksOf = (symptom: number, place: string | null): NetworkLink[] =>
    network.links[symptom]!.flatMap(({ fault, strength }) => {
      const own = copies.get(fault);
      if (!own) return [{ fault, strength }];
      const which = place === null ? own : [own[places.indexOf(place)]!];
      return which.map((copy) => ({ fault: copy, strength }));
    });
  const links = network.links.map((_, symptom) => linksOf(symptom, null));
  const leak = Array.from(network.leak);
  const positive = evidence.positive.flatMap((symptom) => {
    const at = placed.get(symptom);
    if (!at) return [symptom];
    return [...at].map((place) => {
      links.push(linksOf(symptom, place));
      leak.push(network.leak[symptom]!);
      return leak.length - 1;
    });
  });
  return {
    network: { prior: Float64Array.from(prior), leak: Float64Array.from(leak), links },
    evidence: { ...evidence, positive },
    copies,
  };
}

const USUAL_COUNT = 4;

/** How many of a part the craft carries; an arm for each motor. */
function countOf(part: string, { shape, fitted }: PlacesOfCraft): number {
  const perMotor = part === "servo" ? undefined : shape.motorCount;
  return fitted[part === "frame" ? "motor" : part] || perMotor || USUAL_COUNT;
}
