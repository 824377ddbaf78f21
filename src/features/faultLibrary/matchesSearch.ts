/** Endings that a searcher adds and an entry leaves out, or the other way round. */
const ENDINGS = /(?:([bdgmnprt])\1ing|ing|(?:([bdgmnprt])\2)?ed|es|s)$/;
const SHORTEST_STEM = 3;

/** The search's words, in lower case, as they are looked for. */
export function searchWords(search: string): string[] {
  return search.trim().toLowerCase().replaceAll("’", "'").split(/\s+/).filter(Boolean);
}

/** True where a text, in lower case, has every word of a search or what is left of it without its ending: “spinning” finds “spins”. */
export function matchesSearch(text: string, words: readonly string[]): boolean {
  return words.every((word) => text.includes(word) || text.includes(stemOf(word)));
}

function stemOf(word: string): string {
  const stem = word.replace(ENDINGS, "$1$2");
  return stem.length >= SHORTEST_STEM ? stem : word;
}
