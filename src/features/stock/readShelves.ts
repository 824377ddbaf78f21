import Papa from "papaparse";
import * as v from "valibot";
import { PART_KIND_LIST, PART_KINDS } from "@/core/craft/partKinds";
import { readNumber } from "@/shared/readNumber";
import { SaveStockItemInput } from "./stock.schema";

/** One line of a table of shelves: a label, and how many lie there where the table says it. */
export interface ShelfLine {
  /** In the file, the headings being the first. */
  line: number;
  label: SaveStockItemInput;
  onHand: number | null;
}

/** What is wrong with a line. */
export interface LineProblem {
  line: number;
  problem: string;
}

const MOST_LINES = 2000;
const REQUIRED = ["kind", "name"];

/**
 * Reads a table of shelves, in the form in which they are exported: `kind` and `name`, and where they are there `shelf`, `continuous_a`,
 * `price`, `on_hand` and `fewest`. A kind may be its word or its name, in any case.
 *
 * @returns Every line, or everything that is wrong, each with its line.
 */
export function readShelves(text: string): { lines: ShelfLine[] } | { problems: LineProblem[] } {
  const { data, meta, errors } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ""), {
    header: true,
    skipEmptyLines: "greedy",
    transformHeader: (heading) => heading.trim().toLowerCase().replaceAll(" ", "_"),
  });
  const lacking = REQUIRED.filter((name) => !meta.fields?.includes(name));
  if (lacking.length > 0)
    return { problems: [{ line: 1, problem: `There is no column “${lacking.join("” and “")}”.` }] };
  if (data.length > MOST_LINES)
    return { problems: [{ line: MOST_LINES + 2, problem: `More than ${MOST_LINES} lines are not read at once.` }] };
  const problems: LineProblem[] = errors
    .filter(({ type }) => type !== "Delimiter")
    .map(({ row = 0, message }) => ({ line: row + 2, problem: `${message}.` }));
  const seen = new Map<string, number>();
  const lines = data.flatMap((cells, at): ShelfLine[] => {
    const line = at + 2;
    const read = lineOf(cells);
    if ("problem" in read) {
      problems.push({ line, problem: read.problem });
      return [];
    }
    const key = `${read.label.kind} ${read.label.name.toLowerCase()}`;
    const before = seen.get(key);
    if (before !== undefined) problems.push({ line, problem: `${read.label.name} stands in line ${before} already.` });
    seen.set(key, line);
    return [{ line, ...read }];
  });
  if (lines.length === 0 && problems.length === 0) return { problems: [{ line: 2, problem: "There is no line." }] };
  return problems.length > 0 ? { problems: problems.sort((a, b) => a.line - b.line) } : { lines };
}

function lineOf(cells: Record<string, string>): Omit<ShelfLine, "line"> | { problem: string } {
  const said = (name: string) => (cells[name] ?? "").trim().replace(/^'(?=[=+\-@])/, "");
  const numbers: Record<string, number | null> = {};
  for (const name of ["continuous_a", "price", "on_hand", "fewest"]) {
    const text = said(name);
    const { value, doubt } = readNumber(text);
    if (doubt)
      return { problem: `“${text}” under ${name} may be two numbers: write ${value} or ${text.replace(",", ".")}.` };
    if (text !== "" && !Number.isFinite(value)) return { problem: `“${text}” under ${name} is no number.` };
    numbers[name] = text === "" ? null : value;
  }
  const kind = PART_KIND_LIST.find((each) =>
    [each, PART_KINDS[each]].some((word) => word.toLowerCase() === said("kind").toLowerCase()),
  );
  if (!kind) return { problem: `There is no kind of part “${said("kind")}”.` };
  const onHand = numbers.on_hand ?? null;
  if (onHand !== null && (!Number.isInteger(onHand) || onHand < 0 || onHand > 10_000))
    return { problem: `${onHand} on hand: whole pieces, 0 to 10,000.` };
  const label = v.safeParse(SaveStockItemInput, {
    kind,
    name: said("name"),
    shelf: said("shelf"),
    continuousA: numbers.continuous_a,
    priceCents: numbers.price === null ? null : Math.round(numbers.price! * 100),
    fewest: numbers.fewest ?? 0,
  });
  return label.success ? { label: label.output, onHand } : { problem: label.issues[0].message };
}
