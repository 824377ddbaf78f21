import { type Library } from "@/core/diagnosis/library/library.types";
import { suspectPartName } from "@/core/diagnosis/library/suspectParts";
import { type EntryGroup } from "@/features/faultLibrary/library.schema";
import { formatPercent } from "@/shared/format";

/** An entry as a line of the list. */
export interface EntryLine {
  id: string;
  title: string;
  detail: string;
  /** Lower-case words that the search finds it by. */
  words: string;
}

/** A line that is found by what it shows alone, until the rest of its entry is there. */
export function withWords({ id, title, detail }: Omit<EntryLine, "words">): EntryLine {
  return { id, title, detail, words: `${id} ${title} ${detail}`.toLowerCase() };
}

/** The entries of a kind as lines of the list. */
export function linesOf(library: Library, group: EntryGroup): EntryLine[] {
  const line = (id: string, title: string, detail: string, ...more: readonly string[]): EntryLine => ({
    id,
    title,
    detail,
    words: [id, title, detail, ...more].join(" ").toLowerCase(),
  });
  switch (group) {
    case "faults":
      return library.faults.map(({ id, name, part, prior, grade, looksLike }) =>
        line(id, name, `${suspectPartName(part)} · ${formatPercent(prior)} (${grade})`, looksLike),
      );
    case "checks":
      return library.checks.map(({ id, title, minutes, hazard, needs, steps }) =>
        line(id, title, [`${minutes} min`, hazard, ...needs].join(" · "), ...steps),
      );
    case "symptoms":
      return library.symptoms.map(({ id, whenTrue, whenFalse, complaint, links, synonyms = [] }) =>
        line(
          id,
          whenTrue,
          `${complaint ? "complaint · " : ""}${Object.keys(links).length} faults`,
          whenFalse,
          ...synonyms,
        ),
      );
    case "repairs":
      return library.repairs.map(({ id, name, part, minutes }) =>
        line(id, name, `${suspectPartName(part)} · ${minutes} min`),
      );
  }
}
