import fc from "fast-check";
import { type CompiledLibrary } from "../library/compileLibrary";
import { explainersOf, candidateDiagnoses } from "../inference/candidateDiagnoses";
import { type Check, type Library } from "../library/library.types";
import { mutualInformationBits } from "./mutualInformationBits";
import { type NetworkEvidence, type NoisyOrNetwork, symptomProbability } from "../inference/network";
import { posteriors } from "../inference/posteriors";
import { rankChecks } from "./rankChecks";
import { enumerateSets } from "../inference/testNetworks";

/** Seven of ten pairs of fault and symptom have no link. */
const linkStrength = fc.oneof(
  { weight: 7, arbitrary: fc.constant(0) },
  { weight: 3, arbitrary: fc.double({ min: 0.2, max: 0.97, noNaN: true }) },
);

/** A network as a library would make it: rare faults, mostly reliable symptoms, three faults to a symptom on average. */
const libraryLikeNetwork = fc
  .tuple(fc.integer({ min: 6, max: 12 }), fc.integer({ min: 8, max: 12 }))
  .chain(([faults, symptoms]) =>
    fc.record({
      prior: fc.array(fc.double({ min: 0.005, max: 0.15, noNaN: true }), { minLength: faults, maxLength: faults }),
      leak: fc.array(fc.double({ min: 0.002, max: 0.06, noNaN: true }), { minLength: symptoms, maxLength: symptoms }),
      strengths: fc.array(
        fc.array(linkStrength, {
          minLength: faults,
          maxLength: faults,
        }),
        { minLength: symptoms, maxLength: symptoms },
      ),
      repairOf: fc.array(fc.integer({ min: 0, max: faults - 1 }), { minLength: faults, maxLength: faults }),
      states: fc.array(fc.constantFrom("true", "false", "open", "open", "open"), {
        minLength: symptoms,
        maxLength: symptoms,
      }),
    }),
  )
  .map(({ prior, leak, strengths, repairOf, states }) => ({
    network: {
      prior: Float64Array.from(prior),
      leak: Float64Array.from(leak),
      links: strengths.map((row) => row.flatMap((strength, fault) => (strength > 0 ? [{ fault, strength }] : []))),
    } satisfies NoisyOrNetwork,
    repairOf,
    evidence: {
      positive: states.flatMap((state, index) => (state === "true" ? [index] : [])),
      negative: states.flatMap((state, index) => (state === "false" ? [index] : [])),
    } satisfies NetworkEvidence,
  }));

/** Bits between the outcome of asking for a symptom and the set of repairs needed, by plain enumeration of all fault sets. */
function exactBits(
  network: NoisyOrNetwork,
  evidence: NetworkEvidence,
  repairOf: readonly number[],
  symptom: number,
): number {
  const suspects = explainersOf(network, evidence);
  const rows = new Map<string, [number, number]>();
  for (const { present, joint } of enumerateSets(network, evidence)) {
    const repairs = new Set(present.flatMap((one, fault) => (one && suspects.has(fault) ? [repairOf[fault]!] : [])));
    const key = [...repairs].sort((a, b) => a - b).join();
    const row = rows.get(key) ?? [0, 0];
    const p = symptomProbability(network, symptom, present);
    rows.set(key, [row[0] + joint * p, row[1] + joint * (1 - p)]);
  }
  return mutualInformationBits([...rows.values()].flat(), 2);
}

const askFor = (symptom: number): Check => ({
  id: `r${symptom}`,
  title: "",
  steps: [],
  cautions: [],
  minutes: 1,
  hazard: "unpowered",
  needs: [],
  outcomes: [
    { id: "yes", label: "", sets: { [`r${symptom}`]: true } },
    { id: "no", label: "", sets: { [`r${symptom}`]: false } },
  ],
});

/** Below this no check tells anything, and a choice between rounding errors is none. */
const WORTH_ASKING_BITS = 1e-6;

describe("the ranking against exact mutual information, on random networks of 6 to 12 faults", () => {
  it("makes the same first choice in at least 90 % and loses at most 2 % of the information on average", () => {
    const samples = fc.sample(libraryLikeNetwork, { numRuns: 150, seed: 20261125 });
    let same = 0;
    let lost = 0;
    let asked = 0;
    for (const { network, evidence, repairOf } of samples) {
      const known = new Map([
        ...evidence.positive.map((index) => [`r${index}`, true] as const),
        ...evidence.negative.map((index) => [`r${index}`, false] as const),
      ]);
      const open = network.links.flatMap((_, index) => (known.has(`r${index}`) ? [] : [index]));
      const exact = new Map(open.map((symptom) => [`r${symptom}`, exactBits(network, evidence, repairOf, symptom)]));
      const best = Math.max(...exact.values());
      if (open.length < 2 || best < WORTH_ASKING_BITS) continue;
      asked++;
      const compiled = {
        library: {
          faults: Array.from(network.prior, (_, fault) => ({ id: `f${fault}`, repair: `repair-${repairOf[fault]}` })),
        } as unknown as Library,
        network,
        symptomIndex: new Map(network.links.map((_, index) => [`r${index}`, index])),
        faultIndex: new Map(),
      } satisfies CompiledLibrary;
      const likely = candidateDiagnoses(network, evidence, posteriors(network, evidence));
      const first = rankChecks(compiled, { known, doubtful: new Map() }, likely, open.map(askFor)).checks[0]!;
      const chosen = exact.get(first.check.id)!;
      if (chosen >= best * (1 - 1e-9)) same++;
      lost += 1 - chosen / best;
    }
    expect(asked).toBeGreaterThan(120);
    expect(same / asked).toBeGreaterThanOrEqual(0.9);
    expect(lost / asked).toBeLessThanOrEqual(0.02);
  }, 60_000);
});
