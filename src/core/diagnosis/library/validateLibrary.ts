import { MENDABLE_LIST } from "../../refit/mendable";
import { CRAFT_KINDS } from "../../craft/craftKinds";
import { PART_KINDS } from "../../craft/partKinds";
import { type Check, HAZARDS, type Library, ZONES } from "./library.types";
import { opens, shutsOff } from "../gates/shutGates";
import { SUSPECT_PARTS } from "./suspectParts";
import { TOOLS } from "./tools";

/** One fault in a library, with the place it stands at. */
export interface LibraryProblem {
  place: string;
  problem: string;
}

/**
 * Finds everything wrong with a library, so that it can be refused whole with each error's place.
 *
 * Checked: ids unique and references known; parts, tools, kinds and zones from the shop's words; probabilities in range;
 * every fault reachable by a symptom that something sets, and every symptom by a complaint or a check; every check with two outcomes that exclude each
 * other, cover all cases and tell some faults apart; every measured value with a band for each outcome.
 *
 * @returns Empty when the library may be used.
 */
export function validateLibrary(library: Library): LibraryProblem[] {
  return [
    ...references(library),
    ...probabilities(library),
    ...vocabulary(library),
    ...reachability(library),
    ...library.checks.flatMap(partition),
    ...library.checks.flatMap((check) => splitsNothing(library, check)),
    ...library.checks.flatMap(measurement),
    ...gateProblems(library),
  ];
}

function references(library: Library): LibraryProblem[] {
  const problems: LibraryProblem[] = [];
  const groups = {
    repairs: library.repairs,
    faults: library.faults,
    symptoms: library.symptoms,
    checks: library.checks,
  };
  for (const [group, entries] of Object.entries(groups)) {
    const seen = new Set<string>();
    for (const { id } of entries) {
      if (seen.has(id)) problems.push({ place: `${group}/${id}`, problem: "the id is used twice" });
      seen.add(id);
    }
  }
  const repairs = new Set(library.repairs.map(({ id }) => id));
  const faults = new Set(library.faults.map(({ id }) => id));
  const symptoms = new Set(library.symptoms.map(({ id }) => id));
  for (const fault of library.faults) {
    if (!repairs.has(fault.repair))
      problems.push({ place: `faults/${fault.id}`, problem: `no repair "${fault.repair}"` });
  }
  for (const symptom of library.symptoms) {
    for (const fault of Object.keys(symptom.links)) {
      if (!faults.has(fault)) problems.push({ place: `symptoms/${symptom.id}`, problem: `no fault "${fault}"` });
    }
  }
  for (const check of library.checks) {
    for (const id of new Set(check.outcomes.flatMap((outcome) => Object.keys(outcome.sets)))) {
      if (!symptoms.has(id)) problems.push({ place: `checks/${check.id}`, problem: `no symptom "${id}"` });
    }
  }
  return problems;
}

function probabilities(library: Library): LibraryProblem[] {
  const problems: LibraryProblem[] = [];
  const need = (place: string, name: string, value: number, low: number, high: number) => {
    if (!(value >= low && value <= high))
      problems.push({ place, problem: `${name} must lie in ${low}..${high}, found ${value}` });
  };
  for (const fault of library.faults) {
    need(`faults/${fault.id}`, "prior", fault.prior, 1e-6, 0.9);
    for (const { factor } of fault.when ?? []) need(`faults/${fault.id}`, "factor", factor, 0.01, 100);
  }
  for (const symptom of library.symptoms) {
    // A leak of 0 or a strength of 1 would let one slip of the eye rule a fault in or out for good.
    need(`symptoms/${symptom.id}`, "leak", symptom.leak, 1e-4, 0.95);
    for (const [fault, strength] of Object.entries(symptom.links)) {
      need(`symptoms/${symptom.id}`, `link to ${fault}`, strength, 0.01, 0.999);
    }
  }
  for (const check of library.checks) need(`checks/${check.id}`, "minutes", check.minutes, 0.25, 240);
  return problems;
}

/** Parts, tools, kinds of craft and zones must be words the rest of the shop knows. */
function vocabulary(library: Library): LibraryProblem[] {
  const problems: LibraryProblem[] = [];
  const need = (place: string, what: string, values: readonly string[], known: readonly string[]) => {
    for (const value of values) if (!known.includes(value)) problems.push({ place, problem: `no ${what} "${value}"` });
  };
  const parts = Object.keys(SUSPECT_PARTS);
  const fitted = Object.keys(PART_KINDS);
  const kinds = Object.keys(CRAFT_KINDS);
  for (const { id, part, parts: used, mends } of library.repairs) {
    need(`repairs/${id}`, "part", [part], parts);
    need(`repairs/${id}`, "kind of part", used, fitted);
    need(`repairs/${id}`, "kind of mend", mends ? [mends] : [], MENDABLE_LIST);
  }
  for (const { id, part, craftKinds = [], when = [] } of library.faults) {
    need(`faults/${id}`, "part", [part], parts);
    need(`faults/${id}`, "kind of craft", [...craftKinds, ...when.flatMap(({ craftKind = [] }) => craftKind)], kinds);
  }
  for (const { id, complaint, zone, links, linkGrades = {} } of library.symptoms) {
    if (complaint && !zone)
      problems.push({ place: `symptoms/${id}`, problem: "a complaint needs a zone on the picture" });
    need(`symptoms/${id}`, "zone", zone ? [zone] : [], ZONES);
    need(`symptoms/${id}`, "link to grade", Object.keys(linkGrades), Object.keys(links));
  }
  for (const { id, needs, hazard, craftKinds = [], fitted: carried = {}, spare } of library.checks) {
    need(`checks/${id}`, "kind of craft", craftKinds, kinds);
    need(`checks/${id}`, "tool", needs, TOOLS);
    need(`checks/${id}`, "hazard", [hazard], HAZARDS);
    need(`checks/${id}`, "kind of part", [...Object.keys(carried), ...(spare ? [spare] : [])], fitted);
  }
  return problems;
}

