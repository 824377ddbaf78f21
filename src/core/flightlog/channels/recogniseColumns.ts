import { type RawColumn } from "../reading/ReadingTable";
import { factsOf } from "./columnFacts";
import { type ColumnUse } from "./columnUse";
import { withGuessedUnits } from "./guessedUnits";
import { type HeadingParts, partsOfHeading } from "./headingParts";
import { type Claim, claimsOf, type Column } from "./claimsOf";
import * as say from "./lexicon";
import { findLogUnit } from "./logUnits";
import { isNumbered, unnumbered } from "./numbered";
import { type Axis, AXES } from "./roles";
import { scaleFor } from "./scales";

/**
 * Says what each column of a log is, by the words and the unit of its heading, its like-named neighbours, and its figures.
 *
 * @returns One use for each column that was understood, each role once; motors are numbered from 1 in the order of their columns.
 */
export function recogniseColumns(raw: readonly RawColumn[]): ColumnUse[] {
  const headings = new Set(raw.map(({ heading }) => heading.trim()));
  const columns = withAxes(raw.map((column, at) => columnOf(column, at, headings)));
  const claims = columns.flatMap((column) => claimsOf(column, columns));
  const taken = assign([...claims, ...groupClaims(columns, assign(claims))]);
  const uses = taken.map(({ at, role, by }) => {
    const { parts, facts } = columns[at]!;
    return { column: at, heading: raw[at]!.heading, role, by, ...scaleFor(role, parts, facts) };
  });
  return withGuessedUnits(uses, raw, (at) => columns[at]!.facts);
}

function columnOf({ heading, unitBelow, values, codes }: RawColumn, at: number, all: ReadonlySet<string>): Column {
  const parts = partsOfHeading(heading, unitBelow, all.has(heading.trim().replace(/[AC]$/, "B")));
  const isField = parts.words.some((word) => say.FIELD_WORDS.has(word));
  const quantity = parts.unit === null ? null : (findLogUnit(parts.unit, isField)?.quantity ?? null);
  const facts = factsOf(values);
  return { at, parts, facts, quantity, axis: null, isText: codes !== null && isOfWords(codes, facts.count) };
}

/** A slow column of figures with a stray word in it is none of words. */
function isOfWords(codes: Int16Array, figures: number): boolean {
  let words = 0;
  for (const code of codes) if (code >= 0) words++;
  return words > figures;
}

const LETTERS: Readonly<Record<string, Axis>> = { x: "roll", y: "pitch", z: "yaw" };
const RPY: Readonly<Record<string, Axis>> = { r: "roll", p: "pitch", y: "yaw" };
const PQR: Readonly<Record<string, Axis>> = { p: "roll", q: "pitch", r: "yaw" };

/** Which axis each column speaks of: by a word, or by a letter that its neighbours explain. */
function withAxes(columns: Column[]): Column[] {
  const bare = columns.map((column) => ({ column, ...lastLetterOf(column.parts) }));
  return bare.map(({ column, stem, letter }) => {
    const lettered = letter === null ? null : axisOfLetter(letter, siblingsOf(bare, stem));
    const named = BY_WORD.find((axis) => column.parts.words.some((word) => say.AXIS_WORDS[axis].has(word)));
    // “compass x” is no heading
    if (named && !(lettered && column.quantity === "field")) return { ...column, axis: named };
    const { index } = column.parts;
    if (index !== null && index < 3 && !hasMany(columns, column)) return { ...column, axis: AXES[index]! };
    if (!lettered) return column;
    return { ...column, axis: lettered, parts: { ...column.parts, words: [...stem.split(" "), letter!] } };
  });
}

/** A heading is looked for before a nose: “nose direction” is one. */
const BY_WORD = ["roll", "yaw", "pitch"] as const satisfies readonly Axis[];

function siblingsOf(all: readonly { stem: string; letter: string | null }[], stem: string): ReadonlySet<string> {
  return new Set(all.flatMap((other) => (other.stem === stem && other.letter !== null ? [other.letter] : [])));
}

/** What a last letter means beside those of its like. */
function axisOfLetter(letter: string, siblings: ReadonlySet<string>): Axis | null {
  const has = (letters: string) => [...letters].every((each) => siblings.has(each));
  const alphabet = has("pqr") ? PQR : siblings.has("x") || siblings.has("z") ? LETTERS : has("rp") ? RPY : null;
  return alphabet?.[letter] ?? null;
}

/** More than three of one name with a number are no axes. */
function hasMany(columns: readonly Column[], { parts }: Column): boolean {
  const stem = parts.words.join(" ");
  return columns.filter((other) => other.parts.index !== null && other.parts.words.join(" ") === stem).length > 3;
}

/** “gyr x”, “GR”, “P”: what stands before the last letter, and that letter. */
function lastLetterOf({ words }: HeadingParts): { stem: string; letter: string | null } {
  const last = words.at(-1) ?? "";
  const before = words.slice(0, -1).join(" ");
  if (/^[rpyxzq]$/.test(last)) return { stem: before, letter: last };
  const fused = /^([a-z]{1,4})([rpyxzq])$/.exec(last);
  if (fused && words.length === 1) return { stem: fused[1]!, letter: fused[2]! };
  return { stem: words.join(" "), letter: null };
}

/** Like-named columns in a row that nothing took, with figures of one range: motors, or their speeds. */
function groupClaims(columns: readonly Column[], taken: readonly Claim[]): Claim[] {
  const isClaimed = new Set(taken.filter(({ role }) => role !== "time").map(({ at }) => at));
  const groups = new Map<string, Column[]>();
  for (const column of columns) {
    if (isClaimed.has(column.at) || column.isText) continue;
    const stem = `${unnumbered(column.parts)}|${column.parts.unit}`;
    if (isNumbered(column.parts)) groups.set(stem, [...(groups.get(stem) ?? []), column]);
  }
  return [...groups.values()]
    .filter((group) => group.length >= 3 && group.length <= 8)
    .filter((group) => group.every(({ facts }) => facts.min >= 0))
    .flatMap((group) => {
      const role = group.some(({ facts }) => facts.max > 2400) ? "rpm_N" : "motor_N";
      return group.map(({ at }) => ({ at, role, score: 4, by: "figures" as const }));
    });
}

/** Gives each role to the column that claims it best, and each column one role. */
function assign(claims: readonly Claim[]): Claim[] {
  const takenRoles = new Set<string>();
  const takenColumns = new Set<number>();
  const chosen: Claim[] = [];
  for (const claim of [...claims].sort((a, b) => b.score - a.score || a.at - b.at)) {
    if (takenColumns.has(claim.at)) continue;
    const isMany = claim.role.endsWith("_N");
    if (!isMany && takenRoles.has(claim.role)) continue;
    takenRoles.add(claim.role);
    takenColumns.add(claim.at);
    chosen.push(claim);
  }
  const counts = new Map<string, number>();
  return chosen
    .sort((a, b) => a.at - b.at)
    .map((claim) => {
      if (!claim.role.endsWith("_N")) return claim;
      const number = (counts.get(claim.role) ?? 0) + 1;
      counts.set(claim.role, number);
      return { ...claim, role: claim.role.replace("_N", `_${number}`) };
    });
}
