/** A line of a settings file that sets a key; around key and value it is kept as it was written. */
export interface SettingLine {
  kind: "setting";
  group: string;
  key: string;
  value: string;
  /** What stands before the key, between key and value, and behind the value. */
  before: string;
  between: string;
  behind: string;
}

/** Any other line: a remark, a heading of a group, an empty one, a command. */
export interface OtherLine {
  kind: "other";
  text: string;
}

/** Settings as they were read off a board, line by line. */
export interface Snapshot {
  lines: readonly (SettingLine | OtherLine)[];
  /** How lines end. */
  newline: "\n" | "\r\n";
}

/** A snapshot, or why it is none. */
export type ReadSnapshot = { ok: true; snapshot: Snapshot } | { ok: false; reason: string };

/** Larger than any board's settings. */
const MOST_CHARACTERS = 2_000_000;

const GROUP = /^\s*\[([^\]]+)\]\s*$/;
const REMARK = /^\s*(#|;|\/\/)/;
/** A word in front of the key that says what the line does. */
const VERB = /^(\s*(?:set|param|parameter|setting)\s+)/i;
const KEY = String.raw`([A-Za-z_][\w.\-/]*(?:\[\d+\])?)`;
const FORMS: readonly RegExp[] = [
  new RegExp(String.raw`^${KEY}(\s*=\s*)(.*?)(\s*)$`),
  new RegExp(String.raw`^${KEY}(\s*:\s*)(.*?)(\s*)$`),
  new RegExp(String.raw`^${KEY}(\s*[,;\t]\s*)(.*?)(\s*)$`),
  new RegExp(String.raw`^${KEY}(\s+)(\S.*?)(\s*)$`),
];

/**
 * Reads settings as plain text: "key = value", "key: value", "key, value" or "key value", with "set" before it or without, groups in
 * brackets, remarks with #, ; or //. The form that most lines have is taken for the whole file; what has another form stays as it is.
 *
 * @returns A reason in words for what is no settings file: binary, too large, or of no such form.
 */
export function readSnapshot(text: string): ReadSnapshot {
  if (text.length > MOST_CHARACTERS)
    return { ok: false, reason: `${(text.length / 1e6).toFixed(0)} MB is more than any board's settings.` };
  if (isBinary(text)) return { ok: false, reason: "This is binary, not text." };
  const newline = text.includes("\r\n") ? "\r\n" : "\n";
  const rows = text.split(newline);
  const asked = rows.filter((row) => row.trim() !== "" && !REMARK.test(row) && !GROUP.test(row));
  const isHit = (each: RegExp, row: string) => {
    const value = each.exec(row.replace(VERB, ""))?.[3];
    // With nothing but a space between, a sentence of a letter looks alike: settings have figures, on or off.
    return value !== undefined && (each !== FORMS.at(-1) || /\d|^(on|off|true|false|yes|no|none)\b/i.test(value));
  };
  const form = FORMS.map((each) => ({ each, hits: asked.filter((row) => isHit(each, row)).length })).reduce(
    (best, next) => (next.hits > best.hits ? next : best),
  );
  if (form.hits === 0 || form.hits < asked.length / 3)
    return { ok: false, reason: "These lines are in no form that is known: key and value on a line." };
  let group = "";
  return {
    ok: true,
    snapshot: {
      newline,
      lines: rows.map((row) => {
        const heading = GROUP.exec(row);
        if (heading) group = heading[1]!.trim();
        if (heading || REMARK.test(row)) return { kind: "other", text: row };
        const verb = VERB.exec(row)?.[1] ?? "";
        const found = form.each.exec(row.slice(verb.length));
        if (!found) return { kind: "other", text: row };
        const [, key, between, rest, space] = found as unknown as [string, string, string, string, string];
        const remark = /\s+(#|;;|\/\/).*$/.exec(rest)?.[0] ?? "";
        return {
          kind: "setting",
          group,
          key,
          value: rest.slice(0, rest.length - remark.length),
          before: verb,
          between,
          behind: remark + space,
        };
      }),
    },
  };
}

/** The text of a snapshot: what was read, to the letter, while nothing was changed. */
export function writeSnapshot({ lines, newline }: Snapshot): string {
  return lines.map(textOf).join(newline);
}

/** A line as it is written. */
export function textOf(line: SettingLine | OtherLine): string {
  return line.kind === "other" ? line.text : `${line.before}${line.key}${line.between}${line.value}${line.behind}`;
}

/** The settings, one after the other; a key that stands twice counts with its number. */
export function settingsOf({ lines }: Snapshot): Map<string, SettingLine> {
  const settings = new Map<string, SettingLine>();
  for (const line of lines) {
    if (line.kind !== "setting") continue;
    let id = idOf(line);
    for (let more = 2; settings.has(id); more++) id = `${idOf(line)} #${more}`;
    settings.set(id, line);
  }
  return settings;
}

function idOf({ group, key }: SettingLine): string {
  return group === "" ? key : `${group} / ${key}`;
}

function isBinary(text: string): boolean {
  const head = text.slice(0, 20_000);
  if (head.includes("\0")) return true;
  const strange = head.match(/[\x01-\x08\x0b\x0c\x0e-\x1f\ufffd]/g)?.length ?? 0;
  return strange > head.length / 100;
}
