import { CoreInputError } from "../../../core/CoreInputError";
import { CRAFT_KINDS } from "../../../core/craft/craftKinds";
import { workshopWithAll } from "../../../core/diagnosis/checks/availableChecks";
import { type RankedCheck } from "../../../core/diagnosis/checks/rankChecks";
import { type Finding } from "../../../core/diagnosis/findings/caseFindings";
import { findingText } from "../../../core/diagnosis/findings/findingText";
import { withGeneratedChecks } from "../../../core/diagnosis/library/generateChecks";
import { type Diagnosis, diagnoseCase } from "../../../core/diagnosis/diagnoseCase";
import { shippedLibrary } from "../../../core/diagnosis/shippedLibrary";
import { type Library } from "../../../core/diagnosis/library/library.types";
import { type ShopPrices } from "../../../core/diagnosis/repairs/adviseStop";
import { DEFAULT_WORKSHOP } from "../../../features/faultLibrary/defaultWorkshop";
import { type CaseFile, CaseFileError, parseCaseFile } from "./caseFile";

const shipped = () => withGeneratedChecks(shippedLibrary);

/**
 * Weighs a case file.
 *
 * @param text - JSON: `context` (craftKind, phase, history; if need be fitted, tools, spares, prices, openedGates) and `findings`,
 *   each `{ symptom, value }` or `{ check, outcome }`, with `doubtful` where somebody is not sure, and `place` where it was found.
 * @param library - Defaults to the shipped one with its generated checks.
 * @returns The whole advice as plain data: posteriors of all fault modes, the ranked next checks with price and harm, gates that
 *   are shut with what opens them, and whether to repair or to check on. Money is in cents.
 * @throws {CaseFileError} When the file is wrong or names what the library has not.
 */
export function weighCaseFile(text: string, library: Library = shipped()) {
  return adviceOf(parseCaseFile(text), library);
}

/** The answer to a case file, as plain data. */
export type CaseAdvice = ReturnType<typeof adviceOf>;

/** The same of a case that was read. @throws {CaseFileError} */
export function adviceOf({ context, findings: entries }: CaseFile, library: Library = shipped()) {
  const findings = entries.map(toFinding);
  try {
    const result = diagnoseCase(library, { ...givenIn(context), findings });
    return { library: library.version, ...suspicion(result, library, findings), ...whatNext(result, library) };
  } catch (error) {
    if (!(error instanceof CoreInputError)) throw error;
    throw new CaseFileError(error.message);
  }
}

/** Circumstances, workshop and prices of a case; what it does not say is at hand, or usual. */
function givenIn({ craftKind, phase, history, fitted, tools, spares, prices, openedGates }: CaseFile["context"]) {
  const all = workshopWithAll(craftKind);
  const workshop = {
    tools: tools ? new Set<string>(tools) : all.tools,
    spares: spares ? new Set<string>(spares) : all.spares,
    fitted: fitted ?? all.fitted,
  };
  const { labourCentsPerHour, partCents, retestMinutes, proofMinutes, givenUpCents } = DEFAULT_WORKSHOP;
  const usual: ShopPrices = { labourCentsPerHour, partCents, retestMinutes, proofMinutes, givenUpCents };
  const said = Object.fromEntries(Object.entries(prices ?? {}).filter(([, value]) => value !== undefined));
  return {
    context: { craftKind, phase, history },
    workshop,
    prices: { ...usual, ...said, partCents: { ...partCents, ...prices?.partCents } },
    openedGates: openedGates ?? [],
    craft: {
      shape: { kind: craftKind, motorCount: fitted?.motor ?? CRAFT_KINDS[craftKind].motors },
      fitted: fitted ?? {},
    },
  };
}

function suspicion(result: Diagnosis, library: Library, findings: readonly Finding[]) {
  const nameFinding = (place: number) => {
    const { title, detail } = findingText(library, findings[place]!);
    return detail ? `${title} (${detail})` : title;
  };
  return {
    suspects: result.suspects.map(({ fault, probability, mayExplain, places }) => ({
      fault: fault.id,
      name: fault.name,
      part: fault.part,
      repair: fault.repair,
      probability,
      mayExplain,
      places,
    })),
    isExact: result.isExact,
    bestSet: { faults: result.bestSet.faults.map(({ id }) => id), probability: result.bestSet.probability },
    isOutside: result.isOutside,
    unexplained: result.unexplained,
    contradictions: result.contradictions.map(({ earlier, later }) => [nameFinding(earlier), nameFinding(later)]),
  };
}

function whatNext({ nextChecks, shut, gates, advice }: Diagnosis, library: Library) {
  const repairName = (id: string) => library.repairs.find((repair) => repair.id === id)?.name ?? id;
  return {
    nextChecks: nextChecks.map((ranked) => ({
      ...pricedCheck(ranked),
      bitsPerMinute: ranked.bitsPerMinute,
      outcomes: ranked.check.outcomes.map(({ id }, index) => ({
        outcome: id,
        probability: ranked.outcomeProbability[index]!,
      })),
    })),
    gates: gates.map(({ gate, openers }) => ({
      gate: gate.id,
      because: gate.because,
      shuts: gate.shuts,
      opensAfter: openers.map(({ id, title }) => ({ check: id, title })),
      opensWithRungs: gate.rungs ?? [],
    })),
    gatedChecks: shut.map(({ ranked, gate, openers }) => ({
      ...pricedCheck(ranked),
      gate: gate.id,
      after: openers.map(({ id }) => id),
    })),
    advice: advice && {
      do: advice.advice,
      repairs: advice.plan.steps.map(({ repair, cents, probability }) => ({
        repair,
        name: repairName(repair),
        cents,
        probability,
      })),
      repairFirstCents: advice.repairFirst.cents,
      repairFirst: advice.repairFirst,
      check: advice.bestCheck && {
        check: advice.bestCheck.check.id,
        title: advice.bestCheck.check.title,
        expectedCents: advice.bestCheck.wholeWay.cents,
        wholeWay: advice.bestCheck.wholeWay,
      },
    },
  };
}

/** A check with what it costs: minutes, what is at risk and what most of that comes from. */
function pricedCheck({ check, bits, priceMinutes, harm }: RankedCheck) {
  return {
    check: check.id,
    title: check.title,
    bits,
    minutes: check.minutes,
    hazard: check.hazard,
    harmCents: harm.cents,
    harmFrom: harm.worst?.id ?? null,
    priceMinutes,
  };
}

function toFinding(entry: CaseFile["findings"][number]): Finding {
  const doubt = { ...(entry.doubtful && { doubtful: true }), ...(entry.place && { place: entry.place }) };
  return "check" in entry
    ? { kind: "check", checkId: entry.check, outcomeId: entry.outcome, ...doubt }
    : { kind: "symptom", symptomId: entry.symptom, value: entry.value, ...doubt };
}
