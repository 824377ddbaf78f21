import { type SeenLink, withLearnedLinks } from "./learnedLinks";
import { type Library } from "./library.types";

/** The last answer of each library: a library object carries its compiled index, which is worth keeping between requests. */
const last = new WeakMap<Library, { seen: string; learned: Library }>();

/** A library with what the shop's looks made of its links. Looks that have not changed give the same object again. */
export function learnedLibrary(library: Library, seen: readonly SeenLink[]): Library {
  const key = JSON.stringify(seen);
  const kept = last.get(library);
  if (kept?.seen === key) return kept.learned;
  const learned = withLearnedLinks(library, seen);
  last.set(library, { seen: key, learned });
  return learned;
}
