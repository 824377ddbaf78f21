import { canHave } from "@/core/diagnosis/library/compileLibrary";
import { type Library, type Links, type Zone } from "@/core/diagnosis/library/library.types";
import { type WhereKind } from "@/core/craft/spots";
import { CRAFT_KIND_LIST, type CraftKind } from "@/core/craft/craftKinds";
import { lacksZone } from "./zones";

/** Something that can be picked as seen. */
export interface ComplaintChoice {
  id: string;
  whenTrue: string;
  whenFalse: string;
  zone: Zone | null;
  /** What "where?" is about once it is seen; null where there is nothing to ask. */
  where: WhereKind | null;
  /** Lower-case words that the search finds it by. */
  words: string;
  /** Kinds of craft that have a fault which shows like this, and the part on which it shows; all where it keeps power away. */
  craftKinds: CraftKind[];
}

/** The complaints of a library, each with where it is seen and on which craft. */
export function complaintsOf(library: Library): ComplaintChoice[] {
  return choicesOf(library).filter(({ id }) => library.symptoms.find((symptom) => symptom.id === id)?.complaint);
}

/** Every symptom of a library as a choice: complaints, and what checks would settle. */
export function choicesOf({ symptoms, faults, gates }: Library): ComplaintChoice[] {
  const kindsOf = new Map(
    faults.map((fault) => [fault.id, CRAFT_KIND_LIST.filter((kind) => canHave(kind, fault))] as const),
  );
  // What keeps power away can be seen on any craft, whatever faults it speaks for.
  const shutsGate = new Set(gates?.flatMap(({ when }) => when.map(({ symptom }) => symptom)));
  const canShow = (kind: CraftKind, links: Links) =>
    Object.keys(links).some((fault) => kindsOf.get(fault)?.includes(kind));
  return symptoms.map(({ id, whenTrue, whenFalse, zone, where, synonyms = [], links }) => ({
    id,
    whenTrue,
    whenFalse,
    zone: zone ?? null,
    where: where ?? null,
    words: [whenTrue, whenFalse, ...synonyms].join(" ").toLowerCase(),
    craftKinds: CRAFT_KIND_LIST.filter((kind) => !lacksZone(kind, zone) && (shutsGate.has(id) || canShow(kind, links))),
  }));
}
