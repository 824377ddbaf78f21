import fc from "fast-check";
import { type CompiledLibrary } from "../library/compileLibrary";
import { explainersOf, candidateDiagnoses } from "../inference/candidateDiagnoses";
import { type Check, type Hazard, type Library } from "../library/library.types";
import { mutualInformationBits } from "./mutualInformationBits";
import { posteriors } from "../inference/posteriors";
import { rankChecks } from "./rankChecks";
import { enumerateSets, networkWithEvidence } from "../inference/testNetworks";
import { type NetworkEvidence, type NoisyOrNetwork, symptomProbability } from "../inference/network";

const yesNo = (symptom: string, extra: Partial<Check> = {}): Check => ({
  id: `check-${symptom}`,
  title: symptom,
  steps: [],
  cautions: [],
  minutes: 1,
  hazard: "unpowered",
  needs: [],
  outcomes: [
    { id: "yes", label: "Yes", sets: { [symptom]: true } },
    { id: "no", label: "No", sets: { [symptom]: false } },
  ],
  ...extra,
});

/** Wraps a bare network as a compiled library: faults f0.., symptoms r0.., one repair for each fault unless told. */
function compiledOf(network: NoisyOrNetwork, repairOf = (fault: number) => `repair-${fault}`): CompiledLibrary {
  const faults = Array.from(network.prior, (prior, index) => ({ id: `f${index}`, repair: repairOf(index), prior }));
  return {
    library: { faults } as unknown as Library,
    network,
    symptomIndex: new Map(network.links.map((_, index) => [`r${index}`, index])),
    faultIndex: new Map(faults.map(({ id }, index) => [id, index])),
  };
}

function rank(
  network: NoisyOrNetwork,
  evidence: NetworkEvidence,
  checks: Check[],
  repairOf?: (fault: number) => string,
) {
  const known = new Map([
    ...evidence.positive.map((index) => [`r${index}`, true] as const),
    ...evidence.negative.map((index) => [`r${index}`, false] as const),
  ]);
  const likely = candidateDiagnoses(network, evidence, posteriors(network, evidence));
  return rankChecks(compiledOf(network, repairOf), { known, doubtful: new Map() }, likely, checks).checks;
}

const twoFaults: NoisyOrNetwork = {
  prior: Float64Array.of(0.2, 0.2),
  leak: Float64Array.of(0.01, 0.01, 0.3),
  links: [[{ fault: 0, strength: 0.9 }], [{ fault: 1, strength: 0.5 }], []],
};
const nothing: NetworkEvidence = { positive: [], negative: [] };

describe("rankChecks", () => {
  it("agrees with the exact information between outcome and repair set on networks of up to 3 faults", () => {
    fc.assert(
      fc.property(networkWithEvidence(3), ({ network, evidence }) => {
        const open = network.links.findIndex((_, i) => ![...evidence.positive, ...evidence.negative].includes(i));
        fc.pre(open >= 0);
        // Faults that cannot explain anything seen are not asked about: their sets share one row.
        const suspects = explainersOf(network, evidence);
        const rows = new Map<string, [number, number]>();
        for (const { present, joint: weight } of enumerateSets(network, evidence)) {
          const key = present.map((one, fault) => (suspects.has(fault) ? one : "-")).join("");
          const row = rows.get(key) ?? [0, 0];
          const p = symptomProbability(network, open, present);
          rows.set(key, [row[0] + weight * p, row[1] + weight * (1 - p)]);
        }
        const joint = [...rows.values()].flat();
        const [ranked] = rank(network, evidence, [yesNo(`r${open}`)]);
        expect(Math.abs(ranked!.bits - mutualInformationBits(joint, 2))).toBeLessThan(1e-3);
      }),
    );
  });

  it("gives nothing to a check that depends on no fault, and never less than nothing", () => {
    const ranked = rank(twoFaults, nothing, [yesNo("r2"), yesNo("r0"), yesNo("r1")]);
    expect(ranked.at(-1)!.check.id).toBe("check-r2");
    expect(ranked.at(-1)!.bits).toBeCloseTo(0, 12);
    for (const { bits } of ranked) expect(bits).toBeGreaterThanOrEqual(0);
  });

  it("gives nothing to telling apart two faults that share one repair", () => {
    const network: NoisyOrNetwork = {
      prior: Float64Array.of(0.3, 0.3),
      leak: Float64Array.of(0.001, 0.001),
      links: [
        [
          { fault: 0, strength: 0.95 },
          { fault: 1, strength: 0.95 },
        ],
        [{ fault: 0, strength: 0.95 }],
      ],
    };
    const seen = { positive: [0], negative: [] };
    const apart = rank(network, seen, [yesNo("r1")])[0]!.bits;
    const together = rank(network, seen, [yesNo("r1")], () => "the-same")[0]!.bits;
    expect(apart).toBeGreaterThan(0.4);
    expect(together).toBeLessThan(0.02);
  });

  it("puts the milder of two equal checks first, and the quicker of two mild ones", () => {
    const hazard = (name: Hazard, minutes: number) => yesNo("r0", { id: `${name} ${minutes}`, hazard: name, minutes });
    const ranked = rank(twoFaults, nothing, [
      hazard("props on", 2),
      hazard("unpowered", 4),
      hazard("powered, props off", 2),
      hazard("unpowered", 2),
    ]);
    expect(ranked.map(({ check }) => check.id)).toEqual([
      "unpowered 2",
      "powered, props off 2",
      "unpowered 4",
      "props on 2",
    ]);
  });

  it("puts a check that cannot be undone after one like it that can", () => {
    const ranked = rank(twoFaults, nothing, [
      yesNo("r0", { id: "for good", minutes: 2, irreversible: true }),
      yesNo("r0", { id: "with a way back", minutes: 3 }),
    ]);
    expect(ranked.map(({ check }) => check.id)).toEqual(["with a way back", "for good"]);
  });

  it("gives nothing to a check whose answer is known already", () => {
    expect(rank(twoFaults, { positive: [0], negative: [] }, [yesNo("r0")])[0]!.bits).toBeCloseTo(0, 12);
  });
});