function reachability(library: Library): LibraryProblem[] {
  const linked = new Set(library.symptoms.flatMap((symptom) => Object.keys(symptom.links)));
  const asked = new Set(
    library.checks.flatMap((check) => check.outcomes.flatMap((outcome) => Object.keys(outcome.sets))),
  );
  return [
    ...library.faults
      .filter(({ id }) => !linked.has(id))
      .map(({ id }) => ({ place: `faults/${id}`, problem: "no symptom is linked to it, so nothing can find it" })),
    ...library.symptoms
      .filter(({ id, complaint }) => !complaint && !asked.has(id))
      .map(({ id }) => ({ place: `symptoms/${id}`, problem: "no check and no complaint ever sets it" })),
  ];
}

/** Outcomes must cover each combination of the check's symptoms exactly once, or their probabilities would be wrong. */
function partition(check: Check): LibraryProblem[] {
  const place = `checks/${check.id}`;
  if (check.outcomes.length < 2) return [{ place, problem: "a check with fewer than two outcomes splits nothing" }];
  const symptoms = [...new Set(check.outcomes.flatMap((outcome) => Object.keys(outcome.sets)))];
  for (let world = 0; world < 1 << symptoms.length; world++) {
    const fits = check.outcomes.filter((outcome) =>
      Object.entries(outcome.sets).every(([id, value]) => ((world >> symptoms.indexOf(id)) & 1) === (value ? 1 : 0)),
    );
    if (fits.length !== 1) {
      const state = symptoms.map((id, bit) => `${id}=${(world >> bit) & 1 ? "true" : "false"}`).join(", ");
      return [{ place, problem: `with ${state}, ${fits.length} outcomes fit; exactly one must` }];
    }
  }
  return [];
}

/** A check whose symptoms no fault is linked to would be asked for nothing, unless it opens a gate. */
function splitsNothing({ symptoms, gates = [] }: Library, check: Check): LibraryProblem[] {
  if (gates.some((gate) => opens(gate, check))) return []; // what opens a gate is done for that
  const asked = new Set(check.outcomes.flatMap((outcome) => Object.keys(outcome.sets)));
  const isLinked = symptoms.some(({ id, links }) => asked.has(id) && Object.keys(links).length > 0);
  return isLinked || asked.size === 0
    ? []
    : [{ place: `checks/${check.id}`, problem: "no fault is linked to what it asks, so it splits nothing" }];
}

function measurement({ id, measure, outcomes }: Check): LibraryProblem[] {
  if (!measure) return [];
  const place = `checks/${id}`;
  const problems: LibraryProblem[] = [];
  const { bands } = measure;
  for (const { outcomeId } of bands) {
    if (!outcomes.some((outcome) => outcome.id === outcomeId))
      problems.push({ place, problem: `a band names no outcome: "${outcomeId}"` });
  }
  bands.forEach(({ below }, index) => {
    const isLast = index === bands.length - 1;
    if (isLast !== (below === undefined))
      problems.push({ place, problem: "each band but the last needs a limit, the last has none" });
    const before = bands[index - 1]?.below;
    if (below !== undefined && before !== undefined && below <= before)
      problems.push({ place, problem: "the limits must rise from band to band" });
  });
  return problems;
}

/** A gate must speak of symptoms that exist, and something that is not shut by it must be able to open it. */
function gateProblems({ gates = [], symptoms, checks }: Library): LibraryProblem[] {
  const ids = new Set(symptoms.map(({ id }) => id));
  return gates.flatMap((gate) => {
    const place = `gates/${gate.id}`;
    const named = [
      ...gate.when.flatMap(({ symptom, unless = [] }) => [
        ...(symptom ? [symptom] : []),
        ...unless.flatMap((list) => Object.keys(list)),
      ]),
      ...Object.keys(gate.opens ?? {}),
    ];
    const problems = named.filter((id) => !ids.has(id)).map((id) => ({ place, problem: `no symptom "${id}"` }));
    if (!gate.opens && !gate.rungs) problems.push({ place, problem: "nothing opens it" });
    for (const [id, value] of Object.entries(gate.opens ?? {})) {
      const openers = checks.filter(({ outcomes }) => outcomes.some(({ sets }) => sets[id] === value));
      if (openers.length === 0) problems.push({ place, problem: `no check can show "${id}" to be ${value}` });
      else if (openers.every((check) => shutsOff(gate, check)))
        problems.push({ place, problem: `every check that shows "${id}" stands behind the gate itself` });
    }
    return problems;
  });
}
