import { piecesOfJson, piecesOfMarks } from "./readPieces";
import { type OtherLine, type SettingLine, type Snapshot } from "./snapshot";

/** A snapshot, or why it is none. */
export type ReadSnapshot = { ok: true; snapshot: Snapshot } | { ok: false; reason: string };

/** Larger than any board's settings. */
const MOST_CHARACTERS = 2_000_000;

const GROUP = /^\s*\[([^\]]+)\]\s*$/;
const REMARK = /^\s*(#|;|\/\/)/;
/** What stands in front of a key: a mark of the file, blanks, a prompt, a word that says what the line does. */
const BEFORE = /^(\uFEFF?[ \t]*(?:[>$][ \t]*)?(?:(?:set|param|parameter|setting)[ \t]+)?)/i;
/** A word with a number alone opens a block, a name with nothing behind its colon a group of what is indented below it. */
const BLOCK = /^\s*([A-Za-z_]\w*\s+\d+)\s*$/;
const HEADING = /^([ \t]*)([A-Za-z_][\w.\- ]*):\s*$/;

const KEY = String.raw`([A-Za-z_][\w.\-/]*(?:\[\d+\])?)`;
/** “Low voltage alarm”, where a sign parts it from its value. */
const WORDS = String.raw`([A-Za-z_][\w.\-/]*(?:\[\d+\])?(?: [\w.\-/]+){0,4})`;
const FORMS = {
  arrow: new RegExp(String.raw`^${KEY}(\s*(?:->|=>)\s*)(.*?)(\s*)$`),
  equals: new RegExp(String.raw`^${WORDS}(\s*=\s*)(.*?)(\s*)$`),
  colon: new RegExp(String.raw`^${WORDS}(\s*:\s*)(.*?)(\s*)$`),
  comma: new RegExp(String.raw`^${KEY}(\s*[,;\t]\s*)(.*?)(\s*)$`),
  blank: new RegExp(String.raw`^${KEY}(\s+)(\S.*?)(\s*)$`),
} as const;
type FormName = keyof typeof FORMS;
const NAMES = Object.keys(FORMS) as FormName[];
/** Of two forms the one that says more is taken, as long as this share of the lines has it. */
const ENOUGH = 0.4;

/**
 * Reads settings as plain text: "key = value", "key: value", "key -> value", "key, value" or "key value", with "set" before it or
 * without, groups in brackets, by indents or in numbered blocks, remarks with #, ; or //; as JSON; or in marks. The form that most
 * lines have is taken for the whole file; what has another form stays as it is.
 *
 * @returns A reason in words for what is no settings file: binary, too large, or of no such form.
 */
export function readSnapshot(text: string): ReadSnapshot {
  if (text.length > MOST_CHARACTERS)
    return { ok: false, reason: `${(text.length / 1e6).toFixed(0)} MB is more than any board's settings.` };
  if (isBinary(text)) return { ok: false, reason: "This is binary, not text." };
  const pieces = piecesOfJson(text) ?? piecesOfMarks(text);
  if (pieces) return { ok: true, snapshot: { newline: "", lines: pieces } };
  const newline = text.includes("\r\n") ? "\r\n" : "\n";
  const rows = text.split(newline);
  const form = formOf(rows);
  if (form === null) return { ok: false, reason: "These lines are in no form that is known: key and value on a line." };
  return { ok: true, snapshot: { newline, lines: new SettingLines(form, rows).read() } };
}

/** The form that most lines have; null where hardly any has one. */
function formOf(rows: readonly string[]): FormName | null {
  const asked = rows.filter(
    (row) => row.trim() !== "" && !REMARK.test(row) && !GROUP.test(row) && !HEADING.test(row.trimEnd()),
  );
  const isHit = (name: FormName, row: string) => {
    const value = FORMS[name].exec(row.replace(BEFORE, ""))?.[3];
    // With nothing but a space between, a sentence of a letter looks alike: settings have figures, on or off.
    return value !== undefined && (name !== "blank" || /\d|^(on|off|true|false|yes|no|none)\b/i.test(value));
  };
  const hits = NAMES.map((name) => ({ name, hits: asked.filter((row) => isHit(name, row)).length }));
  const most = Math.max(...hits.map((each) => each.hits));
  if (most === 0 || most < asked.length / 3) return null;
  return hits.find((each) => each.hits > ENOUGH * most)!.name;
}

/** Reads line by line, with the group that each stands in. */
class SettingLines {
  private group = "";
  /** Headings that are open, by their indent. */
  private readonly headings: { indent: number; name: string }[] = [];

  constructor(
    private readonly form: FormName,
    private readonly rows: readonly string[],
  ) {}

  read(): (SettingLine | OtherLine)[] {
    return this.rows.map((row, at) => this.line(row, at));
  }

  private line(row: string, at: number): SettingLine | OtherLine {
    const heading = GROUP.exec(row);
    if (heading) this.group = heading[1]!.trim();
    if (heading || REMARK.test(row) || this.opens(row, at)) return { kind: "other", text: row };
    const before = BEFORE.exec(row)?.[1] ?? "";
    const found = FORMS[this.form].exec(row.slice(before.length));
    if (!found) {
      const block = this.form === "blank" ? null : BLOCK.exec(row);
      if (block) this.group = block[1]!;
      return { kind: "other", text: row };
    }
    const [, key, between, rest, space] = found as unknown as [string, string, string, string, string];
    return { kind: "setting", group: this.group, key, before, ...valueOf(rest, between, space) };
  }

  /** A heading whose lines are indented below it. */
  private opens(row: string, at: number): boolean {
    if (this.form !== "colon" || row.trim() === "") return false;
    const indent = indentOf(row);
    if (this.headings.length > 0) {
      while (this.headings.length > 0 && this.headings.at(-1)!.indent >= indent) this.headings.pop();
      this.group = this.headings.map(({ name }) => name).join(".");
    }
    const found = HEADING.exec(row);
    const next = this.rows.slice(at + 1).find((each) => each.trim() !== "" && !REMARK.test(each));
    if (!found || next === undefined || indentOf(next) <= indent) return false;
    this.headings.push({ indent, name: found[2]!.trim() });
    this.group = this.headings.map(({ name }) => name).join(".");
    return true;
  }
}

function indentOf(row: string): number {
  return row.length - row.trimStart().length;
}

/** A value without the remark behind it and the quotes about it. */
function valueOf(rest: string, between: string, space: string): Pick<SettingLine, "value" | "between" | "behind"> {
  const remark = /\s+(#|;\s|;;|\/\/).*$/.exec(rest)?.[0] ?? "";
  const value = rest.slice(0, rest.length - remark.length);
  const quoted = /^(["'])(.*)\1$/.exec(value);
  return quoted
    ? { value: quoted[2]!, between: between + quoted[1]!, behind: quoted[1]! + remark + space }
    : { value, between, behind: remark + space };
}

function isBinary(text: string): boolean {
  const head = text.slice(0, 20_000);
  if (head.includes("\0")) return true;
  const strange = head.match(/[\x01-\x08\x0b\x0c\x0e-\x1f\ufffd]/g)?.length ?? 0;
  return strange > head.length / 100;
}
