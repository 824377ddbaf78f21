import { PART_KINDS } from "../../craft/partKinds";
import {
  type Check,
  type FaultMode,
  type LiesIn,
  type Library,
  type Links,
  type Symptom,
  type Zone,
} from "./library.types";
import { BYPASS_TESTS, SPARE_TESTS, SWAP_TESTS } from "./substitutions";

/** A known-good part cures its own kind's fault this often; the rest is a spare that was not good, or a bad joint. */
const CURE = 0.96;
/** A fault goes away by being handled, without what was swapped being its cause. */
const HANDLING_LEAK = 0.02;
/** A fault shows in a zone when it makes a complaint there at least this likely. */
const SHOWS_FROM = 0.25;

const generated = new WeakMap<Library, Library>();

/**
 * Adds the checks that follow from what a craft is made of: trying a known-good spare, swapping two alike parts, and cutting
 * a part out of the path. None of them is written by hand: what each proves follows from the part each fault lies in.
 *
 * The checks carry what they need (`fitted`, `spare`), so that only those the craft and the shop allow are offered.
 *
 * @returns A library with the same entries first; the same one for the same library.
 */
export function withGeneratedChecks(library: Library): Library {
  let whole = generated.get(library);
  if (!whole) {
    const entries = [...spareTests(library), ...swapTests(library), ...bypassTests(library)];
    whole = {
      ...library,
      symptoms: [...library.symptoms, ...entries.flatMap(({ symptoms }) => symptoms)],
      checks: [...library.checks, ...entries.map(({ check }) => check)],
    };
    generated.set(library, whole);
  }
  return whole;
}

interface Entry {
  symptoms: Symptom[];
  check: Check;
}

function spareTests({ faults }: Library): Entry[] {
  return Object.entries(SPARE_TESTS).flatMap(([part, { minutes, hazard, needs, caution, alsoCures = {} }]) => {
    const links = linksByPart(faults, { ...alsoCures, [part]: CURE });
    if (Object.keys(links).length === 0) return [];
    const name = PART_KINDS[part as keyof typeof PART_KINDS].toLowerCase();
    const symptom = toSymptom(
      `gone-with-spare-${part}`,
      `Fault gone with a known-good ${name}`,
      `Same fault with a known-good ${name}`,
      links,
    );
    return {
      symptoms: [symptom],
      check: {
        id: `spare-${part.replaceAll("_", "-")}`,
        title: `Try a known-good ${name}`,
        steps: [
          `Battery out. Put a ${name} that is known good in the place of the suspect one; change nothing else.`,
          "Bring the fault back the way it came before.",
        ],
        cautions: caution ? [caution] : [],
        minutes,
        hazard,
        needs,
        outcomes: [
          { id: "gone", label: "Fault gone", sets: { [symptom.id]: true } },
          { id: "same", label: "No difference", sets: { [symptom.id]: false } },
        ],
        fitted: { [part]: 1 },
        spare: part,
      },
    };
  });
}

function swapTests({ faults }: Library): Entry[] {
  return Object.entries(SWAP_TESTS).flatMap(([id, test]) => {
    const follows = toSymptom(
      `follows-${id}`,
      test.follows,
      `Does not follow: ${test.title.toLowerCase()}`,
      linksByPart(faults, test.followsMeans),
    );
    const stays = toSymptom(
      `stays-${id}`,
      test.stays,
      `Does not stay: ${test.title.toLowerCase()}`,
      linksByPart(faults, test.staysMeans),
    );
    if (Object.keys(follows.links).length === 0) return [];
    return {
      symptoms: [follows, stays],
      check: {
        id,
        title: test.title,
        steps: test.steps,
        cautions: [test.caution],
        minutes: test.minutes,
        hazard: id === "swap-props" ? "props on" : "powered, props off",
        needs: test.needs,
        outcomes: [
          { id: "follows", label: test.follows, sets: { [follows.id]: true } },
          { id: "stays", label: test.stays, sets: { [follows.id]: false, [stays.id]: true } },
          { id: "neither", label: "Neither shows it now", sets: { [follows.id]: false, [stays.id]: false } },
        ],
        fitted: { [test.part]: 2 },
      },
    };
  });
}

function bypassTests(library: Library): Entry[] {
  return Object.entries(BYPASS_TESTS).flatMap(([id, { fitted, cutsOut, mayCalm, zones, caution, ...test }]) => {
    const shown = zones ? library.faults.filter((fault) => showsIn(library, fault, zones)) : library.faults;
    const links = linksByPart(shown, { ...mayCalm, ...Object.fromEntries(cutsOut.map((part) => [part, CURE])) });
    if (Object.keys(links).length === 0) return [];
    const symptom = toSymptom(
      `gone-${id}`,
      `Fault gone: ${test.title.toLowerCase()}`,
      `Same fault: ${test.title.toLowerCase()}`,
      links,
    );
    return {
      symptoms: [symptom],
      check: {
        id,
        ...test,
        cautions: [caution],
        outcomes: [
          { id: "gone", label: "Fault gone", sets: { [symptom.id]: true } },
          { id: "same", label: "No difference", sets: { [symptom.id]: false } },
        ],
        fitted: Object.fromEntries(fitted.map((part) => [part, 1])),
      },
    };
  });
}

/**
 * What goes with a part: only what lies in the part itself. A joint is at times cured by being handled; settings and
 * surroundings stay where they are, whatever part is put there.
 */
function linksByPart(faults: readonly FaultMode[], strengths: Readonly<Record<string, number>>): Links {
  return Object.fromEntries(
    faults.flatMap((fault) => {
      const strength = strengths[fault.part];
      const share = GOES_WITH_THE_PART[liesIn(fault)];
      return strength === undefined || share === 0 ? [] : [[fault.id, strength * share]];
    }),
  );
}

/** Share of a part's cure that a fault gets which lies there. Trade judgement. */
const GOES_WITH_THE_PART: Readonly<Record<LiesIn, number>> = { part: 1, joint: 0.3, settings: 0, surroundings: 0 };

/** Where a fault lies: as it says, else in its part. */
function liesIn({ liesIn: said, part }: FaultMode): LiesIn {
  return said ?? (part === "settings" ? "settings" : "part");
}

function showsIn({ symptoms }: Library, { id }: FaultMode, zones: readonly Zone[]): boolean {
  return symptoms.some(({ zone, links }) => zone && zones.includes(zone) && (links[id] ?? 0) >= SHOWS_FROM);
}

function toSymptom(id: string, whenTrue: string, whenFalse: string, links: Links): Symptom {
  return { id, whenTrue, whenFalse, leak: HANDLING_LEAK, grade: "judgement", links };
}
